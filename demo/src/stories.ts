import {
  addSchoolDays,
  HOUR_MS,
  MINUTE_MS,
  rubricScore,
  textOf,
  type PieceFact,
  type RubricChoices,
  type SchoolCalendar,
} from '@jolly/core';
import type { AssignmentReply, Chosen } from '@jolly/server/dist/contract';
import type { SeededStory } from '@jolly/server/dist/features/pieces/pieces.seed';
import type { Chance } from './chance';
import { awake, dueAt } from './school-days';
import { REMARKS, SEND_BACK_REASONS, SENTENCES, type PlannedWork } from './work';

interface Setting {
  chance: Chance;
  calendar: SchoolCalendar;
  now: number;
  teacherId: string;
  className: string;
  assignment: AssignmentReply;
  /** the how manieth of the roster */
  nth: number;
  plan: PlannedWork;
  studentId: string;
  /** how this student usually works, 0 to 1 */
  diligence: number;
  attached: () => Promise<SeededStory['attached']>;
  /** this piece is handed in and sent back, whatever chance says */
  isSentBack: boolean;
}

/**
 * What one student made of one assignment, as the facts that happened up to now; null when nothing did.
 * Older work is mostly returned, last week's waits or is held, what comes is here and there begun.
 */
export async function storyOf(setting: Setting): Promise<SeededStory | null> {
  const { chance, calendar, now, teacherId, className, assignment, plan, studentId, diligence, isSentBack } = setting;
  const story: SeededStory['story'] = [];
  const student = (fact: PieceFact) => story.push({ fact: { ...fact, at: awake(calendar, fact.at) }, by: studentId });
  const teacher = (fact: PieceFact, data: SeededStory['story'][number]['data'] & object = {}) => story.push({ fact, by: teacherId, data });
  const { due } = assignment;
  const age = plan.due === null ? 99 : -plan.due;
  const lateOnes = chance.happens(0.12);
  const text =
    plan.files === 'photo'
      ? textOf(chance.pick(SENTENCES[className]!))
      : textOf([paragraph(chance, className), paragraph(chance, className)].join('\n'));
  const score = (): number | null =>
    assignment.points === null
      ? null
      : Math.round((assignment.points / 1000) * Math.min(1, Math.max(0.25, diligence + (chance.next() - 0.5) * 0.3)) * 2) * 500;
  const judged = (at: number, returnedAt: number | null) => {
    const earned = score();
    // One after another, so that there is a pace.
    teacher(
      { kind: 'scored', at: at - setting.nth * 4 * MINUTE_MS },
      { ...scoredAs(assignment, earned), remark: textOf(chance.happens(0.85) ? chance.pick(REMARKS) : '') },
    );
    if (returnedAt === null) return;
    teacher({ kind: 'returned', at: returnedAt });
    if (chance.happens(age > 12 ? 0.93 : 0.7) && returnedAt + 5 * HOUR_MS < now) student({ kind: 'read', at: returnedAt + 5 * HOUR_MS });
  };

  if (due === null || assignment.issuedAt === null) return null;
  const later = (from: number, days: number, hours = 0) =>
    Math.min(addSchoolDays(calendar, from, days) + hours * HOUR_MS, now - 2 * MINUTE_MS);
  if (assignment.how === 'inClass') {
    // What was done in the last lesson is not scored yet.
    if (age <= 1 || chance.happens(0.05)) return null;
    judged(later(due, 1), later(due, 2));
    return { assignmentId: assignment.id, studentId, text: null, attached: [], story };
  }
  const misses = !isSentBack && chance.next() > 0.8 + diligence * 0.2;
  const begins = age > 0 ? !misses || chance.happens(0.3) : chance.happens(age > -5 ? 0.35 : 0.05) && (assignment.opens ?? 0) < now;
  if (!begins) return null;
  const begunAt = Math.max(assignment.issuedAt, Math.min(due, now) - chance.between(20, 60) * HOUR_MS);
  student({ kind: 'opened', at: begunAt });
  student({ kind: 'saved', at: begunAt + 25 * MINUTE_MS });
  const handsIn = age > 0 ? !misses : chance.happens(0.2);
  if (handsIn) {
    const handedInAt =
      age <= 0
        ? now - chance.between(2, 20) * HOUR_MS
        : lateOnes
          ? Math.min(due + chance.between(2, 46) * HOUR_MS, now - HOUR_MS)
          : due - chance.between(1, 700) * MINUTE_MS;
    student({ kind: 'handedIn', at: Math.max(handedInAt, begunAt + HOUR_MS / 2) });
    if (age > 8) judged(later(due, 3), later(due, 4));
    else if (age > 5 && !isSentBack) judged(later(due, 3), chance.happens(0.7) ? later(due, 4) : null);
    else if (age > 1 && (isSentBack || chance.happens(0.4))) {
      if (isSentBack) {
        const newDue = dueAt(calendar, now, 3);
        teacher({ kind: 'sentBack', at: later(due, 1), newDue }, { reason: chance.pick(SEND_BACK_REASONS) });
      } else judged(later(due, 1), null);
    }
  }
  return {
    assignmentId: assignment.id,
    studentId,
    text,
    attached: plan.files && (handsIn || chance.happens(0.4)) ? await setting.attached() : [],
    story,
  };
}

/** The same score by the assignment's rubric, where it has one: levels about as high as the points. */
function scoredAs({ scoring, points }: AssignmentReply, earned: number | null): { earned: number | null; chosen?: Chosen } {
  if (scoring.by !== 'rubric' || points === null || earned === null) return { earned };
  const choices: RubricChoices = {};
  for (const [index, { id, levels }] of scoring.rubric.criteria.entries()) {
    const lean = [0.1, -0.5, 0.3][index % 3]!;
    const level = levels[Math.max(0, Math.min(levels.length - 1, Math.round((earned / points) * (levels.length - 1) + lean)))]!;
    choices[id] = { levelId: level.id, points: level.points };
  }
  return { earned: rubricScore(scoring.rubric, points, choices).earned, chosen: { by: 'rubric', choices } };
}

const OPENINGS = ['', '', 'In our group ', 'As far as I could see ', 'I noticed that ', 'Later on ', 'In the end '];
const SURE = [' clearly', ' mostly', ' at times', ' as we saw', ' again', '', '', ''];

function paragraph(chance: Chance, className: string): string {
  const from = SENTENCES[className]!;
  const start = chance.between(0, from.length - 1);
  return Array.from({ length: chance.between(3, 5) }, (_, i) => inOwnWords(chance, from[(start + i) % from.length]!)).join(' ');
}

/** A sentence as one student would say it: opened in another way, with figures of their own and a word here and there. */
function inOwnWords(chance: Chance, sentence: string): string {
  const opening = chance.pick(OPENINGS);
  const own = sentence
    .replace(/\b\d+\b/g, (number) => String(Math.max(1, Number(number) + chance.between(-2, 2))))
    .replace(/ (and|but|so|because|when|which) /g, (_, word: string) => `${chance.pick(SURE)} ${word} `);
  return opening === '' ? own : opening + (/^I /.test(own) ? own : own.charAt(0).toLowerCase() + own.slice(1));
}
