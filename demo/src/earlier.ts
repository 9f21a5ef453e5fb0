import { EVERYONE, HOUR_MS, instantOf, MINUTE_MS, msOfWallTime, plusDays, textOf, type SchoolCalendar, type Term } from '@jolly/core';
import { BLANK_BRIEF } from '@jolly/server/dist/features/assignments/drafts';
import { seedPieces, type SeededStory } from '@jolly/server/dist/features/pieces/pieces.seed';
import type { Services } from '@jolly/server/dist/wiring';
import type { Chance } from './chance';
import { NOT_JOINED, ROSTERS } from './people';
import { awake, DUE_TIME } from './school-days';
import { categoryId } from './setup';
import { SENTENCES } from './work';
import { seedAssignments } from '@jolly/server/dist/features/assignments/assignments.seed';

/** What was done in the term before: in its how manieth week, for how many points. Everything of it is returned and read. */
const EARLIER: Record<string, { title: string; week: number; points: number; category?: string; task: string }[]> = {
  'Rivers 8': [
    {
      title: 'Water in our town',
      week: 1,
      points: 10,
      category: 'Notes',
      task: 'Where does the water in your street come from, and where does it go?',
    },
    { title: 'Rain gauge week', week: 3, points: 20, category: 'Field work', task: 'Measure the rain for a week and draw it as bars.' },
    { title: 'Words of the water cycle', week: 4, points: 10, category: 'In class', task: 'Ten words, each with a sentence of your own.' },
    {
      title: 'A spring and its stream',
      week: 6,
      points: 20,
      category: 'Notes',
      task: 'Follow a stream from its spring on the map and describe three places on the way.',
    },
  ],
  'Weather 9': [
    { title: 'A week of sky', week: 2, points: 20, task: 'Draw the sky at the same hour on five days.' },
    { title: 'Thermometer test', week: 4, points: 10, task: 'Three thermometers, three places: why do they disagree?' },
    { title: 'Why wind blows', week: 6, points: 20, task: 'Explain wind to somebody of eight, in one page.' },
  ],
  'Maps 10': [
    { title: 'My room to scale', week: 2, points: 20, task: 'Your room at 1 : 20, with a legend.' },
    { title: 'Signs and what they hide', week: 5, points: 20, task: 'Compare the signs of two maps of one place.' },
  ],
};

interface Setting {
  services: Services;
  chance: Chance;
  calendar: SchoolCalendar;
  term: Term;
  teacherId: string;
  classIds: readonly string[];
  classNames: readonly string[];
  idOf: Map<string, string>;
  diligence: Map<string, number>;
}

/** The scores of the term before, so that one term can be held against another: everybody was somewhat better or worse then. */
export async function seedEarlier({
  services,
  chance,
  calendar,
  term,
  teacherId,
  classIds,
  classNames,
  idOf,
  diligence,
}: Setting): Promise<void> {
  const then = new Map([...diligence].map(([who, now]) => [who, Math.min(0.97, Math.max(0.35, now + (chance.next() - 0.45) * 0.3))]));
  for (const [index, name] of classNames.entries()) {
    const plans = EARLIER[name]!;
    const assignments = await seedAssignments(
      services,
      plans.map(({ title, week, points, category, task }) => {
        const due = instantOf(calendar.zone, { date: plusDays(term.from, (week - 1) * 7 + 2), msOfDay: msOfWallTime(DUE_TIME) });
        const set = {
          opens: null,
          due,
          closes: due + 7 * 24 * HOUR_MS,
          unitId: null,
          categoryId: categoryId(name, category),
          countsInTotals: true,
          bonus: false,
          audience: EVERYONE,
          groupingId: null,
        };
        return {
          ...BLANK_BRIEF,
          title,
          instructions: textOf(task),
          points: points * 1000,
          ...set,
          classId: classIds[index]!,
          issuedAt: due - 6 * 24 * HOUR_MS,
          createdBy: teacherId,
        };
      }),
      instantOf(calendar.zone, { date: term.to, msOfDay: 0 }),
    );
    const stories: SeededStory[] = [];
    for (const [nth, who] of ROSTERS[name]!.filter((one) => !NOT_JOINED.includes(one)).entries())
      for (const assignment of assignments) {
        const [studentId, due, points] = [idOf.get(who)!, assignment.due!, assignment.points!];
        const handedInAt = awake(calendar, due - chance.between(10, 900) * MINUTE_MS);
        const scoredAt = due + 48 * HOUR_MS - (nth + 1) * 4 * MINUTE_MS;
        const share = Math.min(1, Math.max(0.2, then.get(who)! + (chance.next() - 0.5) * 0.2));
        const earned = Math.round((points / 1000) * share * 2) * 500;
        const by = (fact: SeededStory['story'][number]['fact'], person: string, data = {}) => ({ fact, by: person, data });
        stories.push({
          assignmentId: assignment.id,
          studentId,
          text: textOf(chance.pick(SENTENCES[name]!)),
          attached: [],
          story: [
            by({ kind: 'opened', at: awake(calendar, handedInAt - HOUR_MS) }, studentId),
            by({ kind: 'handedIn', at: handedInAt }, studentId),
            by({ kind: 'scored', at: scoredAt }, teacherId, { earned, remark: textOf('') }),
            by({ kind: 'returned', at: due + 49 * HOUR_MS }, teacherId),
            by({ kind: 'read', at: awake(calendar, due + 53 * HOUR_MS) }, studentId),
          ],
        });
      }
    await seedPieces(services.sequelize, stories);
  }
}
