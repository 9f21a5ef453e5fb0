/** @jest-environment @happy-dom/jest-environment */
import { textOf } from '@jolly/core';
import type { MyWallItem, OwnOnWall, Wall, WallPiece, WallRemark, WallReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aClass } from '../../testing-rows';
import { WallsLine } from '.';
import MyWallPage from './MyWallPage.vue';
import WallPage from './WallPage.vue';
import WallsPage from './WallsPage.vue';

const LOOK = 'GET /api/walls/:wallId';
const SHOWN = 'PUT /api/my/walls/:wallId/shown';
const SAY = 'POST /api/my/walls/:wallId/pieces/:wallPieceId/remarks';
const JUDGE = 'PUT /api/walls/:wallId/remarks';
const SET = 'PUT /api/walls/:wallId';

const wall = (more: Partial<Wall> = {}): Wall => ({
  ...{ id: 'w', classId: 'rivers', className: 'Rivers 8', hue: 1, zone: 'Europe/Lisbon', assignmentId: 'delta', assignment: 'Delta' },
  ...{
    title: 'Our deltas',
    prompt: 'Look for the arms.',
    names: 'given',
    stand: 'open',
    madeAt: 0,
    remarks: 'asked',
    families: false,
    version: 3,
  },
  ...more,
});
const remark = (more: Partial<WallRemark> = {}): WallRemark => ({
  ...{ id: 'r', kind: 'idea', text: 'Label the arms.', by: 'Hana Lind', own: false, at: 0, waits: false, hidden: null },
  ...more,
});
const piece = (more: Partial<WallPiece> = {}): WallPiece => ({
  ...{
    id: 'p',
    title: 'Delta',
    by: ['Bao'],
    shownAs: ['Bao'],
    own: false,
    shownAt: 0,
    excerpt: 'Sand settles.',
    more: true,
    files: [],
    remarks: [],
    hidden: null,
  },
  ...more,
});
const work = (assignmentId: string) => ({ assignmentId, pieceId: null });
const own = (more: Partial<OwnOnWall> = {}): OwnOnWall => ({
  ...{ of: work('delta'), title: 'Delta', shown: false, refusal: null, waitsFor: [], seen: false },
  ...more,
});
const reply = (more: Partial<WallReply> = {}): WallReply => ({ wall: wall(), pieces: [piece()], own: [], mayRemark: false, ...more });
const WHOLE = { 'GET /api/walls/:wallId/pieces/:wallPieceId': { text: textOf('Sand settles where it slows.'), sheets: [] } } as Answers;
const asStudent = async (answers: Answers) => {
  const server = serving({ ...WHOLE, ...answers });
  return { ...server, page: await opened(MyWallPage, { at: '/walls/w', path: '/walls/:wall' }) };
};
const asTeacher = async (answers: Answers) => {
  const server = serving({ 'GET /api/classes': [aClass()], ...WHOLE, ...answers });
  return { ...server, page: await opened(WallPage, { at: '/class/rivers/walls/w', path: '/class/:id/walls/:wall' }) };
};
beforeEach(() => localStorage.clear());

