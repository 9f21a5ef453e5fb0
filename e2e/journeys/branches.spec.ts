import { expect, test } from '@playwright/test';
import { opens, signIn, someone, unique, writes } from '../support/people';
import { aReadyClass } from '../support/school';

const DAY = 86_400_000;

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

test('a line stays open longer than a web server in front keeps it', async ({ request }) => {
  expect((await request.get('/health')).headers()['keep-alive']).toBe('timeout=65');
});
