/** @jest-environment @happy-dom/jest-environment */
import type { PlanNote, PlanReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import PlanPage from './PlanPage.vue';

const note = (text: string, more: Partial<PlanNote> = {}): PlanNote => ({
  id: text,
  classId: 'rivers',
  day: null,
  text,
  assignmentId: null,
  questionId: null,
  by: 'Odile Finch',
  done: false,
  version: 3,
  ...more,
});
const plan = (notes: PlanNote[]): PlanReply => ({
  from: '2026-11-23',
  to: '2026-12-04',
  classes: [{ classId: 'rivers', students: 2, schoolDays: [1, 2, 3, 4, 5], closures: [], units: [] }],
  cards: [],
  load: [],
  notes,
  lastMove: null,
});
const CHANGE = 'PUT /api/plan-notes/:noteId';

async function planned(notes: PlanNote[], answers: Answers = {}) {
  const server = serving({
    'GET /api/plan': plan(notes),
    'GET /api/term-line': { classes: [], squares: [], waiting: 0 },
    [CHANGE]: note('x'),
    ...answers,
  } as Answers);
  return { ...server, page: await opened(PlanPage, { at: '/plan?from=2026-11-23&to=2026-12-04', path: '/plan' }) };
}

it('a note of a day stands in its day; one for sometime, or of a day gone by, below', async () => {
  const { page } = await planned([note('Film', { day: '2026-11-26' }), note('Legend'), note('Old', { day: '2026-11-02' })]);
  expect(page.wrapper.find('[role=table]').text()).toContain('Film');
  const below = page.wrapper.findAll('section').at(-1)!.text();
  expect([below.includes('Film'), below.includes('Legend'), below.includes('Old')]).toEqual([false, true, true]);
});

it('is done with a tick, and shows what is stored where that was refused', async () => {
  const { page, last } = await planned([note('Legend')], { [CHANGE]: new Refusal(409, 'conflict.changedMeanwhile') });
  await page.tick('Done: Legend');
  expect(last(CHANGE)).toMatchObject({ params: { noteId: 'Legend' }, body: { day: null, text: 'Legend', done: true, version: 3 } });
  expect(page.text()).toContain('about conflict.changedMeanwhile');
  expect(page.wrapper.find<HTMLInputElement>('section input[type=checkbox]').element.checked).toBe(false);
});

it('is opened, changed and stored', async () => {
  const { page, last, asked } = await planned([note('Legend', { assignmentId: 'check', questionId: 'mud' })]);
  await page.press('Legend');
  expect(document.querySelector('a[href^="/marking/check/quiz"]')!.getAttribute('href')).toContain('question=mud');
  await page.fill('What is noted', 'The legend, on paper');
  await page.press('Save');
  expect(last(CHANGE)!.body).toEqual({ day: null, text: 'The legend, on paper', done: false, version: 3 });
  expect(asked.filter((one) => one.key === 'GET /api/plan')).toHaveLength(2);
});
