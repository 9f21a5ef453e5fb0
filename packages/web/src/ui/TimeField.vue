<script setup lang="ts">
/** A time of day, typed (`15:30`, `1530`, `3pm`) or picked; each pick counts at once. */
import type { WallTime } from '@jolly/core';
import { computed, ref, useId } from 'vue';
import { useT } from '../i18n/use-t';
import { readTime } from '../time/read-day';
import { given } from './given';
import { useInputSays } from './use-input-says';
import { usePickerKeys } from './use-picker-keys';
import { TimePicker, WRITTEN, isDay, pickerTime, timeOfPicker } from './pickers';

const props = withDefaults(
  defineProps<{
    /** empty for none */
    modelValue: WallTime | '';
    id?: string | undefined;
    label?: string | undefined;
    required?: boolean | undefined;
    disabled?: boolean | undefined;
    invalid?: boolean | undefined;
  }>(),
  { disabled: undefined },
);
const emit = defineEmits<{ 'update:modelValue': [WallTime | ''] }>();
const { t } = useT();
const faultId = useId();
const ownId = useId();
const root = ref<HTMLElement | null>(null);
const value = computed(() => (props.modelValue === '' ? undefined : pickerTime(props.modelValue)));
const typed = ref<string | null>(null);
const { opened, escape, goOn } = usePickerKeys(typed);
const refused = ref<string | null>(null);

function take(time: WallTime | ''): void {
  typed.value = null;
  refused.value = null;
  if (time !== props.modelValue) emit('update:modelValue', time);
}
const picked = (time: unknown) => take(isDay(time) ? timeOfPicker(time) : '');
function finish(): void {
  const text = typed.value;
  typed.value = null;
  if (text === null) return;
  if (text.trim() === '') return props.required ? undefined : take('');
  const time = readTime(text);
  if (time === null) refused.value = text;
  else take(time);
}
useInputSays(root, () => ({
  'aria-invalid': props.invalid || refused.value !== null ? 'true' : undefined,
  'aria-describedby': refused.value !== null ? faultId : undefined,
}));
</script>

<template>
  <div
    ref="root"
    class="time-field"
    @input.capture="typed = ($event.target as HTMLInputElement).value"
    @keydown.enter.capture="finish"
    @keydown.esc.capture="escape"
    @keydown.tab.capture="goOn"
    @focusout="finish"
  >
    <label v-if="label" class="hidden-text" :for="id ?? ownId">{{ label }}</label>
    <TimePicker
      v-model:open="opened"
      class="time"
      v-bind="given({ id: id ?? ownId, value, disabled })"
      :format="WRITTEN.time"
      :show-second="false"
      :minute-step="5"
      :show-now="false"
      :placeholder="t('when.time')"
      :status="invalid || refused !== null ? 'error' : ''"
      :allow-clear="!required"
      @select="picked"
      @update:value="picked"
    />
    <p v-if="refused !== null" :id="faultId" class="alarm small" role="alert">{{ t('when.noTime', { typed: refused }) }}</p>
  </div>
</template>

<style scoped>
.time {
  width: 100%;
}
</style>
