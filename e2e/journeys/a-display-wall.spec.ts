import { expect, test } from '@playwright/test';
import { fromMenu, press, type, unique } from '../support/people';
import { aPdf, aReadyClass, handsIn, PICTURE } from '../support/school';

const PHONE = { width: 390, height: 844 };
test.setTimeout(120_000);

test('two students show what they made; a remark waits for a yes; what is taken back is gone, also by its old address', async ({
  browser,
}) => {
  const { teacher, students, issue } = await aReadyClass(browser, ['Ada', 'Ben'], PHONE);
  const { Ada, Ben } = students;
  for (const page of [teacher, Ada, Ben]) page.context().setDefaultTimeout(15_000);
  const work = unique('Delta');
  const { id: assignmentId } = await issue(work);
  await handsIn(Ada, assignmentId, {
    text: 'The river slows down here.',
    file: { name: 'delta.png', mimeType: 'image/png', buffer: PICTURE },
  });
  await handsIn(Ben, assignmentId, {
    text: 'Every spring.',
    file: { name: 'Ben Reef.pdf', mimeType: 'application/pdf', buffer: aPdf(900) },
  });

  // From the page of the assignment, under its own title.
  await teacher.goto(`/assignments/${assignmentId}`);
  await fromMenu(teacher, 'Edit, take home, overlap', 'Put up a wall of it');
  await type(teacher.getByRole('dialog').getByLabel('What to look for'), 'Look for the arms.');
  await press(teacher.getByRole('button', { name: 'Put it up and tell students' }));
  await expect(teacher.getByText('Nobody shows anything yet.')).toBeVisible();

  for (const page of [Ada, Ben]) {
    await page.goto('/work');
    await press(page.getByRole('link', { name: /^Display walls/ }));
    await expect(page.getByText('Look for the arms.')).toBeVisible();
    await expect(page.getByText(/under your given name/)).toBeVisible();
    await press(page.getByRole('button', { name: 'Show it' }));
    await expect(page.getByText(`The class sees “${work}”.`)).toBeVisible();
  }

  // Nine hundred pages: named on the wall, in the sheet the first of them, and the rest said.
  await Ada.reload();
  await press(Ada.getByRole('button', { name: 'Read all of Ben' }));
  const sheet = Ada.getByRole('dialog', { name: 'Ben' });
  await expect(sheet.getByText(/200.*900/)).toBeVisible();
  await expect(sheet.getByText('File 1.pdf').first()).toBeVisible();
  await press(sheet.getByRole('radio', { name: 'a question' }), 'Space');
  await type(sheet.getByLabel('What would you like to say?'), 'Which spring?');
  await press(sheet.getByRole('button', { name: 'Leave the remark' }));
  await expect(sheet.getByText('Waits for your teacher’s yes.')).toBeVisible();
  await Ben.reload();
  await expect(Ben.getByRole('article', { name: 'Mine' })).toBeVisible();
  await expect(Ben.getByText('1 question')).toBeHidden();

  await teacher.reload();
  await expect(teacher.getByRole('region', { name: 'Waiting for your yes' })).toContainText('Which spring?');
  await press(teacher.getByRole('button', { name: 'Yes to what Ada Reef said' }).first());
  await expect(teacher.getByRole('region', { name: 'Waiting for your yes' })).toBeHidden();
  await Ben.reload();
  await expect(Ben.getByText('1 question')).toBeVisible();

  const file = (await Ada.request.get(`/api/walls/${teacher.url().split('/').pop()!.split('?')[0]!}`)).json();
  const { pieces } = (await file) as { pieces: { by: string[]; files: { id: string }[] }[] };
  const address = `/api/files/${pieces.find((one) => one.by[0] === 'Ben')!.files[0]!.id}`;
  expect((await Ada.request.get(address)).status()).toBe(200);
  await press(Ben.getByRole('button', { name: `Take back “${work}”` }));
  await expect(Ben.getByRole('article', { name: 'Mine' })).toBeHidden();
  await Ada.reload();
  await expect(Ada.getByRole('article', { name: 'Mine' })).toBeVisible();
  await expect(Ada.getByRole('article', { name: 'Ben' })).toBeHidden();
  expect((await Ada.request.get(address)).status()).toBe(404);
});
