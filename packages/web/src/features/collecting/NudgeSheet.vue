<script setup lang="ts">
/** A short reminder to chosen students about one piece, once a day unless confirmed. */
import { Button, Textarea } from 'ant-design-vue';
import type { PieceRow } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ApiProblem, ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';

const props = defineProps<{ open: boolean; assignmentId: string; title: string; due: string; rows: readonly PieceRow[] }>();
const emit = defineEmits<{ close: []; nudged: [string[]] }>();
const { t, count, name } = useWords();
const { problem, busy, attempt } = useAttempt();
const text = ref('');
const already = ref<string[]>([]);
const ids = computed(() => props.rows.map((row) => row.student.id));
const handedIn = computed(() =>
  props.rows.filter((row) => row.handedInAt !== null || row.state === 'excused' || row.state === 'returned').map((row) => row.student.id),
);
const fresh = computed(() => ids.value.filter((id) => !already.value.includes(id)));
watch(
  () => props.open,
  (open) => {
    if (!open) return;
    problem.value = null;
    text.value = t('nudge.text', { title: props.title, due: props.due });
    already.value = props.rows.filter((row) => row.collecting.nudgedAt !== null).map((row) => row.student.id);
  },
  { immediate: true },
);
const nudge = (studentIds: string[], again: boolean) =>
  attempt(async () => {
    try {
      const { nudged } = await ask('POST /api/assignments/:assignmentId/nudges', {
        params: { assignmentId: props.assignmentId },
        body: { studentIds, text: text.value.trim(), again },
      });
      emit('nudged', nudged);
      emit('close');
    } catch (error) {
      if (error instanceof ApiProblem && error.code === 'nudge.already')
        already.value = (error.current as { studentIds: string[] }).studentIds;
      else throw error;
    }
  });
const names = (studentIds: readonly string[]) =>
  props.rows
    .filter((row) => studentIds.includes(row.student.id))
    .map((row) => name(row.student))
    .join(', ');
</script>

<template>
  <SideSheet :open="open" :title="t('nudge.title')" @close="emit('close')">
    <FieldForm :problem="problem" @send="nudge(fresh.length > 0 ? fresh : ids, fresh.length === 0)">
      <p dir="auto">{{ names(ids) }}</p>
      <FormLine :label="t('nudge.says')" for="nudge-text" path="text">
        <Textarea id="nudge-text" v-model:value="text" :auto-size="{ minRows: 5, maxRows: 12 }" :maxlength="1000" required dir="auto" />
      </FormLine>
      <p class="muted small">{{ t('nudge.how') }}</p>
      <p v-if="handedIn.length > 0" class="note" role="status">{{ t('nudge.handedIn', { names: names(handedIn) }) }}</p>
      <p v-if="already.length > 0" class="note" role="status">{{ t('nudge.already', { names: names(already) }) }}</p>
      <template #acts>
        <div class="row wrap">
          <Button v-if="fresh.length > 0" type="primary" html-type="submit" :disabled="busy || text.trim() === ''">
            {{ count('nudge.go', fresh.length) }}
          </Button>
          <Button v-if="already.length > 0" :disabled="busy || text.trim() === ''" @click="nudge(ids, true)">
            {{ count('nudge.again', ids.length) }}
          </Button>
        </div>
      </template>
    </FieldForm>
  </SideSheet>
</template>
