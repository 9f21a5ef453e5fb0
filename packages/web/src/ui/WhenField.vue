<script setup lang="ts">
/**
 * A moment in school time: a day and a time, both typed or picked with the browser's own controls, which
 * know the keyboard and the phone. A day without a time means the class's usual due time.
 */
import { dueInstantOf, instantOf, msOfWallTime, wallClockAt, type Instant, type WallTime } from '@jolly/core';
import { computed } from 'vue';
import { useT } from '../i18n/use-t';
import { whenText } from '../time/format';

const props = defineProps<{
  modelValue: Instant | null;
  zone: string;
  usualTime: WallTime | null;
  label: string;
  empty?: string;
  invalid?: boolean;
  stacked?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [Instant | null] }>();
const { t } = useT();

const wall = computed(() => (props.modelValue === null ? null : wallClockAt(props.zone, props.modelValue)));
const day = computed(() => wall.value?.date ?? '');
const time = computed(() => {
  if (!wall.value) return '';
  const minutes = Math.floor(wall.value.msOfDay / 60_000);
  return `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
});

function setDay(text: string): void {
  // Browsers hand over half-typed years as 0002; those are still being typed.
  if (text === '') emit('update:modelValue', null);
  else if (text >= '2000')
    emit(
      'update:modelValue',
      wall.value ? instantOf(props.zone, { date: text, msOfDay: wall.value.msOfDay }) : dueInstantOf(props.zone, text, props.usualTime),
    );
}
function setTime(text: string): void {
  if (!wall.value) return;
  emit(
    'update:modelValue',
    text === ''
      ? dueInstantOf(props.zone, wall.value.date, props.usualTime)
      : instantOf(props.zone, { date: wall.value.date, msOfDay: msOfWallTime(text) }),
  );
}
const value = (event: Event) => (event.target as HTMLInputElement).value;
</script>

<template>
  <div class="when" :class="{ stacked }" role="group" :aria-label="label">
    <input
      class="field day"
      type="date"
      :value="day"
      min="2000-01-01"
      max="2099-12-31"
      :aria-label="`${label}: ${t('compose.date')}`"
      :aria-invalid="invalid || undefined"
      @change="setDay(value($event))"
    />
    <input
      v-if="modelValue !== null"
      class="field time"
      type="time"
      :value="time"
      :aria-label="`${label}: ${t('compose.time')}`"
      @change="setTime(value($event))"
    />
    <span v-else-if="empty" class="muted small">{{ empty }}</span>
    <span v-if="modelValue !== null" class="small written">{{ whenText(modelValue, zone) }}</span>
  </div>
</template>

<style scoped>
.when {
  display: flex;
  gap: 6px;
  align-items: center;
}
.stacked {
  flex-direction: column;
  align-items: stretch;
  gap: 4px;
}
.day {
  width: 142px;
}
.time {
  width: 96px;
}
.stacked .field {
  width: 100%;
  padding-inline: 7px;
}
</style>
