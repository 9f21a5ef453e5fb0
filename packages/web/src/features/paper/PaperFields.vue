<script setup lang="ts">
/** Places to write on a page: those that the teacher marked, and the fields of the PDF's own form. */
import { Button, Textarea } from 'ant-design-vue';
import {
  ANSWER_LETTERS,
  ANSWER_SHARE,
  EMPTIED,
  MOST_PAPER_LETTERS,
  SIGN_OUTLINES,
  TICKED,
  type PaperAnswer,
  type PaperChange,
  type PaperPlace,
} from '@jolly/core';
import { computed } from 'vue';
import { useT } from '../../i18n/use-t';
import SignPicture from '../../ui/SignPicture.vue';
import SelectField from '../../ui/SelectField.vue';
import type { PdfField } from '../files';

const props = defineProps<{
  page: number;
  answers: readonly PaperAnswer[];
  places: readonly PaperPlace[];
  fields: readonly PdfField[];
  may: boolean;
  /** ids of places that were answered aloud; null: places are written in */
  said: ReadonlySet<string> | null;
}>();
const emit = defineEmits<{ change: [change: PaperChange, joins: string]; say: [place: { id: string; label: string }] }>();
const { t } = useT();

type Spot = PdfField & { key: string; written: PaperAnswer | undefined };
const PLAIN = { value: '', on: TICKED, options: [] };
const spots = computed((): Spot[] => {
  const asked: PdfField[] = [...props.fields, ...props.places.map((place): PdfField => ({ ...PLAIN, ...place }))];
  const known = new Set(asked.map((one) => one.id));
  // What was written in a place that is not there any more stays where it stands, and can still be changed.
  const left = props.answers
    .filter((one) => !known.has(one.id))
    .map(({ id, x, y, width, height, tick }): PdfField => ({
      ...PLAIN,
      id,
      x,
      y,
      width,
      height,
      kind: tick ? 'tick' : 'words',
      label: t('paper.place'),
    }));
  return [...asked, ...left]
    .map((one, index) => ({ ...one, key: `${one.id} ${index}`, written: props.answers.find((answer) => answer.id === one.id) }))
    .sort((a, b) => a.y - b.y || a.x - b.x);
});
const valueOf = (spot: Spot) => (spot.written?.value ?? spot.value).replace(EMPTIED, '');
const isOn = (spot: Spot) => (spot.written ? spot.written.value === spot.on : spot.value !== '' && spot.value === spot.on);

function write(spot: Spot, value: string): void {
  // A form that had something in it would show that again.
  const words = value === '' && spot.value !== '' ? EMPTIED : value.slice(0, MOST_PAPER_LETTERS);
  const { id, x, y, width, height, kind } = spot;
  const answer: PaperAnswer = { id, page: props.page, kind: 'answer', x, y, width, height, tick: kind === 'tick', value: words };
  emit('change', { put: [answer], drop: [] }, `${id} words`);
}
const tick = (spot: Spot) => props.may && write(spot, isOn(spot) ? '' : spot.on);
const place = ({ x, y, width, height }: Spot) => ({
  left: `${x / 100}%`,
  top: `${y / 100}%`,
  width: `${width / 100}%`,
  height: `${height / 100}%`,
});
/** Letters as high as the place lets them be; `cqw` is a hundredth of the page's width, `cqh` of its height. */
const letters = ({ height }: Spot) => ({ fontSize: `min(${ANSWER_LETTERS / 100}cqw, ${(height / 100) * ANSWER_SHARE}cqh)` });
</script>

<template>
  <div class="fields">
    <div v-for="spot in spots" :key="spot.key" class="spot" :class="spot.kind" :style="place(spot)" :data-place="spot.id" @pointerdown.stop>
      <div
        v-if="spot.kind === 'tick'"
        class="box"
        role="checkbox"
        :tabindex="may ? 0 : undefined"
        :aria-checked="isOn(spot)"
        :aria-disabled="!may || undefined"
        :aria-label="spot.label || t('paper.place')"
        @click="tick(spot)"
        @keydown.space.prevent="tick(spot)"
      >
        <svg v-if="isOn(spot)" viewBox="0 0 100 100" aria-hidden="true"><path :d="SIGN_OUTLINES.tick" /></svg>
      </div>
      <SelectField
        v-if="spot.kind === 'choice' && may"
        class="choice"
        :model-value="valueOf(spot)"
        :label="spot.label"
        :options="spot.options"
        @update:model-value="write(spot, $event)"
      />
      <Textarea
        v-else-if="spot.kind !== 'tick' && may"
        class="written"
        :style="letters(spot)"
        :value="valueOf(spot)"
        :maxlength="MOST_PAPER_LETTERS"
        :aria-label="spot.label || t('paper.place')"
        dir="auto"
        @update:value="write(spot, $event)"
      /><span v-else-if="spot.kind !== 'tick'" class="written" :style="letters(spot)" dir="auto">{{ valueOf(spot) }}</span>
      <Button
        v-if="said && spot.kind === 'words' && (may || said.has(spot.id))"
        class="say"
        :class="{ has: said.has(spot.id) }"
        shape="circle"
        size="small"
        :aria-label="t(said.has(spot.id) ? 'paper.hear' : 'paper.say', { place: spot.label || t('paper.place') })"
        @click="emit('say', { id: spot.id, label: spot.label || t('paper.place') })"
      >
        <SignPicture sign="voice" />
      </Button>
    </div>
  </div>
</template>

<style scoped>
.fields {
  position: absolute;
  inset: 0;
  container-type: size;
  pointer-events: none;
}
.spot {
  position: absolute;
  pointer-events: auto;
  display: grid;
  border-radius: 2px;
  background: rgb(244 169 31 / 14%);
  box-shadow: inset 0 -1px 0 #b88316;
}
.spot:focus-within {
  outline: 2px solid var(--focus);
}
.spot.tick {
  box-shadow: inset 0 0 0 1px #b88316;
}
.written,
.written.ant-input {
  inline-size: 100%;
  block-size: 100%;
  min-block-size: 0;
  padding: 0 2px;
  border: 0;
  border-radius: 0;
  background: transparent;
  box-shadow: none;
  color: #14262e;
  font-family: var(--font);
  line-height: 1.3;
  resize: none;
  overflow: auto;
  white-space: pre-wrap;
}
/* Beside the place, at its end: what is written in it stays in sight. */
.say.say {
  position: absolute;
  inset-inline-end: -6px;
  inset-block-start: -12px;
  padding: 3px;
  background: #fffdf6;
  border-color: #b88316;
  color: #14262e;
}
.say.has {
  background: #1f6f54;
  border-color: #1f6f54;
  color: #fff;
}
.choice {
  min-inline-size: 0;
}
/* The place itself is the box to tick, as large as it is on the paper; a finger may miss it by a little. */
.box {
  position: absolute;
  inset: 0;
  cursor: pointer;
}
.box::after {
  content: '';
  position: absolute;
  inset: -10px;
}
.box:focus-visible {
  outline: 3px solid var(--focus);
}
.box svg {
  display: block;
  inline-size: 100%;
  block-size: 100%;
  padding: 5%;
  fill: #14262e;
}
</style>
