// Windows, states and load of 40 students × 200 assignments, and documents a second through the compute command's code.
const {
  answerSpread,
  computeText,
  keyOf,
  planLoad,
  questionVerdicts,
  quizFigures,
  quizScore,
  resolveWindow,
  stateAt,
  summarise,
} = require('@jolly/core');
const { outcomeOf40 } = require('./quizzes.cjs');
const { readFileSync } = require('node:fs');
const { join } = require('node:path');
const { median, say } = require('./timing.cjs');

const DAY = 86_400_000;
const start = Date.parse('2026-09-07T15:30:00.000Z');
const calendar = { zone: 'Europe/Lisbon', schoolDays: [1, 2, 3, 4, 5], closures: [{ from: '2026-10-26', to: '2026-10-30' }] };
const assignments = Array.from({ length: 200 }, (_, i) => ({ due: start + (i % 100) * DAY, closes: start + (i % 100) * DAY + 7 * DAY }));
const students = Array.from({ length: 40 }, (_, i) => ({
  standing: i % 5 === 0 ? [{ id: 's', kind: 'schoolDays', amount: 1 }] : [],
  facts: [
    { kind: 'opened', at: start },
    { kind: 'handedIn', at: start + (i % 30) * DAY },
  ],
}));

const windows = () =>
  students.map(({ standing }, i) =>
    assignments.map((base, j) =>
      resolveWindow({
        calendar,
        issuedAt: start - DAY,
        base: { opens: null, ...base },
        groups: i % 4 === 0 ? [{ id: 'g', due: base.due + DAY }] : [],
        standing,
        ...((i + j) % 17 === 0 ? { oneOff: { id: 'o', due: base.due + 2 * DAY } } : {}),
      }),
    ),
  );
const resolved = windows();
const summaries = students.map(({ facts }) => summarise(facts));
const states = () =>
  resolved.map((row, i) =>
    row.map(({ window }) =>
      stateAt({ inAudience: true, excused: false, how: 'handIn', window, graceMinutes: 10, summary: summaries[i], now: start + 50 * DAY }),
    ),
  );

const near = Array.from({ length: 40 * 60 }, (_, i) => ({
  studentId: `s${i % 40}`,
  day: new Date(start + (i % 60) * DAY).toISOString().slice(0, 10),
  minutes: 25,
}));
const studentIds = Array.from({ length: 40 }, (_, i) => `s${i}`);
const load = () =>
  planLoad({ calendar, day: '2026-10-07', notBefore: '2026-09-07', studentIds, minutes: 30, others: near, dayFor: (_student, day) => day });

say('windows of 40 students × 200 assignments', `${median(windows).toFixed(1)} ms`);
say('states of the same', `${median(states).toFixed(1)} ms`);
say('load of a day and the lighter one near it, 40 students', `${median(load).toFixed(1)} ms`);
const { questions, tries } = outcomeOf40();
const outcome = () => {
  const ids = questions.map(({ id }) => id);
  const keyed = questions.map(({ id, points, ...one }) => ({ id, points, key: keyOf(one) }));
  const counted = tries.map((answers) => {
    const score = quizScore({ questions: keyed, answers, scores: {} });
    const by = (of) => Object.fromEntries(score.questions.map((one) => [one.id, one[of]]));
    return { points: by('points'), max: by('max'), choice: answers };
  });
  const choices = Object.fromEntries(
    questions.filter(({ kind }) => kind === 'one').map((one) => [one.id, { options: one.options.map(({ id }) => id), right: one.key }]),
  );
  const figures = quizFigures(ids, counted);
  questionVerdicts(ids, counted, choices, figures);
  return questions.map((one) =>
    answerSpread(
      one,
      tries.map((answers) => answers[one.id] ?? null),
    ),
  );
};
say('outcome of a quiz, 40 × 60, with all figures', `${median(outcome).toFixed(1)} ms`);
const docs = readFileSync(join(__dirname, '../docs/compute.md'), 'utf8');
for (const [, kind, document] of docs.matchAll(/`\.\/jolly compute (\w+)`\n```json\n(.+)\n```/g)) {
  const ms = median(() => {
    for (let i = 0; i < 2000; i++) computeText(kind, document);
  }, 5);
  say(`compute ${kind}, documents a second`, Math.round((2000 / ms) * 1000).toLocaleString('en'));
}
