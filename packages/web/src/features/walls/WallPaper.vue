<script setup lang="ts">
/** A piece as it hangs on a wall: whose, what it looks like and how it begins. Words of its own it has none, so families read it too. */
import type { WallPiece } from '@jolly/server/contract';
import { computed } from 'vue';
import { fileAddress, kindOf } from '../files';

const props = defineProps<{
  piece: Pick<WallPiece, 'files' | 'excerpt' | 'hidden'>;
  /** whose it is, where the wall says so; else what it is */
  whose: string;
  /** the same on paper, where that says less */
  printed?: string | undefined;
  /** every picture, where there is no other place to see them */
  whole?: boolean | undefined;
  /** of which assignment it is, where that is not said above the wall */
  about?: string | undefined;
}>();
defineSlots<{ acts?: () => unknown; default?: () => unknown }>();
const inside = computed(() => props.piece.files.map((file) => ({ file, kind: kindOf(file) })));
const pictures = computed(() => inside.value.filter((one) => one.kind === 'picture'));
const sounds = computed(() => inside.value.filter((one) => one.kind === 'sound'));
const films = computed(() => inside.value.filter((one) => one.kind === 'film'));
const others = computed(() => inside.value.filter((one) => !['picture', 'sound', 'film'].includes(one.kind)));
</script>

<template>
  <article class="hung" :class="{ hidden: piece.hidden }" :aria-label="whose">
    <div class="row top">
      <h3 class="grow" dir="auto">
        <span :class="{ 'no-print': printed !== undefined }">{{ whose }}</span><span
          v-if="printed !== undefined"
          class="only-print"
          aria-hidden="true"
          >{{ printed }}</span
        >
      </h3>
      <slot name="acts" />
    </div>
    <p v-if="about" class="small muted" dir="auto">{{ about }}</p>
    <img
      v-for="{ file } in whole ? pictures : pictures.slice(0, 1)"
      :key="file.id"
      :src="fileAddress(file.id, 'inline')"
      :alt="file.name"
      loading="lazy"
    />
    <p v-if="piece.excerpt" class="words" dir="auto">{{ piece.excerpt }}</p>
    <audio
      v-for="{ file } in sounds"
      :key="file.id"
      controls
      preload="none"
      :src="fileAddress(file.id, 'inline')"
      :aria-label="file.name"
    />
    <video v-for="{ file } in films" :key="file.id" controls preload="none" :src="fileAddress(file.id, 'inline')" :aria-label="file.name" />
    <ul v-if="others.length > 0" class="plain small">
      <li v-for="{ file } in others" :key="file.id">
        <a :href="fileAddress(file.id, 'inline')" target="_blank" rel="noopener" dir="auto">{{ file.name }}</a>
      </li>
    </ul>
    <slot />
  </article>
</template>

<style scoped>
.hung {
  background: var(--surface);
  border: 1px solid var(--line);
  border-block-start: 3px solid var(--line-strong, var(--line));
  border-radius: 3px 3px 8px 8px;
  padding: 12px 16px 14px;
  break-inside: avoid;
  overflow-wrap: anywhere;
}
.hung.hidden {
  border-style: dashed;
}
.top {
  align-items: flex-start;
}
h3 {
  font-size: 17px;
  margin: 0;
}
p {
  margin: 2px 0 8px;
}
.words {
  font-family: var(--font-read);
  white-space: pre-line;
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 9;
  overflow: hidden;
}
img,
video {
  max-inline-size: 100%;
  max-block-size: 240px;
  display: block;
  margin-block: 6px 8px;
  border-radius: 4px;
  border: 1px solid var(--line);
}
audio {
  inline-size: 100%;
}
@media print {
  .words {
    display: block;
    overflow: visible;
  }
}
</style>
