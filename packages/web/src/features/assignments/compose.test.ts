/** @jest-environment @happy-dom/jest-environment */
import type { BriefBody, BriefReply, PlanReply, SetFor } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aClass, anAssignment, aRow } from '../../testing-rows';
import ComposePage from './ComposePage.vue';
import { blankBrief, blankSet } from './use-brief';

const NOW = Date.UTC(2026, 10, 25, 9);
const DAY = 86_400_000;
const MAKE = 'POST /api/briefs';
const STORE = 'PUT /api/briefs/:briefId';
const OPEN = 'GET /api/briefs/:briefId';
const ISSUE = 'POST /api/briefs/:briefId/issue';
const DELETE = 'DELETE /api/briefs/:briefId';
const PIECES = 'GET /api/assignments/:assignmentId/pieces';
const LOAD = 'POST /api/load';
const rivers = aClass({ students: 22 });
const sea = aClass({ id: 'sea', name: 'Sea 8', students: 20, dueTime: '09:00' });
const stored = (more: Partial<BriefReply> = {}, set: Partial<BriefReply['classes'][number]> = {}): BriefReply => ({
  ...blankBrief('assignment'),
  title: 'River delta',
  id: 'brief',
  elsewhere: 0,
  version: 1,
  classes: [{ ...blankSet('rivers'), assignmentId: 'delta', issuedAt: null, begun: 0, ...set }],
  ...more,
});
/** What a server makes of what it is sent. */
type Sent = BriefBody & { classes: SetFor[]; fromShelf?: string | null; tell?: boolean };
const asSent = ({ classes, fromShelf: _, tell: __, ...rest }: Sent, version = 1): BriefReply => {
  const reply = {
    ...stored(),
    ...rest,
    version,
    classes: classes.map((set) => ({ ...set, assignmentId: `${set.classId}1`, issuedAt: null, begun: 0 })),
  };
  // A server has its fields in an order of its own, which says nothing.
  return Object.fromEntries(Object.entries(reply).reverse()) as typeof reply;
};
const pieces = (names: string[]) => ({
  assignment: anAssignment(),
  rows: names.map((name) => aRow(name)),
  groupDates: [],
  inOther: [],
  sections: [],
  joinedAfter: [],
  seenAtHome: [],
  rescorable: 0,
});

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask'], now: NOW });
  localStorage.clear();
});
afterEach(() => jest.useRealTimers());

async function compose(answers: Answers = {}, at = '/compose') {
  const server = serving({
    'GET /api/classes': [rivers, sea],
    'GET /api/aims': ['use evidence'],
    'GET /api/plan': { load: [{ day: '2026-12-01', pieces: 30, students: 12, heavy: 9, most: 4 }] } as Partial<PlanReply> as PlanReply,
    'GET /api/assignments': [],
    'GET /api/classes/:classId/units': [],
    'GET /api/term-line': { classes: [], squares: [], waiting: 0 },
    [PIECES]: pieces(['Ada', 'Bao']),
    [LOAD]: { classes: [] },
    [MAKE]: ({ body }) => asSent(body),
    [STORE]: ({ body }) => asSent(body, body.version + 1),
    [ISSUE]: ({ body }) => ({ brief: stored({ version: 2 }, { issuedAt: body.at ?? NOW }), students: 22 }),
    ...answers,
  });
  const page = await opened(ComposePage, { at, path: '/compose/:id?' });
  const later = async (ms = 900) => {
    await jest.advanceTimersByTimeAsync(ms);
    await page.settled();
  };
  return { ...server, page, later };
}
const setOf = (body: unknown) => (body as { classes: SetFor[] }).classes[0]!;

