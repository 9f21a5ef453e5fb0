<script setup lang="ts">
/** What is coming for a child beside its work: events that families see, in the next weeks. */
import { localDateAt, plusDays } from '@jolly/core';
import { computed } from 'vue';
import { ask, now } from '../../api/client';
import { useLoad } from '../../api/use-load';
import { localDayLong } from '../../time/format';
import { useTimes } from '../dates';
import { useFamilyWords } from './use-family';

const props = defineProps<{ classIds: readonly string[]; zone: string }>();
const { t } = useFamilyWords();
const timesOf = useTimes();
const AHEAD_DAYS = 28;
const from = localDateAt(props.zone, now());
const { value } = useLoad(() => ask('GET /api/dates', { query: { from, to: plusDays(from, AHEAD_DAYS) } }));
const events = computed(() =>
  (value.value?.entries ?? []).filter((one) => one.kind === 'event' && (one.classId === null || props.classIds.includes(one.classId))),
);
</script>

<template>
  <section v-if="events.length > 0">
    <div class="heading">
      <h2>{{ t('family.dates') }}</h2>
    </div>
    <ul class="plain">
      <li v-for="(one, at) in events" :key="at">
        <strong>{{ localDayLong(one.from) }}</strong> <span dir="auto">{{ one.title }}</span>
        <span class="muted small" dir="auto">{{
          [timesOf(one, value?.zone ?? zone), one.place, one.className].filter(Boolean).join(' · ')
        }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: baseline;
  padding-block: 7px;
  border-block-end: 1px solid var(--line-2);
  overflow-wrap: anywhere;
}
</style>
