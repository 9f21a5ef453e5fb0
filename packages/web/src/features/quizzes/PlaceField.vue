<script setup lang="ts">
/**
 * A place on a picture: pressed with a pointer, or found with the arrow keys. Places are ten-thousandths of the picture's width
 * and height, so they are the same however large it is shown.
 */
import type { QuestionPicture } from '@jolly/core';
import { computed } from 'vue';
import { fileAddress } from '../files';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ picture: QuestionPicture; label: string; disabled?: boolean }>();
const place = defineModel<readonly [number, number] | null>({ required: true });
const { t } = useWords();
const STEP = 100;
const within = (value: number) => Math.min(10_000, Math.max(0, Math.round(value)));

function press(event: PointerEvent): void {
  if (props.disabled) return;
  const { left, top, width, height } = (event.currentTarget as HTMLElement).getBoundingClientRect();
  place.value = [within(((event.clientX - left) / width) * 10_000), within(((event.clientY - top) / height) * 10_000)];
}
const MOVES: Record<string, readonly [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
function key(event: KeyboardEvent): void {
  const move = MOVES[event.key];
  if (!move || props.disabled) return;
  event.preventDefault();
  event.stopPropagation();
  const [x, y] = place.value ?? [5000, 5000];
  const by = event.shiftKey ? STEP * 5 : STEP;
  place.value = place.value === null ? [5000, 5000] : [within(x + move[0] * by), within(y + move[1] * by)];
}
const said = computed(() =>
  place.value === null
    ? t('quizTaking.noPlace')
    : t('quizTaking.placeAt', { x: Math.round(place.value[0] / 100), y: Math.round(place.value[1] / 100) }),
);
</script>

<template>
  <div class="stack">
    <div
      class="board"
      role="application"
      :aria-label="`${label} ${picture.alt}`"
      :aria-roledescription="t('quizTaking.board')"
      tabindex="0"
      @pointerdown.prevent="press"
      @keydown="key"
    >
      <img :src="fileAddress(picture.id)" :alt="picture.alt" draggable="false" /><span
        v-if="place"
        class="pin"
        :style="{ left: `${place[0] / 100}%`, top: `${place[1] / 100}%` }"
      ></span>
      <slot />
    </div>
    <p class="small muted" role="status">{{ said }} {{ t('quizTaking.placeKeys') }}</p>
  </div>
</template>

<style scoped>
.board {
  position: relative;
  display: inline-block;
  max-inline-size: 100%;
  cursor: crosshair;
  border: 1px solid var(--line);
  border-radius: 8px;
  line-height: 0;
  touch-action: manipulation;
}
img {
  max-inline-size: 100%;
  max-block-size: 62vh;
  border-radius: 8px;
  user-select: none;
}
.pin {
  position: absolute;
  inline-size: 26px;
  block-size: 26px;
  margin: -13px 0 0 -13px;
  border-radius: 50%;
  border: 3px solid #14262e;
  background: radial-gradient(circle, var(--now) 0 4px, transparent 5px);
  box-shadow: 0 0 0 2px #fffefb;
  pointer-events: none;
}
</style>
