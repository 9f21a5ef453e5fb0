<script setup lang="ts">
/** How a question was answered, as bars with their counts; of a place on a picture as points on it. Never a name. */
import type { AskedQuestion, BoardSpread } from '@jolly/core';
import { computed } from 'vue';
import { useWords } from '../../ui/use-words';
import { fileAddress } from '../files';

const props = defineProps<{ asked: AskedQuestion; spread: readonly BoardSpread[] }>();
const { t, count } = useWords();
const MOST_LINES = 8;
const most = computed(() => Math.max(1, ...props.spread.flatMap(({ lines }) => lines.map((line) => line.count))));
const total = computed(() => props.spread.reduce((sum, { lines }) => sum + lines.reduce((all, line) => all + line.count, 0), 0));
const labelOf = (label: string) =>
  label === '' ? t('live.blank') : props.asked.kind === 'trueFalse' ? t(label === 'true' ? 'quiz.true' : 'quiz.false') : label;
</script>

<template>
  <p v-if="total === 0" class="muted">{{ t('live.nothingThere') }}</p>
  <div v-else-if="asked.kind === 'place' && asked.picture" class="picture">
    <img :src="fileAddress(asked.picture.id)" :alt="asked.picture.alt" /><template v-for="(line, index) in spread[0]!.lines" :key="index"
      ><span
        v-if="line.at"
        class="pin"
        :class="{ right: line.right }"
        :style="{ left: `${line.at[0] / 100}%`, top: `${line.at[1] / 100}%` }"
      ></span
    ></template>
  </div>
  <template v-for="one in spread" v-else :key="one.gap ?? -1">
    <h3 v-if="one.gap !== null && spread.length > 1">{{ t('live.gap', { n: one.gap + 1 }) }}</h3>
    <ul class="plain bars">
      <li v-for="(line, index) in one.lines.slice(0, MOST_LINES)" :key="index" :class="{ right: line.right }">
        <span class="way" :class="{ blank: line.label === '' }" dir="auto">{{ labelOf(line.label) }}</span>
        <span class="track" aria-hidden="true"><span class="bar" :style="{ inlineSize: `${(100 * line.count) / most}%` }"></span></span>
        <strong class="n">{{ line.count }}</strong>
        <span class="says">{{ line.right ? t('live.isRight') : '' }}</span>
      </li>
    </ul>
    <p v-if="one.lines.length > MOST_LINES" class="muted">{{ count('live.moreWays', one.lines.length - MOST_LINES) }}</p>
  </template>
</template>

<style scoped>
.bars {
  display: grid;
  gap: 0.55em;
}
.bars li {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(60px, 3fr) auto minmax(3.2em, auto);
  gap: 0.7em;
  align-items: center;
}
.way {
  overflow-wrap: anywhere;
}
.blank {
  font-style: italic;
}
.track {
  block-size: 0.9em;
  background: color-mix(in srgb, currentColor 12%, transparent);
  border-radius: 3px;
  overflow: hidden;
}
.bar {
  display: block;
  block-size: 100%;
  background: color-mix(in srgb, currentColor 55%, transparent);
  transition: inline-size 0.25s;
}
.right .bar {
  background: var(--now);
}
.right .way {
  font-weight: 700;
}
.n {
  font-variant-numeric: tabular-nums;
  min-inline-size: 2ch;
  text-align: end;
}
.picture {
  position: relative;
  display: inline-block;
}
.picture img {
  display: block;
  max-inline-size: 100%;
  max-block-size: 52vh;
}
.pin {
  position: absolute;
  inline-size: 18px;
  block-size: 18px;
  translate: -50% -50%;
  border-radius: 50%;
  border: 3px solid #fff;
  background: var(--act);
  box-shadow: 0 0 0 1px #14262e;
}
.pin.right {
  background: var(--now);
}
@media (prefers-reduced-motion: reduce) {
  .bar {
    transition: none;
  }
}
</style>
