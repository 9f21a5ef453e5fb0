<script setup lang="ts">
import { useWords } from '../../ui/use-words';

/** Shares as bars with their numbers: categories, or aims. */
defineProps<{
  title: string;
  sub?: string;
  none: string;
  bars: readonly { key: string; name: string; note: string; percent: string | null; empty: string }[];
}>();
const { percent } = useWords();
</script>

<template>
  <section v-if="bars.length > 0 || none">
    <div class="heading">
      <h2>{{ title }}</h2>
      <span v-if="sub" class="small">{{ sub }}</span>
    </div>
    <p v-if="bars.length === 0" class="muted small">{{ none }}</p>
    <div v-for="bar in bars" :key="bar.key" class="bar">
      <p class="row line">
        <span class="grow" dir="auto"
          >{{ bar.name }}<span v-if="bar.note" class="muted small note-of">{{ bar.note }}</span></span
        ><strong v-if="bar.percent !== null">{{ percent(bar.percent) }}</strong
        ><span v-else class="muted small">{{ bar.empty }}</span>
      </p>
      <div class="track">
        <div v-if="bar.percent !== null" class="fill" :style="{ inlineSize: `${Math.min(100, Number(bar.percent))}%` }" />
      </div>
    </div>
  </section>
</template>

<style scoped>
.bar {
  margin-block-end: 9px;
}
.line {
  margin: 0 0 3px;
  font-size: 14.5px;
  align-items: baseline;
}
.note-of {
  margin-inline-start: 6px;
}
.track {
  block-size: 8px;
  background: var(--surface-2);
  border-radius: 2px;
}
.fill {
  block-size: 8px;
  background: var(--act);
  border-radius: 2px;
}
</style>
