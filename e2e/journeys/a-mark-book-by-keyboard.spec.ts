import { expect, test, type Page } from '@playwright/test';
import { fromMenu, asks, press, someone } from '../support/people';
import { aReadyClass } from '../support/school';
import { fileInput } from '../support/fields';

const grid = (page: Page) => page.getByRole('grid');
/** The texts of a column, from the top, as they are on the page. */
const columnOf = (page: Page, column: number) => grid(page).locator(`[data-place$=" ${column}"]`).allTextContents();
const columnIs = (page: Page, column: number, texts: string[]) =>
  expect.poll(async () => (await columnOf(page, column)).map((text) => text.trim())).toEqual(texts);

async function paste(page: Page, text: string): Promise<void> {
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.evaluate((all) => navigator.clipboard.writeText(all), text);
  await page.keyboard.press('ControlOrMeta+v');
}

test('a column is entered by keyboard, one is pasted from another program, undone, explained and taken out', async ({ browser }) => {
  test.setTimeout(120_000);
  const { teacher, classId, issue } = await aReadyClass(browser, ['Ada', 'Ben', 'Cleo']);
  // Just now: the students joined today, and what was due before that day is not theirs.
  const past = Date.now() - 1000;
  await issue('Depth table', { brief: { how: 'inClass', accepts: [] }, set: { due: past - 1000 } });
  const { id: second } = await issue('Flow quiz', { brief: { how: 'inClass', accepts: [], points: 10_000 }, set: { due: past } });
  await teacher.goto(`/mark-book?class=${classId}`);
  await expect(grid(teacher)).toBeFocused();
  await columnIs(teacher, 0, ['', '', '']);

  await test.step('typing goes down the column, each score stored as it is left', async () => {
    for (const score of ['12', '15,5', '80%']) {
      await teacher.keyboard.type(score);
      await teacher.keyboard.press('Enter');
    }
    await columnIs(teacher, 0, ['12', '15.5', '16']);
  });

  await test.step('what cannot be so is said where it is, and typed on', async () => {
    await teacher.keyboard.type('seven');
    await teacher.keyboard.press('Enter');
    await expect(teacher.getByRole('alert')).toContainText('“seven”: neither a score nor a letter or word that can stand here');
    await teacher.getByRole('button', { name: 'Change it' }).press('Enter');
    await expect(teacher.getByLabel('Depth table, Cleo Reef')).toHaveValue('seven');
    await teacher.keyboard.press('Escape');
    await teacher.keyboard.press('ControlOrMeta+ArrowUp');
    await teacher.keyboard.type('13');
    const stored = teacher.waitForResponse((reply) => reply.url().endsWith('/edits'));
    await teacher.keyboard.press('Enter');
    await columnIs(teacher, 0, ['13', '15.5', 'seven']);
    await stored;
    await teacher.reload();
    await columnIs(teacher, 0, ['13', '15.5', 'seven']);
    await teacher.getByRole('button', { name: 'Leave it' }).press('Enter');
    await columnIs(teacher, 0, ['13', '15.5', '16']);
    await expect(teacher.getByRole('alert')).toHaveCount(0);
    await teacher.keyboard.press('ControlOrMeta+z');
    await columnIs(teacher, 0, ['12', '15.5', '16']);
  });

  await test.step('a block from another program lands where the cell is, letters too', async () => {
    await teacher.keyboard.press('ControlOrMeta+ArrowUp');
    await teacher.keyboard.press('ArrowRight');
    await paste(teacher, '7\r\n8.5\r\nx\r\n');
    await columnIs(teacher, 1, ['7', '8.5', '']);
    await expect(grid(teacher).locator('[data-place="2 1"]').getByRole('img', { name: 'Excused' })).toBeVisible();
  });

  await test.step('undone and done again, also after the page was loaded anew', async () => {
    await teacher.keyboard.press('ControlOrMeta+z');
    await columnIs(teacher, 1, ['', '', '']);
    await teacher.keyboard.press('ControlOrMeta+y');
    await columnIs(teacher, 1, ['7', '8.5', '']);
    await teacher.reload();
    await columnIs(teacher, 1, ['7', '8.5', '']);
    await expect(teacher.getByRole('button', { name: 'Undo' })).toHaveAttribute('title', '3 cells pasted (Ctrl Z)');
    await grid(teacher).focus();
    await teacher.keyboard.press('ControlOrMeta+z');
    await columnIs(teacher, 1, ['', '', '']);
    await teacher.keyboard.press('ControlOrMeta+Shift+z');
    await columnIs(teacher, 1, ['7', '8.5', '']);
  });

  await test.step('a range is copied as other programs take it', async () => {
    await teacher.keyboard.press('ControlOrMeta+Home');
    await teacher.keyboard.press('Shift+ArrowRight');
    await teacher.keyboard.press('Shift+ArrowDown');
    await teacher.keyboard.press('ControlOrMeta+c');
    expect(await teacher.evaluate(() => navigator.clipboard.readText())).toBe('12\t7\n15.5\t8.5');
  });

  await test.step('sorted by total, nobody moves while scores are typed', async () => {
    await teacher.getByRole('button', { name: 'Arrange' }).press('Enter');
    await press(teacher.getByLabel('Total', { exact: true }), 'Space');
    await columnIs(teacher, 0, ['15.5', '16', '12']);
    await teacher.keyboard.press('Escape');
    await teacher.keyboard.press('ControlOrMeta+Home');
    await teacher.keyboard.type('1');
    await teacher.keyboard.press('Enter');
    await columnIs(teacher, 0, ['1', '16', '12']);
    await teacher.keyboard.press('ControlOrMeta+z');
    await columnIs(teacher, 0, ['15.5', '16', '12']);
    await teacher.getByRole('button', { name: 'Arrange' }).press('Enter');
    await press(teacher.getByLabel('Name', { exact: true }), 'Space');
    await teacher.keyboard.press('Escape');
    await columnIs(teacher, 0, ['12', '15.5', '16']);
  });

  await test.step('the total is explained in a sentence and in full', async () => {
    await teacher.keyboard.press('ControlOrMeta+Home');
    await expect(teacher.getByRole('region', { name: 'How 63.3 comes about' })).toContainText('19 of 30 points = 63.3');
    await teacher.getByRole('button', { name: 'In full' }).press('Enter');
    await expect(teacher.getByRole('dialog')).toContainText('exactly 19/30');
    await teacher.keyboard.press('Escape');
  });

  await test.step('a colleague’s change appears by itself; over one that was not seen both are shown', async () => {
    const other = await someone(browser, 'odile.finch');
    await other.goto(`/mark-book?class=${classId}`);
    await columnIs(other, 0, ['12', '15.5', '16']);
    await teacher.keyboard.type('13');
    await teacher.keyboard.press('Enter');
    await columnIs(other, 0, ['13', '15.5', '16']);
    // From here on the other page sees nothing new: what it asks for is on its way for good. Refused, it would look at everything
    // again as soon as the line is back.
    await other.route(/\/book(\/cells|\?.*)?$/, () => undefined);
    await grid(teacher).focus();
    await teacher.keyboard.press('ControlOrMeta+Home');
    await teacher.keyboard.type('14');
    await teacher.keyboard.press('Enter');
    await columnIs(teacher, 0, ['14', '15.5', '16']);
    await grid(other).focus();
    await other.keyboard.press('ControlOrMeta+Home');
    await other.keyboard.type('11');
    await other.keyboard.press('Enter');
    const sheet = other.getByRole('dialog', { name: 'Changed meanwhile' });
    await expect(sheet.getByRole('row', { name: /Depth table, Ada Reef/ })).toContainText('14');
    await sheet.getByRole('button', { name: 'Enter mine over it' }).press('Enter');
    await columnIs(teacher, 0, ['11', '15.5', '16']);
    await other.close();
  });

  await test.step('from the cell to the desk and back to the same cell', async () => {
    await grid(teacher).focus();
    await teacher.keyboard.press('ControlOrMeta+Home');
    await teacher.keyboard.press('ArrowDown');
    await teacher.keyboard.press('ArrowRight');
    await teacher.keyboard.press('Alt+Enter');
    await teacher.waitForURL(`**/marking/${second}/*`);
    await teacher.getByRole('link', { name: 'Mark book' }).first().press('Enter');
    await expect(grid(teacher)).toHaveAttribute('aria-activedescendant', 'cell-1-1');
  });

  await test.step('it is taken out as a workbook, and brought in again it changes nothing', async () => {
    await fromMenu(teacher, 'Fill, files, legend', 'Bring in, take out');
    const downloading = teacher.waitForEvent('download');
    await teacher.getByRole('button', { name: 'Take out', exact: true }).press('Enter');
    const file = await (await downloading).path();
    await fileInput(teacher, 'Table of scores').setInputFiles({
      name: 'book.xlsx',
      mimeType: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
      buffer: (await import('node:fs')).readFileSync(file),
    });
    await expect(teacher.getByRole('dialog')).toContainText('nothing would change');
    await teacher.keyboard.press('Escape');
  });

  await test.step('the history of the cell says who and why', async () => {
    await grid(teacher).focus();
    await teacher.keyboard.press('ControlOrMeta+Home');
    await teacher.getByRole('button', { name: 'History' }).press('Enter');
    const sheet = teacher.getByRole('dialog');
    await expect(sheet.getByRole('listitem').first()).toContainText('14 → 11');
    await sheet.getByRole('button', { name: 'Put 14 back' }).press('Enter');
    await columnIs(teacher, 0, ['14', '15.5', '16']);
  });
  expect((await asks<{ columns: unknown[] }>(teacher, 'get', `/api/classes/${classId}/book`)).columns).toHaveLength(2);
});
