<script setup lang="ts">
/** A chart that can be read without seeing it: it says what it shows, and the table behind it is one press away. */
import type { Chart as ChartOf, ChartDataset } from 'chart.js';
import { LOCALE_OF, writtenNumber } from '@jolly/core';
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import { language } from '../time/format';
import { useT } from '../i18n/use-t';
import FoldedPart from './FoldedPart.vue';
import { useThemeChoice } from './theme';
import ListTable from './ListTable.vue';

export interface ChartSeries {
  name: string;
  values: readonly (number | null)[];
  /** a line across, such as the pass line */
  across?: boolean;
}
const props = defineProps<{
  kind: 'bar' | 'line' | 'lying';
  label: string;
  labels: readonly string[];
  /** shorter ones for the axis, where there is little room */
  ticks?: readonly string[];
  series: readonly ChartSeries[];
  /** of the scale; left out, that of the values */
  max?: number;
  height?: number;
  /** heads of the first column and of each series in the table */
  head: string;
}>();
const { t } = useT();
const number = (value: number): string => writtenNumber(language(), value);
const { dark } = useThemeChoice();
const canvas = ref<HTMLCanvasElement | null>(null);
const chart = shallowRef<ChartOf | null>(null);
let round = 0;

async function draw(): Promise<void> {
  const mine = ++round;
  const { Chart, BarController, BarElement, LineController, LineElement, PointElement, LinearScale, CategoryScale } =
    await import('chart.js');
  if (mine !== round || !canvas.value) return;
  Chart.register(BarController, BarElement, LineController, LineElement, PointElement, LinearScale, CategoryScale);
  chart.value?.destroy();
  const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
  const [text, line, act, now] = [colour('--text-2'), colour('--line'), colour('--act'), colour('--now')];
  const lying = props.kind === 'lying';
  const value = {
    ticks: { color: text, precision: 0 },
    grid: { color: line },
    beginAtZero: true,
    ...(props.max === undefined ? {} : { max: props.max }),
  };
  const names = { ticks: { color: text, autoSkip: !lying, maxRotation: 0 }, grid: { display: false } };
  const shown = (one: ChartSeries): ChartDataset => {
    const data = [...one.values];
    if (one.across) return { type: 'line', data, borderColor: text, borderDash: [4, 4], borderWidth: 1.5, pointRadius: 0 };
    // The last point is now: marigold, and larger, as everywhere.
    const last = data.length - 1;
    if (props.kind === 'line')
      return {
        type: 'line',
        data,
        borderColor: act,
        borderWidth: 2.5,
        pointStyle: 'rect',
        spanGaps: true,
        clip: false,
        pointBackgroundColor: data.map((_, at) => (at === last ? now : act)),
        pointRadius: data.map((_, at) => (at === last ? 5 : 3)),
      };
    return { type: 'bar', data, backgroundColor: act, borderRadius: 3, maxBarThickness: 26 };
  };
  chart.value = new Chart(canvas.value, {
    type: props.kind === 'line' ? 'line' : 'bar',
    data: { labels: [...(props.ticks ?? props.labels)], datasets: props.series.map(shown) },
    options: {
      indexAxis: lying ? 'y' : 'x',
      responsive: true,
      locale: LOCALE_OF[language()],
      maintainAspectRatio: false,
      animation: false,
      scales: lying ? { x: value, y: names } : { y: value, x: names },
    },
  });
}
watch([canvas, () => JSON.stringify([props.labels, props.series, props.max, props.kind]), dark], () => void draw(), { flush: 'post' });
onBeforeUnmount(() => {
  round += 1;
  chart.value?.destroy();
});
/** The same figures in words: a row for each place along the axis. */
const behind = computed(() =>
  props.labels.map((name, at) => ({ key: String(at), name, values: props.series.map((one) => one.values[at] ?? null) })),
);
</script>

<template>
  <figure class="figure">
    <div class="canvas" :style="{ blockSize: `${height ?? 170}px` }"><canvas ref="canvas" role="img" :aria-label="label" /></div>
    <FoldedPart class="behind small" :title="t('progress.behind')">
      <ListTable
        name="chart"
        :label="label"
        :rows="behind"
        :columns="[{ key: 'name', title: head }, ...series.map((one, place) => ({ key: `series${place}`, title: one.name, number: true }))]"
        :key-of="(row) => row.key"
        empty="–"
      >
        <template #name="{ row }"
          ><strong dir="auto">{{ row.name }}</strong></template
        >
        <template v-for="(_, place) in series" :key="place" #[`series${place}`]="{ row }">{{
          row.values[place] == null ? '–' : number(row.values[place])
        }}</template>
      </ListTable>
    </FoldedPart>
  </figure>
</template>

<style scoped>
.figure {
  margin: 0;
}
.canvas {
  position: relative;
}
.behind {
  margin-block-start: 4px;
}
</style>
