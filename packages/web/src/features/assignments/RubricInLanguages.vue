<script setup lang="ts">
/** What criteria and levels of a rubric are called in other languages; points and weights are the same in all. */
import { Input, Textarea } from 'ant-design-vue';
import { LANGUAGES, type InLanguages, type Language, type Rubric, type RubricLevel } from '@jolly/core';
import { computed, ref } from 'vue';
import { language as pageLanguage } from '../../time/format';
import AlsoIn from '../../ui/AlsoIn.vue';
import FoldedPart from '../../ui/FoldedPart.vue';
import { useWords } from '../../ui/use-words';

const rubric = defineModel<Rubric>({ required: true });
const props = defineProps<{ /** of the assignment: a rubric that says none is in this one */ own?: Language | undefined }>();
const { t } = useWords();
const own = computed(() => rubric.value.language ?? props.own ?? pageLanguage());
const criterionCalled = ({ name }: Rubric['criteria'][number], index: number) => name || t('rubric.criterionN', { n: index + 1 });
const levelCalled = ({ name }: RubricLevel, at: number) => name || t('rubric.level', { n: at + 1 });
/** begun here, with nothing written yet */
const begun = ref<Language[]>([]);
const written = computed(() =>
  LANGUAGES.filter(
    (one) =>
      begun.value.includes(one) ||
      rubric.value.criteria.some(
        (criterion) => criterion.otherNames?.[one] !== undefined || criterion.levels.some((level) => level.otherWords?.[one] !== undefined),
      ),
  ),
);
const withOne = <T,>(all: InLanguages<T> | undefined, language: Language, one: T | undefined): InLanguages<T> =>
  Object.fromEntries([...Object.entries(all ?? {}).filter(([key]) => key !== language), ...(one === undefined ? [] : [[language, one]])]);
const put = (criteria: Rubric['criteria']) => (rubric.value = { ...rubric.value, language: own.value, criteria });
const name = (index: number, language: Language, text: string | undefined) =>
  put(rubric.value.criteria.map((one, at) => (at === index ? { ...one, otherNames: withOne(one.otherNames, language, text) } : one)));
function level(index: number, id: string, language: Language, change: Partial<{ name: string; descriptor: string }>): void {
  const criterion = rubric.value.criteria[index]!;
  const levels = criterion.levels.map((one) => {
    const words = { name: '', descriptor: '', ...one.otherWords?.[language], ...change };
    return one.id === id ? { ...one, otherWords: withOne(one.otherWords, language, words) } : one;
  });
  put(rubric.value.criteria.map((one, at) => (at === index ? { ...criterion, levels } : one)));
}
function drop(language: Language): void {
  begun.value = begun.value.filter((one) => one !== language);
  put(
    rubric.value.criteria.map((one) => ({
      ...one,
      otherNames: withOne(one.otherNames, language, undefined),
      levels: one.levels.map((of) => ({ ...of, otherWords: withOne(of.otherWords, language, undefined) })),
    })),
  );
}
</script>

<template>
  <FoldedPart v-if="rubric.criteria.length > 0" :title="t('wording.question')">
    <AlsoIn
      :own="own"
      :written="written"
      @add="(one) => begun.push(one)"
      @drop="drop"
      @own="(one) => (rubric = { ...rubric, language: one })"
    >
      <template #default="{ language, called }">
        <div v-for="(criterion, index) in rubric.criteria" :key="criterion.id" class="stack criterion">
          <Input
            :value="criterion.otherNames?.[language] ?? ''"
            :aria-label="t('wording.nameIn', { name: criterionCalled(criterion, index), language: called })"
            :placeholder="criterionCalled(criterion, index)"
            :maxlength="200"
            :lang="language"
            dir="auto"
            @update:value="(text: string) => name(index, language, text)"
          />
          <div class="levels">
            <div v-for="(one, at) in criterion.levels" :key="one.id" class="stack">
              <Input
                size="small"
                :value="one.otherWords?.[language]?.name ?? ''"
                :aria-label="t('wording.nameIn', { name: levelCalled(one, at), language: called })"
                :placeholder="levelCalled(one, at)"
                :maxlength="80"
                dir="auto"
                @update:value="(text: string) => level(index, one.id, language, { name: text })"
              />
              <Textarea
                v-if="one.descriptor !== '' || one.otherWords?.[language]?.descriptor"
                size="small"
                :value="one.otherWords?.[language]?.descriptor ?? ''"
                :aria-label="t('wording.descriptorIn', { name: levelCalled(one, at), language: called })"
                :placeholder="one.descriptor"
                :maxlength="2000"
                :auto-size="{ minRows: 1, maxRows: 5 }"
                dir="auto"
                @update:value="(text: string) => level(index, one.id, language, { descriptor: text })"
              />
            </div>
          </div>
        </div>
      </template>
    </AlsoIn>
  </FoldedPart>
</template>

<style scoped>
.criterion {
  gap: 6px;
}
.levels {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 8px;
}
.levels .stack {
  gap: 4px;
}
</style>
