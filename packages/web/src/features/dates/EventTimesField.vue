<script setup lang="ts">
/** When an event is: whole days or from a time to a time, once or again on some weekdays. */
import { Button, Checkbox } from 'ant-design-vue';
import { plusDays, weekdayOf } from '@jolly/core';
import type { EventBody } from '@jolly/server/contract';
import { ref } from 'vue';
import { localDayText } from '../../time/format';
import DayField from '../../ui/DayField.vue';
import FormLine from '../../ui/FormLine.vue';
import SelectField from '../../ui/SelectField.vue';
import TimeField from '../../ui/TimeField.vue';
import ToggleButton from '../../ui/ToggleButton.vue';
import { useWords } from '../../ui/use-words';
import { withOrWithout } from '../../ui/with-or-without';
import { weekdayNames } from './weekday-names';

const event = defineModel<EventBody>({ required: true });
const { t } = useWords();
const WEEKS = [1, 2, 3, 4];
function from(day: string): void {
  if (day === '') return;
  // What is on one day stays on one day.
  if (event.value.to === event.value.from || event.value.to < day) event.value.to = day;
  event.value.from = day;
}
function wholeDays(on: boolean): void {
  [event.value.begins, event.value.ends] = on ? [null, null] : ['09:00', '10:00'];
}
function repeats(on: boolean): void {
  const { from: first } = event.value;
  if (on) event.value.to = first;
  event.value.repeat = on ? { weekdays: [weekdayOf(first)], every: 1, until: plusDays(first, 28), except: [] } : null;
}
const leaving = ref(false);
function leaveOut(day: string): void {
  const { repeat } = event.value;
  if (repeat && day !== '' && !repeat.except.includes(day)) repeat.except = [...repeat.except, day].sort();
  leaving.value = false;
}
</script>

<template>
  <div class="stack">
    <FormLine :label="t('events.from')" path="times">
      <div class="row wrap times">
        <DayField class="day" :model-value="event.from" :label="t('events.from')" required @update:model-value="from" />
        <TimeField
          v-if="event.begins !== null"
          class="time"
          :model-value="event.begins"
          :label="t('events.begins')"
          @update:model-value="(time) => (event.begins = time || event.begins)"
        />
        <span v-if="event.begins !== null || event.repeat === null" class="muted">–</span>
        <TimeField
          v-if="event.ends !== null"
          class="time"
          :model-value="event.ends"
          :label="t('events.ends')"
          @update:model-value="(time) => (event.ends = time || event.ends)"
        />
        <DayField
          v-if="event.repeat === null"
          class="day"
          :model-value="event.to"
          :label="t('events.to')"
          required
          @update:model-value="(day) => (event.to = day || event.to)"
        />
        <Checkbox :checked="event.begins === null" @update:checked="wholeDays">{{ t('events.allDay') }}</Checkbox>
      </div>
    </FormLine>
    <Checkbox :checked="event.repeat !== null" @update:checked="repeats">{{ t('events.repeats') }}</Checkbox>
    <template v-if="event.repeat">
      <div class="row wrap">
        <div class="weeks">
          <SelectField
            v-model="event.repeat.every"
            :label="t('events.repeats')"
            :options="WEEKS.map((n) => ({ value: n, label: n === 1 ? t('events.everyWeek') : t('events.every', { n }) }))"
          />
        </div>
        <span class="row" role="group" :aria-label="t('events.onDays')"
          ><ToggleButton
            v-for="(name, at) in weekdayNames()"
            :key="name"
            :on="event.repeat.weekdays.includes(at + 1)"
            @click="event.repeat.weekdays = withOrWithout(event.repeat.weekdays, at + 1, !event.repeat.weekdays.includes(at + 1)).sort()"
            >{{ name }}</ToggleButton
          ></span
        >
      </div>
      <div class="row wrap">
        <span class="muted">{{ t('events.until') }}</span>
        <DayField
          class="day"
          :model-value="event.repeat.until"
          :label="t('events.until')"
          required
          @update:model-value="(day) => event.repeat && (event.repeat.until = day || event.repeat.until)"
        />
        <Button
          v-for="day in event.repeat.except"
          :key="day"
          size="small"
          :aria-label="t('events.exceptDrop', { day: localDayText(day) })"
          @click="event.repeat.except = event.repeat.except.filter((one) => one !== day)"
          >{{ t('events.except') }} {{ localDayText(day) }} ×</Button
        >
        <Button v-if="!leaving" type="link" @click="leaving = true">{{ t('events.exceptAdd') }}</Button><DayField
          v-else
          class="day"
          model-value=""
          :label="t('events.except')"
          @update:model-value="leaveOut"
        />
      </div>
    </template>
  </div>
</template>

<style scoped>
.day {
  inline-size: 158px;
}
.time {
  inline-size: 100px;
}
.weeks {
  inline-size: 170px;
}
</style>
