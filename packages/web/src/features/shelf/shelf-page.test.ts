/** @jest-environment @happy-dom/jest-environment */
import { textOf } from '@jolly/core';
import type { ArchiveJob, ShelfItem, ShelfItemReply, ShelfReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import ShelfPage from './ShelfPage.vue';

const LIST = 'GET /api/shelf';
const LOOK = 'GET /api/shelf/:itemId';
const KEEP = 'POST /api/shelf';
const CHANGE = 'PUT /api/shelf/:itemId';
const OFF = 'DELETE /api/shelf/:itemId';
const item = (id: string, title: string, more: Partial<ShelfItem> = {}): ShelfItem => ({
  id,
  kind: 'worksheet',
  title,
  folder: '',
  tags: [],
  own: true,
  owner: 'Finch Test',
  sharedWith: [],
  keptAt: 0,
  changedAt: 0,
  used: 0,
  version: 1,
  ...more,
});
const items = [
  item('w1', 'Questions on deltas', { folder: 'Water', tags: ['rivers'] }),
  item('r1', 'Models', { kind: 'rubric', used: 1 }),
  item('w2', 'Tide table', { own: false, owner: 'Vega Test', folder: 'Water' }),
];
const whole = (id: string): ShelfItemReply => ({
  ...items.find((one) => one.id === id)!,
  body: id === 'r1' ? { kind: 'rubric', rubric: { name: 'Models', criteria: [] } } : { kind: 'worksheet', text: textOf('Answer here') },
  usedIn: [],
});
async function shelf(answers: Answers = {}, at = '/shelf', list = items) {
  const reply: ShelfReply = { items: list, colleagues: [{ id: 'vega', name: 'Vega Test' }] };
  const server = serving({
    [LIST]: reply,
    [LOOK]: ({ params }) => whole(params.itemId),
    [CHANGE]: undefined as never,
    [OFF]: undefined,
    ...answers,
  });
  return { ...server, page: await opened(ShelfPage, { at, path: '/shelf' }) };
}
const titles = () => [...document.querySelectorAll('.item .title')].map((one) => one.textContent!.trim());
const isOpen = () => document.querySelector('[role=dialog]') !== null;

it('lies in folders, and is found by a part of a word, a tag, or with a slip of the hand', async () => {
  const { page } = await shelf();
  expect([...document.querySelectorAll('h2')].map((one) => one.textContent)).toEqual(['Water', 'In no folder']);
  for (const [typed, found] of [
    ['delt', ['Questions on deltas']],
    ['rivers', ['Questions on deltas']],
    ['modls', ['Models']],
    ['water tide', ['Tide table']],
    ['volcano', []],
  ] as const) {
    await page.fill('Find on the shelf', typed);
    expect([typed, titles()]).toEqual([typed, found]);
  }
  expect(page.text()).toContain('Nothing on the shelf is like this.');
});

it('in rows can be put in order, and stays so', async () => {
  const rows = () => [...document.querySelectorAll('tbody tr')].map((row) => row.querySelector('td button')?.textContent?.trim());
  const { page } = await shelf();
  await page.press('In rows');
  expect(rows()).toHaveLength(3);
  await page.press('Look at Models');
  expect(isOpen()).toBe(true);
  const again = await shelf();
  expect(rows()).toHaveLength(3);
  await again.page.fill('Find on the shelf', 'delt');
  expect(rows()).toEqual(['Questions on deltas']);
  await again.page.press('In rows');
  expect(titles()).toEqual(['Questions on deltas']);
});

it('shows one kind, and goes back to everything', async () => {
  const { page } = await shelf();
  await page.press('Rubric');
  expect(titles()).toEqual(['Models']);
  await page.press('Rubric');
  expect(titles()).toHaveLength(3);
});

it('is changed, put into a folder and shared over what was seen of it', async () => {
  const { page, last } = await shelf();
  await page.press('Look at Questions on deltas');
  await page.fill('Called', 'Questions');
  await page.fill('Tags', 'rivers;  maps ; rivers;');
  await page.tick('Vega Test');
  await page.press('Save');
  expect(last(CHANGE)).toMatchObject({
    params: { itemId: 'w1' },
    body: { title: 'Questions', folder: 'Water', tags: ['rivers', 'maps'], sharedWith: ['vega'], version: 1 },
  });
  expect(isOpen()).toBe(false);
});

it('keeps what was typed when somebody was faster', async () => {
  const { page } = await shelf({ [CHANGE]: new Refusal(409, 'conflict.changedMeanwhile') });
  await page.press('Look at Questions on deltas');
  await page.fill('Called', 'Questions');
  await page.press('Save');
  expect([page.said('alert'), page.field('Called').value, isOpen()]).toEqual(['about conflict.changedMeanwhile', 'Questions', true]);
});

it('of a colleague can be looked at and set, not changed', async () => {
  const { page } = await shelf();
  await page.press('Look at Tide table');
  expect(page.text()).toContain('from Vega Test');
  expect([page.has('Save'), page.has('Take off the shelf')]).toEqual([false, false]);
});

it('is taken off only when it is pressed twice', async () => {
  const { page, last } = await shelf();
  await page.press('Look at Models');
  await page.press('Take off the shelf');
  expect(last(OFF)).toBeUndefined();
  await page.press('Take it off for good? What was set from it stays.');
  expect(last(OFF)!.params).toEqual({ itemId: 'r1' });
});

it('lies open where the address names it, and once it is closed it stays closed', async () => {
  const { page, asked } = await shelf({}, '/shelf?item=w1');
  expect(isOpen()).toBe(true);
  await page.press('Save');
  expect([isOpen(), page.router.currentRoute.value.query.item]).toEqual([false, undefined]);
  expect(asked.filter((one) => one.key === LOOK)).toHaveLength(1);
});

it('takes a new rubric, and opens it', async () => {
  const { page, last } = await shelf({ [KEEP]: items[1]! });
  await page.press('Add to the shelf');
  await page.press('New rubric');
  expect(last(KEEP)!.body).toMatchObject({ title: 'New rubric', body: { kind: 'rubric' } });
  expect(isOpen()).toBe(true);
});

it('takes a folder out as a course, and goes to where it can be fetched', async () => {
  const job: ArchiveJob = {
    ...{ id: 'job', kind: 'out', holds: 'course', title: 'Water', state: 'waiting', done: 0, total: 0, problem: null, madeAt: 0 },
    ...{ size: null, classId: null, folder: 'Water', look: null, course: null },
  };
  const { page, last } = await shelf({ 'POST /api/shelf/course-packages': job });
  await page.press(`Take out as a course: ${items[0]!.folder || 'In no folder'}`);
  expect(last('POST /api/shelf/course-packages')!.body).toEqual({ folder: items[0]!.folder });
  expect(page.router.currentRoute.value.path).toBe('/archives');
});

it('that is empty says what it is for', async () => {
  expect((await shelf({}, '/shelf', [])).page.text()).toContain('The shelf is empty.');
});