describe('a draft', () => {
  it('is stored as one types, once it has a title, and gets an address of its own', async () => {
    const { page, last, asked, later } = await compose();
    await later();
    expect(asked.some((one) => one.key === MAKE)).toBe(false);
    expect(page.said('status')).toContain('Nothing is stored until it has a title');
    await page.fill('Title', ' River delta ');
    await later();
    expect(last(MAKE)!.body).toMatchObject({ title: 'River delta', classes: [{ classId: 'rivers', due: null }], fromShelf: null });
    expect(page.router.currentRoute.value.path).toBe('/compose/brief');
    expect(page.said('status')).toContain('Draft kept 09:00');
    await page.press('Drawing');
    await later();
    expect(last(STORE)!.body).toMatchObject({ version: 1, accepts: expect.arrayContaining(['drawing']) });
  });

  it('is written in another language beside the first, which can be left out again', async () => {
    const { page, last, later } = await compose();
    await page.fill('Title', 'River delta');
    await page.press('Write it in French too');
    await page.fill('Title in French', 'Le delta');
    await later();
    expect(last(MAKE)!.body).toMatchObject({ language: 'en', otherWords: { fr: { title: 'Le delta', spoken: null } } });
    await page.choose('Language of your words', 'written in French');
    expect([page.field('Title').value, page.field('Title in English').value]).toEqual(['Le delta', 'River delta']);
    await page.press('Leave out the English one');
    await later();
    expect(last(STORE)!.body).toMatchObject({ title: 'Le delta', language: 'fr', otherWords: {} });
  });

  it('of a day alone is due at the time that is usual in its class', async () => {
    const { page, last, later } = await compose({}, '/compose?class=sea');
    await page.fill('Title', 'Tides');
    await page.fill('due: day', '2026-12-02');
    await later();
    expect(setOf(last(MAKE)!.body).due).toBe(Date.UTC(2026, 11, 2, 9));
    await page.fill('due: time', '13:15');
    await later();
    expect(setOf(last(STORE)!.body).due).toBe(Date.UTC(2026, 11, 2, 13, 15));
  });

  it('is given a day with an eye on closures and on what is due then already', async () => {
    const { page } = await compose({}, '/compose?class=rivers');
    const field = page.field('due: day');
    field.dispatchEvent(new Event('mousedown', { bubbles: true }));
    await page.settled();
    const said = (title: string) =>
      [...document.querySelectorAll(`.ant-picker-cell-inner[title="${title}"]`)].map((one) => one.textContent!.trim());
    expect(said('No school')).toContain('28');
    await page.press('Month after');
    expect(said('9 students have much due')).toEqual(['1']);
  });

  it('that contradicts itself is not stored, and says why', async () => {
    const { page, asked, later } = await compose();
    await page.fill('Title', 'Tides');
    await page.fill('due: day', '2026-12-02');
    await page.fill('closes: day', '2026-12-01');
    await later();
    expect(page.said('alert')).toBe('It would close before it is due.');
    expect(asked.some((one) => one.key === MAKE)).toBe(false);
    expect([...document.querySelectorAll<HTMLButtonElement>('.foot .ant-btn-primary')].every((one) => one.disabled)).toBe(true);
  });

  it('says what is odd about a date without refusing it', async () => {
    const { page } = await compose();
    await page.fill('due: day', '2026-11-28');
    expect(page.text()).toContain('is no school day in Rivers 8.');
    await page.fill('due: day', '2026-11-20');
    expect(page.text()).toContain('This due date is past.');
    await page.fill('due: day', '2028-11-21');
    expect(page.text()).toContain('more than a year away');
  });

  it('goes to another class with the same dates, each with its own audience', async () => {
    const { page, last, later } = await compose();
    await page.fill('Title', 'Tides');
    await page.fill('due: day', '2026-12-02');
    await page.choose('+ another class', 'Sea 8');
    await later();
    const { classes } = last(MAKE)!.body;
    expect(classes.map(({ classId, due }) => [classId, due])).toEqual([
      ['rivers', Date.UTC(2026, 11, 2, 15, 30)],
      ['sea', Date.UTC(2026, 11, 2, 15, 30)],
    ]);
    await page.fill('Sea 8, due: day', '2026-12-03');
    await page.press('Dates of Rivers 8 for all');
    await page.press('Leave out Sea 8');
    await later();
    expect(last(STORE)!.body.classes).toHaveLength(1);
  });

  it('says that a day is heavy, and moves to the lighter one with its closing', async () => {
    const day = (date: string, over: number) => ({ day: date, over, mostPieces: 4, mostMinutes: 90 });
    const { page, last, later } = await compose({
      [LOAD]: ({ body }) => ({
        classes: body.classes.map((one) => ({
          classId: one.classId,
          students: 22,
          planned: day('2026-12-02', 7) as never,
          lighter: day('2026-12-03', 0) as never,
          lighterDue: Date.UTC(2026, 11, 3, 15, 30),
        })),
      }),
    });
    await page.fill('Title', 'Tides');
    await page.fill('due: day', '2026-12-02');
    await page.fill('closes: day', '2026-12-04');
    await later();
    expect(page.text()).toContain('7 students would have up to 4 things due.');
    await page.press('Use Thu');
    await later();
    expect(setOf(last(STORE)!.body)).toMatchObject({ due: Date.UTC(2026, 11, 3, 15, 30), closes: Date.UTC(2026, 11, 5, 15, 30) });
  });

  it('is deleted only when it is pressed twice, and stays when it cannot be', async () => {
    let away = true;
    const { page, last } = await compose(
      { [OPEN]: stored(), [DELETE]: () => (away ? new Refusal(503, 'server.databaseAway') : undefined) },
      '/compose/brief',
    );
    await page.press('Delete draft');
    expect(last(DELETE)).toBeUndefined();
    await page.press('Delete this draft for good?');
    expect(page.said('alert')).toBe('about server.databaseAway');
    expect(page.field('Title').value).toBe('River delta');
    away = false;
    await page.press('Delete draft');
    await page.press('Delete this draft for good?');
    expect(page.router.currentRoute.value.path).toBe('/plan');
  });
});

