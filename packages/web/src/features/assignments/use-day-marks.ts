import { isSchoolDay, plusDays, type LocalDate } from '@jolly/core';
import type { ClassReply, PlanLoad } from '@jolly/server/contract';
import { ref, watch } from 'vue';
import { ask } from '../../api/client';
import type { DayMark } from '../../ui/DayField.vue';
import { schoolToday } from '../../ui/school-day';
import { useWords } from '../../ui/use-words';

/** How far ahead heavy days are marked: past the term one is in. */
const DAYS_AHEAD = 120;

/**
 * What a calendar says of a day while one chooses a date for a class: that there is no school, or that students have much due
 * then already. It says nothing of load until that is known, and nothing where it cannot be had.
 * @param classes the classes a date is chosen for
 * @returns for a class, what its calendar says of a day
 */
export function useDayMarks(classes: () => readonly (ClassReply | null | undefined)[]) {
  const { t, count } = useWords();
  const loads = ref<Record<string, Record<LocalDate, PlanLoad>>>({});
  watch(
    () => classes().map((one) => one?.id ?? ''),
    (ids) => {
      for (const classId of ids) {
        if (classId === '' || loads.value[classId]) continue;
        loads.value[classId] = {};
        const from = schoolToday();
        void ask('GET /api/plan', { query: { from, to: plusDays(from, DAYS_AHEAD), classId } }).then(
          ({ load }) => (loads.value[classId] = Object.fromEntries(load.map((one) => [one.day, one]))),
          () => delete loads.value[classId],
        );
      }
    },
    { immediate: true },
  );
  return (one: ClassReply | null | undefined) =>
    (date: LocalDate): DayMark | null => {
      if (!one) return null;
      if (!isSchoolDay(one.calendar, date)) {
        const closure = one.calendar.closures.find(({ from, to }) => from <= date && date <= to);
        return { kind: 'closed', says: closure?.name ?? t('compose.noSchoolThen') };
      }
      const heavy = loads.value[one.id]?.[date]?.heavy ?? 0;
      return heavy > 0 ? { kind: 'heavy', says: count('compose.heavyThen', heavy) } : null;
    };
}
