/** @jest-environment @happy-dom/jest-environment */
import type { AssignmentPiecesReply, PieceRow, ScoreView } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aClass, anAssignment, aRow } from '../../testing-rows';
import AssignmentPage from './AssignmentPage.vue';
import RescoreSheet from './RescoreSheet.vue';

const PIECES = 'GET /api/assignments/:assignmentId/pieces';
const CHANGED = 'GET /api/assignments/:assignmentId/pieces/changed';
const CLASS = 'GET /api/classes/:classId';
const HOUR = 3_600_000;
const at = Date.UTC(2026, 10, 23, 12);
const collecting = (more: Partial<PieceRow['collecting']> = {}) =>
  ({
    seenAt: null,
    begunAt: null,
    activeAt: null,
    words: null,
    team: null,
    went: null,
    nudgedAt: null,
    unread: 0,
    unreadNotes: 0,
    mark: null,
    ...more,
  }) as PieceRow['collecting'];
const row = (name: string, more: Partial<PieceRow> = {}) => aRow(name, { collecting: collecting(), ...more });
const ada = row('Ada', { state: 'inLate', handedInAt: at, lateBy: 2 * HOUR, window: { opens: null, due: at - 2 * HOUR, closes: null } });
const bao = row('Bao', { state: 'missing', stillAccepted: false, groups: ['Blue'] });
const hana = row('Hana', { state: 'missing', overdue: true, collecting: collecting({ begunAt: at, words: 40 }) });
const reply = (rows: PieceRow[], more: Partial<AssignmentPiecesReply> = {}): AssignmentPiecesReply => ({
  assignment: anAssignment(),
  rows,
  groupDates: [],
  inOther: [],
  sections: [],
  joinedAfter: [],
  seenAtHome: [],
  rescorable: 0,
  ...more,
});

/** Streams that were opened, and what is said on them. */
let streams: { at: string; onmessage: (event: { data: string }) => void; onopen: () => void; onerror: () => void }[];
beforeEach(() => {
  streams = [];
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask'], now: at });
  globalThis.EventSource = class {
    constructor(readonly at: string) {
      streams.push(this as never);
    }
    close = () => undefined;
  } as never;
});
afterEach(() => jest.useRealTimers());

async function page(answers: Answers = {}, rows = [ada, bao, hana], more: Partial<AssignmentPiecesReply> = {}) {
  const server = serving({
    [PIECES]: ({ params }) => reply(rows, { ...more, assignment: { ...anAssignment(more.assignment), id: params.assignmentId } }),
    [CLASS]: aClass(),
    'GET /api/classes/:classId/groupings': [],
    ...answers,
  });
  return { ...server, page: await opened(AssignmentPage, { at: '/assignments/delta', path: '/assignments/:id' }) };
}
const names = () => [...document.querySelectorAll('tbody tr')].map((one) => one.querySelector('.row-link')!.textContent);
const rowOf = (name: string) => [...document.querySelectorAll('tbody tr')].find((one) => one.textContent!.includes(name))!.textContent!;

it('says of each student where the piece stands, and how late it was', async () => {
  await page();
  expect(rowOf('Ada')).toContain('2 h late');
  expect(rowOf('Bao')).toContain(', closed');
  expect(rowOf('Hana')).toContain('past its new date');
  expect(rowOf('Hana')).toContain('40 words');
});

it('shows one state, or one group, and goes back to all', async () => {
  const { page: it } = await page();
  await it.press('Missing 2');
  expect(names()).toEqual(['Bao Lind', 'Hana Lind']);
  await it.choose('Only one group', 'Blue');
  expect(names()).toEqual(['Bao Lind']);
  await it.press('Missing 2');
  await it.press('All 3');
  await it.choose('Only one group', 'All groups');
  expect(names()).toHaveLength(3);
});

it('makes what waits the main act: marking, else returning what is held', async () => {
  const score = { effective: 14_000 } as ScoreView;
  const main = () => document.querySelector('.heading .ant-btn-primary')!.textContent;
  await page();
  expect(main()).toContain('Mark');
  await page({}, [row('Ada', { state: 'scored', held: true, score })]);
  expect(main()).toContain('Return 1 held');
  expect(rowOf('Ada')).toContain('14held');
});