describe('issuing', () => {
  it('says to how many it goes, stores what was typed, and leads to the assignment', async () => {
    const { page, last } = await compose({ [OPEN]: stored() }, '/compose/brief');
    await page.fill('Title', 'Delta of the river');
    await page.press('Issue to 2 students');
    expect(last(STORE)!.body).toMatchObject({ title: 'Delta of the river', version: 1 });
    expect(last(ISSUE)!.body).toEqual({ version: 2, at: null });
    expect(page.router.currentRoute.value.path).toBe('/assignments/delta');
  });

  it('at a time keeps the page open, and can be done at once after all', async () => {
    const { page, last, later } = await compose({ [OPEN]: stored() }, '/compose/brief');
    await page.press('Issue later…');
    expect(document.querySelector<HTMLButtonElement>('.foot .ant-btn-primary')!.disabled).toBe(true);
    await page.fill('Goes out: day', '2026-11-26');
    await page.press('Issue to 2 students then');
    await later(0);
    expect(last(ISSUE)!.body.at).toBe(Date.UTC(2026, 10, 26, 8));
    expect(page.said('status')).toContain('Goes out Thu 26 Nov 08:00');
    await page.press('Issue now');
    expect(last(ISSUE)!.body).toEqual({ version: 2, at: null });
  });

  it('to nobody cannot be done, and a refusal says why', async () => {
    const { page } = await compose({ [OPEN]: stored(), [PIECES]: pieces([]) }, '/compose/brief');
    expect(document.querySelector<HTMLButtonElement>('.foot .ant-btn-primary')!.disabled).toBe(true);
    expect(page.has('Issue to nobody yet')).toBe(true);
    const other = await compose({ [OPEN]: stored(), [ISSUE]: new Refusal(422, 'assignment.noAudience') }, '/compose/brief');
    await other.page.press('Issue to 2 students');
    expect(other.page.said('alert')).toBe('about assignment.noAudience');
  });
});

