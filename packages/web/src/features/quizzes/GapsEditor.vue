<script setup lang="ts">
/** What counts in each gap: texts with what they earn, and which spellings count. */
import { Checkbox } from 'ant-design-vue';
import { blankGap, gapsIn, type Gap, type Question } from '@jolly/core';
import { computed, watch } from 'vue';
import SelectField from '../../ui/SelectField.vue';
import TagsField from '../../ui/TagsField.vue';
import NumberField from '../../ui/NumberField.vue';
import { useWords } from '../../ui/use-words';

type OfGaps = Extract<Question, { kind: 'gaps' | 'short' }>;
const question = defineModel<OfGaps>({ required: true });
const { t } = useWords();
const set = (gaps: Gap[]) => (question.value = { ...question.value, gaps });
const change = (index: number, more: Partial<Gap>) => set(question.value.gaps.map((gap, at) => (at === index ? { ...gap, ...more } : gap)));
// A gap more or less in the words is one more or less to fill; what was written of those that stay stays.
watch(
  () => (question.value.kind === 'gaps' ? gapsIn(question.value.text) : 1),
  (n) => {
    const { gaps } = question.value;
    if (gaps.length !== n) set(Array.from({ length: n }, (_, index) => gaps[index] ?? { ...(gaps.at(-1) ?? blankGap()), accepted: [] }));
  },
  { immediate: true },
);
function texts(index: number, list: string[]): void {
  const before = new Map(question.value.gaps[index]!.accepted.map((one) => [one.text, one.percent]));
  change(index, { accepted: list.map((text) => ({ text, percent: before.get(text) ?? 100_000 })) });
}
/** Spelling is set for all gaps of a question alike. */
const first = computed(() => question.value.gaps[0] ?? blankGap());
const all = (more: Partial<Gap>) => set(question.value.gaps.map((gap) => ({ ...gap, ...more })));
const half = (index: number, at: number) => {
  const { accepted } = question.value.gaps[index]!;
  change(index, {
    accepted: accepted.map((one, place) => (place === at ? { ...one, percent: one.percent === 100_000 ? 50_000 : 100_000 } : one)),
  });
};
</script>

<template>
  <div class="stack">
    <p v-if="question.kind === 'gaps' && question.gaps.length === 0" class="note small">{{ t('quizMaking.gapHint') }}</p>
    <div v-for="(gap, index) in question.gaps" :key="index">
      <span class="label">{{ question.kind === 'gaps' ? t('quizMaking.gapN', { n: index + 1 }) : t('quizMaking.countsAs') }}</span>
      <TagsField
        :model-value="gap.accepted.map((one) => one.text)"
        :proposals="[]"
        :label="t('quizMaking.acceptedIn', { n: index + 1 })"
        :placeholder="t('quizMaking.acceptedHint')"
        :maxlength="500"
        @update:model-value="texts(index, $event)"
      />
      <div v-if="gap.accepted.length > 1" class="row wrap halves">
        <Checkbox
          v-for="(one, at) in gap.accepted.slice(1)"
          :key="one.text"
          :checked="one.percent < 100_000"
          @update:checked="half(index, at + 1)"
          >{{ t('quizMaking.half', { text: one.text }) }}</Checkbox
        >
      </div>
    </div>
    <div v-if="question.gaps.length > 0" class="row wrap">
      <Checkbox :checked="!first.ignoreCase" @update:checked="all({ ignoreCase: !$event })">{{ t('quizMaking.caseCounts') }}</Checkbox>
      <Checkbox :checked="first.ignoreAccents" @update:checked="all({ ignoreAccents: $event })">{{
        t('quizMaking.withoutAccents')
      }}</Checkbox>
      <Checkbox :checked="first.ignorePunctuation" @update:checked="all({ ignorePunctuation: $event })">{{
        t('quizMaking.withoutPunctuation')
      }}</Checkbox>
    </div>
    <div v-if="question.gaps.length > 0" class="row wrap near">
      <SelectField
        class="grow"
        :model-value="first.near"
        :label="t('quizMaking.lettersWrong')"
        :options="([0, 1, 2] as const).map((n) => ({ value: n, label: t(`quizMaking.near.${n}`) }))"
        @update:model-value="all({ near: $event })"
      />
      <template v-if="first.near > 0">
        <span class="small muted">{{ t('quizMaking.nearEarns') }}</span><NumberField
          :model-value="first.nearPercent / 1000"
          :min="0"
          :max="100"
          :label="t('quizMaking.nearEarns')"
          @update:model-value="all({ nearPercent: Math.round($event * 1000) })"
        />%
      </template>
    </div>
  </div>
</template>

<style scoped>
.halves {
  margin-block-start: 4px;
}
.near {
  align-items: center;
}
</style>