it('chooses those that are shown, and gives them other dates in one act', async () => {
  const { page: it, last } = await page({ 'PUT /api/assignments/:assignmentId/exceptions': undefined });
  await it.press('Missing 2');
  await it.tick('Choose all shown');
  await it.press('Other dates for 2 students');
  expect(last(CLASS)!.params.classId).toBe('rivers');
  await it.press('Excused from this');
  await it.press('Excuse 2 students');
  expect(last('PUT /api/assignments/:assignmentId/exceptions')!.body).toMatchObject({ studentIds: ['bao', 'hana'], excused: true });
});

it('asks only for the rows that have changed, once for what is said together', async () => {
  const { asked } = await page({
    [CHANGED]: { rows: [{ ...bao, state: 'in', handedInAt: at }] } as never,
  });
  expect(streams.map((one) => one.at)).toEqual(['/api/assignments/delta/live']);
  streams[0]!.onmessage({ data: '{"studentIds":["bao"]}' });
  streams[0]!.onmessage({ data: '{"studentIds":["bao"]}' });
  await jest.advanceTimersByTimeAsync(600);
  expect(asked.filter((one) => one.key === CHANGED).map((one) => one.query)).toEqual([{ of: 'bao' }]);
  expect(rowOf('Bao')).not.toContain(', closed');
});

it('looks again at everything when the line was broken and is back', async () => {
  const { asked } = await page();
  streams[0]!.onerror();
  streams[0]!.onopen();
  await jest.advanceTimersByTimeAsync(0);
  expect(asked.filter((one) => one.key === PIECES)).toHaveLength(2);
});

it('begins anew in another section: nobody of the one before stays ticked, nor its calendar', async () => {
  const sections = [
    { assignmentId: 'delta', classId: 'rivers' },
    { assignmentId: 'delta2', classId: 'sea' },
  ];
  const { page: it, asked } = await page({}, [ada, bao], { sections });
  await it.tick('Bao Lind');
  await it.press('Other dates for 1 student');
  await it.router.push('/assignments/delta2');
  await it.settled();
  expect(it.has('Other dates for 1 student')).toBe(false);
  expect(it.field('Bao Lind').checked).toBe(false);
  await it.press('+ give someone other dates');
  expect(asked.filter((one) => one.key === CLASS)).toHaveLength(2);
});

it('leads a handout to where it is written', async () => {
  const { page: it } = await page({}, [], { assignment: anAssignment({ kind: 'handout', briefId: 'b7' }) });
  expect(it.router.currentRoute.value.path).toBe('/compose/b7');
});

it('is empty in its own words, and says what is a draft', async () => {
  const { page: it } = await page({}, [], { assignment: anAssignment({ issuedAt: null }) });
  expect(it.text()).toContain('No student has this yet.');
  expect(it.text()).toContain('This is a draft. No student sees it.');
  expect(streams).toHaveLength(0);
});

it('that cannot be loaded says why, and is asked again', async () => {
  let away = true;
  const { page: it } = await page({ [PIECES]: () => (away ? new Refusal(503, 'server.databaseAway') : reply([ada])) });
  expect(it.text()).toContain('about server.databaseAway');
  away = false;
  await it.press('Try again');
  expect(names()).toEqual(['Ada Lind']);
});

describe('scores by a rubric that has changed', () => {
  const LOOK = 'GET /api/assignments/:assignmentId/rescoring';
  const COUNT = 'POST /api/assignments/:assignmentId/rescoring';
  const piece = (name: string, complete = true) => ({
    student: row(name).student,
    before: 10_000,
    after: 12_500,
    complete,
    returned: false,
  });
  const sheet = async (answers: Answers = {}) => {
    const server = serving({ [LOOK]: { pieces: [piece('Ada'), piece('Bao', false)] }, [COUNT]: undefined as never, ...answers });
    const page = await opened(RescoreSheet, { props: { open: false, assignmentId: 'delta' } });
    await page.wrapper.setProps({ open: true });
    await page.settled();
    return { ...server, page };
  };

  it('are shown before and after, and counted again for whom it is wanted', async () => {
    const { page: it, last } = await sheet();
    expect(it.text()).toContain('12.5 so far');
    await it.tick('Ada Lind', false);
    await it.press('Count 1 score again');
    expect(last(COUNT)!.body).toEqual({ studentIds: ['bao'] });
    expect(it.wrapper.emitted()).toMatchObject({ changed: [[]], close: [[]] });
  });

  it('stay as they are when it is refused', async () => {
    const { page: it } = await sheet({ [COUNT]: new Refusal(409, 'conflict.changedMeanwhile') });
    await it.press('Count 2 scores again');
    expect(it.said('alert')).toBe('about conflict.changedMeanwhile');
    expect(it.wrapper.emitted('close')).toBeUndefined();
  });
});