describe('what is out', () => {
  const out = (more: Partial<BriefReply> = {}) => stored(more, { issuedAt: NOW - DAY, begun: 1 });
  const effects = { has: [{ classId: 'rivers', students: 22 }], moved: 20, keep: 2, gone: 0 };

  it('is changed only on the teacher’s word, which says whom it touches', async () => {
    const { page, last, later } = await compose({ [OPEN]: out(), 'POST /api/briefs/:briefId/effects': effects as never }, '/compose/brief');
    expect(page.has('Save and tell')).toBe(false);
    await page.fill('due: day', '2026-12-02');
    await later();
    expect(last(STORE)).toBeUndefined();
    expect(page.said('status')).toContain('22 students have it. 20 students’ dates move; 2 keep their own.');
    await page.press('Save quietly');
    expect(last(STORE)!.body).toMatchObject({ tell: false, version: 1 });
  });

  it('keeps what was typed when somebody else was faster, and asks which holds', async () => {
    const theirs = out({ title: 'Theirs', version: 5 });
    let first = true;
    const { page, last } = await compose(
      {
        [OPEN]: out(),
        'POST /api/briefs/:briefId/effects': effects as never,
        [STORE]: ({ body }) => {
          if (!first) return { ...out({ title: body.title, version: 6 }) };
          first = false;
          return new Refusal(409, 'conflict.changedMeanwhile', { current: theirs });
        },
      },
      '/compose/brief',
    );
    await page.fill('Title', 'Mine');
    await page.press('Save and tell');
    expect(page.said('alert')).toContain('Somebody else changed this meanwhile. “Theirs”');
    await page.press('Keep mine');
    await page.press('Save and tell');
    expect(last(STORE)!.body).toMatchObject({ title: 'Mine', version: 5, tell: true });
  });

  it('asks what becomes of scores when the points change', async () => {
    const { page, last } = await compose(
      {
        [OPEN]: out(),
        'POST /api/briefs/:briefId/effects': effects as never,
        [STORE]: ({ body }) =>
          body.scores
            ? out({ version: 2 })
            : new Refusal(409, 'assignment.pointsAsked', { current: { pieces: 3, from: 20_000, to: 30_000 } }),
      },
      '/compose/brief',
    );
    await page.fill('out of', '30');
    await page.press('Save and tell');
    expect(page.said('alert')).toContain('3 scores are out of 20 points, and it would be out of 30.');
    await page.press('Scale them');
    expect(last(STORE)!.body).toMatchObject({ points: 30_000, scores: 'scale', tell: true });
  });

  it('goes back to a draft while nobody has begun', async () => {
    const WITHDRAW = 'POST /api/briefs/:briefId/withdraw';
    const { page, last } = await compose(
      { [OPEN]: stored({}, { issuedAt: NOW - DAY }), [WITHDRAW]: stored({ version: 2 }) },
      '/compose/brief',
    );
    await page.press('Back to draft');
    expect(last(WITHDRAW)!.body).toEqual({ version: 1 });
    expect(page.has('Delete draft')).toBe(true);
  });

  it('set for a class one does not teach has its words locked', async () => {
    const { page } = await compose({ [OPEN]: out({ elsewhere: 1 }) }, '/compose/brief');
    expect(page.text()).toContain('only dates can be changed here');
    expect([page.field('Title').disabled, page.field('out of').disabled]).toEqual([true, true]);
  });
});

it('without a class leads to making one', async () => {
  const { page } = await compose({ 'GET /api/classes': [] });
  expect(page.text()).toContain('Make a class first');
});

it('says why it cannot be opened, and is asked again', async () => {
  let away = true;
  const { page } = await compose({ [OPEN]: () => (away ? new Refusal(404, 'brief.unknown') : stored()) }, '/compose/brief');
  expect(page.text()).toContain('about brief.unknown');
  away = false;
  await page.press('Try again');
  expect(page.field('Title').value).toBe('River delta');
});
