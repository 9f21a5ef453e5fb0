import { expect, test } from '@playwright/test';
import { aClass, dayFromNow, issues, joins, opens, picks, press, type, unique, writes } from '../support/people';
import { fileInput, typeDay } from '../support/fields';

const PNG = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64');

test('a piece is issued, handed in, taken back, handed in again, scored, held, returned and read', async ({ browser }) => {
  // The teacher makes a class, adds two students and shows the code; it is renewed until it can be read out loud.
  const { teacher, name, classId, code: first } = await aClass(browser);
  await press(teacher.getByRole('button', { name: 'Renew' }));
  await expect(teacher.getByText('The old code no longer works.')).toBeVisible();
  const code = (await teacher.locator('p.code').textContent())!.trim();
  expect(code).not.toBe(first);
  await press(teacher.getByRole('link', { name: 'Show large' }));
  await expect(teacher.getByText(code)).toBeVisible();

  // Ada's name is on the roster and becomes hers; Ben joins on a phone.
  const ada = await joins(browser, { teacher, classId, code }, ['Ada', 'Reef']);
  const ben = await joins(browser, { teacher, classId, code }, ['ben', 'kelp'], { width: 390, height: 844 });

  // Composing: everyone's date is shown, Ben gets a later one with its reason.
  const title = unique('Tide table');
  const id = await issues(teacher, classId, {
    title,
    due: 3,
    closes: 6,
    before: async () => {
      await press(teacher.getByRole('button', { name: /give someone other dates/ }));
      await picks(teacher, 'Students', 'Ben Kelp');
      await typeDay(teacher.getByLabel('due: day').last(), dayFromNow(8));
      await type(teacher.getByLabel('Why'), 'Was at the regatta');
      await press(teacher.getByRole('button', { name: 'Give Ben these dates' }));
      await expect(teacher.getByText('1 student has other dates')).toBeVisible();
      await expect(teacher.getByText('Was at the regatta')).toBeVisible();
      await press(teacher.getByRole('button', { name: 'See all 2 students' }));
      await expect(teacher.getByRole('main').getByText('Ada Reef')).toBeVisible();
    },
  });

  // Each sees their own date, and nobody the other's.
  await opens(ben, title);
  await expect(ben.getByText('Your dates')).toBeVisible();
  await press(ben.getByRole('button', { name: 'Why this date?' }));
  await expect(ben.getByText(/Was at the regatta/).first()).toBeVisible();
  await opens(ada, title);
  await expect(ada.getByText('Was at the regatta')).toHaveCount(0);

  // Ada writes and attaches, hands in, gets a receipt, takes it back and hands in again.
  await writes(ada, 'Twice a day the water stands still.');
  await fileInput(ada, 'Add photos or files').setInputFiles({ name: 'Gezeiten – Tabelle.png', mimeType: 'image/png', buffer: PNG });
  await expect(ada.getByRole('button', { name: 'Gezeiten – Tabelle.png', exact: true })).toBeVisible();
  await expect(ada.getByText('You hand in: a text of 7 words and 1 file.')).toBeVisible();
  await press(ada.getByRole('button', { name: 'Hand in' }));
  await expect(ada.getByRole('heading', { name: 'Handed in' })).toBeVisible();
  await press(ada.getByRole('button', { name: 'Take back' }));
  await writes(ada, ' Then it turns.');
  await press(ada.getByRole('button', { name: 'Hand in' }));
  await press(ada.getByRole('link', { name: 'Receipt' }));
  await expect(ada.getByText(/^[0-9A-F]{4}-[0-9A-F]{4}-[0-9A-F]{4}$/)).toBeVisible();
  await expect(ada.getByText(/[0-9a-f]{64}/).first()).toBeVisible();

  // The assignment's page: states with flag and word, and the counts filter.
  await teacher.goto(`/assignments/${id}`);
  await press(teacher.getByRole('button', { name: /Handed in 1/ }));
  await expect(teacher.getByRole('row')).toHaveCount(2);
  await expect(teacher.getByRole('row', { name: /Ada Reef/ })).toBeVisible();

  // The desk: the work in the browser, a score and words, held; on by key.
  await teacher.getByRole('button', { name: /^All 2/ }).focus();
  await teacher.keyboard.press('m');
  await expect(teacher.getByRole('heading', { name: 'Ada Reef' })).toBeVisible();
  await expect(teacher.getByText('Twice a day the water stands still. Then it turns.')).toBeVisible();
  await expect(teacher.getByRole('img', { name: 'Gezeiten – Tabelle.png' })).toBeVisible();
  await expect(teacher.getByLabel('Score', { exact: true })).toBeFocused();
  await teacher.keyboard.type('17,5');
  await type(teacher.getByLabel('Overall remark'), 'Say why it turns.');
  await teacher.keyboard.press('Control+Enter');
  await expect(teacher.getByRole('link', { name: /Ada R 17.5/ })).toBeVisible();

  // Nothing is seen before it is returned.
  await opens(ada, title);
  await expect(ada.getByText('17.5')).toHaveCount(0);
  await expect(ada.getByText('Say why it turns.')).toHaveCount(0);
  // Who has the piece open reads it as it comes back; she looks at something else.
  await ada.goto('/my-progress');
  await press(teacher.getByRole('button', { name: 'Return 1 held' }));
  await press(teacher.getByRole('button', { name: 'Return to 1 student' }));
  await expect(teacher.getByText('Returned to 1 student. They can see it now.')).toBeVisible();

  // Today counts what is not read yet, until it is.
  await teacher.goto(`/today?class=${classId}`);
  await expect(teacher.getByText(`${title}: 1 unread`)).toBeVisible();
  await ada.goto('/work');
  await expect(ada.getByText('17.5/20')).toBeVisible();
  await opens(ada, title);
  await expect(ada.getByText('17.5 of 20')).toBeVisible();
  await expect(ada.getByText('Say why it turns.')).toBeVisible();
  await expect
    .poll(
      async () =>
        (await (await teacher.request.get('/api/today')).json()).feedback.find((one: { title: string }) => one.title === title).unread,
    )
    .toBe(0);

  // Progress: the same about Ada for the teacher and for herself.
  await teacher.goto(`/progress?class=${classId}`);
  await expect(teacher.getByRole('row', { name: /Ada Reef/ })).toContainText('87.5 %');
  await ada.goto('/my-progress');
  await expect(ada.getByText('17.5 of 20 points in what counts')).toBeVisible();
  await expect(ada.getByRole('heading', { name })).toBeVisible();
});
