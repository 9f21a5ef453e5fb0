<script setup lang="ts">
/** What a question asks in other languages: its text, its entries, a recording, and what is said with the results. */
import { Textarea } from 'ant-design-vue';
import { EMPTY_TEXT, entriesOf, LANGUAGES, plainText, type Language, type Question, type QuestionWords } from '@jolly/core';
import { computed } from 'vue';
import { language as pageLanguage } from '../../time/format';
import AlsoIn from '../../ui/AlsoIn.vue';
import RichTextEditor from '../../ui/RichTextEditor.vue';
import { useWords } from '../../ui/use-words';
import { keepPicture, SpokenField } from '../assignments';
import EntryField from './EntryField.vue';

const question = defineModel<Question>({ required: true });
const props = defineProps<{ /** of what surrounds it: a question without its own is in this one */ own?: Language | undefined }>();
const { t } = useWords();
const own = computed(() => question.value.language ?? props.own ?? pageLanguage());
const written = computed(() => LANGUAGES.filter((one) => question.value.otherWords?.[one] !== undefined));
const entries = computed(() => entriesOf(question.value));
/** Options to whose choosers something is said. */
const explained = computed(() =>
  question.value.kind === 'one' || question.value.kind === 'several' ? question.value.options.filter((one) => one.explanation !== '') : [],
);
const wordsIn = (language: Language): QuestionWords =>
  question.value.otherWords?.[language] ?? { text: EMPTY_TEXT, spoken: null, entries: {}, explanation: '' };
const put = (otherWords: NonNullable<Question['otherWords']>) => {
  const { otherWords: _, ...plain } = question.value;
  const worded = Object.keys(otherWords).length === 0 ? plain : { ...plain, otherWords };
  question.value = { ...worded, language: own.value } as Question;
};
const set = (language: Language, change: Partial<QuestionWords>) =>
  put({ ...question.value.otherWords, [language]: { ...wordsIn(language), ...change } });
const drop = (language: Language) =>
  put(Object.fromEntries(Object.entries(question.value.otherWords ?? {}).filter(([one]) => one !== language)));
/** It was written in another language than was thought. */
const speak = (language: Language) => (question.value = { ...question.value, language });
const shortOf = (text: Question['text']) => plainText(text).replace(/\s+/g, ' ').trim().slice(0, 60);
</script>

<template>
  <AlsoIn :own="own" :written="written" @add="(one) => set(one, {})" @drop="drop" @own="speak">
    <template #default="{ language, called }">
      <RichTextEditor
        :model-value="wordsIn(language).text"
        slim
        :label="t('wording.textIn', { language: called })"
        :placeholder="t('wording.textIn', { language: called })"
        :keep-picture="keepPicture"
        @update:model-value="(text) => set(language, { text })"
      />
      <EntryField
        v-for="one in entries"
        :key="one.id"
        :model-value="wordsIn(language).entries[one.id] ?? EMPTY_TEXT"
        :label="t('wording.nameIn', { name: shortOf(one.text), language: called })"
        :placeholder="shortOf(one.text)"
        @update:model-value="(text) => set(language, { entries: { ...wordsIn(language).entries, [one.id]: text } })"
      />
      <Textarea
        v-for="one in explained"
        :key="one.id"
        :value="wordsIn(language).ofOptions?.[one.id] ?? ''"
        :aria-label="t('wording.nameIn', { name: one.explanation, language: called })"
        :placeholder="one.explanation"
        :maxlength="2000"
        :auto-size="{ minRows: 1, maxRows: 6 }"
        dir="auto"
        @update:value="(text: string) => set(language, { ofOptions: { ...wordsIn(language).ofOptions, [one.id]: text } })"
      />
      <Textarea
        v-if="question.explanation !== '' || wordsIn(language).explanation !== ''"
        :value="wordsIn(language).explanation"
        :aria-label="t('wording.explanationIn', { language: called })"
        :placeholder="t('wording.explanationIn', { language: called })"
        :maxlength="5000"
        :auto-size="{ minRows: 1, maxRows: 6 }"
        dir="auto"
        @update:value="(explanation: string) => set(language, { explanation })"
      />
      <div class="row wrap">
        <span class="muted small">{{ t('wording.spokenIn', { language: called }) }}</span>
        <SpokenField quiet :model-value="wordsIn(language).spoken" @update:model-value="(spoken) => set(language, { spoken })" />
      </div>
    </template>
    <template v-if="written.length > 0 && (question.kind === 'gaps' || question.kind === 'short')" #between
      ><p class="muted small">{{ t('wording.keyHint') }}</p></template
    >
  </AlsoIn>
</template>
