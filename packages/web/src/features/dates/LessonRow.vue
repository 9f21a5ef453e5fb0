<script setup lang="ts">
/** One line of a timetable: its weekday, times, room and weeks in sight, the rest folded. */
import { Button, Input } from 'ant-design-vue';
import { LESSON_WEEKS, type LessonRule } from '@jolly/core';
import { computed, ref } from 'vue';
import { localDayText } from '../../time/format';
import DayField from '../../ui/DayField.vue';
import FormLine from '../../ui/FormLine.vue';
import SelectField from '../../ui/SelectField.vue';
import TimeField from '../../ui/TimeField.vue';
import { useWords } from '../../ui/use-words';
import { weekdayNames } from './weekday-names';

const rule = defineModel<LessonRule>({ required: true });
const props = defineProps<{ at: number }>();
defineEmits<{ drop: [] }>();
const { t } = useWords();
const set = (change: Partial<LessonRule>) => (rule.value = { ...rule.value, ...change });
const days = weekdayNames();
const dayName = computed(() => days[rule.value.weekday - 1]!);
const named = (what: string) => `${what} ${props.at + 1}`;
const open = ref(false);
const bounded = computed(() => {
  const { validFrom, validTo, except, link } = rule.value;
  return validFrom !== null || validTo !== null || except.length > 0 || link !== null;
});
const leaving = ref(false);
function leaveOut(day: string): void {
  if (day !== '' && !rule.value.except.includes(day)) set({ except: [...rule.value.except, day].sort() });
  leaving.value = false;
}
</script>

<template>
  <div class="lesson">
    <FormLine label="" :path="`rules.${at}`">
      <div class="row wrap">
        <div class="weekday">
          <SelectField
            :model-value="rule.weekday"
            :label="named(t('lessons.weekday'))"
            :options="days.map((label, day) => ({ value: day + 1, label }))"
            @update:model-value="(weekday) => set({ weekday })"
          />
        </div>
        <TimeField
          class="time"
          :model-value="rule.from"
          :label="named(t('lessons.from'))"
          @update:model-value="(from) => from && set({ from })"
        />
        <span class="muted">–</span>
        <TimeField class="time" :model-value="rule.to" :label="named(t('lessons.to'))" @update:model-value="(to) => to && set({ to })" />
        <Input
          class="room"
          :value="rule.room"
          :maxlength="60"
          :placeholder="t('lessons.room')"
          :aria-label="named(t('lessons.room'))"
          dir="auto"
          @update:value="(room: string) => set({ room })"
        />
        <div class="weeks">
          <SelectField
            :model-value="rule.weeks"
            :label="named(t('lessons.weeks'))"
            :options="LESSON_WEEKS.map((value) => ({ value, label: t(`lessons.weeksAre.${value}`) }))"
            @update:model-value="(weeks) => set({ weeks })"
          />
        </div>
        <Button type="link" size="small" :aria-expanded="open" :aria-label="named(t('lessons.bounds'))" @click="open = !open">{{
          bounded ? t('lessons.bounded') : t('lessons.boundsShort')
        }}</Button><Button
          type="link"
          size="small"
          :aria-label="t('lessons.drop', { day: dayName, time: rule.from })"
          @click="$emit('drop')"
          >×</Button
        >
      </div>
    </FormLine>
    <div v-if="open" class="row wrap more">
      <DayField
        class="day"
        :model-value="rule.validFrom ?? ''"
        :label="named(t('lessons.validFrom'))"
        @update:model-value="(day) => set({ validFrom: day || null })"
      /><span class="muted">–</span
      ><DayField
        class="day"
        :model-value="rule.validTo ?? ''"
        :label="named(t('lessons.validTo'))"
        @update:model-value="(day) => set({ validTo: day || null })"
      />
      <Button
        v-for="day in rule.except"
        :key="day"
        size="small"
        :aria-label="t('lessons.exceptDrop', { day: localDayText(day) })"
        @click="set({ except: rule.except.filter((one) => one !== day) })"
        >{{ t('lessons.except') }} {{ localDayText(day) }} ×</Button
      >
      <Button v-if="!leaving" type="link" size="small" @click="leaving = true">{{ t('lessons.exceptAdd') }}</Button><DayField
        v-else
        class="day"
        model-value=""
        :label="named(t('lessons.except'))"
        @update:model-value="leaveOut"
      />
      <Input
        class="link"
        :value="rule.link ?? ''"
        inputmode="url"
        :maxlength="500"
        :placeholder="t('lessons.link')"
        :aria-label="named(t('lessons.link'))"
        dir="ltr"
        @update:value="(link: string) => set({ link: link.trim() || null })"
      />
    </div>
  </div>
</template>

<style scoped>
.lesson {
  border-block-end: 1px solid var(--line);
  padding-block-end: 4px;
}
.lesson :deep(.ant-form-item) {
  margin: 0;
}
.more {
  padding-block: 6px;
}
.weekday {
  inline-size: 90px;
}
.time {
  inline-size: 96px;
}
.room {
  inline-size: 90px;
}
.weeks {
  inline-size: 124px;
}
.day {
  inline-size: 158px;
}
.link {
  inline-size: 220px;
}
</style>