describe('a student', () => {
  it('reads who will see a piece and under which name, shows it, and takes it back', async () => {
    let mine = own();
    const { page, last } = await asStudent({
      [LOOK]: () => reply({ wall: wall({ families: true }), own: [mine] }),
      [SHOWN]: ({ body }) => void (mine = own({ shown: body.shown, seen: body.shown })) as never,
    });
    expect(page.text()).toContain('families see your piece, under your given name');
    await page.press('Show it');
    expect(last(SHOWN)!.body).toEqual({ of: work('delta'), shown: true });
    expect(page.text()).toContain('The class sees “Delta”.');
    await page.press('Take back “Delta”');
    expect(last(SHOWN)!.body).toEqual({ of: work('delta'), shown: false });
  });

  it('chooses among several on a free wall, and reads why one cannot be shown and for whom another waits', async () => {
    const { page, last } = await asStudent({
      [LOOK]: reply({
        wall: wall({ assignmentId: null }),
        own: [
          own(),
          own({ of: { assignmentId: null, pieceId: 'map' }, title: 'Map' }),
          own({ of: work('blind'), title: 'Blind', refusal: 'nameless' }),
          own({ of: work('model'), title: 'Model', shown: true, waitsFor: [{ givenName: 'Hana', familyName: 'Lind' }] }),
        ],
      }),
      [SHOWN]: undefined as never,
    });
    expect(page.text()).toContain('“Blind” is marked without names.');
    expect(page.text()).toMatch(/“Model” is seen once .*Hana.* shows it too/);
    await page.choose('Which piece', 'Map');
    await page.press('Show it');
    expect(last(SHOWN)!.body).toEqual({ of: { assignmentId: null, pieceId: 'map' }, shown: true });
  });

  it('leaves a remark of one kind; what was typed stays where it was not stored, and outlives the sheet', async () => {
    let refused = true;
    const { page, last } = await asStudent({
      [LOOK]: reply({ mayRemark: true }),
      [SAY]: ({ body }) =>
        refused
          ? new Refusal(409, 'wall.noRemarks')
          : reply({ pieces: [piece({ remarks: [remark({ ...body, own: true, waits: true })] })], mayRemark: true }),
    });
    await page.press('Read all of Bao');
    expect(page.text()).toContain('Sand settles where it slows.');
    expect(page.text()).toContain('Your teacher reads it first.');
    await page.fill('What would you like to say?', 'Label the arms.');
    document.querySelectorAll<HTMLInputElement>('input[type=radio]')[2]!.click();
    await page.settled();
    await page.press('Leave the remark');
    const first = last(SAY)!.body;
    expect(first).toMatchObject({ kind: 'idea', text: 'Label the arms.' });
    expect(page.field('What would you like to say?').value).toBe('Label the arms.');
    refused = false;
    await page.press('Leave the remark');
    // The same remark again, not a second one.
    expect(last(SAY)!.body.id).toBe(first.id);
    expect(page.field('What would you like to say?').value).toBe('');
    expect(page.text()).toContain('Waits for your teacher’s yes.');
  });

  it('a piece that is taken back while it is read is gone from the sheet', async () => {
    let there = reply({ own: [own({ shown: true, seen: true })] });
    const { page } = await asStudent({ [LOOK]: () => there, [SHOWN]: undefined as never });
    await page.press('Read all of Bao');
    expect(page.text()).toContain('Sand settles where it slows.');
    there = reply({ pieces: [], own: [own()] });
    await page.press('Take back “Delta”');
    expect(page.text()).not.toContain('Sand settles where it slows.');
    expect(page.text()).toContain('Nobody shows anything yet.');
  });
});

