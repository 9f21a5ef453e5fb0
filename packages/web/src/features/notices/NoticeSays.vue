<script setup lang="ts">
/** What a notice says: a title and a text, in more languages where the teacher writes them, and sentences of the stock. */
import { Button, Input } from 'ant-design-vue';
import { EMPTY_TEXT, LANGUAGES, type Language } from '@jolly/core';
import { computed, onMounted, ref } from 'vue';
import type { Focusable } from '../../ui/focus-first';
import FormLine from '../../ui/FormLine.vue';
import RichTextEditor from '../../ui/RichTextEditor.vue';
import SelectField from '../../ui/SelectField.vue';
import { useWords } from '../../ui/use-words';
import { keepPicture } from '../assignments';
import type { NoticeDraft } from './blank-notice';
import PhraseRows from './PhraseRows.vue';

const notice = defineModel<NoticeDraft>({ required: true });
defineSlots<{ /** between title and text */ default?: () => unknown }>();
const { t } = useWords();
const first = ref<Focusable[]>([]);
// The sheet takes the focus when it has come in; then its first field has it.
onMounted(() => requestAnimationFrame(() => requestAnimationFrame(() => first.value[0]?.focus())));
const written = computed(() => LANGUAGES.filter((one) => one === notice.value.language || notice.value.words[one] !== undefined));
const left = computed(() => LANGUAGES.filter((one) => !written.value.includes(one)));
const inOrder = computed(() => [notice.value.language, ...written.value.filter((one) => one !== notice.value.language)]);
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
const languageName = (one: Language) => t(`notices.languages.${one}`);
</script>

<template>
  <div class="stack">
    <template v-for="(language, at) in inOrder" :key="language">
      <FormLine
        :label="
          at > 0 ? t('notices.titleIn', { language: languageName(language) }) : t(notice.hands ? 'notices.question' : 'notices.titleLabel')
        "
        :for="`notice-title-${language}`"
        :path="at > 0 ? undefined : 'title'"
        ><Input
          :id="`notice-title-${language}`"
          ref="first"
          :value="wordsIn(language).title"
          :maxlength="200"
          dir="auto"
          @update:value="(title: string) => set(language, { title })"
      /></FormLine>
      <slot v-if="at === 0" />
      <RichTextEditor
        :model-value="wordsIn(language).text"
        class="written"
        slim
        :label="at > 0 ? t('notices.textIn', { language: languageName(language) }) : t('notices.text')"
        :placeholder="at > 0 ? '' : t('notices.placeholder')"
        :keep-picture="keepPicture"
        @update:model-value="(text) => set(language, { text })"
      />
      <Button v-if="at > 0" type="link" size="small" @click="drop(language)">{{
        t('notices.dropLanguage', { language: languageName(language) })
      }}</Button>
    </template>
    <PhraseRows v-model="notice.phrases" />
    <div v-if="notice.readers === 'families'" class="row wrap">
      <Button v-for="one in left" :key="one" type="link" size="small" @click="set(one, {})">{{
        t('notices.alsoIn', { language: languageName(one) })
      }}</Button>
      <div class="own-language">
        <SelectField
          :model-value="notice.language"
          quiet
          :label="t('notices.language')"
          :options="LANGUAGES.map((value) => ({ value, label: t('notices.inLanguage', { language: languageName(value) }) }))"
          @update:model-value="speak"
        />
      </div>
      <p class="muted small">{{ t('notices.notTranslated') }}</p>
    </div>
  </div>
</template>

<style scoped>
.own-language {
  inline-size: 190px;
}
</style>
