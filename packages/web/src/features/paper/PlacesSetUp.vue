<script setup lang="ts">
/** Marks places to write on the pages of a file: frames drawn with the pointer, or put there and moved by keys. */
import { Button, Input } from 'ant-design-vue';
import { MOST_PLACES, onPage, PAPER_SIDE, type PaperPlace } from '@jolly/core';
import type { KeptFile } from '@jolly/server/contract';
import { useElementSize } from '@vueuse/core';
import { computed, nextTick, ref } from 'vue';
import RadioField from '../../ui/RadioField.vue';
import { useWords } from '../../ui/use-words';
import PaperPages from './PaperPages.vue';

const props = defineProps<{ file: KeptFile; modelValue: readonly PaperPlace[] }>();
const emit = defineEmits<{ 'update:modelValue': [PaperPlace[]] }>();
const { t } = useWords();
/** Smaller than this it was a press, not a frame. */
const LEAST = 80;
const USUAL = { width: 3000, height: 350 };
const TICK = 300;
const STEP = { coarse: 100, fine: 20 };

const box = ref<HTMLElement | null>(null);
const { width: room } = useElementSize(box);
const width = computed(() => Math.max(240, Math.round(room.value)));
const active = ref<string | null>(null);
const place = computed(() => props.modelValue.find((one) => one.id === active.value) ?? null);
const number = (one: PaperPlace) => props.modelValue.indexOf(one) + 1;
const KINDS = (['words', 'tick'] as const).map((kind) => ({ value: kind, label: t(`paper.setUp.placeKinds.${kind}`) }));

const set = (changed: PaperPlace) =>
  emit(
    'update:modelValue',
    props.modelValue.map((one) => (one.id === changed.id ? changed : one)),
  );
async function add(one: Omit<PaperPlace, 'id' | 'label' | 'kind'>): Promise<void> {
  if (props.modelValue.length >= MOST_PLACES) return;
  const made: PaperPlace = { id: crypto.randomUUID(), kind: 'words', label: '', ...one };
  emit('update:modelValue', [...props.modelValue, made]);
  active.value = made.id;
  await nextTick();
  box.value?.querySelector<HTMLElement>(`[data-place="${made.id}"]`)?.focus();
}
function remove(): void {
  emit(
    'update:modelValue',
    props.modelValue.filter((one) => one.id !== active.value),
  );
  active.value = null;
}
const setKind = (kind: PaperPlace['kind']) =>
  place.value && set({ ...place.value, kind, ...(kind === 'tick' ? { width: TICK, height: Math.min(place.value.height, TICK) } : {}) });

const KEYS: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
function key(event: KeyboardEvent, one: PaperPlace): void {
  const by = KEYS[event.key];
  if (by) {
    const [x, y] = by.map((sign) => sign * (event.altKey ? STEP.fine : STEP.coarse)) as [number, number];
    // With Shift the frame's far corner moves, without it the whole of it.
    if (event.shiftKey)
      set({
        ...one,
        width: Math.min(PAPER_SIDE - one.x, Math.max(LEAST, one.width + x)),
        height: Math.min(PAPER_SIDE - one.y, Math.max(LEAST, one.height + y)),
      });
    else set({ ...one, x: Math.min(PAPER_SIDE - one.width, onPage(one.x + x)), y: Math.min(PAPER_SIDE - one.height, onPage(one.y + y)) });
  } else if (event.key === 'Delete' || event.key === 'Backspace') remove();
  else return;
  event.preventDefault();
}

