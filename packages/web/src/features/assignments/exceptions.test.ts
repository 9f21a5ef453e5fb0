/** @jest-environment @happy-dom/jest-environment */
import type { ExceptionReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aRow } from '../../testing-rows';
import ExceptionSheet from './ExceptionSheet.vue';

const HOUR = 3_600_000;
// A Wednesday to come, so that what is given has not passed on any day on which this runs.
const due = Date.parse('2096-11-28T15:30:00.000Z');
const window = { opens: null, due, closes: due + 24 * HOUR };
const calendar = { zone: 'UTC', schoolDays: [1, 2, 3, 4, 5], closures: [] };
const GIVE = 'PUT /api/assignments/:assignmentId/exceptions';
const rows = [aRow('Bao', { window }), aRow('Hana', { window })];
async function sheet(props = {}, answers: Answers = {}) {
  const server = serving({ 'GET /api/classes/:classId/groupings': [], [GIVE]: undefined, ...answers });
  const page = await opened(ExceptionSheet, {
    props: {
      ...{ open: true, assignmentId: 'delta', classId: 'rivers', rows, groupDates: [], about: { studentIds: ['bao'] } },
      ...{ calendar, usualTime: '15:30', zone: 'UTC', base: window, issued: true },
      ...props,
    },
  });
  return { ...server, page };
}

it('gives two school days more with closing moved along, and tells', async () => {
  const { page, last } = await sheet();
  await page.press('+ 2 school days');
  await page.press('Give Bao these dates');
  expect(last(GIVE)).toMatchObject({
    params: { assignmentId: 'delta' },
    body: { studentIds: ['bao'], due: due + 48 * HOUR, closes: due + 5 * 24 * HOUR, excused: false, waivesLate: false, tell: true },
  });
  expect(page.wrapper.emitted()).toMatchObject({ changed: [[]], close: [[]] });
});

it('gives many the same in one act', async () => {
  const { page, last } = await sheet({ about: { studentIds: ['bao', 'hana'] } });
  await page.press('+ 1 school day');
  await page.press('Give 2 students these dates');
  expect(last(GIVE)!.body).toMatchObject({ studentIds: ['bao', 'hana'], due: due + 24 * HOUR });
});

it('excuses with a reason, without any date', async () => {
  const { page, last } = await sheet();
  await page.press('Excused from this');
  await page.fill('Why', 'In hospital');
  await page.press('Excuse Bao');
  expect(last(GIVE)!.body).toEqual({ studentIds: ['bao'], excused: true, waivesLate: false, reason: 'In hospital', tell: true });
});

it('does nothing without a date, and says what is missing', async () => {
  const { page, asked } = await sheet();
  await page.press('Give Bao these dates');
  expect(page.text()).toContain('Set a date, or excuse the student.');
  expect(asked.map((one) => one.key)).toEqual(['GET /api/classes/:classId/groupings']);
});

it('shows what is given already, changes it, and takes it away', async () => {
  const exception: ExceptionReply = {
    ...{ id: 'e', givenAt: 0, givenBy: 'Finch', reason: 'Away', excused: false, waivesLate: true },
    due: due + HOUR,
  };
  const takeAway = 'DELETE /api/assignments/:assignmentId/exceptions/:studentId';
  const { page, last } = await sheet({ rows: [aRow('Bao', { window, exception })] }, { [takeAway]: undefined });
  expect(page.field('Why').value).toBe('Away');
  expect(page.field('Being late costs nothing').checked).toBe(true);
  await page.press('Take it away');
  expect(last(takeAway)!.params).toEqual({ assignmentId: 'delta', studentId: 'bao' });
});

it('keeps everything when it is refused', async () => {
  const { page } = await sheet({}, { [GIVE]: new Refusal(422, 'assignment.dates') });
  await page.press('+ 1 school day');
  await page.fill('Why', 'Away');
  await page.press('Give Bao these dates');
  expect(page.text()).toContain('about assignment.dates');
  expect(page.field('Why').value).toBe('Away');
  expect(page.wrapper.emitted('close')).toBeUndefined();
});
