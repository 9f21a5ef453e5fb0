import { expect, test } from '@playwright/test';
import { aClass, edits, issues, joins, opens, press, signIn, someone, type, unique, writes } from '../support/people';
import { aReadyClass } from '../support/school';

const DAY = 86_400_000;

test('late: the student is told what it means before they press, and the teacher sees how late', async ({ browser }) => {
  const { teacher, classId, code } = await aClass(browser);
  await teacher.goto(`/class/${classId}/scheme`);
  await teacher.getByLabel('What being late costs').selectOption('perDay');
  await press(teacher.getByRole('button', { name: 'Save the scheme' }));
  await expect(teacher.getByText(/^Stored\./)).toBeVisible();
  const ada = await joins(browser, { teacher, classId, code }, ['Late', 'Comer']);
  // Joined today, so a piece that was due before would not be theirs: the due date is today at midnight's first minute.
  const title = unique('Ebb');
  const id = await issues(teacher, classId, {
    title,
    due: 0,
    closes: 6,
    before: async () => {
      await teacher.getByLabel('due: Time').fill('00:00');
      await teacher.getByLabel('due: Time').press('Tab');
      await expect(teacher.getByText(/This due date is past/)).toBeVisible();
    },
  });
  await opens(ada, title);
  await expect(ada.getByText(/^It is .* late\.$/)).toBeVisible();
  await expect(ada.getByText('Being late takes 1 off, of 20.')).toBeVisible();
  await writes(ada, 'Better late.');
  await press(ada.getByRole('button', { name: 'Hand in' }));
  await expect(ada.getByRole('heading', { name: 'Handed in late' })).toBeVisible();
  await teacher.goto(`/assignments/${id}`);
  await expect(teacher.getByRole('row', { name: /Late Comer/ })).toContainText(/(h|min) late/);
});

test('closed: the piece says so and since when, and keeps what was written', async ({ browser }) => {
  const { teacher, students, issue } = await aReadyClass(browser, ['Ada']);
  const ada = students.Ada;
  const title = unique('Neap');
  const { id } = await issue(title, { set: { due: Date.now() + 2 * DAY, closes: Date.now() + 4 * DAY } });
  await opens(ada, title);
  await writes(ada, 'Half a thought');
  // The teacher moves the dates while Ada writes.
  await edits(teacher, id);
  for (const field of ['due', 'closes']) {
    await teacher.getByLabel(`${field}: Date`).fill(new Date().toISOString().slice(0, 10));
    await teacher.getByLabel(`${field}: Time`).fill('00:00');
    await teacher.getByLabel(`${field}: Time`).press('Tab');
  }
  await press(teacher.getByRole('button', { name: 'Save and tell' }));
  await expect(teacher.getByText('Saved.')).toBeVisible();
  await press(ada.getByRole('button', { name: 'Hand in' }));
  await expect(ada.getByText(/This closed on .* what you wrote is kept\./)).toBeVisible();
  await ada.reload();
  await expect(ada.getByText(/^Closed since/)).toBeVisible();
  await expect(ada.getByText('Half a thought')).toBeVisible();
});

test('excused: the student reads it with the reason, and nothing is asked of them', async ({ browser }) => {
  const { teacher, students, issue } = await aReadyClass(browser, ['Ada']);
  const ada = students.Ada;
  const title = unique('Surge');
  const { id } = await issue(title, { set: { due: Date.now() + 2 * DAY } });
  await teacher.goto(`/assignments/${id}`);
  await press(teacher.getByRole('button', { name: 'Other dates Ada Reef' }));
  await press(teacher.getByRole('button', { name: 'Excused from this' }), 'Space');
  await type(teacher.getByLabel('Why'), 'Broken arm');
  await press(teacher.getByRole('button', { name: 'Excuse Ada' }));
  await expect(teacher.getByRole('row', { name: /Ada Reef/ })).toContainText('Excused');
  await ada.goto(`/work/${id}`);
  await expect(ada.getByText('You are excused from this.')).toBeVisible();
  await expect(ada.getByText('Broken arm')).toBeVisible();
  await expect(ada.getByRole('button', { name: 'Hand in' })).toHaveCount(0);
});

test('taken back after due: said in plain words, and handed in again it is late', async ({ browser }) => {
  const { teacher, students, issue } = await aReadyClass(browser, ['Ada']);
  const ada = students.Ada;
  const title = unique('Slack');
  const { id } = await issue(title, { set: { due: Date.now() + 2 * DAY, closes: Date.now() + 4 * DAY } });
  await opens(ada, title);
  await writes(ada, 'In time');
  await press(ada.getByRole('button', { name: 'Hand in' }));
  await edits(teacher, id);
  await teacher.getByLabel('due: Date').fill(new Date().toISOString().slice(0, 10));
  await teacher.getByLabel('due: Time').fill('23:59');
  await teacher.getByLabel('due: Time').press('Tab');
  await press(teacher.getByRole('button', { name: 'Save and tell' }));
  await expect(teacher.getByText('Saved.')).toBeVisible();
  await press(ada.getByRole('button', { name: 'Take back' }));
  await expect(ada.getByRole('textbox', { name: 'Your text' })).toContainText('In time');
  await press(ada.getByRole('button', { name: 'Hand in' }));
  await expect(ada.getByRole('heading', { name: /Handed in/ })).toBeVisible();
  await expect(ada.getByText('2', { exact: true }).first()).toBeVisible();
});

test('a session that ends in the middle of writing loses nothing', async ({ browser }) => {
  const { students, issue } = await aReadyClass(browser, ['Ada']);
  const ada = students.Ada;
  const title = unique('Spring');
  await issue(title, { set: { due: Date.now() + 2 * DAY } });
  await opens(ada, title);
  const me = (await (await ada.request.get('/api/session')).json()).me.userName as string;
  await writes(ada, 'Before. ');
  await ada.context().clearCookies();
  await ada.keyboard.type('After.');
  await expect(ada.getByRole('dialog', { name: 'Your sign-in has ended' })).toBeVisible();
  await signIn(ada, me);
  await expect(ada.getByRole('dialog')).toHaveCount(0);
  await expect(ada.getByText(/^Saved /)).toBeVisible();
  await ada.reload();
  await expect(ada.getByRole('textbox', { name: 'Your text' })).toContainText('Before. After.');
});

test('an address that is not there, or not mine, is said in a sentence', async ({ browser }) => {
  const teacher = await someone(browser, 'odile.finch');
  await teacher.goto('/nothing/here');
  await expect(teacher.getByText('There is nothing here')).toBeVisible();
  await teacher.goto('/assignments/00000000-0000-4000-8000-000000000000');
  await expect(teacher.getByText('This does not exist, or it is not yours to see.')).toBeVisible();
});
