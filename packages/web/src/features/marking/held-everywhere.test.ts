/** @jest-environment @happy-dom/jest-environment */
import type { HeldPile, PileReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import HeldEverywhere from './HeldEverywhere.vue';

const piece = (givenName: string, counted: number | null, nameless = false) => ({
  ...{ id: givenName.toLowerCase(), givenName, familyName: 'Lind', nameless, counted },
});
const pile = (assignmentId: string, pieces: HeldPile['pieces'], doubts: Partial<HeldPile['doubts']> = {}): HeldPile => ({
  ...{ assignmentId, classId: 'rivers', title: `Piece ${assignmentId}`, points: 20_000, pieces },
  doubts: { incomplete: [], wordless: [], ...doubts },
});
const piles = [{ held: 2 }, { held: 1 }, { held: 0 }] as PileReply[];
const RETURN = 'POST /api/returns';
const two = [pile('one', [piece('Bao', 14_000), piece('Hana', null)]), pile('two', [piece('Otto', 20_000)])];
async function act(answers: Answers = {}) {
  const server = serving({ 'GET /api/held': two, [RETURN]: { returned: 3, timed: [] }, ...answers });
  const page = await opened(HeldEverywhere, { props: { piles } });
  await page.press('Return 3 held in 2 assignments');
  return { ...server, page };
}

it('shows everything that would go back before it does, and returns all of it in one act', async () => {
  const { page, last } = await act();
  expect(page.text()).toContain('Bao Lind 14 · Hana Lind');
  await page.press('Return 3 pieces');
  expect(last(RETURN)!.body).toEqual({
    confirmed: false,
    returns: [
      { assignmentId: 'one', studentIds: ['bao', 'hana'] },
      { assignmentId: 'two', studentIds: ['otto'] },
    ],
  });
  expect(page.wrapper.emitted('returned')).toHaveLength(1);
});

it('leaves out an assignment, and cannot return nothing', async () => {
  const { page, last, asked } = await act();
  await page.tick('Piece one', false);
  await page.press('Return 1 piece');
  expect(last(RETURN)!.body).toMatchObject({ returns: [{ assignmentId: 'two', studentIds: ['otto'] }] });
  await page.press('Return 3 held');
  await page.press('None');
  await page.press('Return to nobody');
  expect(asked.filter((one) => one.key === RETURN)).toHaveLength(1);
});

it('says beside each what is doubtful, so that the press confirms what was read', async () => {
  const { page, last } = await act({ 'GET /api/held': [pile('one', [piece('Bao', 1000)], { wordless: ['bao'] }), two[1]!] });
  expect(page.text()).toContain('You wrote nothing to Bao Lind: no remark, note or file.');
  await page.press('Return 2 pieces');
  expect(last(RETURN)!.body).toMatchObject({ confirmed: true });
});

it('names nobody whose name is hidden', async () => {
  const { page } = await act({ 'GET /api/held': [pile('one', [piece('Bao', 1000, true)], { incomplete: ['bao'] })] });
  expect(page.text()).not.toContain('Bao');
});

it('looks again when it was refused, and says why', async () => {
  const { page, asked } = await act({ [RETURN]: new Refusal(409, 'return.nothingHeld') });
  await page.press('Return 3 pieces');
  expect(page.text()).toContain('about return.nothingHeld');
  expect(asked.filter((one) => one.key === 'GET /api/held').length).toBeGreaterThan(1);
  expect(page.wrapper.emitted('returned')).toBeUndefined();
});

it('offers nothing where nothing is held', async () => {
  serving({});
  const page = await opened(HeldEverywhere, { props: { piles: [{ held: 0 }] } });
  expect(document.querySelector('button')).toBeNull();
  expect(page.text()).toBe('');
});
