<script setup lang="ts">
/** What a student has made, as pictures and sounds. */
import { Button } from 'ant-design-vue';
import { isBlank, type RichText } from '@jolly/core';
import type { PaperSheet, WorkFile } from '@jolly/server/contract';
import { computed } from 'vue';
import RichTextView from '../../ui/RichTextView.vue';
import SignPicture from '../../ui/SignPicture.vue';
import { useWords } from '../../ui/use-words';
import { fileAddress, kindOf, RecordingView, type Upload } from '../files';

const props = defineProps<{
  files: readonly WorkFile[];
  papers: readonly PaperSheet[];
  uploads: readonly Upload[];
  text: RichText | null;
  locked?: boolean;
}>();
defineEmits<{ remove: [WorkFile]; stop: [key: string] }>();
const { t } = useWords();
const names = { picture: 'simple.drawing', sound: 'simple.recording', film: 'simple.recording' } as const;
/** Each called by what it is and its number: file names are for those who read. */
const made = computed(() => {
  const seen: Record<string, number> = {};
  return props.files.map((file) => {
    const kind = kindOf(file);
    const word = kind in names ? names[kind as keyof typeof names] : ('simple.thing' as const);
    seen[word] = (seen[word] ?? 0) + 1;
    return { file, kind, name: t(word, { n: seen[word] }) };
  });
});
const written = computed(() => props.papers.filter((one) => one.objects > 0));
const hasText = computed(() => !isBlank(props.text));
</script>

<template>
  <ul v-if="made.length + written.length + uploads.length > 0 || hasText" class="plain made" :aria-label="t('simple.made')">
    <li v-for="{ file, kind, name } in made" :key="file.id" class="thing">
      <img v-if="kind === 'picture'" :src="fileAddress(file.id, 'inline')" :alt="name" loading="lazy" />
      <audio v-else-if="kind === 'sound'" controls preload="none" :src="fileAddress(file.id, 'inline')" :aria-label="name" />
      <RecordingView v-else-if="kind === 'film'" :src="fileAddress(file.id, 'inline')" :label="name" />
      <a v-else :href="fileAddress(file.id)" download class="named"
        ><SignPicture sign="file" /><span dir="auto">{{ file.name }}</span></a
      >
      <Button v-if="!locked" class="off" shape="circle" :aria-label="t('simple.takeOff', { name })" @click="$emit('remove', file)"
        >×</Button
      >
    </li>
    <li v-for="paper in written" :key="paper.attachmentId" class="thing named">
      <SignPicture sign="paper" /><span dir="auto">{{ paper.title }}</span>
    </li>
    <li v-if="hasText && text" class="thing text"><RichTextView :text="text" /></li>
    <li v-for="upload in uploads" :key="upload.key" class="thing named" role="status">
      <SignPicture sign="file" /><span>{{
        upload.state === 'refused' ? upload.why : t(upload.state === 'waiting' ? 'simple.waits' : 'simple.sending')
      }}</span
      ><Button
        v-if="upload.state === 'refused'"
        class="off"
        shape="circle"
        :aria-label="t('simple.takeOff', { name: upload.name })"
        @click="$emit('stop', upload.key)"
        >×</Button
      >
    </li>
  </ul>
</template>

<style scoped>
.made {
  inline-size: 100%;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 230px), 1fr));
  gap: 14px;
  align-items: center;
}
.thing {
  position: relative;
  display: grid;
  justify-items: center;
  gap: 6px;
  padding: 10px;
  border: 1px solid var(--line);
  border-radius: 12px;
  background: var(--surface);
  min-inline-size: 0;
}
.text {
  grid-column: 1 / -1;
  justify-items: stretch;
}
.named {
  overflow-wrap: anywhere;
}
.thing .sign,
.named .sign {
  inline-size: 44px;
  justify-self: center;
}
img {
  max-inline-size: 100%;
  max-block-size: 190px;
  border-radius: 8px;
}
audio {
  inline-size: 100%;
}
.off.off {
  position: absolute;
  inset-block-start: -10px;
  inset-inline-end: -8px;
  font-size: 22px;
  line-height: 1;
  background: var(--surface);
}
</style>
