/** @jest-environment @happy-dom/jest-environment */
import { plainText, textOf } from '@jolly/core';
import type { PieceRow, PileDeskReply, ScoreView } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers, type Asked } from '../../testing-page';
import { anAssignment, aRow } from '../../testing-rows';
import SheetPage from './SheetPage.vue';

const PILE = 'GET /api/assignments/:assignmentId/pile';
const SCORE = 'PUT /api/assignments/:assignmentId/pieces/:studentId/score';
const SCORES = 'PUT /api/assignments/:assignmentId/scores';
const MARKS = 'PUT /api/assignments/:assignmentId/class-marks';
const given = (earned: number | null, more: Partial<ScoreView> = {}) =>
  ({ earned, counted: earned, chosen: null, remark: textOf(''), words: {}, by: 'Finch Test', ...more }) as ScoreView;
const row = (name: string, more: Partial<PieceRow> = {}) => ({
  ...aRow(name, { state: 'in', collecting: { mark: null } as PieceRow['collecting'], ...more }),
  assignmentId: 'delta',
});

beforeEach(() => localStorage.clear());

async function sheet(answers: Answers = {}, { rows = [row('Ada'), row('Bao')], assignment = anAssignment() } = {}) {
  const stored = new Map(rows.map((one) => [one.student.id, one]));
  const held: Asked<typeof SCORE>[] = [];
  const server = serving({
    [PILE]: () => ({ assignments: [assignment], rows: [...stored.values()], pace: null, teachers: [], timed: [] }) as PileDeskReply,
    [SCORE]: (asked) => {
      held.push(asked);
      const own = stored.get(asked.params.studentId)!;
      const now = { ...own, held: true, version: own.version + 1, score: given(asked.body.earned, { remark: asked.body.remark }) };
      stored.set(own.student.id, now);
      return { row: now } as never;
    },
    ...answers,
  });
  const page = await opened(SheetPage, { at: '/marking/delta/sheet', path: '/marking/:id/sheet' });
  /** Types into a field and leaves it. */
  const write = async (label: string, value: string) => {
    await page.fill(label, value);
    page.field(label).dispatchEvent(new Event('blur'));
    await page.settled();
  };
  return { ...server, page, write, held, stored };
}

it('holds a row as it is left, and nothing where nothing was changed', async () => {
  const { page, write, held } = await sheet();
  await write('Score of Ada Lind', '14');
  await write('Remark for Bao Lind', 'Sources?');
  await write('Score of Ada Lind', '14');
  expect(held.map(({ params, body }) => [params.studentId, body.earned, plainText(body.remark).trim(), body.version])).toEqual([
    ['ada', 14_000, '', 1],
    ['bao', null, 'Sources?', 1],
  ]);
  expect(page.text()).toContain('average 14');
  expect(localStorage.length).toBe(0);
});

it('leaves formats of a remark that was not touched', async () => {
  const remark = {
    type: 'doc',
    content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Clear', marks: [{ type: 'bold' }] }] }],
  } as const;
  const { write, held } = await sheet({}, { rows: [row('Ada', { score: given(9000, { remark: remark as never }) })] });
  await write('Score of Ada Lind', '10');
  expect(held[0]!.body.remark).toEqual(remark);
});

it('holds neither what is no number nor, unasked, more than the maximum', async () => {
  const { page, write, held } = await sheet();
  await write('Score of Ada Lind', '1o');
  expect(page.said('alert')).toContain('Write points as a number');
  await write('Score of Ada Lind', '22');
  expect([held.length, page.said('alert')]).toEqual([0, '22 is more than 20. Count it as a bonus']);
  await page.press('Count it as a bonus');
  expect([held[0]!.body.bonusConfirmed, page.said('alert')]).toEqual([true, '']);
});

