/** @jest-environment @happy-dom/jest-environment */
import type { ReturnDoubts, ScoreView } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aRow } from '../../testing-rows';
import ReturnSheet from './ReturnSheet.vue';

const held = (name: string, assignmentId: string, counted: number) => ({
  ...aRow(name, { state: 'scored', held: true, score: { counted } as Partial<ScoreView> as ScoreView }),
  assignmentId,
});
const rows = [held('Bao', 'one', 14_000), held('Hana', 'one', 9_500), held('Otto', 'two', 20_000)];
const RETURN = 'POST /api/returns';
async function sheet(answers: Answers = {}) {
  const server = serving({ [RETURN]: { returned: 2, timed: [] }, ...answers });
  const props = { open: true, held: rows, nameOf: (row: (typeof rows)[number]) => row.student.givenName, zone: 'UTC', usualTime: '15:30' };
  return { ...server, page: await opened(ReturnSheet, { props }) };
}

it('has everybody ticked with what counts, and returns by assignment', async () => {
  const { page, last } = await sheet();
  expect(page.text()).toContain('3 of 3 chosen');
  expect(page.text()).toContain('Hana9.5');
  await page.press('Return to 3 students');
  expect(last(RETURN)!.body).toEqual({
    confirmed: false,
    returns: [
      { assignmentId: 'one', studentIds: ['bao', 'hana'] },
      { assignmentId: 'two', studentIds: ['otto'] },
    ],
  });
  expect(page.wrapper.emitted()).toMatchObject({ returned: [[2]], close: [[]] });
});

it('returns to whom is chosen, and to nobody not at all', async () => {
  const { page, last, asked } = await sheet();
  await page.tick('Otto', false);
  await page.tick('Bao', false);
  await page.press('Return to 1 student');
  expect(last(RETURN)!.body).toMatchObject({ returns: [{ assignmentId: 'one', studentIds: ['hana'] }] });
  await page.press('None');
  await page.press('Return to nobody');
  expect(asked).toHaveLength(1);
  await page.press('All');
  expect(page.text()).toContain('3 of 3 chosen');
});

it('says what might have been overlooked, and returns all the same only when it is pressed again', async () => {
  const doubts: ReturnDoubts = { incomplete: ['bao'], wordless: ['hana', 'otto'] };
  const bodies: unknown[] = [];
  const { page } = await sheet({
    [RETURN]: ({ body }) => {
      bodies.push(body.confirmed);
      return body.confirmed ? { returned: 3, timed: [] } : new Refusal(409, 'return.doubtful', { current: doubts });
    },
  });
  await page.press('Return to 3 students');
  expect(page.text()).toContain('A criterion is still open: Bao.');
  expect(page.text()).toContain('To 2 students you wrote nothing, no remark, note or file: Hana, Otto.');
  await page.press('Return all the same');
  expect(bodies).toEqual([false, true]);
  expect(page.wrapper.emitted('returned')).toEqual([[3]]);
});

it('asks again about doubts once somebody else is chosen', async () => {
  const { page } = await sheet({ [RETURN]: new Refusal(409, 'return.doubtful', { current: { incomplete: ['bao'], wordless: [] } }) });
  await page.press('Return to 3 students');
  await page.tick('Bao', false);
  expect(page.text()).not.toContain('A criterion is still open');
  expect(page.has('Return to 2 students')).toBe(true);
});

it('says why nothing was returned, and stays open', async () => {
  const { page } = await sheet({ [RETURN]: new Refusal(409, 'return.nothingHeld') });
  await page.press('Return to 3 students');
  expect(page.text()).toContain('about return.nothingHeld');
  expect(page.wrapper.emitted('close')).toBeUndefined();
});

it('does not take a time before it is chosen', async () => {
  const { page, asked } = await sheet();
  await page.tick('At a time');
  await page.press('Return to 3 students');
  expect(asked).toHaveLength(0);
});
