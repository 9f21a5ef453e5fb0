/** @jest-environment @happy-dom/jest-environment */
import type { GroupingBody, GroupingReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aClass, forClass, onRoster } from '../../testing-rows';
import GroupsPage from './GroupsPage.vue';

const MAKE = 'POST /api/classes/:classId/groupings';
const CHANGE = 'PUT /api/classes/:classId/groupings/:groupingId';
const OFF = 'DELETE /api/classes/:classId/groupings/:groupingId';
const names = ['Ada', 'Bao', 'Hana', 'Otto', 'Vega'];
const tables = (more: Partial<GroupingReply> = {}): GroupingReply =>
  ({
    id: 'g1',
    name: 'Tables',
    seed: null,
    until: null,
    groups: [
      { id: 'a', name: 'Blue', studentIds: ['ada', 'bao'] },
      { id: 'b', name: 'Red', studentIds: ['hana'] },
    ],
    madeAt: 0,
    version: 3,
    ...more,
  }) as GroupingReply;
async function groups(answers: Answers = {}, groupings = [tables()], students = names.map((one) => onRoster(one))) {
  const server = serving({
    ...forClass(aClass()),
    'GET /api/classes/:classId/groupings': groupings,
    'GET /api/classes/:classId/roster': students,
    [MAKE]: ({ body }) => tables({ id: 'g2', ...(body as Partial<GroupingReply>), version: 1 }),
    [CHANGE]: ({ body }) => tables({ ...(body as Partial<GroupingReply>), version: 4 }),
    [OFF]: undefined,
    ...answers,
  });
  return { ...server, page: await opened(GroupsPage, { at: '/class/rivers/groups', path: '/class/:id/groups' }) };
}
const member = (id: string) => document.querySelector<HTMLElement>(`[data-student="${id}"]`)!;
const listOf = (id: string) => member(id).closest<HTMLElement>('[data-list]')!.dataset.list;

it('deals everybody out into groups of nearly the same size, again when it is pressed again', async () => {
  const { page, last } = await groups();
  await page.fill('Everyone into', '2');
  await page.press('Deal out');
  await page.fill('What the groups are for', 'Lab');
  const seed = /seed ([3479CFHKMNPRTX]{4})/.exec(page.text())![1];
  await page.press('Keep these groups');
  const body = last(MAKE)!.body as GroupingBody;
  expect([body.name, body.seed, body.groups.flatMap((one) => one.studentIds).sort()]).toEqual([
    'Lab',
    seed,
    names.map((one) => one.toLowerCase()),
  ]);
  expect(body.groups.map((one) => one.studentIds.length).sort()).toEqual([2, 3]);
});

it('keeps ids and names of groups that are dealt out anew', async () => {
  const { page, last } = await groups({}, [tables({ seed: 'KKKK' })]);
  await page.press('Tables');
  await page.press('Again');
  await page.press('Keep these groups');
  expect(last(CHANGE)!.body).toMatchObject({
    version: 3,
    name: 'Tables',
    groups: expect.arrayContaining([expect.objectContaining({ id: 'a', name: 'Blue' })]),
  });
});

it('moves a name by the arrow keys, and out of its group', async () => {
  const { page, last } = await groups();
  await page.press('Tables');
  expect([listOf('bao'), listOf('otto')]).toEqual(['0', 'none']);
  member('otto').dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true, cancelable: true }));
  await page.settled();
  await page.press('Take Bao Lind out of the group');
  expect([listOf('bao'), listOf('otto')]).toEqual(['none', '0']);
  await page.press('Keep these groups');
  expect(last(CHANGE)!.body.groups[0]).toMatchObject({ id: 'a', studentIds: ['ada', 'otto'] });
});

it('puts somebody into several groups by name', async () => {
  const { page, last } = await groups();
  await page.press('Tables');
  await page.choose('Add somebody to Red', 'Ada Lind');
  await page.press('Keep these groups');
  expect(last(CHANGE)!.body.groups.map((one) => one.studentIds)).toEqual([
    ['ada', 'bao'],
    ['hana', 'ada'],
  ]);
});

it('reads pasted groups, and says whom it does not know', async () => {
  const { page, last } = await groups({}, []);
  await page.press('Paste');
  await page.fill('“North', 'North: Ada Lind, Bao Lind\nSouth: Hana Lind, Nobody Here');
  await page.press('Make these groups');
  expect(page.text()).toContain('Line 2: nobody here is called “Nobody Here”.');
  await page.fill('What the groups are for', 'Trip');
  await page.tick('only for today');
  await page.press('Keep these groups');
  expect((last(MAKE)!.body as GroupingBody).groups.map((one) => [one.name, one.studentIds])).toEqual([
    ['North', ['ada', 'bao']],
    ['South', ['hana']],
  ]);
  expect((last(MAKE)!.body as GroupingBody).until).toMatch(/^\d{4}-\d\d-\d\d$/);
});

it('keeps what was moved when somebody was faster, and shows theirs only when asked', async () => {
  const theirs = tables({ name: 'Theirs', version: 9 });
  const { page } = await groups({ [CHANGE]: new Refusal(409, 'conflict.changedMeanwhile', { current: theirs }) });
  await page.press('Tables');
  await page.press('Take Bao Lind out of the group');
  await page.press('Keep these groups');
  expect([page.said('alert').includes('about conflict.changedMeanwhile'), listOf('bao')]).toEqual([true, 'none']);
  await page.press('Take theirs');
  expect([page.field('What the groups are for').value, listOf('bao')]).toEqual(['Theirs', '0']);
});

it('dissolves groups only when it is pressed twice', async () => {
  const { page, last } = await groups();
  await page.press('Tables');
  await page.press('Dissolve');
  await page.press('Cancel');
  expect(last(OFF)).toBeUndefined();
  await page.press('Dissolve');
  await page.press('Yes, dissolve them');
  expect(last(OFF)!.params).toEqual({ classId: 'rivers', groupingId: 'g1' });
});

it('of an empty class says that there is nobody to group', async () => {
  expect((await groups({}, [], [])).page.text()).toContain('There is nobody to group yet.');
});
