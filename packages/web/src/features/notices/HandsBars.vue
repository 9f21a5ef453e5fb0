<script setup lang="ts">
/** The choices of a show of hands with how many made each, as bars from the same line. Never a name. */
import { computed } from 'vue';

const props = defineProps<{
  choices: readonly { id: string; text: string }[];
  counts: readonly number[];
  mine?: readonly string[] | null;
}>();
const most = computed(() => Math.max(1, ...props.counts));
</script>

<template>
  <ul class="plain bars">
    <li v-for="(choice, place) in choices" :key="choice.id" :class="{ mine: mine?.includes(choice.id) }">
      <span class="way" dir="auto">{{ choice.text }}</span>
      <span class="track" aria-hidden="true"
        ><span class="bar" :style="{ inlineSize: `${(100 * (counts[place] ?? 0)) / most}%` }"></span
      ></span>
      <strong class="n">{{ counts[place] ?? 0 }}</strong>
    </li>
  </ul>
</template>

<style scoped>
.bars {
  display: grid;
  gap: 0.5em;
}
.bars li {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(60px, 4fr) minmax(2ch, auto);
  gap: 0.8em;
  align-items: center;
}
.way {
  overflow-wrap: anywhere;
}
.mine .way {
  font-weight: 700;
}
.track {
  block-size: 0.85em;
}
.bar {
  display: block;
  block-size: 100%;
  border-radius: 2px;
  background: var(--bar, var(--mark-line));
  transition: inline-size 0.25s;
}
.n {
  font-variant-numeric: tabular-nums;
  text-align: end;
}
@media (max-width: 520px) {
  .bars li {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .track {
    grid-row: 2;
    grid-column: 1 / -1;
  }
}
</style>
