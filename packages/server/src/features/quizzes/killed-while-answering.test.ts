import { randomUUID } from 'node:crypto';
import type { Answer } from '@jolly/core';
import type { AnswersReply, MyQuizReply } from '../../contract';
import { aQuiz, asQuiz, question } from '../../testing/quizzes';
import { aRealServer } from '../../testing/real-server';
import { MONDAY, PASSWORD } from '../../testing/school';
import { seedPeople } from '../accounts/accounts.seed';
import { seedMembers } from '../roster/roster.seed';

/** Twenty students answer at once, and the server is killed in the middle. */
const STUDENTS = 20;
const QUESTIONS = 8;
const statement = (n: number) => question(`q${n}`, `Statement ${n}`, { kind: 'trueFalse', key: ['true'] });

let real: Awaited<ReturnType<typeof aRealServer>>;
beforeEach(async () => (real = await aRealServer()));
afterEach(() => real.close());

it('every answer that was acknowledged is there, and what was sent again is there once', async () => {
  const quiz = aQuiz(Array.from({ length: QUESTIONS }, (_, n) => statement(n)));
  const people = Array.from({ length: STUDENTS }, (_, n) => ({
    givenName: `S${n}`,
    familyName: 'Lind',
    role: 'student' as const,
    userName: `s${n}`,
  }));
  const seeded = (await seedPeople(real.services, people, PASSWORD, MONDAY)) as { id: string }[];
  await seedMembers(
    real.services,
    real.school.rivers,
    seeded.map(({ id }) => ({ userId: id, joined: '2026-09-07' })),
  );
  const { id } = await real.school.issued(asQuiz(quiz));
  const at = `/api/my/quizzes/${id}`;
  const students = await Promise.all(people.map(({ userName }) => real.person(userName)));
  for (const student of students) expect((await student.send('POST', `${at}/tries`)).ok).toBe(true);

  const sheets = students.map((student, who) => ({
    student,
    answers: Array.from({ length: QUESTIONS }, (_, n) => ({
      id: randomUUID(),
      questionId: `q${n}`,
      answer: ((who + n) % 2 === 0 ? 'true' : 'false') as Answer,
      insteadOf: null,
    })),
    known: new Set<string>(),
  }));
  const half = (STUDENTS * QUESTIONS) / 2;
  let acknowledged = 0;
  let killed: Promise<void> | null = null;
  const answering = async ({ student, answers, known }: (typeof sheets)[number]) => {
    for (const one of answers) {
      const isStored = await student
        .send('POST', `${at}/answers`, { number: 1, answers: [one] })
        .then(async (reply) => reply.status === 200 && Boolean(await reply.json()))
        .catch(() => false);
      // The line is gone: whoever answers keeps the rest.
      if (!isStored) return;
      known.add(one.questionId);
      acknowledged += 1;
      if (acknowledged === half) killed = real.kill();
    }
  };
  await Promise.all(sheets.map(answering));
  await killed;
  await real.start();
  const stands = async ({ student }: (typeof sheets)[number]) =>
    ((await (await student.send('GET', at)).json()) as MyQuizReply).running!.stands;
  for (const sheet of sheets) expect(Object.keys(await stands(sheet))).toEqual(expect.arrayContaining([...sheet.known]));

  for (const { student, answers } of sheets) {
    const reply = (await (await student.send('POST', `${at}/answers`, { number: 1, answers })).json()) as AnswersReply;
    expect(reply.beside).toEqual({});
    expect(reply.stands).toEqual(Object.fromEntries(answers.map(({ id, questionId, answer }) => [questionId, { id, answer }])));
  }
  const [[{ n }]] = (await real.sequelize.query('SELECT COUNT(*) AS n FROM quiz_answers')) as [[{ n: number }], unknown];
  expect(Number(n)).toBe(STUDENTS * QUESTIONS);
});
