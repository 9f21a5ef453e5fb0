/** @jest-environment @happy-dom/jest-environment */
import type { RosterStudent } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aClass, forClass, onRoster } from '../../testing-rows';
import RosterPage from './RosterPage.vue';

const ROSTER = 'GET /api/classes/:classId/roster';
const CARDS = 'POST /api/classes/:classId/cards';
const INVITE = 'POST /api/classes/:classId/invitations';
const CODE = 'PUT /api/classes/:classId/join-code';
const at = Date.UTC(2026, 10, 2, 9);
const noSignIn = { hasPassword: false, userName: null };
const three = [
  onRoster('Ada', { shownAs: 'Adi' }),
  onRoster('Bao', { ...noSignIn, email: null }),
  onRoster('Hana', { hasPassword: false, cardMadeAt: at }),
  onRoster('Gone', { left: '2026-10-01' }),
];
let fetched: string[];
beforeEach(() => {
  fetched = [];
  URL.createObjectURL = () => 'blob:here';
  jest.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (this: HTMLAnchorElement) {
    fetched.push(this.download);
  });
});
afterEach(() => jest.restoreAllMocks());

async function roster(answers: Answers = {}, { at: address = '/class/rivers', list = three as RosterStudent[], more = {} } = {}) {
  const server = serving({
    ...forClass(aClass({ students: 3, ...more })),
    'GET /api/term-line': { classes: [], squares: [], waiting: 0 },
    [ROSTER]: list,
    'GET /api/classes/:classId/joinings': { waiting: [], asked: [] },
    [CARDS]: 'paper' as never,
    [INVITE]: { invited: 1, withoutAddress: ['bao'] },
    ...answers,
  });
  return { ...server, page: await opened(RosterPage, { at: address, path: '/class/:id' }) };
}
const rowOf = (name: string) => [...document.querySelectorAll('tbody tr')].find((one) => one.textContent!.includes(name))!.textContent!;
const isOpen = () => document.querySelector('[role=dialog]') !== null;
const ticked = () => [...document.querySelectorAll<HTMLInputElement>('tbody input:not(:disabled)')].map((one) => one.checked);

it('says how each signs in, and who has left', async () => {
  await roster();
  expect(rowOf('Ada')).toContain('Adi');
  expect(rowOf('Bao')).toContain('no e-mail');
  expect(rowOf('Hana')).toContain('2 Nov');
  expect(rowOf('Gone')).toContain('1 Oct');
  expect(ticked()).toEqual([false, false, false]);
});

it('makes cards at once for who has none, and asks first where one would end', async () => {
  const { page, last } = await roster();
  await page.tick('Bao Lind');
  await page.press('Print 1 sign-in card');
  expect(last(CARDS)!.body).toEqual({ studentIds: ['bao'] });
  expect(fetched).toEqual(['Rivers 8 cards.pdf']);
  await page.tick('Hana Lind');
  await page.press('Print 2 sign-in cards');
  expect(fetched).toHaveLength(1);
  await page.press('Print new cards');
  expect([last(CARDS)!.body, fetched.length]).toEqual([{ studentIds: ['bao', 'hana'] }, 2]);
});

it('says how many were invited and who has no address, or why nobody was', async () => {
  const { page, last } = await roster();
  await page.tick('Choose all shown');
  await page.press('Invite by mail');
  expect(last(INVITE)!.body.studentIds).toEqual(['ada', 'bao', 'hana']);
  expect(page.said('status')).toContain('1');
  const refused = await roster({ [INVITE]: new Refusal(409, 'class.putAway') });
  await refused.page.tick('Ada Lind');
  await refused.page.press('Invite by mail');
  expect(refused.page.said('alert')).toBe('about class.putAway');
});

it('opens whom the address names once, and not again when the list is loaded anew', async () => {
  const { page } = await roster({}, { at: '/class/rivers?student=bao' });
  expect([isOpen(), page.router.currentRoute.value.query.student]).toEqual([true, undefined]);
  document.querySelector<HTMLElement>('.ant-drawer-close')!.click();
  await page.settled();
  await page.tick('Ada Lind');
  await page.press('Invite by mail');
  expect(isOpen()).toBe(false);
});

it('shows in an open sheet what is stored, also where another look at the list overtakes the one after storing', async () => {
  let stored: RosterStudent['wordsLanguage'] = null;
  let classes = [aClass({ students: 3 })];
  const { page } = await roster({
    [ROSTER]: () => [onRoster('Ada', { wordsLanguage: stored })],
    'GET /api/classes': () => classes,
    'PATCH /api/classes/:classId/roster/:studentId': ({ body }) => {
      stored = body.wordsLanguage ?? null;
      // Somebody else makes a class meanwhile, so that the list is loaded once more.
      classes = [...classes, aClass({ id: 'other', label: 'Deltas 8' })];
      return undefined as never;
    },
  });
  const answered = globalThis.fetch;
  const held: (() => void)[] = [];
  globalThis.fetch = async (path, init) => {
    if (String(path).endsWith('/roster')) await new Promise<void>((done) => held.push(done));
    return answered(path, init);
  };
  await page.press('Edit Ada Lind');
  await page.choose('Your words in', 'French');
  // The one asked for last is there last.
  for (const done of held) {
    done();
    await page.settled();
  }
  expect([held.length, page.chosenIn('Your words in')]).toEqual([2, 'French']);
});

it('comes from the strip of a new class with everybody chosen who has no way in', async () => {
  const { page } = await roster({}, { at: '/class/rivers?cards' });
  expect(ticked()).toEqual([false, true, false]);
  expect(page.has('Print 1 sign-in card')).toBe(true);
});

it('shuts and renews the code, and says until when it works', async () => {
  const { page, last } = await roster({
    [CODE]: aClass({ joinOpen: false }),
    'POST /api/classes/:classId/join-code': aClass({ joinCode: 'NEWCODE' }),
  });
  expect(page.text()).toContain('QU7R8ST');
  await page.press('Shut it');
  expect(last(CODE)!.body).toEqual({ open: false, until: null, asksNumber: false });
  await page.press('Renew');
  expect(page.text()).toContain('NEWCODE');
});

it('takes the roster out as a workbook and as a bundle', async () => {
  const { page } = await roster({
    'GET /api/classes/:classId/roster.xlsx': 'x' as never,
    'GET /api/classes/:classId/roster.zip': 'x' as never,
  });
  await page.press('Workbook');
  await page.press('OneRoster 1.1 (.zip)');
  expect(fetched).toEqual(['Rivers 8 roster.xlsx', 'Rivers 8 roster.zip']);
});

it('of a class that is put away can be read only, and an empty one says how students get in', async () => {
  const { page } = await roster({}, { more: { putAwayAt: at } });
  await page.tick('Bao Lind');
  expect([...document.querySelectorAll<HTMLButtonElement>('.row.acts .ant-btn')].every((one) => one.disabled)).toBe(true);
  expect(page.has('Renew')).toBe(false);
  expect((await roster({}, { list: [] })).page.text()).toContain('join code');
});
