import { expect, test, type Page } from '@playwright/test';
import { asks } from '../support/people';
import { aReadyClass } from '../support/school';

const HELD_BACK_MS = 2000;
/** Every reply to a write comes two seconds late. Says how many were held back. */
async function holdsBack(page: Page): Promise<() => number> {
  let held = 0;
  await page.route('**/api/**', async (route) => {
    if (route.request().method() === 'GET') return route.continue();
    const reply = await route.fetch();
    held += 1;
    await new Promise((resolve) => setTimeout(resolve, HELD_BACK_MS));
    // The page may be closed by now.
    await route.fulfill({ response: reply }).catch(() => undefined);
  });
  return () => held;
}
interface Scored {
  rows: { student: { id: string }; score: { earned: number | null; remark: unknown } | null }[];
}

test('class sheet, desk, book and piece: what is typed while replies are held back is all there', async ({ browser }) => {
  test.setTimeout(200_000);
  const { teacher, classId, students, idOf, issue } = await aReadyClass(browser, ['Ada', 'Ben', 'Cleo']);
  const { id } = await issue('Slow line');
  const rowOf = async (name: 'Ada' | 'Ben' | 'Cleo') =>
    (await asks<Scored>(teacher, 'get', `/api/assignments/${id}/pile`)).rows.find((row) => row.student.id === idOf(name))!;
  const ada = students.Ada;

  await test.step('the student writes on while the text is being saved', async () => {
    await ada.goto(`/work/${id}`);
    await expect(ada.getByRole('textbox', { name: 'Your text' })).toBeVisible();
    const held = await holdsBack(ada);
    await ada.getByRole('textbox', { name: 'Your text' }).focus();
    await ada.keyboard.type('The tide turns twice a day. ', { delay: 40 });
    await expect.poll(held).toBeGreaterThan(0);
    await ada.keyboard.type('The estuary fills and empties with it, slowly.', { delay: 60 });
    await expect(ada.getByText(/^Saved \d/)).toBeVisible();
    await ada.unroute('**/api/**');
    await ada.reload();
    await expect(ada.getByRole('textbox', { name: 'Your text' })).toHaveText(
      'The tide turns twice a day. The estuary fills and empties with it, slowly.',
    );
  });

  await holdsBack(teacher);
  await test.step('the class sheet: score, then the remark, down the rows without waiting', async () => {
    await teacher.goto(`/marking/${id}/sheet`);
    for (const [name, score, remark] of [
      ['Ada', '15', 'Solid answer on tides.'],
      ['Ben', '12', 'Label both axes.'],
      ['Cleo', '9', 'See me about the estuary.'],
    ] as const) {
      await teacher.getByLabel(`Score of ${name} Reef`).focus();
      await teacher.keyboard.type(score);
      await teacher.getByLabel(`Remark for ${name} Reef`).focus();
      // Slower than a reply: the score's comes in the middle of the remark.
      await teacher.keyboard.type(remark, { delay: 110 });
    }
    await teacher.getByLabel('Score of Ada Reef').focus();
    for (const [name, earned, remark] of [
      ['Ada', 15_000, 'Solid answer on tides.'],
      ['Ben', 12_000, 'Label both axes.'],
      ['Cleo', 9_000, 'See me about the estuary.'],
    ] as const) {
      await expect(teacher.getByLabel(`Remark for ${name} Reef`)).toHaveValue(remark);
      await expect.poll(async () => JSON.stringify((await rowOf(name)).score)).toContain(remark);
      expect((await rowOf(name)).score!.earned).toBe(earned);
    }
  });

  await test.step('the desk: the remark goes on while the score is being held', async () => {
    await teacher.goto(`/marking/${id}/${idOf('Ada')}`);
    const points = teacher.getByRole('textbox', { name: 'Score', exact: true });
    await expect(points).toHaveValue('15');
    await points.fill('16');
    await teacher.getByRole('button', { name: 'Hold', exact: true }).press('Enter');
    const remark = teacher.getByRole('textbox', { name: 'Overall remark' });
    await remark.focus();
    await teacher.keyboard.press('ControlOrMeta+End');
    await teacher.keyboard.type(' Now the wind as well.', { delay: 150 });
    await expect(teacher.getByText('Held. Ada Reef cannot see it yet.').first()).toBeVisible();
    await expect(remark).toHaveText('Solid answer on tides. Now the wind as well.');
    await expect(points).toHaveValue('16');
    await teacher.reload();
    await expect(remark).toHaveText('Solid answer on tides. Now the wind as well.');
  });

  await test.step('the book: scores go down the column faster than they are stored', async () => {
    await teacher.goto(`/mark-book?class=${classId}`);
    await expect(teacher.getByRole('grid')).toBeFocused();
    await teacher.keyboard.press('ControlOrMeta+Home');
    for (const score of ['11', '13', '17']) {
      await teacher.keyboard.type(score, { delay: 60 });
      await teacher.keyboard.press('Enter');
    }
    for (const [name, earned] of [
      ['Ada', 11_000],
      ['Ben', 13_000],
      ['Cleo', 17_000],
    ] as const)
      await expect.poll(async () => (await rowOf(name)).score!.earned).toBe(earned);
    expect((await teacher.getByRole('grid').locator('[data-place$=" 0"]').allTextContents()).map((text) => text.trim())).toEqual([
      '11',
      '13',
      '17',
    ]);
  });
});
