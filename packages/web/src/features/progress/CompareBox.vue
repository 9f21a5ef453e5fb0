<script setup lang="ts">
/** Which two moments or terms of a class are compared. */
import { DAY_MS, instantOf, localDateAt, mondayOf, plusDays } from '@jolly/core';
import type { ClassProgressReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { now } from '../../api/client';
import { useWords } from '../../ui/use-words';
import { useLooking } from './use-looking';

const props = defineProps<{ reply: ClassProgressReply }>();
const { t } = useWords();
const { asked, set } = useLooking();
type Kind = 'none' | 'weeks' | 'begin' | 'dates' | 'terms';
const zone = computed(() => props.reply.zone);
const weeks = computed(() => props.reply.settings.overWeeks);
const term = computed(() =>
  props.reply.looking.kind === 'term' && props.reply.looking.term !== null
    ? props.reply.terms[props.reply.looking.term]
    : props.reply.terms[0],
);
const kind = ref<Kind>('none');
const endOf = (day: string) => instantOf(zone.value, { date: plusDays(day, 1), msOfDay: 0 }) - 1;
const days = computed({
  get: () => ({
    from: localDateAt(zone.value, asked.value.fromAt ?? now() - weeks.value * 7 * DAY_MS),
    to: localDateAt(zone.value, asked.value.toAt ?? now()),
  }),
  set: ({ from, to }) => void set({ fromAt: endOf(from), toAt: endOf(to), fromTerm: undefined, toTerm: undefined }),
});
watch(
  () => props.reply.between,
  (between) => {
    if (!between) kind.value = 'none';
    else if (between.kind === 'terms') kind.value = 'terms';
    else if (kind.value === 'none' || kind.value === 'terms') kind.value = 'dates';
  },
  { immediate: true },
);
function choose(chosen: Kind): void {
  kind.value = chosen;
  const none = { fromAt: undefined, toAt: undefined, fromTerm: undefined, toTerm: undefined };
  if (chosen === 'none') void set(none);
  if (chosen === 'weeks') void set({ ...none, fromAt: now() - weeks.value * 7 * DAY_MS, toAt: now() });
  if (chosen === 'begin' && term.value) void set({ ...none, fromAt: endOf(plusDays(mondayOf(term.value.from), 6)), toAt: now() });
  if (chosen === 'dates') days.value = { ...days.value };
  if (chosen === 'terms') void set({ ...none, fromTerm: 0, toTerm: Math.min(1, props.reply.terms.length - 1) });
}
const KINDS = computed<Kind[]>(() => [
  'none',
  'weeks',
  ...(term.value ? (['begin'] as const) : []),
  'dates',
  ...(props.reply.terms.length > 1 ? (['terms'] as const) : []),
]);
</script>

<template>
  <span class="row wrap">
    <label class="small" for="compare">{{ t('progress.compare') }}</label>
    <select id="compare" class="field choice" :value="kind" @change="choose(($event.target as HTMLSelectElement).value as Kind)">
      <option v-for="one in KINDS" :key="one" :value="one">{{ t(`progress.compareWith.${one}`, { n: weeks }) }}</option>
    </select>
    <template v-if="kind === 'dates'">
      <input
        class="field day"
        type="date"
        :aria-label="t('progress.compareFrom')"
        :value="days.from"
        :max="days.to"
        @change="days = { ...days, from: ($event.target as HTMLInputElement).value || days.from }"
      />
      <input
        class="field day"
        type="date"
        :aria-label="t('progress.compareTo')"
        :value="days.to"
        :min="days.from"
        @change="days = { ...days, to: ($event.target as HTMLInputElement).value || days.to }"
      />
    </template>
    <template v-if="kind === 'terms'">
      <select
        class="field choice"
        :aria-label="t('progress.compareFrom')"
        :value="asked.fromTerm"
        @change="set({ fromTerm: Number(($event.target as HTMLSelectElement).value) })"
      >
        <option v-for="(one, place) in reply.terms" :key="place" :value="place">{{ one.name }}</option>
      </select>
      <select
        class="field choice"
        :aria-label="t('progress.compareTo')"
        :value="asked.toTerm"
        @change="set({ toTerm: Number(($event.target as HTMLSelectElement).value) })"
      >
        <option v-for="(one, place) in reply.terms" :key="place" :value="place">{{ one.name }}</option>
      </select>
    </template>
  </span>
</template>

<style scoped>
.choice,
.day {
  inline-size: auto;
  min-height: 32px;
  padding: 3px 8px;
}
</style>
