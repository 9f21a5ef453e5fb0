import { expect, test } from '@playwright/test';
import { aClass, joined, press, type } from '../support/people';
import { onPhone } from '../support/phone';

test('instructions in two languages reach two students, each in theirs, with the other one a press away', async ({ browser }) => {
  const { teacher, code, classId } = await aClass(browser);
  const [cara, dov] = [await joined(await onPhone(browser), code, 'Cara'), await joined(await onPhone(browser), code, 'Dov')];

  await test.step('one of them is given French, where the class’s teachers see it', async () => {
    await teacher.goto(`/class/${classId}`);
    await press(teacher.getByRole('button', { name: 'Dov Reef' }).first());
    await teacher.getByLabel('Your words in').focus();
    await teacher.keyboard.press('ArrowDown');
    await teacher.locator('.ant-select-item-option:visible').getByText('French').click();
    await expect(teacher.locator('.ant-select-selection-item', { hasText: 'French' })).toBeVisible();
    await teacher.keyboard.press('Escape');
  });

  await test.step('the assignment is written in both', async () => {
    await teacher.goto(`/compose?class=${classId}`);
    await type(teacher.getByRole('textbox', { name: 'Title', exact: true }), 'The ford');
    await type(teacher.getByRole('textbox', { name: 'Instructions', exact: true }), 'Measure how deep it is.');
    await press(teacher.getByRole('button', { name: 'Write it in French too' }));
    await type(teacher.getByRole('textbox', { name: 'Title in French' }), 'Le gué');
    await type(teacher.getByRole('textbox', { name: 'What it says in French' }), 'Mesurez sa profondeur.');
    await press(teacher.getByRole('button', { name: 'Issue to 4 students' }));
    await expect(teacher.getByText(/^Issued /).first()).toBeVisible();
  });

  await test.step('each reads it in theirs, and can read it in the other', async () => {
    await cara.goto('/work');
    await press(cara.getByRole('link', { name: 'The ford' }));
    await expect(cara.getByText('Measure how deep it is.')).toBeVisible();
    await dov.goto('/work');
    await press(dov.getByRole('link', { name: 'Le gué' }));
    await expect(dov.getByRole('heading', { name: 'Le gué' })).toBeVisible();
    await expect(dov.getByText('Mesurez sa profondeur.')).toBeVisible();
    for (const student of [cara, dov]) await expect(student.getByRole('group', { name: 'Read it in' }).getByRole('button')).toHaveCount(2);
    await press(dov.getByRole('button', { name: 'English' }));
    await expect(dov.getByText('Measure how deep it is.')).toBeVisible();
    expect(await dov.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
  });
});
