<script setup lang="ts">
/** What counting an answer as right, or leaving a question out, would do, before it is done. */
import { Button, Checkbox } from 'ant-design-vue';
import type { Correction, CorrectionEffects, QuizOutcomeReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { arrowFor } from '../../ui/arrows';
import FoldedPart from '../../ui/FoldedPart.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import RadioField from '../../ui/RadioField.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ outcome: QuizOutcomeReply; questionId: string; correction: Correction }>();
const emit = defineEmits<{ done: []; cancel: [] }>();
const { t, count, points, name } = useWords();
const { problem, busy, attempt } = useAttempt();
const how = ref<'dropped' | 'everyone'>('dropped');
const giveBack = ref(true);
const effects = ref<CorrectionEffects | null>(null);
const wanted = computed<Correction>(() => (props.correction.kind === 'leaveOut' ? { kind: 'leaveOut', how: how.value } : props.correction));
const params = computed(() => ({ assignmentId: props.outcome.assignmentId }));
const body = computed(() => ({ questionId: props.questionId, correction: wanted.value, giveBack: giveBack.value }));
watch(
  () => JSON.stringify(wanted.value),
  async () => {
    effects.value = null;
    const asked = JSON.stringify(wanted.value);
    await attempt(async () => {
      const found = await ask('POST /api/assignments/:assignmentId/quiz/corrections/look', { params: params.value, body: body.value });
      if (asked === JSON.stringify(wanted.value)) effects.value = found;
    });
  },
  { immediate: true },
);
const lifted = computed(() => (effects.value?.moves ?? []).filter((one) => one.after > one.before));
const fallen = computed(() => (effects.value?.moves ?? []).filter((one) => one.after < one.before));
const says = computed(() => {
  const found = effects.value;
  if (!found) return '';
  if (found.moves.length === 0) return t('quizOutcome.movesNobody');
  return [
    ...(lifted.value.length > 0 ? [count('quizOutcome.lifts', lifted.value.length)] : []),
    ...(found.passing > 0 ? [count('quizOutcome.passes', found.passing)] : []),
    fallen.value.length > 0 ? count('quizOutcome.falls', fallen.value.length) : t('quizOutcome.nobodyFalls'),
    ...(found.failing > 0 ? [count('quizOutcome.fails', found.failing)] : []),
    ...(found.classes > 1 ? [t('quizOutcome.inClasses', { n: found.classes })] : []),
  ].join(' ');
});
const settle = () =>
  attempt(async () => {
    await ask('POST /api/assignments/:assignmentId/quiz/corrections', { params: params.value, body: body.value });
    emit('done');
  });
</script>

<template>
  <div class="note stack" role="group" :aria-label="t('quizOutcome.before')">
    <RadioField
      v-if="correction.kind === 'leaveOut'"
      v-model="how"
      stacked
      :label="t('quizOutcome.leaveOut')"
      :options="(['dropped', 'everyone'] as const).map((one) => ({ value: one, label: t(`quizOutcome.how.${one}`) }))"
    />
    <p role="status">{{ effects ? says : busy ? t('common.loading') : '' }}</p>
    <FoldedPart v-if="effects && effects.moves.length > 0" :title="t('quizOutcome.who')">
      <ul class="plain small">
        <li v-for="one in effects.moves" :key="`${one.className} ${one.student.id}`" class="row">
          <span class="grow" dir="auto">{{ name(one.student) || t('quizOutcome.namelessOne') }}</span><span class="muted">{{
            one.className
          }}</span
          ><strong>{{ points(one.before) }} {{ arrowFor(1).shown }} {{ points(one.after) }}{{ one.waits ? ' + ?' : '' }}</strong>
        </li>
      </ul>
    </FoldedPart>
    <Checkbox v-if="effects && effects.returned > 0" v-model:checked="giveBack">{{
      count('quizOutcome.tellThem', effects.returned)
    }}</Checkbox>
    <ProblemNote :problem="problem" />
    <div class="row wrap">
      <Button type="primary" :disabled="busy || effects === null" @click="settle">{{
        t(correction.kind === 'leaveOut' ? 'quizOutcome.leaveOutNow' : 'quizOutcome.countRightNow')
      }}</Button><Button @click="emit('cancel')">{{ t('common.cancel') }}</Button>
    </div>
  </div>
</template>
