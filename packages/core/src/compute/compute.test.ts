import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { computeText } from '.';

const docs = readFileSync(join(__dirname, '../../../../docs/compute.md'), 'utf8');
const examples = [...docs.matchAll(/`\.\/jolly compute (\w+)`\n```json\n(.+)\n```\n```json\n(.+)\n```/g)].map(
  ([, kind, document, answer]) => [kind!, document!, answer!] as const,
);
const [windowExample, stateExample, scoreExample, totalExample, bearingExample, forecastExample, quizExample, itemsExample, drawExample] =
  examples.map(([, document]) => JSON.parse(document));

it('finds the examples of the docs', () =>
  expect(examples.map(([kind]) => kind)).toEqual(['window', 'state', 'score', 'total', 'bearing', 'forecast', 'quiz', 'items', 'draw']));

it.each(examples)('answers the %s example of the docs as they say', (kind, document, answer) => {
  expect(JSON.parse(computeText(kind, document).text)).toEqual(JSON.parse(answer));
});

const scored = (method: object) => computeText('score', JSON.stringify({ points: 24, method }));
it.each([
  [
    { kind: 'rubric', criteria: [{ id: 'a', weight: 1, max: 8, chosen: 6 }] },
    { earned: 18, takenOff: 0, effective: 18, complete: true },
  ],
  [
    { kind: 'words', percent: 33.333 },
    { earned: 8, takenOff: 0, effective: 8, complete: true },
  ],
  [
    { kind: 'done', done: false },
    { earned: 0, takenOff: 0, effective: 0, complete: true },
  ],
])('scores %j', (method, answer) => expect(JSON.parse(scored(method).text)).toEqual(answer));

it.each<[string, string, unknown, string]>([
  ['window', 'an unknown field', { ...windowExample, note: 1 }, 'note'],
  ['window', 'a missing field', { ...windowExample, groups: undefined }, 'groups'],
  ['window', 'a zone that is none', { ...windowExample, calendar: { ...windowExample.calendar, zone: 'Mars' } }, 'calendar.zone'],
  [
    'window',
    'a calendar without school days',
    { ...windowExample, calendar: { ...windowExample.calendar, schoolDays: [] } },
    'calendar.schoolDays',
  ],
  [
    'window',
    'a closure that ends before it begins',
    { ...windowExample, calendar: { ...windowExample.calendar, closures: [{ from: '2026-11-02', to: '2026-11-01' }] } },
    'calendar.closures[0]',
  ],
  ['window', 'an instant without milliseconds', { ...windowExample, issuedAt: '2026-11-16T08:00:00Z' }, 'issuedAt'],
  [
    'window',
    'a day that does not exist',
    { ...windowExample, standing: [{ id: 's', kind: 'days', amount: 1, validFrom: '2026-02-30' }] },
    'standing[0].validFrom',
  ],
  ['window', 'half a school day', { ...windowExample, standing: [{ id: 's', kind: 'schoolDays', amount: 0.5 }] }, 'standing[0].amount'],
  [
    'quiz',
    'a key that names no option',
    { ...quizExample, questions: [{ id: 'q', kind: 'one', points: 1, options: ['a'], key: ['b'] }], answers: {}, leftOut: {} },
    'questions[0].key',
  ],
  ['quiz', 'an answer of another form', { ...quizExample, answers: { q1: 'a' } }, 'answers.q1'],
  ['quiz', 'an answer to no question', { ...quizExample, answers: { q9: 'a' } }, 'answers.q9'],
  ['quiz', 'more than a question is out of', { ...quizExample, scores: { q5: 7 } }, 'scores.q5'],
  ['quiz', 'a question twice', { ...quizExample, questions: [quizExample.questions[0], quizExample.questions[0]] }, 'questions[1]'],
  ['items', 'points without their maximum', { ...itemsExample, tries: [{ student: 's', points: { q1: 1 }, max: {} }] }, 'tries[0].max.q1'],
  ['draw', 'more than there are', { ...drawExample, take: 10 }, 'take'],
  ['state', 'a fact later than now', { ...stateExample, now: '2026-11-25T00:00:00.000Z' }, 'facts[1].at'],
  ['state', 'facts out of order', { ...stateExample, facts: [...stateExample.facts].reverse() }, 'facts[1].at'],
  ['state', 'an unknown kind of fact', { ...stateExample, facts: [{ kind: 'graded', at: stateExample?.now }] }, 'facts[0].kind'],
  ['score', 'points of four decimals', { ...scoreExample, points: 0.0001 }, 'points'],
  ['score', 'a negative score', { ...scoreExample, method: { kind: 'points', earned: -1 } }, 'method.earned'],
  [
    'score',
    'a choice above its maximum',
    { points: 8, method: { kind: 'rubric', criteria: [{ id: 'a', weight: 1, max: 4, chosen: 5 }] } },
    'method.criteria[0].chosen',
  ],
  ['score', 'a rubric that can earn nothing', { points: 8, method: { kind: 'rubric', criteria: [] } }, 'method.criteria'],
  [
    'total',
    'a category that there is none of',
    { ...totalExample, items: [{ ...totalExample?.items[0], category: 'k9' }] },
    'items[0].category',
  ],
  ['total', 'a piece that stands twice', { ...totalExample, items: [totalExample?.items[0], totalExample?.items[0]] }, 'items[1].id'],
  ['total', 'a piece out of nothing', { ...totalExample, items: [{ ...totalExample?.items[0], points: 0 }] }, 'items[0].points'],
  [
    'total',
    'a piece both scored and missing',
    { ...totalExample, items: [{ ...totalExample?.items[0], missing: 'open' }] },
    'items[0].missing',
  ],
  ['bearing', 'a total over nothing', { ...bearingExample, total: { num: '1', den: '0' } }, 'total.den'],
  ['bearing', 'a change that is no whole number', { ...bearingExample, change: { num: '0.5', den: '1' } }, 'change.num'],
  [
    'forecast',
    'something open that is missing and closed',
    { ...forecastExample, items: [{ ...forecastExample?.items[4], open: { lateCost: 0 } }] },
    'items[0].open',
  ],
  ['forecast', 'a middle that is none', { ...forecastExample, classMedian: { k1: 0.5 } }, 'classMedian.k1'],
  [
    'total',
    'three decimals of a percentage shown',
    { ...totalExample, scheme: { ...totalExample?.scheme, decimals: 3 } },
    'scheme.decimals',
  ],
])('%s refuses %s and names the place', (kind, _case, document, path) => {
  const { ok, text } = computeText(kind, JSON.stringify(document));
  expect(ok).toBe(false);
  expect(JSON.parse(text).error.path).toBe(path);
});

