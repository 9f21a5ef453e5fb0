/** @jest-environment @happy-dom/jest-environment */
import { textOf } from '@jolly/core';
import type { MyPiece, MyWorkReply, TermLineReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aClass, myPiece } from '../../testing-rows';
import { useTermLine } from '../termline';
import MyWorkPage from './MyWorkPage.vue';

const DAY = 86_400_000;
const noon = Date.UTC(2096, 10, 28, 12);
const window = (due: number | null) => ({ opens: null, due, closes: null });
const returned = (readAt: number | null, at: number, more: object = {}) =>
  myPiece({
    assignmentId: `r${at}`,
    title: `Back ${at}`,
    state: 'returned',
    place: null as never,
    returned: { at, readAt, effective: 15_000, remark: textOf('Well argued.'), ...more } as Partial<
      NonNullable<MyPiece['returned']>
    > as MyPiece['returned'],
  });
async function work(
  pieces: MyPiece[],
  more: Answers = {},
  { at = '/work', classes = [aClass({ id: 'c1' })], reply = {} as Partial<MyWorkReply> } = {},
) {
  const server = serving({
    'GET /api/my/work': { pieces, handouts: [], ...reply },
    'GET /api/my/progress': [],
    'GET /api/my/reviews': [],
    'GET /api/my/joinings': [],
    'GET /api/term-line': { classes: [], squares: [], waiting: 0 },
    ...more,
  });
  const line: TermLineReply = { classes: classes.map((one) => ({ ...one, zone: 'UTC' })), squares: [], waiting: 0 };
  return { ...server, page: await opened(MyWorkPage, { at, before: () => Object.assign(useTermLine(), { reply: line, loaded: true }) }) };
}
const under = (heading: string) =>
  [...document.querySelectorAll('.group, .page > .columns > section')].find((one) => one.querySelector('h2')?.textContent === heading)
    ?.textContent ?? '';

it('has what to do now, next and later, each in order of its own date', async () => {
  await work([
    myPiece({ assignmentId: 'b', title: 'Second', window: window(noon + DAY) }),
    myPiece({ assignmentId: 'a', title: 'First', window: window(noon) }),
    myPiece({ assignmentId: 'c', title: 'Undated' }),
    myPiece({ assignmentId: 'd', title: 'Overdue', place: 'doNow', state: 'missing', stillAccepted: true, window: window(noon) }),
    myPiece({ assignmentId: 'e', title: 'Again', place: 'doNow', state: 'sentBack', againBy: noon - DAY, window: window(noon + 9 * DAY) }),
    myPiece({ assignmentId: 'f', title: 'Far', place: 'later', window: window(noon + 30 * DAY) }),
  ]);
  const order = (heading: string, titles: string[]) => titles.map((title) => under(heading).indexOf(title));
  for (const [heading, titles] of [
    ['Do now', ['Again', 'Overdue']],
    ['Next', ['First', 'Second', 'Undated']],
  ] as const) {
    const places = order(heading, [...titles]);
    expect([heading, places, places.includes(-1)]).toEqual([heading, [...places].sort((a, b) => a - b), false]);
  }
  expect(under('Do now')).toContain('1 is past its date and still accepted');
  expect(under('Later')).toContain('1 thing after that');
});

it('has what came back unread before what was read, newest first', async () => {
  await work([returned(5, 300), returned(null, 100), returned(null, 200)]);
  const text = document.body.textContent!;
  expect(['Back 200', 'Back 100', 'Back 300'].map((one) => text.indexOf(one))).toEqual(
    ['Back 200', 'Back 100', 'Back 300'].map((one) => text.indexOf(one)).sort((a, b) => a - b),
  );
  expect(text).toContain('“Well argued.”');
  expect(text).toContain('15/20');
});

it('shows what waits for a score, and what is closed for good', async () => {
  const { page } = await work([
    myPiece({ assignmentId: 'w', title: 'Waits', state: 'in', unread: 2, place: null as never }),
    myPiece({ assignmentId: 'x', title: 'Shut', state: 'missing', window: window(Date.UTC(2026, 10, 23, 12)), place: null as never }),
  ]);
  expect(under('Handed in, waiting for a score')).toContain('Waits');
  expect(under('Missing and closed')).toContain('was due Mon 23 Nov 12:00');
  document.querySelector<HTMLElement>('.group a[href^="/work/w"]')!.click();
  await page.settled();
  expect(page.router.currentRoute.value.path).toBe('/work/w');
});

it('keeps to the class that is looked at', async () => {
  const { page } = await work(
    [myPiece({ title: 'Here' }), myPiece({ classId: 'c2', assignmentId: 'z', title: 'Elsewhere' })],
    {},
    {
      at: '/work?class=c1',
      classes: [aClass({ id: 'c1' }), aClass({ id: 'c2' })],
    },
  );
  expect([page.text().includes('Here'), page.text().includes('Elsewhere')]).toEqual([true, false]);
});

it('says where one is and that there is no work yet, or how one gets into a class', async () => {
  expect((await work([])).page.text()).toContain('You are in Rivers 8. There is no work for you yet.');
  const { page } = await work([], {}, { classes: [] });
  expect(page.text()).toContain('You are in no class yet.');
  expect(page.has('Join a class')).toBe(true);
  const waits = await work(
    [],
    { 'GET /api/my/joinings': [{ id: 'j', kind: 'waits', className: 'Sea 8', by: null }] as never },
    { classes: [] },
  );
  expect(waits.page.text()).toContain('Your work shows here as soon as you are in.');
});

it('answers a class that asks for one, and shows its work', async () => {
  const YES = 'POST /api/my/joinings/:joiningId';
  let asks = true;
  const { page, last, asked } = await work(
    [],
    {
      'GET /api/my/joinings': () => (asks ? [{ id: 'j', kind: 'asked', className: 'Sea 8', by: 'Vega Test' }] : []) as never,
      [YES]: () => void (asks = false) as never,
    },
    { classes: [] },
  );
  await page.press('Come into Sea 8');
  expect(last(YES)!.body).toEqual({ yes: true });
  expect(asked.filter((one) => one.key === 'GET /api/my/work')).toHaveLength(2);
});

it('that cannot be loaded says why, and is asked again', async () => {
  let away = true;
  const { page } = await work([], {
    'GET /api/my/work': () => (away ? new Refusal(503, 'server.databaseAway') : { pieces: [myPiece()], handouts: [] }),
  });
  expect(page.text()).toContain('about server.databaseAway');
  away = false;
  await page.press('Try again');
  expect(page.text()).toContain('Meander notes');
});
