<script setup lang="ts">
/** One student of the register: the name is pressed for absent, the marks beside it for the rest. */
import { Button } from 'ant-design-vue';
import { REGISTER_MARKS, type RegisterEntry, type RegisterMark } from '@jolly/core';
import type { RegisterStudent } from '@jolly/server/contract';
import { useWords } from '../../ui/use-words';

defineProps<{
  student: RegisterStudent;
  entry: RegisterEntry;
  place: number;
  /** the keys are about this one */
  current: boolean;
  seating: boolean;
  fixed: boolean;
}>();
const emit = defineEmits<{ here: []; toggle: []; mark: [RegisterMark]; swap: [1 | -1] }>();
const { t, name } = useWords();
const REST = REGISTER_MARKS.filter((one) => one !== 'present' && one !== 'absent');
</script>

<template>
  <div class="line" :class="[entry.mark, { current }]">
    <button
      type="button"
      class="name"
      :data-row="place"
      :tabindex="current ? 0 : -1"
      :disabled="fixed"
      :aria-label="`${name(student.student)}: ${t(`register.marks.${entry.mark}`)}`"
      @focus="emit('here')"
      @click="seating || emit('toggle')"
    >
      <span class="said" aria-hidden="true">{{ entry.mark === 'present' ? '' : t(`register.marks.${entry.mark}`) }}</span><span
        class="who"
        dir="auto"
        >{{ name(student.student) }}</span
      ><span v-if="student.told && !student.told.answered" class="told">{{ t('register.told') }}</span>
    </button>
    <span v-if="seating" class="row"
      ><Button type="text" size="small" :aria-label="t('register.up', { name: name(student.student) })" @click="emit('swap', -1)">↑</Button
      ><Button type="text" size="small" :aria-label="t('register.down', { name: name(student.student) })" @click="emit('swap', 1)"
        >↓</Button
      ></span
    >
    <span v-else-if="!fixed" class="row marks" role="group" :aria-label="t('register.marksOf', { name: name(student.student) })"
      ><Button
        v-for="one in REST"
        :key="one"
        type="text"
        size="small"
        tabindex="-1"
        :aria-pressed="entry.mark === one"
        @click="emit('mark', entry.mark === one ? 'present' : one)"
        >{{ t(`register.marks.${one}`) }}</Button
      ></span
    >
  </div>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  border-block-end: 1px solid var(--line-2);
  min-block-size: 32px;
}
.name {
  flex: 1;
  min-inline-size: 0;
  display: flex;
  gap: 10px;
  align-items: baseline;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: start;
  padding: 3px 8px;
  cursor: pointer;
  border-inline-start: 4px solid transparent;
}
.who {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.said {
  order: 2;
  font-weight: 700;
  font-size: 13px;
}
@media (max-width: 640px) {
  .name {
    min-block-size: 44px;
    align-items: center;
  }
}
.absent .name {
  border-inline-start-color: var(--alarm);
  background: var(--surface-alarm);
}
.absent .said {
  color: var(--alarm-text);
}
.excused .name,
.late .name,
.left .name {
  border-inline-start-color: var(--now);
  background: var(--surface-now);
}
.told {
  order: 3;
  font-size: 12px;
  color: var(--text-2);
}
/* The marks of a line show where one is: thirty lines of them would be a wall. */
.marks {
  visibility: hidden;
  gap: 0;
}
.line:hover .marks,
.line:focus-within .marks,
.current .marks {
  visibility: visible;
}
.marks :deep([aria-pressed='true']) {
  font-weight: 700;
  text-decoration: underline;
}
.marks :deep(.ant-btn) {
  padding-inline: 5px;
  font-size: 12px;
}
@media (hover: none) {
  .marks {
    visibility: visible;
  }
}
</style>
