import { expect, test, type Page } from '@playwright/test';
import { onPhone, troublesOn } from '../support/phone';
import { ofTheSchool, SOON_MS, studentScreens, within, type Screen } from '../support/screens';

/** What would trouble a thumb on each of these screens. */
async function troubles(page: Page, screens: readonly Screen[]): Promise<string[]> {
  const found: string[] = [];
  for (const [path, ready] of screens) {
    await within(page, path, ready);
    for (const one of await troublesOn(page)) found.push(`${path}: ${one}`);
  }
  return found;
}

test('every page of a student is one that a thumb can use', async ({ browser }) => {
  const page = await onPhone(browser, 'bao.lindqvist');
  await page.goto('/work');
  expect(await troubles(page, await studentScreens(page))).toEqual([]);
});

test('so is every page of a family, from the door on', async ({ browser }) => {
  const page = await onPhone(browser);
  for (const path of ['/sign-in', '/forgotten?family', '/join', '/family']) {
    await page.goto(path);
    await page.locator('h1, h2').first().waitFor({ timeout: SOON_MS });
    expect([path, await troublesOn(page)]).toEqual([path, []]);
  }
  const linnea = await onPhone(browser, 'linnea.lindqvist');
  await linnea.goto('/family');
  await linnea.getByRole('link', { name: 'Rain to river' }).first().waitFor({ timeout: SOON_MS });
  expect(await troublesOn(linnea)).toEqual([]);
  await linnea.getByRole('link', { name: 'Rain to river' }).first().tap();
  await linnea.locator('article h1').waitFor({ timeout: SOON_MS });
  expect(await troublesOn(linnea)).toEqual([]);
  await linnea.goto('/family?settings');
  await linnea.locator('form').first().waitFor({ timeout: SOON_MS });
  expect(await troublesOn(linnea)).toEqual([]);
});

test('a teacher sees the day, marks a piece, takes the register and reads notices with a thumb', async ({ browser }) => {
  const page = await onPhone(browser, 'odile.finch');
  await page.goto('/today');
  const find = await ofTheSchool(page);
  const { classId, id } = find('Meander notes');
  const screens: readonly Screen[] = [
    ['/today', '.owes'],
    [`/marking/${id}`, '.paper'],
    [`/class/${classId}/register`, '.names button'],
    [`/class/${classId}/notices`, '.paper'],
    ['/news', '.item'],
  ];
  expect(await troubles(page, screens)).toEqual([]);

  await test.step('a level of the rubric and a remark are given where the thumb is', async () => {
    await within(page, `/marking/${id}`, '.paper');
    const ladder = page.getByRole('radiogroup').first();
    await ladder.getByRole('radio').nth(1).tap();
    await expect(ladder.getByRole('radio', { checked: true })).toHaveCount(1);
    await page
      .getByRole('textbox', { name: /Remark|remark/ })
      .first()
      .tap();
    await page.keyboard.type('Seen on the way.');
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
  });
});
