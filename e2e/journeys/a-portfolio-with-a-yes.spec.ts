import { expect, test } from '@playwright/test';
import { aFamilyOf, press, type, unique } from '../support/people';
import { aReadyClass, PICTURE } from '../support/school';

test.setTimeout(120_000);

test('something of one’s own comes back with a word, is mended, has a yes, and only then is at home', async ({ browser }) => {
  const { teacher, classId, students } = await aReadyClass(browser, ['Ada'], { width: 390, height: 844 });
  const { Ada } = students;
  const family = await aFamilyOf(browser, teacher, classId, 'Ada Reef');
  for (const page of [teacher, Ada, family]) page.context().setDefaultTimeout(15_000);

  const title = unique('Kite');
  await Ada.goto('/portfolio');
  await press(Ada.getByRole('button', { name: 'Put in something of your own' }));
  const sheet = Ada.getByRole('dialog');
  await type(sheet.getByLabel('Title', { exact: true }), title);
  await type(sheet.getByLabel('What you want to say about it'), 'It flew over the ford.');
  await sheet.locator('.file-button input[type=file]').first().setInputFiles({ name: 'kite.png', mimeType: 'image/png', buffer: PICTURE });
  await expect(sheet.getByRole('button', { name: 'Remove kite.png' })).toBeVisible();
  // A page that is closed in between loses nothing.
  await Ada.reload();
  await expect(Ada.getByText('not put in yet')).toBeVisible();
  await press(Ada.getByRole('button', { name: `Change “${title}”` }));
  await press(sheet.getByRole('button', { name: 'Put it in for a yes' }));
  await expect(Ada.getByText('waits for a yes')).toBeVisible();

  await teacher.goto('/today');
  await press(teacher.getByRole('link', { name: /new pieces? in portfolios/ }));
  await press(teacher.getByRole('button', { name: `Back, with a word: “${title}” of Ada Reef` }));
  await type(teacher.getByLabel('A word to Ada Reef'), 'Say who helped you.');
  await press(teacher.getByRole('button', { name: 'Give it back with it' }));
  await expect(teacher.getByRole('heading', { name: title })).toBeHidden();
  await family.goto('/family');
  await expect(family.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(family.getByText(title)).toBeHidden();

  await Ada.goto('/portfolio');
  await expect(Ada.getByText('“Say who helped you.”')).toBeVisible();
  await press(Ada.getByRole('button', { name: `Change “${title}”` }));
  await type(sheet.getByLabel('What you want to say about it'), 'It flew over the ford. My uncle held it.');
  await press(sheet.getByRole('button', { name: 'Put it in for a yes' }));
  await expect(Ada.getByText('waits for a yes')).toBeVisible();
  await teacher.reload();
  await press(teacher.getByRole('button', { name: `Yes to “${title}” of Ada Reef` }));
  await expect(teacher.getByRole('heading', { name: title })).toBeHidden();
  await family.reload();
  await expect(family.getByRole('article', { name: title })).toContainText('My uncle held it.');
  await expect(family.getByRole('img', { name: 'kite.png' })).toBeVisible();
});
