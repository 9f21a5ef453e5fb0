import { FIRST_BEARING, FIRST_SCHEME, studentView, type ProgressClass } from '@jolly/core';
import type { ProgressPiece, StudentProgressReply } from '@jolly/server/contract';
import { defineComponent, effectScope, h, nextTick, ref } from 'vue';
import { shown } from '../../testing';
import { useProgressWords } from './use-progress-words';
import { useTrial } from './use-trial';

const NOW = Date.parse('2026-11-25T10:00:00.000Z');
const of: ProgressClass = { scheme: { ...FIRST_SCHEME, decimals: 1 }, settings: FIRST_BEARING, terms: [], zone: 'Europe/Lisbon' };
const piece = (id: string, more: Partial<ProgressPiece> = {}): ProgressPiece => {
  const due = Date.parse('2026-11-23T15:30:00.000Z');
  return {
    id,
    title: id,
    category: null,
    points: 20_000,
    counts: true,
    bonus: false,
    effective: null,
    scoredAt: null,
    state: 'open',
    stillAccepted: false,
    due,
    closes: null,
    lateCost: 0,
    belongs: due,
    term: null,
    lateBy: 0,
    takenOff: 0,
    familyTick: false,
    overdue: false,
    window: { opens: null, due, closes: null },
    trail: [],
    exceptionReason: null,
    returnedAt: null,
    readAt: null,
    remark: null,
    levels: [],
    activeAt: null,
    againBy: null,
    ...more,
  };
};
const reply = (pieces: ProgressPiece[], studentId = 'bao') =>
  ({
    student: { id: studentId, givenName: 'Bao', familyName: 'Lind' },
    classId: 'rivers',
    of,
    looking: { kind: 'term', term: null },
    pieces,
    view: studentView({ pieces, of, looking: { kind: 'term', term: null }, now: NOW }),
  }) as Partial<StudentProgressReply> as StudentProgressReply;

describe('a trial', () => {
  const pieces = [piece('Delta', { state: 'returned', effective: 15_000, scoredAt: 1 }), piece('Oxbow')];
  it('counts what is typed by the same rules, and leaves what is there as it is', () => {
    const standing = ref(reply(pieces));
    const trial = effectScope().run(() => useTrial(standing))!;
    expect(trial.view.value).toBeNull();
    trial.typed.set('Oxbow', '5');
    expect(trial.view.value!.standing.total).toBe('50.0');
    // What is no number, or above the maximum, is said and not counted.
    trial.typed.set('Oxbow', '99');
    expect([trial.view.value, [...trial.refused.value]]).toEqual([null, [['Oxbow', 'aboveMaximum']]]);
    trial.typed.set('Oxbow', '5');
    expect(standing.value.view.standing.total).toBe('75.0');
    trial.typed.set('Oxbow', '7,5');
    expect(trial.view.value!.standing.total).toBe('56.3');
    trial.end();
    expect(trial.view.value).toBeNull();
  });
  it('takes no notice of what is no number, and ends with another student', async () => {
    const standing = ref(reply(pieces));
    const trial = effectScope().run(() => useTrial(standing))!;
    trial.typed.set('Oxbow', 'many');
    expect(trial.view.value).toBeNull();
    trial.typed.set('Oxbow', '20');
    standing.value = reply(pieces, 'hana');
    await nextTick();
    expect(trial.view.value).toBeNull();
  });
});

/** What the words say of something, as a page writes it. */
const said = (say: (words: ReturnType<typeof useProgressWords>) => string) =>
  shown(
    defineComponent({
      setup() {
        const words = useProgressWords();
        return () => h('p', say(words));
      },
    }),
  ).then((html) => html.replace(/<[^>]*>/g, '').replace(/&#39;/g, "'"));

const closes = Date.parse('2026-11-30T15:30:00.000Z');
const window = { opens: null, due: Date.parse('2026-11-23T15:30:00.000Z'), closes };
it.each<[string, Partial<ProgressPiece>, string]>([
  [
    'missing, accepted until it closes, for a cost',
    { state: 'missing', stillAccepted: true, window, lateCost: 2000 },
    'Missing since Mon 23 Nov 15:30 · still accepted until Mon 30 Nov 15:30 · 2 points off',
  ],
  ['missing, accepted without an end', { state: 'missing', stillAccepted: true }, 'Missing since Mon 23 Nov 15:30 · still accepted'],
  ['missing and over', { state: 'missing', window }, 'Closed Mon 30 Nov 15:30, can no longer be handed in'],
  ['missing of what was done in class', { state: 'missing' }, 'Done in class on Mon 23 Nov 15:30, nothing came in'],
  ['sent back without a date', { state: 'sentBack' }, 'Sent back · hand it in again'],
  ['sent back until a date', { state: 'sentBack', againBy: closes }, 'Sent back · hand in again by Mon 30 Nov 15:30'],
  ['open without a date', { window: { opens: null, due: null, closes: null } }, 'no due date'],
  [
    'not open yet',
    { state: 'notOpen', window: { ...window, opens: Date.parse('2026-11-20T08:30:00.000Z') } },
    'due Mon 23 Nov 15:30 · opens Fri 20 Nov 08:30',
  ],
  [
    'started',
    { state: 'started', activeAt: Date.parse('2026-11-22T09:05:00.000Z') },
    'due Mon 23 Nov 15:30 · last worked on Sun 22 Nov 09:05',
  ],
])('a step that is %s says what can be done', async (_case, more, text) =>
  expect(await said((words) => words.stepText(piece('Oxbow', more), 'Europe/Lisbon'))).toBe(text),
);

it('says reasons to the teacher with their limits and to the student without a threshold of pieces', async () => {
  const missing = { why: 'missing' as const, number: 3, limit: 2 };
  expect(await said((words) => words.reasonText(missing))).toBe('3 pieces missing, from 2 on it counts');
  expect(await said((words) => words.ownReasonText(missing))).toBe('3 pieces are missing.');
  expect(await said((words) => words.reasonText({ why: 'fell', number: '6.0', limit: '5' }))).toBe(
    'the total fell by 6.0\u00a0%, from 5\u00a0% on it counts',
  );
});
