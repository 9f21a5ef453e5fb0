import { addSchoolDays, FIRST_RUN, MINUTE_MS, textOf, type Question, type QuestionForm, type Quiz } from '@jolly/core';
import type { AssignmentReply, KeptFile } from '@jolly/server/dist/contract';
import { BLANK_BRIEF } from '@jolly/server/dist/features/assignments/drafts';
import { seedAssignments } from '@jolly/server/dist/features/assignments/assignments.seed';
import type { Services } from '@jolly/server/dist/wiring';
import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import { ask, answerTo, chanceOf, choice, entries, gap, idOf, options, WHY, type Setting } from './question-parts';
import { seedQuestions } from './questions';
import { dueAt } from './school-days';
import { setFor } from './set-for';
import { landscape } from './things';

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
    ...setFor(classId),
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
  await seedQuestions({ services, calendar, teacherId, colleagueId, classId, now, students }, [
    { asked: ORDERS, from: first!, tags: ['rivers', 'stream orders'], again: ORDERS[2]! },
    { asked: reading(picture), from: second!, tags: ['rivers'], again: null },
  ]);
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
