<script setup lang="ts">
/** What students may hand in, of several kinds, or nothing: it is done in class. */
import { EMPTY_QUIZ } from '@jolly/core';
import type { BriefBody, HandInKind } from '@jolly/server/contract';
import { Checkbox } from 'ant-design-vue';
import { watch } from 'vue';
import { useWords } from '../../ui/use-words';
import ToggleButton from '../../ui/ToggleButton.vue';

defineProps<{ locked: boolean }>();
const body = defineModel<BriefBody>({ required: true });
const { t } = useWords();
const KINDS: readonly HandInKind[] = ['text', 'files', 'photos', 'drawing', 'recording', 'link'];

function toggle(kind: HandInKind): void {
  const { how, accepts } = body.value;
  body.value.how = 'handIn';
  body.value.quiz = null;
  if (how !== 'handIn') body.value.accepts = [kind];
  else
    body.value.accepts =
      accepts.includes(kind) && accepts.length > 1 ? accepts.filter((one) => one !== kind) : [...new Set([...accepts, kind])];
}
/** A quiz that was written stays while one looks at the other ways. */
let written: BriefBody['quiz'] = null;
function asQuiz(): void {
  const { how, quiz } = body.value;
  if (how === 'quiz') return;
  Object.assign(body.value, {
    how: 'quiz',
    quiz: quiz ?? written ?? EMPTY_QUIZ,
    accepts: [],
    scoring: { by: 'points' },
    rounds: body.value.rounds ?? 1,
  });
}
watch(
  () => body.value.quiz,
  (quiz) => quiz && (written = quiz),
  { immediate: true },
);
function inClass(): void {
  body.value.how = 'inClass';
  body.value.quiz = null;
  body.value.accepts = [];
}
</script>

<template>
  <div class="row wrap" role="group" :aria-label="t('compose.handIn')">
    <ToggleButton
      v-for="kind in KINDS"
      :key="kind"
      :on="body.how === 'handIn' && body.accepts.includes(kind)"
      :disabled="locked"
      @click="toggle(kind)"
    >
      {{ t(`compose.kinds.${kind}`) }}
    </ToggleButton>
    <ToggleButton :on="body.how === 'quiz'" :disabled="locked" @click="asQuiz">{{ t('compose.kinds.quiz') }}</ToggleButton>
    <ToggleButton :on="body.how === 'inClass'" :disabled="locked" @click="inClass">
      {{ t('compose.kinds.inClass') }}
    </ToggleButton>
    <Checkbox v-if="body.how !== 'inClass'" v-model:checked="body.voiceAnswers" class="aloud" :disabled="locked">{{
      t('compose.voiceAnswers')
    }}</Checkbox>
  </div>
</template>

<style scoped>
.aloud {
  inline-size: 100%;
}
.ant-btn {
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
}
</style>
