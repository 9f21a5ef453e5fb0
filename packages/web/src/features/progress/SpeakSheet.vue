<script setup lang="ts">
/** A private note to speak with somebody, with what it would be about already in it. */
import { Button, Textarea } from 'ant-design-vue';
import type { ProgressRow } from '@jolly/server/contract';
import { watch } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useKeptHere, useKeptText } from '../../ui/kept-here';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';
import FieldForm from '../../ui/FieldForm.vue';
import FormLine from '../../ui/FormLine.vue';

const props = defineProps<{ row: ProgressRow | null; classId: string }>();
const emit = defineEmits<{ close: []; changed: [] }>();
const { t, name } = useWords();
const { problem, busy, attempt } = useAttempt();
const placeOf = useKeptHere();
const { text, begin, sent } = useKeptText(() => placeOf('to-speak', props.classId, props.row?.student.id ?? ''));
let id = '';
watch(
  () => props.row,
  (row) => {
    if (!row) return;
    id = crypto.randomUUID();
    problem.value = null;
    begin(row.next.length > 0 ? t('progress.speak.text', { titles: row.next.map((piece) => piece.title).join(', ') }) : '');
  },
);
async function keep(): Promise<void> {
  const { row } = props;
  if (!row) return;
  const kept = await attempt(() =>
    ask('POST /api/classes/:classId/progress/:studentId/jottings', {
      params: { classId: props.classId, studentId: row.student.id },
      body: { id, kind: 'toSpeak', text: text.value.trim() },
    }),
  );
  if (!kept) return;
  sent();
  emit('changed');
  emit('close');
}
</script>

<template>
  <SideSheet :open="row !== null" :title="row ? t('progress.speak.title', { name: name(row.student) }) : ''" @close="emit('close')">
    <FieldForm :problem="problem" @send="keep">
      <FormLine :label="t('progress.speak.says')" for="speak-text" path="text">
        <Textarea id="speak-text" v-model:value="text" :auto-size="{ minRows: 5, maxRows: 12 }" :maxlength="2000" required dir="auto" />
      </FormLine>
      <p class="muted small">{{ t('progress.speak.hint') }}</p>
      <template #acts>
        <Button type="primary" html-type="submit" :disabled="busy || text.trim() === ''">{{ t('progress.speak.keep') }}</Button>
      </template>
    </FieldForm>
  </SideSheet>
</template>
