<script setup lang="ts">
/** How a quiz runs: time, tries, orders, and what students are shown of their results, each by itself. */
import { Checkbox, Input } from 'ant-design-vue';
import type { QuestionSet, QuizRun, ShowWhen } from '@jolly/core';
import type { BriefBody } from '@jolly/server/contract';
import { computed } from 'vue';
import FormLine from '../../ui/FormLine.vue';
import NumberField from '../../ui/NumberField.vue';
import SelectField from '../../ui/SelectField.vue';
import SideSheet from '../../ui/SideSheet.vue';
import { useWords } from '../../ui/use-words';

const body = defineModel<BriefBody>({ required: true });
defineProps<{ open: boolean; locked: boolean; sizes: Readonly<Record<string, number>> }>();
const emit = defineEmits<{ close: [] }>();
const { t, count } = useWords();
const quiz = computed(() => body.value.quiz!);
const run = computed(() => quiz.value.run);
const set = (more: Partial<QuizRun>) => (body.value.quiz = { ...quiz.value, run: { ...run.value, ...more } });
const PARTS = ['score', 'marks', 'key', 'explanations'] as const;
const WHENS: readonly ShowWhen[] = ['atOnce', 'afterClosing', 'whenReturned', 'never'];
const changeSet = (id: string, more: Partial<QuestionSet>) =>
  (body.value.quiz = { ...quiz.value, sets: quiz.value.sets.map((one) => (one.id === id ? { ...one, ...more } : one)) });
</script>

<template>
  <SideSheet :open="open" :title="t('quizMaking.howItRuns')" :width="460" @close="emit('close')">
    <div class="stack">
      <FormLine :label="t('quizMaking.time')" for="quiz-time" :hint="t('quizMaking.timeHint')">
        <div class="row">
          <NumberField
            id="quiz-time"
            optional
            :model-value="run.limitMinutes"
            :min="1"
            :max="6000"
            :disabled="locked"
            :placeholder="t('quizMaking.noLimitShort')"
            @update:model-value="set({ limitMinutes: $event })"
          />{{ t('compose.minutesUnit') }}
        </div>
      </FormLine>
      <FormLine :label="t('quizMaking.tries')" for="quiz-tries">
        <SelectField
          id="quiz-tries"
          v-model="body.rounds"
          :disabled="locked"
          :options="[...[1, 2, 3, 4, 5].map((n) => ({ value: n, label: String(n) })), { value: null, label: t('quizMaking.triesAny') }]"
        />
      </FormLine>
      <FormLine v-if="body.rounds !== 1" :label="t('quizMaking.tryRule')" for="quiz-rule">
        <SelectField
          id="quiz-rule"
          v-model="body.roundRule"
          :disabled="locked"
          :options="(['latest', 'best', 'mean'] as const).map((one) => ({ value: one, label: t(`quizMaking.rules.${one}`) }))"
        />
      </FormLine>
      <Checkbox v-model:checked="body.voiceAnswers" :disabled="locked">{{ t('compose.voiceAnswers') }}</Checkbox>
      <section>
        <h3>{{ t('quizMaking.againstCopying') }}</h3>
        <div class="stack boxes">
          <Checkbox :checked="run.ownOrder" :disabled="locked" @update:checked="set({ ownOrder: $event })">{{
            t('quizMaking.ownOrder')
          }}</Checkbox>
          <Checkbox
            v-if="run.ownOrder && quiz.sets.length > 0"
            :checked="run.mixSets"
            :disabled="locked"
            @update:checked="set({ mixSets: $event })"
            >{{ t('quizMaking.mixSets') }}</Checkbox
          >
          <Checkbox :checked="run.ownOptions" :disabled="locked" @update:checked="set({ ownOptions: $event })">{{
            t('quizMaking.ownOptions')
          }}</Checkbox>
          <Checkbox :checked="run.oneWay" :disabled="locked" @update:checked="set({ oneWay: $event })">{{
            t('quizMaking.oneWay')
          }}</Checkbox>
        </div>
      </section>
      <section v-if="quiz.sets.length > 0">
        <h3>{{ t('quizMaking.sets') }}</h3>
        <div v-for="one in quiz.sets" :key="one.id" class="row wrap set">
          <Input
            class="grow"
            :value="one.name"
            :aria-label="t('quizMaking.setName')"
            :placeholder="t('quizMaking.unnamedSet')"
            :maxlength="80"
            :disabled="locked"
            dir="auto"
            @update:value="changeSet(one.id, { name: $event })"
          />
          <span class="small muted">{{ t('quizMaking.draws') }}</span><NumberField
            :model-value="one.take"
            :min="1"
            :max="300"
            :disabled="locked"
            :label="t('quizMaking.drawsOf', { name: one.name })"
            @update:model-value="changeSet(one.id, { take: Math.round($event) })"
          /><span class="small muted">{{ count('quizMaking.ofSize', sizes[one.id] ?? 0) }}</span>
        </div>
      </section>
      <section>
        <h3>{{ t('quizMaking.shown') }}</h3>
        <div v-for="part in PARTS" :key="part" class="part">
          <label :for="`show-${part}`">{{ t(`quizMaking.parts.${part}`) }}</label>
          <SelectField
            :id="`show-${part}`"
            :model-value="run.shows[part]"
            :disabled="locked"
            :options="
              WHENS.filter((one) => part !== 'score' || one !== 'never').map((one) => ({ value: one, label: t(`quizMaking.whens.${one}`) }))
            "
            @update:model-value="set({ shows: { ...run.shows, [part]: $event } })"
          />
        </div>
      </section>
    </div>
  </SideSheet>
</template>

<style scoped>
.boxes > * + * {
  margin-block-start: 6px;
}
.boxes :deep(.ant-checkbox-wrapper) {
  display: flex;
}
.part {
  display: grid;
  grid-template-columns: 130px minmax(0, 1fr);
  align-items: center;
  gap: 8px;
}
.part + .part,
.set + .set {
  margin-block-start: 6px;
}
</style>
