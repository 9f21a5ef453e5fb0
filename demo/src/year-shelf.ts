import { EVERYONE, textOf, type SchoolCalendar } from '@jolly/core';
import { BLANK_BRIEF } from '@jolly/server/dist/features/assignments/drafts';
import type { Services } from '@jolly/server/dist/wiring';
import { chanceOf } from './question-parts';
import { ago } from './school-days';

const HANDOUTS = [
  {
    folder: '',
    title: 'Safe at the water',
    text: 'Nobody goes into the water without an adult at the bank. Boots, never bare feet. One measures, one holds the rope, one writes.',
  },
  {
    folder: 'Maps',
    title: 'Legend of our maps',
    text: 'Blue is water, brown a contour, green wood. A black dot is a gauge, a double line a bridge.',
  },
  { folder: 'Maps', title: 'How to read a scale', text: 'One centimetre on our map is 250 metres outside: four are a kilometre.' },
  { folder: 'Words', title: 'Words of the river', text: 'Source, tributary, meander, ford, weir, estuary: what each is, in a sentence.' },
] as const;

/** What stays at hand the whole year in one class, with who has opened it. */
export async function seedYearShelf(
  services: Services,
  { calendar, now, teacherId, classId }: { calendar: SchoolCalendar; now: number; teacherId: string; classId: string },
): Promise<void> {
  const teacher = { role: 'teacher' as const, userId: teacherId };
  const set = { classId, opens: null, due: null, closes: null, unitId: null, categoryId: null };
  const students = (await services.roster.membersOf([classId])).filter((one) => one.left === null).map((one) => one.student.id);
  const onIt: { assignmentId: string; folder: string }[] = [];
  for (const [place, { folder, title, text }] of HANDOUTS.entries()) {
    const at = ago(calendar, now, (20 - 5 * place) * 24);
    const request = { ...BLANK_BRIEF, kind: 'handout' as const, title, instructions: textOf(text), fromShelf: null };
    const classes = [{ ...set, countsInTotals: true, bonus: false, audience: EVERYONE, groupingId: null }];
    const { id, version, classes: drafted } = await services.briefs.draft(teacher, { ...request, classes }, at);
    await services.briefs.setIssue(teacher, id, version, at, at);
    onIt.push({ assignmentId: drafted[0]!.assignmentId, folder });
    await services.yearShelf.set(teacher, classId, { version: place, handouts: onIt }, at);
  }
  for (const [place, { assignmentId }] of onIt.entries())
    for (const [who, userId] of students.entries())
      if (chanceOf(`${who} opens ${place}`).happens(0.9 - 0.15 * place))
        await services.yearShelf.open({ role: 'student', userId }, assignmentId, now);
}
