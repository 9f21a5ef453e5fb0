import { expect, test } from '@playwright/test';
import { fromMenu, asks, press, type, unique, writes } from '../support/people';
import { aReadyClass } from '../support/school';

test('a teacher looks on while three students work: opened, begun, handed in, nudged, taken home', async ({ browser }) => {
  const { teacher, students, issue } = await aReadyClass(browser, ['Ada', 'Ben', 'Cyd']);
  const title = unique('Live notes');
  const { id } = await issue(title);
  await teacher.goto(`/assignments/${id}`);
  const row = (name: string) => teacher.getByRole('row', { name: new RegExp(`${name} Reef`) });
  await expect(row('Ada')).toContainText('not opened yet');

  // Nobody reloads anything: each act of a student shows by itself.
  for (const name of ['Ada', 'Ben'] as const) await students[name].goto(`/work/${id}`);
  await expect(row('Ada')).toContainText('opened');
  await writes(students.Ada, 'The tide turns twice a day.');
  await expect(row('Ada')).toContainText('6 words');
  await expect(row('Ada')).toContainText('Started');
  await writes(students.Ben, 'Mine too.');
  await press(students.Ben.getByRole('button', { name: 'Hand in' }));
  await expect(row('Ben')).toContainText('Handed in');
  await expect(row('Cyd')).toContainText('not opened yet');

  // Following one text as it is written, read-only, and stepping to the next student.
  await press(row('Ada').getByRole('link', { name: /6 words/ }));
  await expect(teacher.getByText('The tide turns twice a day.')).toBeVisible();
  await writes(students.Ada, ' Then it rests.');
  await expect(teacher.getByText('The tide turns twice a day. Then it rests.')).toBeVisible();
  await expect(students.Ada.getByText('Your teachers may look on while you write.')).toBeVisible();
  await type(teacher.getByPlaceholder('Write to Ada Reef'), 'Say why it rests.');
  await press(teacher.getByRole('button', { name: 'Send' }));
  await expect(students.Ada.getByText('Say why it rests.')).toBeVisible({ timeout: 40_000 });
  await teacher.locator('body').press('ArrowRight');
  await expect(teacher.getByRole('heading', { name: 'Ben Reef' })).toBeVisible();

  // Nudging who has not begun, once.
  await teacher.goto(`/assignments/${id}`);
  await press(teacher.getByRole('checkbox', { name: 'Cyd Reef' }), 'Space');
  await press(teacher.getByRole('button', { name: 'Nudge 1 student' }));
  await press(teacher.getByRole('button', { name: 'Nudge 1 student' }).last());
  await expect(row('Cyd')).toContainText('nudged today');
  await students.Cyd.goto('/news');
  await expect(students.Cyd.getByText(`Odile Finch reminds you of ${title}`)).toBeVisible();

  // Taking it home.
  await fromMenu(teacher, 'Edit, take home, overlap', 'Take home');
  const download = teacher.waitForEvent('download');
  await press(teacher.getByRole('button', { name: 'Take home' }).last());
  expect((await download).suggestedFilename()).toMatch(/^Shore-.*_Live-notes-.*\.zip$/);
  await expect(teacher.getByText('The file is packed.')).toBeVisible();
});

test('a group writes one piece together, one hands it in, and all have the receipt', async ({ browser }) => {
  const { teacher, classId, students, idOf, issue } = await aReadyClass(browser, ['Ada', 'Ben']);
  const { id: groupingId } = await asks<{ id: string }>(teacher, 'post', `/api/classes/${classId}/groupings`, {
    name: 'Lab',
    seed: null,
    until: null,
    groups: [{ id: null, name: 'Ford', studentIds: [idOf('Ada'), idOf('Ben')] }],
  });
  const { id } = await issue(unique('Ford survey'), { set: { groupingId } });
  const { Ada: ada, Ben: ben } = students;
  for (const page of [ada, ben]) await page.goto(`/work/${id}`);
  await expect(ada.getByText('with Ben Reef')).toBeVisible();
  await writes(ada, 'We measured every half metre.');
  await expect(ben.getByRole('textbox', { name: 'Your text' })).toContainText('We measured every half metre.');
  await ben.getByRole('textbox', { name: 'Your text' }).press('ControlOrMeta+End');
  await ben.keyboard.press('Enter');
  await writes(ben, 'Each depth twice.');
  await expect(ada.getByRole('textbox', { name: 'Your text' })).toContainText('Each depth twice.');
  await press(ben.getByRole('button', { name: 'Hand in for all' }));
  await expect(ada.getByRole('heading', { name: 'Handed in' })).toBeVisible();
  await expect(ada.getByText('Ben Reef').first()).toBeVisible();
  const receipts = await Promise.all(
    [ada, ben].map(async (page) => (await asks<{ handIn: { receipt: string } }>(page, 'get', `/api/my/work/${id}`)).handIn.receipt),
  );
  expect(receipts[0]).toBe(receipts[1]);

  // Scored for both, with other points for one.
  await teacher.goto(`/marking/${id}/${idOf('Ada')}`);
  await type(teacher.getByLabel('Score', { exact: true }), '16');
  await press(teacher.getByRole('button', { name: 'Other points for some' }));
  await type(teacher.getByLabel('Points of Ben Reef, if they differ'), '18');
  await press(teacher.getByRole('button', { name: 'Hold', exact: true }));
  await expect(teacher.getByRole('link', { name: /Ben R 18/ })).toBeVisible();
  await expect(teacher.getByRole('link', { name: /Ada R 16/ })).toBeVisible();
});