it('says who was faster, keeps what was typed, and holds it over theirs only when asked', async () => {
  const theirs = row('Ada', { version: 4, score: given(9000, { by: 'Vega Test' }) });
  const versions: number[] = [];
  const { page, write } = await sheet({
    [SCORE]: ({ body }) => {
      versions.push(body.version!);
      return body.version === 4
        ? ({ row: { ...theirs, version: 5, score: given(14_000) } } as never)
        : new Refusal(409, 'conflict.changedMeanwhile', { current: { row: theirs } });
    },
  });
  await write('Score of Ada Lind', '14');
  expect(page.said('alert')).toContain('Vega Test has changed this meanwhile: 9.');
  expect(page.field('Score of Ada Lind').value).toBe('14');
  await page.press('Hold mine');
  expect([versions, page.said('alert')]).toEqual([[1, 4], '']);
});

it('what could not be held is there again when the page is opened anew', async () => {
  const first = await sheet({ [SCORE]: new Refusal(503, 'server.databaseAway') });
  await first.write('Score of Bao Lind', '11');
  expect(first.page.said('alert')).toContain('about server.databaseAway');
  const { page } = await sheet();
  expect([page.field('Score of Ada Lind').value, page.field('Score of Bao Lind').value]).toEqual(['', '11']);
});

it('goes down the column with Enter, and not out of a remark of several lines', async () => {
  const { page } = await sheet();
  const press = (label: string, key: string, more = {}) =>
    page.field(label).dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }));
  page.field('Score of Ada Lind').focus();
  press('Score of Ada Lind', 'Enter');
  expect(document.activeElement).toBe(page.field('Score of Bao Lind'));
  press('Score of Bao Lind', 'ArrowUp');
  expect(document.activeElement).toBe(page.field('Score of Ada Lind'));
  await page.fill('Remark for Ada Lind', 'One\ntwo');
  page.field('Remark for Ada Lind').focus();
  press('Remark for Ada Lind', 'ArrowDown');
  expect(document.activeElement).toBe(page.field('Remark for Ada Lind'));
});

it('gives many the same in one act', async () => {
  const { page, last } = await sheet({
    [SCORES]: ({ body }) =>
      ({
        rows: body.scores.map((one) => ({
          ...row(one.studentId === 'ada' ? 'Ada' : 'Bao'),
          version: 2,
          held: true,
          score: given(one.earned),
        })),
      }) as never,
  });
  await page.press('Fill or paste');
  await page.press('Same for many');
  await page.fill('Score', '18');
  await page.press('Hold for 2 students');
  expect(last(SCORES)!.body).toMatchObject({
    bonusConfirmed: false,
    scores: [
      { studentId: 'ada', earned: 18_000, version: 1 },
      { studentId: 'bao', earned: 18_000, version: 1 },
    ],
  });
  expect(page.field('Score of Bao Lind').value).toBe('18');
});

it('notes who was absent, and takes it back', async () => {
  const { page, last, stored } = await sheet({
    [MARKS]: ({ body }) => {
      const { studentId, mark } = body.marks[0]!;
      stored.set(studentId, row('Ada', { collecting: { mark } as PieceRow['collecting'] }));
    },
  });
  await page.press('absent');
  expect(last(MARKS)!.body).toEqual({ marks: [{ studentId: 'ada', mark: 'absent' }] });
  await page.press('absent');
  expect(last(MARKS)!.body).toEqual({ marks: [{ studentId: 'ada', mark: null }] });
});

it('without names shows no list of them, and of a rubric only what came of it', async () => {
  const { page } = await sheet({}, { rows: [row('Ada')], assignment: anAssignment({ namesHidden: true }) });
  expect(page.text()).not.toContain('Ada');
  expect(page.text()).toContain('Names are hidden here');
  const scoring = { by: 'rubric', rubric: { name: '', criteria: [] }, shelfId: null } as const;
  await sheet({}, { rows: [row('Ada', { score: given(9000) })], assignment: anAssignment({ scoring: scoring as never }) });
  expect([document.querySelector('input.score'), document.querySelector('td strong')!.textContent]).toEqual([null, '9']);
});
