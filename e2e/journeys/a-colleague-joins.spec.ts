import { expect, test } from '@playwright/test';
import { press, someone, type, unique } from '../support/people';

test('a colleague is invited by mail, reads it in the mailroom’s words, and teaches the class', async ({ browser }) => {
  const teacher = await someone(browser, 'odile.finch');
  const name = unique('Shoals');
  const csrf = ((await (await teacher.request.get('/api/session')).json()) as { csrf: string }).csrf;
  const { id } = (await (await teacher.request.post('/api/classes', { data: { name }, headers: { 'X-CSRF-Token': csrf } })).json()) as {
    id: string;
  };
  await teacher.goto(`/class/${id}/about`);
  await type(teacher.getByLabel('E-mail of a colleague'), 'tia@tern-bay.example');
  await press(teacher.getByRole('button', { name: 'Invite', exact: true }));
  await expect(teacher.getByRole('button', { name: 'Withdraw tia@tern-bay.example' })).toBeVisible();
  await teacher.goto('/mailroom');
  await press(teacher.getByRole('button', { name: new RegExp(`Teach ${name} together`) }));
  await expect(async () => {
    await press(teacher.getByRole('button', { name: 'Look again' }));
    await expect(teacher.locator('.facts')).toContainText('caught here', { timeout: 1000 });
  }).toPass();
  const link = (await teacher.locator('.body a').getAttribute('href'))!;
  const tia = await someone(browser);
  await tia.goto(link.slice(link.indexOf('/invited')));
  await type(tia.getByLabel('Given name'), 'Tia');
  await type(tia.getByLabel('User name'), unique('tia').replace(' ', '.'));
  await type(tia.getByLabel('Password'), 'long enough');
  await press(tia.getByRole('button', { name: 'Make the sign-in and join' }));
  await expect(tia.getByRole('heading', { name })).toBeVisible();
});
