<script setup lang="ts">
/** Which two moments or terms of a class are compared. */
import { DAY_MS, instantOf, localDateAt, mondayOf, plusDays } from '@jolly/core';
import type { ClassProgressReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { now } from '../../api/client';
import { useWords } from '../../ui/use-words';
import { useLooking } from './use-looking';
import SelectField from '../../ui/SelectField.vue';
import DayField from '../../ui/DayField.vue';

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
    <SelectField
      id="compare"
      :model-value="kind"
      class="choice"
      :options="KINDS.map((one) => ({ value: one, label: t(`progress.compareWith.${one}`, { n: weeks }) }))"
      @update:model-value="choose($event)"
    />
    <template v-if="kind === 'dates'">
      <DayField
        :label="t('progress.compareFrom')"
        :max="days.to"
        :model-value="days.from"
        @update:model-value="days = { ...days, from: $event || days.from }"
      />
      <DayField
        :label="t('progress.compareTo')"
        :min="days.from"
        :model-value="days.to"
        @update:model-value="days = { ...days, to: $event || days.to }"
      />
    </template>
    <template v-if="kind === 'terms'">
      <SelectField
        :label="t('progress.compareFrom')"
        :model-value="asked.fromTerm"
        class="choice"
        :options="reply.terms.map((one, place) => ({ value: place, label: one.name }))"
        @update:model-value="set({ fromTerm: $event })"
      />
      <SelectField
        :label="t('progress.compareTo')"
        :model-value="asked.toTerm"
        class="choice"
        :options="reply.terms.map((one, place) => ({ value: place, label: one.name }))"
        @update:model-value="set({ toTerm: $event })"
      />
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
