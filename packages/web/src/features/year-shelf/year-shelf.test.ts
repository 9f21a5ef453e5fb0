/** @jest-environment @happy-dom/jest-environment */
import type { MyHandout, ShelvedHandout, YearShelfReply, YearShelfRequest } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aClass } from '../../testing-rows';
import { YearShelfLine } from '.';
import MyYearShelfPage from './MyYearShelfPage.vue';
import { shelvesOf } from './shelves';
import YearShelfPage from './YearShelfPage.vue';

const SET = 'PUT /api/classes/:classId/year-shelf';
const on = (assignmentId: string, folder = '', more: Partial<ShelvedHandout> = {}): ShelvedHandout => ({
  ...{ assignmentId, briefId: assignmentId, title: assignmentId, folder },
  ...{ pinnedAt: 1, issuedAt: 1, opened: 1, of: 3 },
  ...more,
});
const reply = (handouts: ShelvedHandout[]): YearShelfReply => ({
  version: 4,
  handouts,
  others: [{ assignmentId: 'Key words', briefId: 'k', title: 'Key words', issuedAt: null }],
});
const first = () => reply([on('Legend', 'Maps'), on('Scale', 'Maps'), on('Rules'), on('Gauge', 'Tools')]);
const open = async (answers: Answers) => {
  const server = serving({ 'GET /api/classes': [aClass()], 'GET /api/classes/:classId/year-shelf': first(), ...answers });
  const page = await opened(YearShelfPage, { at: '/class/rivers/year-shelf', path: '/class/:id/year-shelf' });
  const sent = () => (server.last(SET)!.body as YearShelfRequest).handouts.map((one) => [one.assignmentId, one.folder]);
  const act = async (menu: string, item: string) => {
    await page.press(`More about “${menu}”`);
    // A menu that was opened before stays in the page, out of sight.
    const items = [...document.querySelectorAll<HTMLElement>('[role=menuitem]')].filter((one) => one.textContent?.trim() === item);
    items.at(-1)!.click();
    await page.settled();
  };
  return { page, sent, act, last: server.last };
};

it('is put in order by acts that are stored at once: on, off, up and down, into folders, which move and are renamed', async () => {
  const { page, sent, act, last } = await open({ [SET]: () => first() } as Answers);
  await page.press('Put “Key words” on the shelf');
  // What is in no folder stands before all.
  expect(sent()).toEqual([
    ['Rules', ''],
    ['Legend', 'Maps'],
    ['Scale', 'Maps'],
    ['Gauge', 'Tools'],
    ['Key words', ''],
  ]);
  expect((last(SET)!.body as YearShelfRequest).version).toBe(4);
  await act('Scale', 'Move up');
  expect(sent()).toEqual([
    ['Rules', ''],
    ['Scale', 'Maps'],
    ['Legend', 'Maps'],
    ['Gauge', 'Tools'],
  ]);
  await act('Legend', 'Into “Tools”');
  expect(sent()).toEqual([
    ['Rules', ''],
    ['Scale', 'Maps'],
    ['Gauge', 'Tools'],
    ['Legend', 'Tools'],
  ]);
  await act('Legend', 'Take it off the shelf');
  expect(sent()).toEqual([
    ['Rules', ''],
    ['Scale', 'Maps'],
    ['Gauge', 'Tools'],
  ]);
  await act('Tools', 'Move the folder up');
  expect(sent()).toEqual([
    ['Rules', ''],
    ['Gauge', 'Tools'],
    ['Legend', 'Maps'],
    ['Scale', 'Maps'],
  ]);
  await act('Maps', 'Rename…');
  await page.fill('Name of the folder', 'Map work');
  await page.press('Use this name');
  expect(sent()).toEqual([
    ['Rules', ''],
    ['Legend', 'Map work'],
    ['Scale', 'Map work'],
    ['Gauge', 'Tools'],
  ]);
});

it('shows a colleague’s shelf where they were quicker, and writes nothing over it', async () => {
  const theirs = reply([on('Only this')]);
  const refusal = new Refusal(409, 'conflict.changedMeanwhile', { current: theirs } as never);
  const { page, act } = await open({ [SET]: refusal } as Answers);
  await act('Scale', 'Take it off the shelf');
  expect(page.text()).toContain('Only this');
  expect(page.text()).not.toContain('Legend');
});

it('keeps the name of a folder that could not be stored, in its field', async () => {
  const { page, act } = await open({ [SET]: new Refusal(500, 'server.failed') } as Answers);
  await act('Maps', 'Rename…');
  await page.fill('Name of the folder', 'Map work');
  await page.press('Use this name');
  expect(page.field('Name of the folder').value).toBe('Map work');
});

it('says who has opened a handout', async () => {
  const bao = { id: 'bao', givenName: 'Bao', familyName: 'Lind' };
  const { page } = await open({
    'GET /api/classes/:classId/handouts/:assignmentId/opened': { students: [{ student: bao, openedAt: null }] },
  } as Answers);
  await page.press('1 of 3 have opened it');
  expect(page.text()).toContain('Bao Lind');
  expect(page.text()).toContain('not opened');
});

const mine = (id: string, shelved: MyHandout['shelved'], openedAt: number | null = 5): MyHandout =>
  ({ ...{ id, briefId: id, title: id, classId: 'rivers', className: 'Rivers 8', hue: 1, issuedAt: 1 }, shelved, openedAt }) as MyHandout;

it('is found by students in their teacher’s order, with what is new to them and what was added last', async () => {
  const all = [
    mine('Scale', { folder: 'Maps', position: 1, pinnedAt: 9 }, null),
    mine('Legend', { folder: 'Maps', position: 0, pinnedAt: 3 }),
    mine('Once', null),
  ];
  expect(shelvesOf(all)).toMatchObject([
    { classId: 'rivers', folders: [{ folder: 'Maps', handouts: [{ id: 'Legend' }, { id: 'Scale' }] }], last: { id: 'Scale' } },
  ]);
  serving({ 'GET /api/my/work': { pieces: [], handouts: all } as never });
  const page = await opened(MyYearShelfPage, { at: '/year-shelf', path: '/year-shelf' });
  expect(page.text()).toMatch(/Added last: Scale.*Maps.*Legend.*Scale.*new/s);
  expect(page.text()).not.toContain('Once');
  const line = await opened(YearShelfLine, { props: { handouts: all } });
  expect(line.text()).toContain('2 handouts · one of them new');
});
