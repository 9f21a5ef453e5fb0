// A quiz that 200 students take at the same time, each an answer every five seconds for a minute; and what counting an answer as
// right costs when 2,000 tries are scored anew.
const { FIRST_RUN } = require('@jolly/core');
const { randomUUID } = require('node:crypto');
const { aClassOf, ask, issue, quantile, say, signIn } = require('./client.cjs');
const { answerOf, questionsOf } = require('./quizzes.cjs');

const STUDENTS = 200;
const TRIES = 10;
const [EVERY_MS, FOR_MS] = [5_000, 60_000];
const wait = (ms) => new Promise((go) => setTimeout(go, Math.max(0, ms)));

async function main() {
  const teacher = await signIn('odile.finch');
  const { classId, students } = await aClassOf(STUDENTS, teacher, 'Quiz');
  const questions = questionsOf(12);
  const assignmentId = await issue(teacher, classId, {
    title: 'Taken by all at once',
    instructions: { type: 'doc', content: [] },
    due: Date.now() + 3_600_000,
    how: 'quiz',
    accepts: [],
    quiz: { run: { ...FIRST_RUN, ownOrder: true, ownOptions: true }, sets: [], questions },
    points: questions.reduce((sum, one) => sum + one.points, 0),
    rounds: null,
  });
  const at = `/api/my/quizzes/${assignmentId}`;
  const answerTo = (question, n) => ({ id: randomUUID(), questionId: question.id, answer: answerOf(question, n), insteadOf: null });

  for (const student of students) await ask(student, 'POST', `${at}/tries`);
  const took = [];
  const begun = performance.now();
  await Promise.all(
    students.map(async (student, who) => {
      // Not all in the same instant, as nobody is; within five seconds everybody has answered once.
      for (let n = 0; n < FOR_MS / EVERY_MS; n++) {
        await wait(begun + (who / STUDENTS) * EVERY_MS + n * EVERY_MS - performance.now());
        const before = performance.now();
        await ask(student, 'POST', `${at}/answers`, { number: 1, answers: [answerTo(questions[n], who + n)] });
        took.push(performance.now() - before);
      }
    }),
  );
  took.sort((a, b) => a - b);
  say(
    `${took.length} answers of ${STUDENTS} students in a minute`,
    `median ${quantile(took, 0.5).toFixed(1)} ms, p95 ${quantile(took, 0.95).toFixed(1)} ms (aim 150)`,
  );

  let left = students.map((student, who) => ({ student, who }));
  await Promise.all(
    Array.from({ length: 8 }, async () => {
      for (let one = left.pop(); one; one = left.pop())
        for (let number = 1; number <= TRIES; number++) {
          if (number > 1) {
            await ask(one.student, 'POST', `${at}/tries`);
            const answers = questions.map((question, n) => answerTo(question, one.who + n + number));
            await ask(one.student, 'POST', `${at}/answers`, { number, answers });
          }
          await ask(one.student, 'POST', `${at}/hand-in`, { number });
        }
    }),
  );
  const timed = async (what, act) => {
    const before = performance.now();
    const reply = await act();
    say(what, `${((performance.now() - before) / 1000).toFixed(2)} s`);
    return reply;
  };
  await timed(`what came of it, ${STUDENTS} students with ${TRIES} tries each`, () =>
    ask(teacher, 'GET', `/api/assignments/${assignmentId}/quiz`),
  );
  const body = {
    questionId: questions[0].id,
    correction: { kind: 'countRight', right: { kind: 'option', optionId: 'a' } },
    giveBack: false,
  };
  const path = `/api/assignments/${assignmentId}/quiz/corrections`;
  await timed('who would move if an option counted as right', () => ask(teacher, 'POST', `${path}/look`, body));
  const act = await timed(`counting it as right, ${STUDENTS * TRIES} tries scored anew (aim 5 s)`, () => ask(teacher, 'POST', path, body));
  await timed('taking that back', () => ask(teacher, 'DELETE', `${path}/${act.id}`));
}

main().catch((error) => {
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 1;
});
