<script setup lang="ts">
/** A picture and the parts of it that count: drawn with a pointer as a box or an oval, or set by numbers. */
import { Button, Input } from 'ant-design-vue';
import type { Question, QuestionPicture, Region } from '@jolly/core';
import { computed, ref } from 'vue';
import { useAttempt } from '../../api/use-attempt';
import FileButton from '../../ui/FileButton.vue';
import FormLine from '../../ui/FormLine.vue';
import NumberField from '../../ui/NumberField.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import SelectField from '../../ui/SelectField.vue';
import { useWords } from '../../ui/use-words';
import { putUpPicture } from '../assignments';
import { fileAddress } from '../files';
import RegionShape from './RegionShape.vue';

type OfPlace = Extract<Question, { kind: 'place' }>;
type Box = { x: number; y: number; w: number; h: number };
const question = defineModel<OfPlace>({ required: true });
const { t } = useWords();
const { problem, busy, attempt } = useAttempt();
const set = (more: Partial<OfPlace>) => (question.value = { ...question.value, ...more });
const putUp = ([file]: readonly File[]) =>
  attempt(async () => {
    const { id, name, size, mediaType } = await putUpPicture(file!);
    set({ picture: { id, name, size, mediaType, alt: question.value.picture?.alt ?? '' } satisfies QuestionPicture });
  });

const shape = ref<'rect' | 'ellipse'>('rect');
const regionOf = ({ x, y, w, h }: Box): Region =>
  shape.value === 'rect'
    ? { shape: 'rect', x, y, w, h, percent: 100_000 }
    : {
        shape: 'ellipse',
        cx: Math.round(x + w / 2),
        cy: Math.round(y + h / 2),
        rx: Math.round(w / 2),
        ry: Math.round(h / 2),
        percent: 100_000,
      };
const from = ref<readonly [number, number] | null>(null);
const drawn = ref<Box | null>(null);
function at(event: PointerEvent): readonly [number, number] {
  const { left, top, width, height } = (event.currentTarget as HTMLElement).getBoundingClientRect();
  const within = (value: number) => Math.min(10_000, Math.max(0, Math.round(value * 10_000)));
  return [within((event.clientX - left) / width), within((event.clientY - top) / height)];
}
function down(event: PointerEvent): void {
  from.value = at(event);
  (event.currentTarget as HTMLElement).setPointerCapture?.(event.pointerId);
}
function move(event: PointerEvent): void {
  if (!from.value) return;
  const [[ax, ay], [bx, by]] = [from.value, at(event)];
  drawn.value = { x: Math.min(ax, bx), y: Math.min(ay, by), w: Math.abs(ax - bx), h: Math.abs(ay - by) };
}
function up(): void {
  // A mere press draws nothing: nobody could hit it.
  if (drawn.value && drawn.value.w > 100 && drawn.value.h > 100) set({ regions: [...question.value.regions, regionOf(drawn.value)] });
  from.value = drawn.value = null;
}
const boxOf = (region: Region): Box => {
  switch (region.shape) {
    case 'rect':
      return region;
    case 'ellipse':
      return { x: region.cx - region.rx, y: region.cy - region.ry, w: region.rx * 2, h: region.ry * 2 };
    case 'polygon': {
      const [xs, ys] = [region.points.map(([x]) => x), region.points.map(([, y]) => y)];
      return { x: Math.min(...xs), y: Math.min(...ys), w: Math.max(...xs) - Math.min(...xs), h: Math.max(...ys) - Math.min(...ys) };
    }
  }
};
const SIDES = ['x', 'y', 'w', 'h'] as const;
function setSide(index: number, side: (typeof SIDES)[number], hundredths: number): void {
  const before = question.value.regions[index]!;
  const box = { ...boxOf(before), [side]: Math.round(hundredths * 100) };
  const kept = shape.value;
  shape.value = before.shape === 'ellipse' ? 'ellipse' : 'rect';
  const after = { ...regionOf(box), percent: before.percent };
  shape.value = kept;
  set({ regions: question.value.regions.map((one, place) => (place === index ? after : one)) });
}
const preview = computed(() => (drawn.value ? regionOf(drawn.value) : null));
</script>

<template>
  <div class="stack">
    <div class="row wrap">
      <FileButton accept="image/png,image/jpeg,image/webp,image/gif" :disabled="busy" @files="putUp">{{
        t(question.picture ? 'quizMaking.otherPicture' : 'quizMaking.choosePicture')
      }}</FileButton>
      <SelectField
        v-if="question.picture"
        v-model="shape"
        :label="t('quizMaking.shape')"
        :options="(['rect', 'ellipse'] as const).map((one) => ({ value: one, label: t(`quizMaking.shapes.${one}`) }))"
      />
    </div>
    <ProblemNote :problem="problem" />
    <template v-if="question.picture">
      <div class="board" @pointerdown.prevent="down" @pointermove="move" @pointerup="up">
        <img :src="fileAddress(question.picture.id)" :alt="question.picture.alt" draggable="false" />
        <RegionShape v-for="(region, index) in question.regions" :key="index" :region="region" :label="String(index + 1)" />
        <RegionShape v-if="preview" :region="preview" label="" />
      </div>
      <p class="small muted">{{ t('quizMaking.drawRegion') }}</p>
      <div v-for="(region, index) in question.regions" :key="index" class="row wrap small">
        <strong>{{ index + 1 }}</strong>
        <label v-for="side in SIDES" :key="side" class="row"
          >{{ t(`quizMaking.sides.${side}`)
          }}<NumberField
            :model-value="boxOf(region)[side] / 100"
            :min="0"
            :max="100"
            :disabled="region.shape === 'polygon'"
            :label="t('quizMaking.sideOf', { side: t(`quizMaking.sides.${side}`), n: index + 1 })"
            @update:model-value="setSide(index, side, $event)"
        /></label>
        <Button
          type="link"
          size="small"
          :aria-label="t('quizMaking.dropRegion', { n: index + 1 })"
          @click="set({ regions: question.regions.filter((_, place) => place !== index) })"
          >×</Button
        >
      </div>
      <Button size="small" @click="set({ regions: [...question.regions, regionOf({ x: 4000, y: 4000, w: 2000, h: 2000 })] })">{{
        t('quizMaking.addRegion')
      }}</Button>
      <FormLine :label="t('quizMaking.pictureAlt')" for="picture-alt">
        <Input
          id="picture-alt"
          :value="question.picture.alt"
          :maxlength="500"
          dir="auto"
          @update:value="set({ picture: { ...question.picture!, alt: $event } })"
        />
      </FormLine>
    </template>
  </div>
</template>

<style scoped>
.board {
  position: relative;
  display: inline-block;
  max-inline-size: 100%;
  line-height: 0;
  cursor: crosshair;
  border: 1px solid var(--line);
  touch-action: none;
}
img {
  max-inline-size: 100%;
  max-block-size: 380px;
  user-select: none;
}
</style>