it('counts a missing piece by the rule, a recorded score before it, and an excused one not at all', () => {
  const scheme = { ...totalExample.scheme, kind: 'points', missing: { rule: 'whenClosed', percent: 10 }, categories: [], bands: [] };
  const item = { id: 'a', category: null, points: 20, bonus: false, due: null, excused: false, earned: null, missing: null };
  const items = [
    { ...item, earned: 15 },
    { ...item, id: 'b', missing: 'closed' },
    { ...item, id: 'c', missing: 'open' },
    { ...item, id: 'd', excused: true, earned: 1 },
  ];
  expect(JSON.parse(computeText('total', JSON.stringify({ scheme, items })).text)).toEqual({
    total: { num: '17', den: '40', shown: '42.5', band: null },
    categories: [],
  });
});

it('refuses what is not JSON, and computations there are none of', () => {
  expect(computeText('score', '{').ok).toBe(false);
  expect(JSON.parse(computeText('constructor', '{}').text).error.message).toContain('no computation');
});

it('says what leads to a bearing: of the level reached, and no bearing as none', () => {
  const answer = (more: object) => JSON.parse(computeText('bearing', JSON.stringify({ ...bearingExample, ...more })).text);
  expect(answer({ total: null, change: null, missing: 1 })).toEqual({ bearing: 'none', reasons: [] });
  expect(answer({ total: { num: '125', den: '200' } })).toEqual({
    bearing: 'drifting',
    reasons: [
      { kind: 'margin', value: '62.5', limit: '65' },
      { kind: 'missing', value: '3', limit: '2' },
      { kind: 'change', value: '-6', limit: '-5' },
    ],
  });
  expect(answer({ total: { num: 9, den: 10 }, change: null, missing: 0 })).toEqual({ bearing: 'onCourse', reasons: [] });
});
