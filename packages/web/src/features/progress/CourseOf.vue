<script setup lang="ts">
/** The total week by week, with the pass line. */
import type { StudentProgressReply } from '@jolly/server/contract';
import { computed } from 'vue';
import { dateText } from '../../time/format';
import ChartFigure from '../../ui/ChartFigure.vue';
import { useWords } from '../../ui/use-words';

const props = defineProps<{ standing: StudentProgressReply }>();
const { t, number } = useWords();
const course = computed(() => props.standing.view.course);
const labels = computed(() => course.value.map(({ at }) => dateText(at, props.standing.of.zone)));
const values = computed(() => course.value.map(({ total }) => (total === null ? null : Number(total))));
const pass = computed(() => props.standing.of.settings.passLine / 1000);
</script>

<template>
  <section v-if="standing.view.standing.hasTotals">
    <h2>{{ t('progress.courseOwn') }}</h2>
    <p v-if="values.every((one) => one === null)" class="muted small">{{ t('progress.courseNone') }}</p>
    <ChartFigure
      v-else
      kind="line"
      :height="120"
      :max="Math.max(100, ...values.map((one) => one ?? 0))"
      :head="t('progress.courseWhen')"
      :label="t('progress.courseOwnLabel', { all: values.map((one) => (one === null ? '–' : number(one))).join(' · ') })"
      :labels="labels"
      :series="[
        { name: t('progress.courseTotal'), values },
        { name: t('progress.passLine', { n: pass }), values: values.map(() => pass), across: true },
      ]"
    />
  </section>
</template>
