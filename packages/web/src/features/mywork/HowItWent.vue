<script setup lang="ts">
/** How it went, in the student's own view: one of three, and a line if they like. Their teachers see it. */
import { Button, Input } from 'ant-design-vue';
import type { Went, WentView } from '@jolly/server/contract';
import { ref, watch } from 'vue';
import { useT } from '../../i18n/use-t';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import ToggleButton from '../../ui/ToggleButton.vue';
import FieldForm from '../../ui/FieldForm.vue';
import ProblemNote from '../../ui/ProblemNote.vue';

const props = defineProps<{ assignmentId: string; went: WentView | null }>();
const emit = defineEmits<{ said: [] }>();
const { t } = useT();
const { problem, busy, attempt } = useAttempt();
const WAYS: readonly Went[] = ['flowed', 'hardGoing', 'stuck'];
const how = ref<Went | null>(null);
const line = ref('');
const said = ref(false);
watch(
  () => props.went,
  (went) => {
    how.value = went?.how ?? null;
    line.value = went?.line ?? '';
  },
  { immediate: true },
);
const say = (chosen: Went | null) =>
  attempt(async () => {
    how.value = chosen ?? how.value;
    if (!how.value) return;
    await ask('PUT /api/my/work/:assignmentId/went', {
      params: { assignmentId: props.assignmentId },
      body: { how: how.value, line: line.value.trim() } satisfies WentView,
    });
    said.value = true;
    emit('said');
  });
</script>

<template>
  <div class="stack">
    <p>
      <strong>{{ t('went.ask') }}</strong>
    </p>
    <div class="row wrap" role="group" :aria-label="t('went.ask')">
      <ToggleButton v-for="one in WAYS" :key="one" :on="how === one" :disabled="busy" @click="say(one)">
        {{ t(`went.${one}`) }}
      </ToggleButton>
    </div>
    <FieldForm v-if="how" lies="row" @send="say(null)">
      <Input
        v-model:value="line"
        :maxlength="500"
        dir="auto"
        :placeholder="t('went.line')"
        :aria-label="t('went.line')"
        class="grow"
      /><Button html-type="submit" :disabled="busy || line.trim() === (went?.line ?? '')">{{ t('went.say') }}</Button>
    </FieldForm>
    <p v-if="said" class="small muted" role="status">{{ t('went.said') }}</p>
    <ProblemNote :problem="problem" />
  </div>
</template>
