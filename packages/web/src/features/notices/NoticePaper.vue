<script setup lang="ts">
/** The paper that a notice is written on, the same for everybody: a tab at its head, title, words, what goes with it. */
import type { Language, NoticeInLanguage } from '@jolly/core';
import type { KeptFile, NoticeAttachment } from '@jolly/server/contract';
import { isBlank } from '@jolly/core';
import { computed, ref } from 'vue';
import WordLanguages from '../../ui/WordLanguages.vue';
import RichTextView from '../../ui/RichTextView.vue';
import { fileAddress } from '../files';

const props = defineProps<{
  /** in the reader's language, and in the others in which it was written */
  said: Pick<NoticeInLanguage, 'title' | 'text' | 'phrases'> & Partial<NoticeInLanguage>;
  others?: readonly NoticeInLanguage[];
  /** what the choice of languages is called */
  readIn?: string;
  attachments: readonly NoticeAttachment[];
  spoken: KeptFile | null;
  /** it is at the top, or new */
  marked?: boolean;
  /** not up: a draft, waiting, over */
  faint?: boolean;
}>();
defineSlots<{ default?: () => unknown; acts?: () => unknown; hands?: () => unknown; facts?: () => unknown }>();
const chosen = ref<Language | null>(null);
const all = computed(() => [...(props.said.wordsLanguage ? [props.said as NoticeInLanguage] : []), ...(props.others ?? [])]);
const shown = computed(() => all.value.find((one) => one.wordsLanguage === chosen.value) ?? props.said);
const languages = computed(() => all.value.flatMap((one) => one.wordsLanguage ?? []).filter((one) => one !== shown.value.wordsLanguage));
</script>

<template>
  <article class="paper" :class="{ marked, faint }">
    <h3 dir="auto">{{ shown.title }}</h3>
    <WordLanguages
      v-if="shown.wordsLanguage"
      :label="readIn ?? ''"
      :language="shown.wordsLanguage"
      :others="languages"
      @choose="(one) => (chosen = one)"
    />
    <div class="words">
      <p v-for="(phrase, at) in shown.phrases" :key="at" class="phrase" dir="auto">{{ phrase }}</p>
      <RichTextView v-if="!isBlank(shown.text)" :text="shown.text" />
    </div>
    <slot name="hands" />
    <!-- eslint-disable-next-line vuejs-accessibility/media-has-caption -->
    <audio v-if="spoken" controls preload="none" :src="`${fileAddress(spoken.id)}?as=inline`"></audio>
    <div v-if="attachments.length > 0 || $slots.facts" class="small facts">
      <template v-for="one in attachments" :key="one.id"
        ><a v-if="one.kind === 'file'" :href="fileAddress(one.file.id)" download dir="auto">{{ one.title || one.file.name }}</a
        ><a v-else :href="one.url" target="_blank" rel="noopener noreferrer nofollow" dir="auto">{{ one.title || one.url }}</a></template
      ><slot name="facts" />
      <div v-if="$slots.acts" class="row wrap acts"><slot name="acts" /></div>
    </div>
    <slot />
  </article>
</template>

<style scoped>
.paper {
  position: relative;
  background: var(--surface);
  border: 1px solid var(--line);
  border-end-end-radius: 14px;
  padding: 18px 18px 14px;
  margin-block-end: 14px;
}
.paper::before {
  content: '';
  position: absolute;
  inset-block-start: -1px;
  inset-inline-start: 18px;
  inline-size: 44px;
  block-size: 5px;
  background: var(--mark-line);
}
.marked::before {
  background: var(--now);
}
.faint {
  background: none;
  border-style: dashed;
}
.faint h3 {
  color: var(--text-2);
}
h3 {
  font: 650 18px/1.35 var(--font-head);
  margin: 0 0 6px;
  overflow-wrap: anywhere;
}
.words {
  max-inline-size: 640px;
  font: 17px/1.5 var(--font-read);
  overflow-wrap: anywhere;
}
.words :deep(.rich-text) {
  font: inherit;
}
.phrase {
  margin: 0 0 0.4em;
}
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: center;
  color: var(--text-3);
  margin-block: 8px 0;
  overflow-wrap: anywhere;
}
/* Acts stand at the end of the line, or on one of their own. */
.acts {
  margin-inline-start: auto;
}
audio {
  block-size: 36px;
  max-inline-size: 100%;
}
</style>
