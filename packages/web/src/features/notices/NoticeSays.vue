<script setup lang="ts">
/** What a notice says: a title and a text, in more languages where the teacher writes them, and sentences of the stock. */
import { Input } from 'ant-design-vue';
import { EMPTY_TEXT, LANGUAGES, type Language } from '@jolly/core';
import { computed, onMounted, ref } from 'vue';
import AlsoIn from '../../ui/AlsoIn.vue';
import type { Focusable } from '../../ui/focus-first';
import FormLine from '../../ui/FormLine.vue';
import RichTextEditor from '../../ui/RichTextEditor.vue';
import { useWords } from '../../ui/use-words';
import { keepPicture } from '../assignments';
import type { NoticeDraft } from './blank-notice';
import PhraseRows from './PhraseRows.vue';

const notice = defineModel<NoticeDraft>({ required: true });
defineSlots<{ /** between title and text */ default?: () => unknown }>();
const { t } = useWords();
const first = ref<Focusable | null>(null);
// The sheet takes the focus when it has come in; then its first field has it.
onMounted(() => requestAnimationFrame(() => requestAnimationFrame(() => first.value?.focus())));
const written = computed(() => LANGUAGES.filter((one) => notice.value.words[one] !== undefined));
const wordsIn = (language: Language) => notice.value.words[language] ?? { title: '', text: EMPTY_TEXT };
const set = (language: Language, change: Partial<ReturnType<typeof wordsIn>>) =>
  (notice.value.words = { ...notice.value.words, [language]: { ...wordsIn(language), ...change } });
function drop(language: Language): void {
  notice.value.words = Object.fromEntries(Object.entries(notice.value.words).filter(([one]) => one !== language));
}
/** Their own words are in another language than was thought: they move there. */
function speak(language: Language): void {
  const { [notice.value.language]: own, ...others } = notice.value.words;
  if (own && !(language in others)) notice.value.words = { ...others, [language]: own };
  notice.value.language = language;
}
</script>

<template>
  <div class="stack">
    <FormLine :label="t(notice.hands ? 'notices.question' : 'notices.titleLabel')" :for="`notice-title-${notice.language}`" path="title"
      ><Input
        :id="`notice-title-${notice.language}`"
        ref="first"
        :value="wordsIn(notice.language).title"
        :maxlength="200"
        dir="auto"
        @update:value="(title: string) => set(notice.language, { title })"
    /></FormLine>
    <slot />
    <RichTextEditor
      :key="notice.language"
      :model-value="wordsIn(notice.language).text"
      class="written"
      slim
      :label="t('notices.text')"
      :placeholder="t('notices.placeholder')"
      :keep-picture="keepPicture"
      @update:model-value="(text) => set(notice.language, { text })"
    />
    <PhraseRows v-if="notice.readers === 'teachers'" v-model="notice.phrases" />
    <AlsoIn v-else :own="notice.language" :written="written" swaps @add="(one) => set(one, {})" @drop="drop" @own="speak">
      <template #default="{ language, called }">
        <FormLine :label="t('wording.titleIn', { language: called })" :for="`notice-title-${language}`"
          ><Input
            :id="`notice-title-${language}`"
            :value="wordsIn(language).title"
            :maxlength="200"
            dir="auto"
            @update:value="(title: string) => set(language, { title })"
        /></FormLine>
        <RichTextEditor
          :model-value="wordsIn(language).text"
          class="written"
          slim
          :label="t('wording.textIn', { language: called })"
          placeholder=""
          :keep-picture="keepPicture"
          @update:model-value="(text) => set(language, { text })"
        />
      </template>
      <template #between><PhraseRows v-model="notice.phrases" /></template>
      <template #end
        ><p class="muted small">{{ t('notices.notTranslated') }}</p></template
      >
    </AlsoIn>
  </div>
</template>
