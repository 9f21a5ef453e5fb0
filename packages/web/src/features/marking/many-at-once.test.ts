/** @jest-environment @happy-dom/jest-environment */
import { textOf } from '@jolly/core';
import type { PieceRow, ScoreView } from '@jolly/server/contract';
import { opened } from '../../testing-page';
import { aRow } from '../../testing-rows';
import FillSheet from './FillSheet.vue';
import PasteScores from './PasteScores.vue';

const given = (earned: number | null, remark = '') => ({ earned, remark: textOf(remark) }) as Partial<ScoreView> as ScoreView;
const rows = [
  aRow('Ada', { score: given(15_000) }),
  aRow('Bao'),
  aRow('Hana', { collecting: { mark: 'absent' } as PieceRow['collecting'] }),
  aRow('Otto', { score: given(null, 'See me.') }),
];
const holding = (done = true) => jest.fn(async () => done);

describe('the same for many', () => {
  const sheet = async (hold = holding(), more: object = {}) => ({
    hold,
    page: await opened(FillSheet, { props: { open: true, rows, byPoints: true, hold, busy: false, problem: '', ...more } }),
  });

  it('goes to who has no score and was there, and leaves the remark of each', async () => {
    const { page, hold } = await sheet();
    await page.fill('Score', '18');
    await page.press('Hold for 2 students');
    expect(hold).toHaveBeenCalledWith([
      { studentId: 'bao', earned: 18_000 },
      { studentId: 'otto', earned: 18_000 },
    ]);
    expect(page.wrapper.emitted('close')).toHaveLength(1);
  });

  it('goes to everybody who was there when that is chosen, a remark with the score each has', async () => {
    const { page, hold } = await sheet();
    await page.fill('Overall remark', 'Well done.');
    await page.tick('Everyone');
    await page.press('Hold for 3 students');
    expect(hold).toHaveBeenCalledWith([
      { studentId: 'ada', earned: 15_000, remark: 'Well done.' },
      { studentId: 'bao', earned: null, remark: 'Well done.' },
      { studentId: 'otto', earned: null, remark: 'Well done.' },
    ]);
  });

  it('stays open with what was typed when it was refused', async () => {
    const { page } = await sheet(holding(false), { problem: 'Somebody changed a score meanwhile.' });
    await page.fill('Score', '18');
    await page.press('Hold for 2 students');
    expect(page.wrapper.emitted('close')).toBeUndefined();
    expect(page.text()).toContain('Somebody changed a score meanwhile.');
  });
});

describe('scores from a spreadsheet', () => {
  const sheet = async (text: string, { hold = holding(), from = 0, most = 20_000 } = {}) => {
    const page = await opened(PasteScores, {
      props: { modelValue: { text: '', from }, rows, most, hold, busy: false, problem: '' },
    });
    await page.wrapper.setProps({ modelValue: { text, from } });
    // The reader is fetched when it is first needed.
    for (let tries = 0; tries < 50 && !document.body.innerHTML.includes('<tbody'); tries++) await page.settled();
    return { hold, page };
  };
  it('are found by name in any order, and what stays as it was is not sent', async () => {
    const { page, hold } = await sheet('Otto Lind\t12\nAda Lind\t16\tClearer now.');
    await page.press('Hold 2 rows');
    expect(hold).toHaveBeenCalledWith(
      [
        { studentId: 'otto', earned: 12_000 },
        { studentId: 'ada', earned: 16_000, remark: 'Clearer now.' },
      ],
      false,
    );
    expect(page.wrapper.emitted('update:modelValue')).toEqual([[null]]);
  });

  it('go down the list from the row they were pasted in, and above the maximum only with a word of it', async () => {
    const { page, hold } = await sheet('22\n18', { from: 1 });
    expect(page.text()).toContain('22');
    await page.press('Hold 2 rows');
    expect(hold).toHaveBeenCalledWith(
      [
        { studentId: 'bao', earned: 22_000 },
        { studentId: 'hana', earned: 18_000 },
      ],
      true,
    );
  });

  it('that are more than there are students, or no numbers, are said and not held', async () => {
    const { hold } = await sheet('1\n2\n3\n4\n5');
    expect(document.querySelector<HTMLButtonElement>('.ant-btn-primary')!.disabled).toBe(true);
    await sheet('good\nfair');
    expect(document.querySelectorAll('tr.bad')).toHaveLength(2);
    expect(document.querySelector<HTMLButtonElement>('.ant-btn-primary')!.disabled).toBe(true);
    expect(hold).not.toHaveBeenCalled();
  });
});
