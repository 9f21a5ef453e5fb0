<script setup lang="ts">
/**
 * A moment in school time: a day and a time, typed or picked. A day without a time means the class's usual due time; a time
 * typed behind the day goes into its own field.
 */
import { dueInstantOf, instantOf, msOfWallTime, wallClockAt, type Instant, type WallTime } from '@jolly/core';
import { computed } from 'vue';
import { useT } from '../i18n/use-t';
import DayField, { type DayMark } from './DayField.vue';
import TimeField from './TimeField.vue';

const props = defineProps<{
  modelValue: Instant | null;
  zone: string;
  usualTime: WallTime | null;
  label: string;
  empty?: string | undefined;
  invalid?: boolean | undefined;
  stacked?: boolean | undefined;
  markOf?: ((date: string) => DayMark | null) | undefined;
}>();
const emit = defineEmits<{ 'update:modelValue': [Instant | null] }>();
const { t } = useT();

const wall = computed(() => (props.modelValue === null ? null : wallClockAt(props.zone, props.modelValue)));
const time = computed(() => {
  if (!wall.value) return '';
  const minutes = Math.floor(wall.value.msOfDay / 60_000);
  return `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
});

function setDay(date: string): void {
  if (date === '') return emit('update:modelValue', null);
  const at = wall.value ? instantOf(props.zone, { date, msOfDay: wall.value.msOfDay }) : dueInstantOf(props.zone, date, props.usualTime);
  emit('update:modelValue', at);
}
function setTime(text: string): void {
  if (!wall.value) return;
  const { date } = wall.value;
  emit(
    'update:modelValue',
    text === '' ? dueInstantOf(props.zone, date, props.usualTime) : instantOf(props.zone, { date, msOfDay: msOfWallTime(text) }),
  );
}
</script>

<template>
  <div class="when" :class="{ stacked }" role="group" :aria-label="label">
    <DayField
      class="day"
      :model-value="wall?.date ?? ''"
      min="2000-01-01"
      max="2099-12-31"
      :label="`${label}: ${t('when.day')}`"
      :invalid="invalid"
      :mark-of="markOf"
      @update:model-value="setDay"
      @time="setTime"
    />
    <TimeField
      v-if="modelValue !== null"
      class="time"
      :model-value="time"
      :label="`${label}: ${t('when.time')}`"
      @update:model-value="setTime"
    />
    <span v-else-if="empty" class="muted small">{{ empty }}</span>
  </div>
</template>

<style scoped>
.when {
  display: flex;
  gap: 6px;
  align-items: flex-start;
}
.stacked {
  flex-direction: column;
  align-items: stretch;
  gap: 4px;
}
.day {
  width: 158px;
}
.time {
  width: 100px;
}
.stacked :is(.day, .time) {
  width: 100%;
}
</style>
