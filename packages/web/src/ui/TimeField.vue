<script setup lang="ts">
/** A time of day, typed (`15:30`, `1530`, `3pm`) or picked; each pick counts at once. */
import type { WallTime } from '@jolly/core';
import { computed, ref, useId } from 'vue';
import { useT } from '../i18n/use-t';
import { readTime } from '../time/read-day';
import { TimePicker, WRITTEN, pickerTime, timeOfPicker } from './pickers';

const props = defineProps<{
  /** empty for none */
  modelValue: WallTime | '';
  id?: string;
  label?: string;
  required?: boolean;
  disabled?: boolean;
  invalid?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [WallTime | ''] }>();
const { t } = useT();
const faultId = useId();
const value = computed(() => (props.modelValue === '' ? undefined : pickerTime(props.modelValue)));
const typed = ref<string | null>(null);
const refused = ref<string | null>(null);

function take(time: WallTime | ''): void {
  typed.value = null;
  refused.value = null;
  if (time !== props.modelValue) emit('update:modelValue', time);
}
function finish(): void {
  const text = typed.value;
  typed.value = null;
  if (text === null) return;
  if (text.trim() === '') return props.required ? undefined : take('');
  const time = readTime(text);
  if (time === null) refused.value = text;
  else take(time);
}
</script>

<template>
  <div class="time-field" @input.capture="typed = ($event.target as HTMLInputElement).value" @keydown.enter.capture="finish" @focusout="finish">
    <TimePicker
      :id="id"
      class="time"
      :value="value"
      :format="WRITTEN.time"
      :show-second="false"
      :minute-step="5"
      :show-now="false"
      :placeholder="t('when.time')"
      :aria-label="label"
      :aria-invalid="invalid || refused !== null || undefined"
      :aria-describedby="refused !== null ? faultId : undefined"
      :status="invalid || refused !== null ? 'error' : undefined"
      :allow-clear="!required"
      :disabled="disabled"
      @select="(time: Parameters<typeof timeOfPicker>[0]) => take(timeOfPicker(time))"
      @update:value="(time) => take(time ? timeOfPicker(time) : '')"
    />
    <p v-if="refused !== null" :id="faultId" class="alarm small" role="alert">{{ t('when.noTime', { typed: refused }) }}</p>
  </div>
</template>

<style scoped>
.time {
  width: 100%;
}
</style>
