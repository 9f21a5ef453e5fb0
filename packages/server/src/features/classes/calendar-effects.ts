import { isSchoolDay, localDateAt, type SchoolCalendar, type WindowField } from '@jolly/core';
import type { CalendarEffects } from '../../contract';
import type { Sight } from '../pieces/sight';
import { worth } from '../pieces/worth';

const FIELDS: readonly WindowField[] = ['opens', 'due', 'closes'];
const isDayOff = (calendar: SchoolCalendar, at: number) => !isSchoolDay(calendar, localDateAt(calendar.zone, at));

/** What a new calendar does to one class: its dates on days off, students whose dates move, costs that change. */
export function effectsOn(before: readonly Sight[], after: readonly Sight[], calendar: SchoolCalendar): Omit<CalendarEffects, 'problems'> {
  const onDayOff = new Map<string, CalendarEffects['onDayOff'][number]>();
  const moved = new Map<string, CalendarEffects['moved'][number]>();
  let costs = 0;
  for (const [index, was] of before.entries()) {
    const is = after[index]!;
    const { id: assignmentId, classId, title } = was.assignment;
    for (const field of FIELDS) {
      const at = was.assignment[field];
      if (at !== null && isDayOff(calendar, at) && !isDayOff(was.schoolClass.calendar, at))
        onDayOff.set(`${assignmentId} ${field}`, { assignmentId, classId, title, field, at });
    }
    if (was.state.state === null && is.state.state === null) continue;
    const [old, due] = [was.resolved.window.due, is.resolved.window.due];
    if (old !== null && due !== null && old !== due) {
      const key = `${assignmentId} ${old} ${due}`;
      const entry = moved.get(key) ?? { assignmentId, classId, title, students: 0, before: old, after: due };
      moved.set(key, { ...entry, students: entry.students + 1 });
    }
    const score = was.record?.score;
    if (score && worth(was, score).effective !== worth(is, score).effective) costs += 1;
  }
  return {
    onDayOff: [...onDayOff.values()].sort((a, b) => a.at - b.at),
    moved: [...moved.values()].sort((a, b) => a.before - b.before),
    costs,
  };
}