/** A frame that is being drawn. */
const going = ref<{ page: number; fromX: number; fromY: number; x: number; y: number } | null>(null);
const at = (event: PointerEvent) => {
  const { left, top, width: wide, height } = (event.currentTarget as HTMLElement).getBoundingClientRect();
  return { x: onPage(((event.clientX - left) / wide) * PAPER_SIDE), y: onPage(((event.clientY - top) / height) * PAPER_SIDE) };
};
function down(event: PointerEvent, page: number): void {
  if (event.button !== 0) return;
  event.preventDefault();
  (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
  const { x, y } = at(event);
  going.value = { page, fromX: x, fromY: y, x, y };
}
const move = (event: PointerEvent) => going.value && (going.value = { ...going.value, ...at(event) });
const frame = computed(() => {
  const one = going.value;
  return (
    one && {
      page: one.page,
      x: Math.min(one.fromX, one.x),
      y: Math.min(one.fromY, one.y),
      width: Math.abs(one.x - one.fromX),
      height: Math.abs(one.y - one.fromY),
    }
  );
});
function up(): void {
  const drawn = frame.value;
  going.value = null;
  if (drawn && drawn.width >= LEAST && drawn.height >= LEAST) void add(drawn);
}
const lies = ({ x, y, width: wide, height }: Pick<PaperPlace, 'x' | 'y' | 'width' | 'height'>) => ({
  left: `${x / 100}%`,
  top: `${y / 100}%`,
  width: `${wide / 100}%`,
  height: `${height / 100}%`,
});
</script>

<template>
  <div class="places stack">
    <p class="small muted">{{ t('paper.setUp.placesHint') }}</p>
    <div class="row wrap">
      <Button @click="add({ page: place?.page ?? 1, x: 1000, y: 1000, ...USUAL })">{{ t('paper.setUp.addPlace') }}</Button>
    </div>
    <div v-if="place" class="note stack chosen">
      <strong>{{ t('paper.setUp.placeN', { n: number(place), page: place.page }) }}</strong>
      <label class="stack-s"
        ><span class="small">{{ t('paper.setUp.label') }}</span
        ><Input :value="place.label" :maxlength="200" dir="auto" @update:value="set({ ...place, label: $event })"
      /></label>
      <div class="row wrap">
        <RadioField :model-value="place.kind" :options="KINDS" :label="t('paper.setUp.placeKind')" @update:model-value="setKind" /><Button
          type="link"
          @click="remove"
          >{{ t('paper.setUp.remove') }}</Button
        >
      </div>
    </div>
    <div ref="box">
      <PaperPages :file="file" :width="width">
        <template #page="{ page, fields }">
          <div class="marks" @pointerdown="down($event, page)" @pointermove="move" @pointerup="up" @pointercancel="going = null">
            <i v-for="field in fields" :key="`${field.id} ${field.x} ${field.y}`" class="field-there" :style="lies(field)" />
            <div
              v-for="one in modelValue.filter((other) => other.page === page)"
              :key="one.id"
              class="mark"
              :class="{ active: one.id === active }"
              :style="lies(one)"
              :data-place="one.id"
              tabindex="0"
              role="group"
              :aria-label="`${t('paper.setUp.placeN', { n: number(one), page })} ${one.label}`"
              @focus="active = one.id"
              @pointerdown.stop
              @keydown="key($event, one)"
            >
              {{ number(one) }}
            </div>
            <i v-if="frame?.page === page" class="mark drawing" :style="lies(frame)" />
          </div>
        </template>
      </PaperPages>
    </div>
  </div>
</template>

<style scoped>
.marks {
  position: absolute;
  inset: 0;
  cursor: crosshair;
  touch-action: none;
}
.mark,
.field-there {
  position: absolute;
  border-radius: 2px;
}
.field-there {
  background: rgb(43 123 176 / 14%);
  border: 1px dashed #2b7bb0;
}
.mark {
  background: rgb(244 169 31 / 22%);
  border: 1px solid #b88316;
  color: #14262e;
  font-size: 12px;
  line-height: 1;
  padding: 2px;
  overflow: hidden;
  cursor: pointer;
}
.mark.active {
  outline: 3px solid var(--focus);
}
.chosen {
  position: sticky;
  inset-block-start: 0;
  z-index: 2;
}
</style>
