<script setup lang="ts">
/** How students will write on a file: whether they can, the places to write, the stickers they find. */
import { Button } from 'ant-design-vue';
import { MOST_STICKERS } from '@jolly/core';
import type { KeptFile, PaperSetting } from '@jolly/server/contract';
import { computed, onMounted, ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLoad } from '../../api/use-load';
import FileButton from '../../ui/FileButton.vue';
import FoldedPart from '../../ui/FoldedPart.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import { useWords } from '../../ui/use-words';
import { fileAddress } from '../files';
import PlacesSetUp from './PlacesSetUp.vue';

const props = defineProps<{ file: KeptFile; modelValue: PaperSetting }>();
const emit = defineEmits<{ 'update:modelValue': [PaperSetting]; checked: [boolean] }>();
const { t, count } = useWords();
const { problem, busy, attempt } = useAttempt();
const pages = ref<number | null>(null);
onMounted(async () => {
  const done = await attempt(async () => {
    pages.value = (await ask('GET /api/files/:fileId/paper', { params: { fileId: props.file.id } })).pages;
  });
  emit('checked', done);
});

const shelf = useLoad(() => ask('GET /api/shelf/pictures'));
/** Those chosen, also such as are not on the shelf any more, and the rest of the shelf. */
const pictures = computed(() => {
  const chosen = props.modelValue.stickers;
  return [...chosen, ...(shelf.value.value ?? []).filter((one) => !chosen.some((other) => other.id === one.id))];
});
const isChosen = (file: KeptFile) => props.modelValue.stickers.some((one) => one.id === file.id);
const choose = (stickers: KeptFile[]) => emit('update:modelValue', { ...props.modelValue, stickers: stickers.slice(0, MOST_STICKERS) });
const toggle = (file: KeptFile) =>
  choose(isChosen(file) ? props.modelValue.stickers.filter((one) => one.id !== file.id) : [...props.modelValue.stickers, file]);
const add = (files: File[]) =>
  attempt(async () => {
    for (const file of files) {
      const kept = await ask('POST /api/files', { file, query: { as: 'picture' } });
      await ask('POST /api/shelf', {
        query: {},
        body: { title: kept.name, folder: t('paper.setUp.stickerFolder'), tags: [], body: { kind: 'file', file: kept } },
      });
      choose([...props.modelValue.stickers, kept]);
    }
  });
</script>

<template>
  <section class="set-up stack">
    <p v-if="pages !== null" class="small muted">{{ count('paper.setUp.pages', pages) }}</p>
    <p v-else-if="!problem" class="small muted" role="status">{{ t('paper.setUp.checking') }}</p>
    <ProblemNote :problem="problem" />
    <template v-if="pages !== null">
      <FoldedPart
        :title="t('paper.setUp.places')"
        :summary="modelValue.places.length > 0 ? count('paper.setUp.placesCount', modelValue.places.length) : t('paper.setUp.placesNone')"
      >
        <PlacesSetUp
          :file="file"
          :model-value="modelValue.places"
          @update:model-value="emit('update:modelValue', { ...modelValue, places: $event })"
        />
      </FoldedPart>
      <FoldedPart :title="t('paper.setUp.stickers')" :summary="count('paper.setUp.stickersCount', modelValue.stickers.length)">
        <div class="stack">
          <p class="small muted">{{ t('paper.setUp.stickersHint') }}</p>
          <p v-if="pictures.length === 0" class="small">{{ t('paper.setUp.noPictures') }}</p>
          <div class="row wrap">
            <Button
              v-for="one in pictures"
              :key="one.id"
              class="sticker"
              :aria-pressed="isChosen(one)"
              :aria-label="one.name"
              @click="toggle(one)"
              ><img :src="fileAddress(one.id, 'inline')" alt=""
            /></Button>
            <FileButton accept="image/png,image/jpeg" multiple :disabled="busy" @files="add">{{ t('paper.setUp.addSticker') }}</FileButton>
          </div>
        </div>
      </FoldedPart>
    </template>
  </section>
</template>

<style scoped>
.sticker.ant-btn {
  inline-size: 60px;
  block-size: 60px;
  padding: 4px;
}
.sticker[aria-pressed='true'] {
  box-shadow: 0 0 0 3px var(--focus);
}
.sticker img {
  inline-size: 100%;
  block-size: 100%;
  object-fit: contain;
}
</style>
