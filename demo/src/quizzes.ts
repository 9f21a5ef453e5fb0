import {
  addSchoolDays,
  blankGap,
  EVERYONE,
  FIRST_RUN,
  MINUTE_MS,
  textOf,
  type Answer,
  type Question,
  type QuestionForm,
  type Quiz,
  type SchoolCalendar,
} from '@jolly/core';
import type { AssignmentReply, KeptFile } from '@jolly/server/dist/contract';
import { BLANK_BRIEF } from '@jolly/server/dist/features/assignments/drafts';
import { seedAssignments } from '@jolly/server/dist/features/assignments/assignments.seed';
import type { Services } from '@jolly/server/dist/wiring';
import { createHash, randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import { chanceFrom, type Chance } from './chance';
import { dueAt } from './school-days';
import { landscape } from './things';

interface Setting {
  services: Services;
  chance: Chance;
  calendar: SchoolCalendar;
  now: number;
  teacherId: string;
  colleagueId: string;
  classId: string;
  categoryId: string | null;
  unitIds: string[];
  /** students of the class by name, with how diligent they are, from 0 to 1 */
  students: { id: string; diligence: number }[];
}

/** Ids of what a question is made of follow from their words, so that the same seed gives the same draw. */
const idOf = (text: string) => createHash('sha256').update(text).digest('hex').slice(0, 12);
const entries = (...words: string[]) => words.map((text) => ({ id: idOf(text), text: textOf(text) }));
const options = (...words: string[]) => entries(...words).map((one) => ({ ...one, staysLast: false, explanation: '' }));
const ask = (text: string, points: number, form: QuestionForm, more: Partial<Question> = {}): Question =>
  ({
    id: idOf(`question ${text}`),
    text: textOf(text),
    spoken: null,
    points: points * 1000,
    explanation: '',
    aims: [],
    setId: null,
    storeId: null,
    ...form,
    ...more,
  }) as Question;
const choice = (text: string, words: string[], right = 0, points = 1, more: Partial<Question> = {}): Question =>
  ask(text, points, { kind: 'one', options: options(...words), key: [idOf(words[right]!)] }, more);
const gap = (texts: string[], near: 0 | 1 = 1) => ({ ...blankGap(), near, accepted: texts.map((text) => ({ text, percent: 100_000 })) });

// "Which one carries most?" has a wrong key: a stream in flood carries more than one in summer. The figures show it.
const ORDERS: Question[] = [
  choice('What is a stream without any streams flowing into it?', ['First order', 'Second order', 'A tributary of none']),
  choice('Two streams of the second order meet. What do they become?', ['Third order', 'Second order', 'Fourth order'], 0, 1, {
    explanation: 'Only where two of the same order meet, the order goes up by one.',
  }),
  choice('Which one carries most mud?', ['A stream in summer', 'A stream in flood', 'A spring'], 0, 2),
  ask('A river is always of a higher order than the streams that feed it.', 1, { kind: 'trueFalse', key: ['false'] }),
  ask('The whole land that drains into one river is its ___.', 2, {
    kind: 'gaps',
    gaps: [gap(['catchment', 'drainage basin', 'watershed'])],
  }),
  ask('Which of these add water to a river?', 3, {
    kind: 'several',
    options: options('Springs', 'Melting snow', 'Evaporation', 'Rain on its valley'),
    key: ['Springs', 'Melting snow', 'Rain on its valley'].map(idOf),
    mode: 'each',
  }),
];

function reading(picture: KeptFile): Question[] {
  const match: QuestionForm = {
    kind: 'match',
    left: entries('Waterfall', 'Meander', 'Delta'),
    right: entries('hard rock above soft', 'slow bend in the plain', 'the river drops its load', 'a lake without an outlet'),
    pairs: [
      [idOf('Waterfall'), idOf('hard rock above soft')],
      [idOf('Meander'), idOf('slow bend in the plain')],
      [idOf('Delta'), idOf('the river drops its load')],
    ],
    mode: 'each',
  };
  return [
    choice('Where does a river drop what it carries?', ['On the inside of a bend', 'On the outside of a bend', 'Only at its mouth'], 0, 1, {
      explanation: 'On the inside the water is slow, and slow water drops its load.',
    }),
    ask('Water wears rock away by carrying grit. This is called ___, and the grit itself is the river’s ___.', 2, {
      kind: 'gaps',
      gaps: [gap(['abrasion', 'corrasion']), gap(['load', 'bedload'])],
    }),
    ask(
      'A float goes 10 m in 16 s. How fast is the water, in metres a second?',
      2,
      {
        kind: 'number',
        unit: 'm/s',
        accepted: [{ value: '0.625', tolerance: '0.01', tolerancePercent: null, percent: 100_000 }],
      },
      { aims: ['use evidence'] },
    ),
    ask('Put them in order, from source to mouth.', 3, {
      kind: 'order',
      items: entries('Spring', 'Waterfall', 'Meander', 'Delta'),
      mode: 'pairs',
    }),
    ask('Why does a meander move sideways over the years?', 6, { kind: 'own', rubric: null }, { aims: ['explain a process'] }),
    ask('Match each with how it comes about.', 3, match, { aims: ['explain a process'] }),
    ask('The water in a river is fastest in the middle, just below the surface.', 1, { kind: 'trueFalse', key: ['true'] }),
    ask('Point at the river where it is widest.', 2, {
      kind: 'place',
      picture: { ...picture, alt: 'A river between two banks, seen from a bridge' },
      regions: [{ shape: 'rect', x: 2500, y: 7200, w: 5000, h: 2800, percent: 100_000 }],
    }),
  ];
}

const SET = idOf('set landforms');
const LANDFORMS: Question[] = [
  ask('Which word is for the land on both sides of a river that floods?', 1, { kind: 'short', gaps: [gap(['flood plain', 'floodplain'])] }),
  ...[
    choice('What is left when a river cuts off its own bend?', ['An oxbow lake', 'A delta', 'A gorge']),
    choice('Where do you look for a gorge?', ['Where hard rock is cut deep', 'In the flood plain', 'At the mouth']),
    choice('What builds a levee?', ['Mud of many floods', 'Waves', 'Ice']),
    choice('What is an estuary?', ['A mouth that the tide runs into', 'A river without a mouth', 'A lake in a crater']),
    choice('What holds a delta together?', ['What the river dropped, and plants', 'Hard rock', 'Walls only']),
    choice('Which is the youngest part of a valley?', ['The channel', 'The hills', 'The flood plain']),
  ].map((one) => ({ ...one, setId: SET })),
  ask('Name one landform you saw at the ford, and how you knew it.', 3, { kind: 'own', rubric: null }),
];

const WHY = [
  'The outside of the bend is faster, so it wears away, and the inside fills up.',
  'Because the water pushes against the outer bank all the time.',
  'Fast water outside takes the bank away. Slow water inside drops sand. So the whole bend moves.',
  'It looks for the easiest way.',
  'The river is stronger after rain and breaks the bank.',
];
const WRONG_WORDS = [
  ['erosion', 'attrition', 'abrassion', 'scraping'],
  ['sediment', 'stones', 'laod', 'mud'],
];

/** Chance of one student at one thing, the same whatever came before it. */
const chanceOf = (what: string) => chanceFrom(Number.parseInt(createHash('sha256').update(what).digest('hex').slice(0, 8), 16));

/**
 * What a student answers: who knows more is right more often. A wrong key is answered rightly by who knows, wrongly by the key.
 * @param chance of this student and this question, so that it is the same in whatever order questions were drawn
 */
function answerTo(question: Question, chance: Chance, knows: number): Answer {
  if (chance.happens(0.05)) return null;
  const right = chance.happens(0.12 + knows * 0.85);
  const other = <T>(list: readonly T[], not: readonly T[]): T => chance.pick(list.filter((one) => !not.includes(one)));
  switch (question.kind) {
    case 'one': {
      const ids = question.options.map((one) => one.id);
      if (question.id === idOf('question Which one carries most mud?')) return chance.happens(0.1 + knows * 0.9) ? ids[1]! : ids[0]!;
      return right ? question.key[0]! : other(ids, question.key);
    }
    case 'several': {
      const ids = question.options.map((one) => one.id);
      return right ? question.key : ids.filter(() => chance.happens(0.6));
    }
    case 'trueFalse':
      return right ? question.key[0]! : question.key[0] === 'true' ? 'false' : 'true';
    case 'gaps':
    case 'short': {
      const texts = question.gaps.map((one, index) =>
        chance.happens(0.12 + knows * 0.85) ? one.accepted[0]!.text : chance.happens(0.15) ? null : chance.pick(WRONG_WORDS[index % 2]!),
      );
      return question.kind === 'gaps' ? texts : texts[0]!;
    }
    case 'number':
      return right ? chance.pick(['0.625', '0.63', '5/8']) : chance.pick(['1.6', '6.25', '160']);
    case 'match': {
      const pairs = question.pairs.map(([left, matched]) => [
        left,
        chance.happens(0.12 + knows * 0.85) ? matched : chance.pick(question.right).id,
      ]);
      return Object.fromEntries(pairs) as Record<string, string>;
    }
    case 'order': {
      const ids = question.items.map((one) => one.id);
      if (!right) [ids[1], ids[2]] = [ids[2]!, ids[1]!];
      return ids;
    }
    case 'place':
      return right ? [chance.between(3600, 6400), chance.between(7600, 9600)] : [chance.between(500, 9500), chance.between(500, 5000)];
    default:
      return chance.pick(WHY);
  }
}

/** Three quizzes: one that came back with a key that is wrong, one that waits for its teacher, one that is being taken. */
export async function seedQuizzes({
  services,
  chance,
  calendar,
  now,
  teacherId,
  colleagueId,
  classId,
  categoryId,
  unitIds,
  students,
}: Setting): Promise<void> {
  const teacher = { role: 'teacher' as const, userId: teacherId };
  const { fingerprint, size } = await services.fileStore.keep(Readable.from([landscape(chance)]));
  const picture = await services.keptFiles.keep(
    teacher,
    { fingerprint, size, name: 'bridge.png', mediaType: 'image/png', pixels: 640 * 420 },
    now - 20 * 86_400_000,
  );
  const base = {
    ...BLANK_BRIEF,
    how: 'quiz' as const,
    accepts: [],
    opens: null,
    unitId: null,
    categoryId: null,
    countsInTotals: true,
    bonus: false,
    audience: EVERYONE,
    groupingId: null,
    classId,
    createdBy: teacherId,
  };
  const quizOf = (questions: Question[], run: Partial<Quiz['run']> = {}, sets: Quiz['sets'] = []): Quiz => ({
    run: { ...FIRST_RUN, ...run },
    sets,
    questions,
  });
  const [back, waiting, open] = [dueAt(calendar, now, -8), dueAt(calendar, now, -1), dueAt(calendar, now, 1)];
  const assignments = await seedAssignments(
    services,
    [
      {
        ...base,
        title: 'Stream orders, a check',
        instructions: textOf('Six questions on what you drew in the first weeks. No notes.'),
        quiz: quizOf(ORDERS, { limitMinutes: 15, ownOrder: true }),
        points: 10_000,
        rounds: 1,
        unitId: unitIds[0]!,
        categoryId,
        due: back,
        closes: back,
        issuedAt: addSchoolDays(calendar, back, -2),
      },
      {
        ...base,
        title: 'Reading a river, quiz',
        instructions: textOf('Eight questions on what the ford taught us. The map may lie on the table.'),
        quiz: quizOf(reading(picture), { limitMinutes: 20, ownOrder: false }),
        points: 20_000,
        rounds: 1,
        unitId: unitIds[1]!,
        categoryId,
        due: waiting,
        closes: waiting,
        issuedAt: addSchoolDays(calendar, waiting, -2),
      },
      {
        ...base,
        title: 'Landforms, before the test',
        instructions: textOf('To find out what to look at again. You may go through it twice; the better one counts.'),
        quiz: quizOf(
          LANDFORMS,
          { limitMinutes: 12, ownOrder: true, shows: { score: 'atOnce', marks: 'atOnce', key: 'afterClosing', explanations: 'atOnce' } },
          [{ id: SET, name: 'landforms', take: 3 }],
        ),
        points: 7_000,
        rounds: 2,
        roundRule: 'best' as const,
        countsInTotals: false,
        unitId: unitIds[1]!,
        due: open,
        closes: addSchoolDays(calendar, open, 2),
        issuedAt: now - 28 * 3_600_000,
      },
    ],
    now,
  );
  const shown: [AssignmentReply, number, number][] = [
    [assignments[0]!, back - 40 * MINUTE_MS, 0.97],
    [assignments[1]!, waiting - 45 * MINUTE_MS, 0.92],
    [assignments[2]!, now - 70 * MINUTE_MS, 0.3],
  ];
  const byDiligence = [...students].sort((a, b) => a.diligence - b.diligence).map((one) => one.id);
  for (const [assignment, from, share] of shown)
    for (const [place, { id }] of students.entries()) {
      if (!chance.happens(share)) continue;
      const knows = byDiligence.indexOf(id) / (students.length - 1);
      await goThrough(services, assignment, { id, place, knows }, from + chance.between(0, 9) * MINUTE_MS);
    }
  const [first, second, third] = assignments;
  // One is in the middle of it.
  const inIt = students.find((one, index) => index > 3 && one.diligence > 0.7)!;
  await services.quizzes.begin({ role: 'student', userId: inIt.id }, third!.id, now - 4 * MINUTE_MS).catch(() => undefined);
  await services.returning.giveBack(teacher, first!.id, { studentIds: 'allHeld', confirmed: true }, addSchoolDays(calendar, back, 1));
  await seedStore({ services, teacherId, colleagueId, now }, assignments, picture);
  const own = reading(picture)[4]!;
  const { answers } = await services.quizMarks.across(teacher, second!.id, own.id, now);
  for (const answer of answers.slice(0, 9)) {
    const points = 2000 + 1000 * (WHY.indexOf(String(answer.answer)) === 2 ? 4 : chance.between(0, 2));
    await services.quizMarks.give(
      teacher,
      { assignmentId: second!.id, tryId: answer.tryId, questionId: own.id },
      { points, choices: null, remark: '', remarks: [], version: 0 },
      now - 30 * MINUTE_MS,
    );
  }
}

// What a colleague keeps and shares.
const SHARED: Question[] = [
  choice('A map is drawn 1 : 25,000. How far is 4 cm on it?', ['1 km', '4 km', '100 m'], 0, 1, { aims: ['plan a journey'] }),
  ask('Contour lines that lie close together mean a ___ slope.', 1, { kind: 'gaps', gaps: [gap(['steep'])] }, { aims: ['plan a journey'] }),
];

/** The question store: what was kept from the quizzes, and what a colleague shares. */
async function seedStore(
  { services, teacherId, colleagueId, now }: Pick<Setting, 'services' | 'teacherId' | 'colleagueId' | 'now'>,
  [orders, river]: readonly AssignmentReply[],
  picture: KeptFile,
): Promise<void> {
  const keep = (userId: string, questions: Question[], tags: string[], more: { from?: string; sharedWith?: string[] } = {}) =>
    services.questionStore.keep(
      { role: 'teacher', userId },
      { questions, tags, sharedWith: more.sharedWith ?? [], from: more.from ?? null },
      now - 6 * 86_400_000,
    );
  await keep(teacherId, ORDERS, ['rivers', 'stream orders'], { from: orders!.briefId });
  await keep(teacherId, reading(picture), ['rivers'], { from: river!.briefId });
  await keep(colleagueId, SHARED, ['maps'], { sharedWith: [teacherId] });
}

async function goThrough(
  services: Services,
  assignment: AssignmentReply,
  { id, place, knows }: { id: string; place: number; knows: number },
  at: number,
): Promise<void> {
  const student = { role: 'student' as const, userId: id };
  const quiz = await services.quizzes.begin(student, assignment.id, at).catch(() => null);
  if (!quiz?.running) return;
  const edition = (await services.assignments.quizzesOf([assignment.briefId])).get(assignment.briefId)!;
  const byId = new Map(edition.questions.map((one) => [one.id, one]));
  const answers = quiz.running.questions.map((asked) => ({
    id: randomUUID(),
    questionId: asked!.id,
    answer: answerTo(byId.get(asked!.id)!, chanceOf(`${place} ${asked!.id}`), knows),
    insteadOf: null,
  }));
  const { number } = quiz.running;
  await services.quizzes.answer(student, assignment.id, { number, answers }, at + 6 * MINUTE_MS);
  await services.quizzes.handIn(student, assignment.id, number, at + chanceOf(`${place} ${assignment.title}`).between(7, 11) * MINUTE_MS);
}
