<script setup lang="ts">
/** A brief in other languages beside the first: title, instructions and a recording in each. */
import { Input } from 'ant-design-vue';
import { briefIn, EMPTY_TEXT, LANGUAGES, type BriefWords, type Language } from '@jolly/core';
import type { BriefBody, KeptFile } from '@jolly/server/contract';
import { computed } from 'vue';
import AlsoIn from '../../ui/AlsoIn.vue';
import RichTextEditor from '../../ui/RichTextEditor.vue';
import { useWords } from '../../ui/use-words';
import { keepPicture } from './keep-picture';
import SpokenField from './SpokenField.vue';

defineProps<{ locked: boolean }>();
const body = defineModel<BriefBody>({ required: true });
const { t } = useWords();
const written = computed(() => LANGUAGES.filter((one) => body.value.otherWords[one] !== undefined));
const wordsIn = (language: Language): BriefWords<KeptFile> =>
  body.value.otherWords[language] ?? { title: '', instructions: EMPTY_TEXT, spoken: null };
const set = (language: Language, change: Partial<BriefWords<KeptFile>>) =>
  (body.value.otherWords = { ...body.value.otherWords, [language]: { ...wordsIn(language), ...change } });
function drop(language: Language): void {
  body.value.otherWords = Object.fromEntries(Object.entries(body.value.otherWords).filter(([one]) => one !== language));
}
/** What was written first is in another language than was thought; where that one was written too, they change places. */
function speak(language: Language): void {
  if (body.value.otherWords[language] === undefined) body.value.language = language;
  else {
    const { language: now, title, instructions, spoken, otherWords } = briefIn([language], body.value);
    Object.assign(body.value, { language: now, title, instructions, spoken, otherWords });
  }
}
</script>

<template>
  <AlsoIn
    class="also-in"
    :own="body.language"
    :written="written"
    swaps
    :disabled="locked"
    @add="(one) => set(one, {})"
    @drop="drop"
    @own="speak"
  >
    <template #default="{ language, called }">
      <Input
        :value="wordsIn(language).title"
        :aria-label="t('wording.titleIn', { language: called })"
        :placeholder="t('wording.titleIn', { language: called })"
        :maxlength="200"
        :disabled="locked"
        :lang="language"
        dir="auto"
        @update:value="(title: string) => set(language, { title })"
      />
      <RichTextEditor
        :model-value="wordsIn(language).instructions"
        slim
        :locked="locked"
        :label="t('wording.textIn', { language: called })"
        :placeholder="t('wording.textIn', { language: called })"
        :keep-picture="keepPicture"
        @update:model-value="(instructions) => set(language, { instructions })"
      />
      <div class="row wrap">
        <span class="muted small">{{ t('wording.spokenIn', { language: called }) }}</span>
        <SpokenField
          quiet
          :model-value="wordsIn(language).spoken"
          :locked="locked"
          @update:model-value="(spoken) => set(language, { spoken })"
        />
      </div>
    </template>
    <template v-if="written.length > 0" #end
      ><p class="muted small">{{ t('wording.notTranslated') }}</p></template
    >
  </AlsoIn>
</template>

<style scoped>
.also-in {
  margin-block: 8px;
}
</style>
