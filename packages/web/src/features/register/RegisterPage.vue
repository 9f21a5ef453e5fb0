<script setup lang="ts">
/** The register of a class: the whole class in one look, there unless said; marked by keys or by the mouse. */
import { Button } from 'ant-design-vue';
import { plusDays, REGISTER_MARKS, type LocalDate, type RegisterMark } from '@jolly/core';
import { computed, nextTick, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { addressOf, ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import { localDayLong, timeText } from '../../time/format';
import { arrowFor } from '../../ui/arrows';
import DayField from '../../ui/DayField.vue';
import LoadGate from '../../ui/LoadGate.vue';
import ProblemNote from '../../ui/ProblemNote.vue';
import ToggleButton from '../../ui/ToggleButton.vue';
import { useShortcuts } from '../../ui/use-shortcuts';
import { useWords } from '../../ui/use-words';
import { ClassFrame, useClasses } from '../classes';
import { useTermLine } from '../termline';
import AwayPanel from './AwayPanel.vue';
import RegisterRow from './RegisterRow.vue';
import { useRegister } from './use-register';

const { t, count, when, name } = useWords();
const route = useRoute();
const router = useRouter();
const line = useTermLine();
const classes = useClasses();
const classId = computed(() => String(route.params.id));
const day = computed<LocalDate>(() => (/^\d{4}-\d{2}-\d{2}$/.test(String(route.query.day)) ? String(route.query.day) : line.today));
const order = ref<'name' | 'seats'>('seats');
const { state, value, why, reload } = useLoad(
  () => ask('GET /api/classes/:classId/register', { params: { classId: classId.value }, query: { day: day.value, order: order.value } }),
  [classId, day, order],
);
const register = useRegister(classId, day, value);
const { lesson, entryOf } = register;
const go = (to: LocalDate | '') => to !== '' && void router.replace({ query: { ...route.query, day: to } });
const isAway = computed(() => classes.all?.find((one) => one.id === classId.value)?.putAwayAt != null);
const students = computed(() => value.value?.students ?? []);
const now = computed(() => value.value?.lessons.find((one) => one.lesson === lesson.value) ?? null);
const marked = computed(() => students.value.filter((one) => entryOf(one.student.id).mark !== 'present'));

const at = ref(0);
const list = ref<HTMLElement | null>(null);
async function move(to: number): Promise<void> {
  at.value = Math.min(Math.max(to, 0), students.value.length - 1);
  await nextTick();
  list.value?.querySelector<HTMLElement>(`[data-row="${at.value}"]`)?.focus();
}
/** The next name after the one at hand that begins so, by the first name or the family name. */
function find(letter: string): void {
  const all = students.value;
  const begins = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase().startsWith(letter);
  const from = document.activeElement instanceof HTMLElement && document.activeElement.dataset.row ? at.value + 1 : 0;
  for (let step = 0; step < all.length; step++) {
    const place = (from + step) % all.length;
    const { givenName, familyName } = all[place]!.student;
    if (begins(givenName) || begins(familyName)) return void move(place);
  }
}
const may = () => !isAway.value && students.value.length > 0 && !seating.value;
const mark = (place: number, to: RegisterMark) => may() && register.mark(students.value[place]!.student.id, to);
const toggle = (place: number) => mark(place, entryOf(students.value[place]!.student.id).mark === 'absent' ? 'present' : 'absent');
const take = () => may() && day.value <= line.today && register.take();

const seating = ref(false);
async function swap(place: number, by: 1 | -1): Promise<void> {
  const to = place + by;
  if (!value.value || to < 0 || to >= students.value.length) return;
  const moved = [...students.value];
  [moved[place], moved[to]] = [moved[to]!, moved[place]!];
  value.value = { ...value.value, students: moved };
  await move(to);
}
const seated = () =>
  register.attempt(async () => {
    await ask('PUT /api/classes/:classId/seats', {
      params: { classId: classId.value },
      body: { studentIds: students.value.map((one) => one.student.id) },
    });
    seating.value = false;
    order.value = 'seats';
    await reload();
  });
function keys(event: KeyboardEvent): void {
  const by = { ArrowDown: 1, ArrowUp: -1 }[event.key] as 1 | -1 | undefined;
  if (by !== undefined && event.altKey && seating.value) void swap(at.value, by);
  else if (by !== undefined) void move(at.value + by);
  else if (event.key === 'Home') void move(0);
  else if (event.key === 'End') void move(students.value.length - 1);
  // On a name Enter is not a press of it: the whole class was looked at.
  else if (event.key === 'Enter') void take();
  else return;
  event.preventDefault();
  event.stopPropagation();
}
const LETTERS = [...'abcdefghijklmnopqrstuvwxyz'];
useShortcuts([
  { key: LETTERS, shown: 'A … Z', does: 'register.keyFind', run: find },
  { key: ' ', shown: 'Space', does: 'register.keySpace', run: () => void toggle(at.value) },
  {
    key: ['0', '1', '2', '3', '4'],
    shown: '0 … 4',
    does: 'register.keyMark',
    run: (key) => void mark(at.value, REGISTER_MARKS[Number(key)]!),
  },
  { key: 'Enter', shown: 'Enter', does: 'register.keyTake', run: () => void take() },
]);
</script>

<template>
  <ClassFrame v-slot="{ schoolClass }">
    <div class="heading">
      <h2>{{ t('register.title') }}</h2>
      <span class="row"
        ><Button type="link" :aria-label="t('register.before')" @click="go(plusDays(day, -1))">{{ arrowFor(-1).shown }}</Button
        ><DayField class="day" :model-value="day" :label="t('register.day')" required @update:model-value="go" /><Button
          type="link"
          :aria-label="t('register.after')"
          @click="go(plusDays(day, 1))"
          >{{ arrowFor(1).shown }}</Button
        ><Button v-if="day !== line.today" type="link" @click="go(line.today)">{{ t('register.today') }}</Button></span
      >
      <span class="row wrap" role="group" :aria-label="t('register.lesson')"
        ><ToggleButton v-for="one in value?.lessons ?? []" :key="one.lesson" :on="lesson === one.lesson" @click="lesson = one.lesson">{{
          one.begin === null || one.end === null
            ? t('register.wholeDay')
            : t('register.lessonAt', {
                from: timeText(one.begin, schoolClass.calendar.zone),
                to: timeText(one.end, schoolClass.calendar.zone),
              })
        }}</ToggleButton></span
      >
      <span class="grow" />
      <span v-if="!seating" class="row wrap" role="group" :aria-label="t('register.order')"
        ><template v-if="value?.hasSeats"
          ><ToggleButton :on="!value.bySeats" @click="order = 'name'">{{ t('register.byName') }}</ToggleButton
          ><ToggleButton :on="value.bySeats" @click="order = 'seats'">{{ t('register.bySeats') }}</ToggleButton></template
        ><Button v-if="!isAway" size="small" type="link" @click="seating = true">{{ t('register.seats') }}</Button></span
      >
    </div>
    <LoadGate :state="state" :why="why" @retry="reload">
      <p v-if="isAway" class="note">{{ t('register.put') }}</p>
      <p v-else-if="value && !value.isSchoolDay" class="note">{{ t('register.noSchool') }}</p>
      <p v-if="students.length === 0" class="muted">{{ t('register.nobody') }}</p>
      <div v-else class="columns">
        <section>
          <div class="row wrap acts">
            <Button v-if="seating" type="primary" @click="seated">{{ t('register.seatsDone') }}</Button>
            <Button v-else-if="!isAway && day <= line.today" :type="now?.takenAt === null ? 'primary' : 'default'" @click="take"
              >{{ t('register.take') }} <span class="key">{{ t('register.keyEnter') }}</span></Button
            >
            <span role="status" class="muted small"
              >{{ now?.takenAt == null && marked.length === 0 ? t('register.notTaken') : count('register.counts', marked.length)
              }}<template v-if="register.storing.value"> · {{ t('register.storing') }}</template
              ><template v-else-if="now?.takenAt != null && !register.unstored.value">
                · {{ t('register.taken', { when: when(now.takenAt, schoolClass.calendar.zone) }) }}</template
              ></span
            >
            <Button v-if="register.unstored.value && !register.storing.value" size="small" @click="register.flush()">{{
              t('register.again')
            }}</Button>
          </div>
          <p class="muted small">{{ t(seating ? 'register.seatsHint' : 'register.hint') }}</p>
          <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- the rows within have the keys -->
          <div ref="list" class="names" :style="{ '--rows': Math.ceil(students.length / 2) }" @keydown="keys">
            <RegisterRow
              v-for="(one, place) in students"
              :key="one.student.id"
              :student="one"
              :entry="entryOf(one.student.id)"
              :place="place"
              :current="place === at"
              :seating="seating"
              :fixed="isAway"
              @here="at = place"
              @toggle="toggle(place)"
              @mark="(to) => mark(place, to)"
              @swap="(by) => swap(place, by)"
            />
          </div>
          <ProblemNote :problem="register.problem.value" />
        </section>
        <AwayPanel
          :class-id="classId"
          :day="day"
          :zone="schoolClass.calendar.zone"
          :students="students.filter((one) => marked.includes(one) || one.told !== null)"
          :entry-of="entryOf"
          :fixed="isAway"
          @set="register.set"
          @changed="reload"
          ><a class="alone" :href="addressOf('GET /api/classes/:classId/register.csv', { params: { classId } })" download>{{
            t('register.file')
          }}</a></AwayPanel
        >
      </div>
      <p class="hidden-text">{{ localDayLong(day) }} {{ marked.map((one) => name(one.student)).join(', ') }}</p>
    </LoadGate>
  </ClassFrame>
</template>

<style scoped>
.heading {
  flex-wrap: wrap;
  gap: 8px 14px;
}
.day {
  inline-size: 158px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 360px;
  gap: 28px;
}
/* Down the first column and on in the second, as a class list is read. */
.names {
  display: grid;
  grid-auto-flow: column;
  grid-template-rows: repeat(var(--rows), auto);
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 0 22px;
}
.acts,
.names {
  margin-block: 8px;
}
@media (max-width: 1000px) {
  .columns,
  .names {
    grid-template-columns: 1fr;
  }
  .names {
    grid-auto-flow: row;
    grid-template-rows: none;
  }
}
</style>
