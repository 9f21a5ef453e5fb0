<script setup lang="ts">
/**
 * A day, typed (`fri`, `+2`, `3 dec`, with a time behind it where one is asked for too) or picked. What cannot be read is refused
 * in words, and the day that was there stays.
 */
import type { LocalDate, WallTime } from '@jolly/core';
import { computed, nextTick, ref, useId } from 'vue';
import { useT } from '../i18n/use-t';
import { isDayFault, type DayFault } from '../time/read-day';
import { DatePicker, WRITTEN, dateOfPicker, dayInField, isDay, pickerDay, typedDay } from './pickers';
import { given } from './given';
import { useInputSays } from './use-input-says';
import { usePickerKeys } from './use-picker-keys';
import PickerIcon from './PickerIcon.vue';

/** What is to be seen of a day in the calendar: no school, or much that is due already, in words. */
export interface DayMark {
  kind: 'closed' | 'heavy';
  says: string;
}
const props = withDefaults(
  defineProps<{
    /** empty for none */
    modelValue: LocalDate | '';
    id?: string | undefined;
    label?: string | undefined;
    min?: LocalDate | undefined;
    max?: LocalDate | undefined;
    required?: boolean | undefined;
    disabled?: boolean | undefined;
    invalid?: boolean | undefined;
    /** what the calendar says of a day */
    markOf?: ((date: LocalDate) => DayMark | null) | undefined;
  }>(),
  { disabled: undefined },
);
const emit = defineEmits<{ 'update:modelValue': [LocalDate | '']; time: [WallTime] }>();
const { t } = useT();
const faultId = useId();
const ownId = useId();
const root = ref<HTMLElement | null>(null);

const value = computed(() => (props.modelValue === '' ? undefined : pickerDay(props.modelValue)));
const outside = (date: LocalDate) => (props.min !== undefined && date < props.min) || (props.max !== undefined && date > props.max);
/** what stands in the field while it is being typed */
const typed = ref<string | null>(null);
const { opened, escape, goOn } = usePickerKeys(typed);
const refused = ref<{ fault: DayFault | 'tooEarly' | 'tooLate'; typed: string } | null>(null);

function take(date: LocalDate | ''): void {
  typed.value = null;
  refused.value = null;
  if (date !== props.modelValue) emit('update:modelValue', date);
}
/** What was typed is read when the field is left, or on Enter. */
function finish(): void {
  const text = typed.value;
  typed.value = null;
  if (text === null) return;
  if (text.trim() === '') return props.required ? undefined : take('');
  const read = typedDay(text);
  if (isDayFault(read)) return void (refused.value = { fault: read, typed: text });
  if (read.date !== null && outside(read.date))
    return void (refused.value = { fault: props.min !== undefined && read.date < props.min ? 'tooEarly' : 'tooLate', typed: text });
  if (read.date !== null) take(read.date);
  // The day first: a time without a day would have nothing to belong to.
  void nextTick(() => read.time !== null && emit('time', read.time));
}
/** How a day stands in the calendar. */
function marked(date: LocalDate): { class?: string; title?: string } {
  const mark = props.markOf?.(date);
  return mark ? { class: mark.kind, title: mark.says } : {};
}
const wrong = computed(() => {
  const one = refused.value;
  if (!one) return '';
  return t(`when.${one.fault}`, {
    typed: one.typed,
    from: props.min ? dayInField(props.min) : '',
    to: props.max ? dayInField(props.max) : '',
  });
});
useInputSays(root, () => ({
  'aria-invalid': props.invalid || refused.value ? 'true' : undefined,
  'aria-describedby': refused.value ? faultId : undefined,
}));
</script>

<template>
  <div
    ref="root"
    class="day-field"
    @input.capture="typed = ($event.target as HTMLInputElement).value"
    @keydown.enter.capture="finish"
    @keydown.esc.capture="escape"
    @keydown.tab.capture="goOn"
    @focusout="finish"
  >
    <label v-if="label" class="hidden-text" :for="id ?? ownId">{{ label }}</label>
    <DatePicker
      v-model:open="opened"
      class="day"
      v-bind="given({ id: id ?? ownId, value, disabled })"
      :format="WRITTEN.day"
      :placeholder="t('when.placeholder')"
      :status="invalid || refused ? 'error' : ''"
      :allow-clear="!required"
      :disabled-date="(day) => outside(dateOfPicker(day))"
      @update:value="(day) => take(isDay(day) ? dateOfPicker(day) : '')"
    >
      <template #superPrevIcon><PickerIcon which="superPrev" /></template>
      <template #prevIcon><PickerIcon which="prev" /></template>
      <template #nextIcon><PickerIcon which="next" /></template>
      <template #superNextIcon><PickerIcon which="superNext" /></template>
      <template #dateRender="{ current }">
        <div class="ant-picker-cell-inner" v-bind="marked(dateOfPicker(current))">
          {{ current.date() }}
        </div>
      </template>
    </DatePicker>
    <p v-if="refused" :id="faultId" class="alarm small" role="alert">{{ wrong }}</p>
  </div>
</template>

<style scoped>
.day {
  width: 100%;
}
.closed {
  color: var(--text-3);
  background: var(--surface-2);
}
.heavy {
  text-decoration: underline 3px var(--alarm);
  text-underline-offset: 4px;
}
</style>