describe('a teacher', () => {
  const waiting = reply({
    pieces: [piece({ by: ['Bao Lind'], remarks: [remark({ waits: true }), remark({ id: 'r2', waits: true, by: 'Otto Lind' })] })],
  });

  it('says yes to one or to all that wait, and hides with a word', async () => {
    let now = waiting;
    const { page, last } = await asTeacher({ [LOOK]: () => now, [JUDGE]: () => (now = waiting) });
    await page.press('Yes to what Hana Lind said');
    expect(last(JUDGE)!.body).toEqual({ remarkIds: ['r'], shown: true, word: '' });
    await page.press('Yes to all 2');
    expect(last(JUDGE)!.body.remarkIds).toEqual(['r', 'r2']);
    await page.press('Hide what Otto Lind said');
    await page.fill('Why, in a word to Otto Lind', 'Say it kindly.');
    await page.press('Hide it');
    expect(last(JUDGE)!.body).toEqual({ remarkIds: ['r2'], shown: false, word: 'Say it kindly.' });
  });

  it('has on paper the names that the class reads', async () => {
    const { page } = await asTeacher({ [LOOK]: reply({ pieces: [piece({ by: ['Bao Lind'] })] }) });
    const title = page.wrapper.find('.hung h3');
    expect([title.find('.no-print').text(), title.find('.only-print').text()]).toEqual(['Bao Lind', 'Bao']);
  });

  it('closes a wall as it was seen; one that a colleague has changed is not closed over it', async () => {
    const { page, last } = await asTeacher({ [LOOK]: reply(), [SET]: new Refusal(409, 'conflict.changedMeanwhile') });
    await page.press('More about this wall');
    await page.press('Close it: nothing new goes up');
    expect(last(SET)!.body).toMatchObject({ title: 'Our deltas', stand: 'closed', version: 3 });
    expect(page.text()).toContain('about conflict.changedMeanwhile');
  });

  it('says a wall anew over what was read, not over what a colleague has changed behind the sheet, unless it is said again', async () => {
    const later = { ...waiting, wall: wall({ title: 'Theirs', version: 4 }) };
    const sent: number[] = [];
    const { page } = await asTeacher({
      [LOOK]: waiting,
      [JUDGE]: later,
      [SET]: ({ body }) => {
        sent.push(body.version);
        return body.version === 3 ? new Refusal(409, 'conflict.changedMeanwhile', { current: later }) : reply();
      },
    });
    await page.press('More about this wall');
    await page.press('Change the wall');
    // Any look at the wall brings it as it is now.
    await page.press('Yes to what Hana Lind said');
    await page.fill('Title', 'Mine');
    await page.press('Yes to all 2');
    expect(page.text()).toContain('Theirs');
    await page.press('Keep the change');
    expect(page.text()).toContain('about conflict.changedMeanwhile');
    expect(page.field('Title').value).toBe('Mine');
    await page.press('Keep the change');
    expect(sent).toEqual([3, 4]);
  });

  it('puts one up for an assignment, under its title if it has none of its own', async () => {
    const { last } = serving({
      'GET /api/classes': [aClass()],
      'GET /api/classes/:classId/walls': [],
      'GET /api/assignments': [
        { id: 'delta', classId: 'rivers', kind: 'assignment', how: 'handIn', issuedAt: 1, due: 2, title: 'Delta' },
      ] as never,
      'POST /api/classes/:classId/walls': reply(),
    });
    const page = await opened(WallsPage, { at: '/class/rivers/walls?of=delta', path: '/class/:id/walls' });
    await page.press('Put it up and tell students');
    expect(last('POST /api/classes/:classId/walls')!.body).toMatchObject({ assignmentId: 'delta', title: 'Delta', names: 'given' });
    expect(page.router.currentRoute.value.path).toBe('/class/rivers/walls/w');
  });
});

it('what was said of a new wall outlives its sheet, and is sent again as the same wall', async () => {
  let lost = true;
  const { asked } = serving({
    'GET /api/classes': [aClass()],
    'GET /api/classes/:classId/walls': [],
    'GET /api/assignments': [],
    'POST /api/classes/:classId/walls': () => (lost ? new Refusal(503, 'network') : reply()),
  });
  const page = await opened(WallsPage, { at: '/class/rivers/walls', path: '/class/:id/walls' });
  await page.press('New wall');
  await page.fill('Title', 'Our coast');
  await page.press('Put it up and tell students');
  await page.press('Close');
  lost = false;
  await page.press('New wall');
  expect(page.field('Title').value).toBe('Our coast');
  await page.press('Put it up and tell students');
  const sent = asked.filter(({ key }) => key === 'POST /api/classes/:classId/walls').map(({ body }) => (body as { id: string }).id);
  expect(sent).toEqual([sent[0], sent[0]]);
  expect(Object.keys(localStorage).filter((key) => key.startsWith('jolly-wall'))).toEqual([]);
});

it('My work has one line of it: to the wall where there is one, to all where there are more, and none without', async () => {
  const item = (id: string, more: Partial<MyWallItem> = {}): MyWallItem => ({ ...wall({ id }), mine: 0, ...more });
  const line = async (walls: MyWallItem[]) => {
    serving({ 'GET /api/my/walls': walls });
    return opened(WallsLine, { at: '/work', path: '/work' });
  };
  expect((await line([])).text()).toBe('');
  expect((await line([item('a')])).wrapper.find('a').attributes('href')).toMatch(/^\/walls\/a/);
  const both = await line([item('a'), item('b'), item('c', { stand: 'closed' })]);
  expect(both.text()).toContain('2 walls');
  expect(both.wrapper.find('a').attributes('href')).toMatch(/^\/walls$/);
});
