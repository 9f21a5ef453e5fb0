import { expect, test } from '@playwright/test';
import { press } from '../support/people';
import { aReadyClass } from '../support/school';

// Elsewhere the journeys' own hands on the line would be passed by.
test.use({ serviceWorkers: 'allow' });

test('the application opens without a line, shows what was seen last, takes what is written, and sends it afterwards', async ({
  browser,
}) => {
  const { students, issue } = await aReadyClass(browser, ['Ada'], { width: 390, height: 844 });
  const { id } = await issue('Tides of the estuary');
  const ada = students.Ada;
  const text = ada.getByRole('textbox', { name: 'Your text' });
  await ada.goto('/work');
  await expect(ada.getByRole('link', { name: /Tides of the estuary/ }).first()).toBeVisible();
  await ada.goto(`/work/${id}`);
  await text.fill('The tide turns twice a day.');
  await expect(ada.getByText(/^Saved \d/)).toBeVisible();
  // Its own files are with the browser once it takes care of them itself.
  await ada.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await expect.poll(() => ada.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);

  await ada.context().setOffline(true);
  await ada.goto('/work');
  const line = ada.getByRole('status').filter({ hasText: 'No line to the school' });
  await expect(line).toContainText('What you see is as it was on');
  await expect(line).toContainText('What you write is kept here and sent when the line is back.');
  await press(ada.getByRole('link', { name: /Tides of the estuary/ }).first());
  await expect(text).toHaveText('The tide turns twice a day.');
  await text.fill('The tide turns twice a day, and the moon decides when.');
  await ada.reload();
  await expect(text).toHaveText('The tide turns twice a day, and the moon decides when.');

  await ada.context().setOffline(false);
  // Whatever gets through first says that the line is back.
  await expect(line).toBeHidden();
  await expect(ada.getByText(/^Saved \d/)).toBeVisible();
  await ada.evaluate(() => indexedDB.deleteDatabase('jolly-last-seen'));
  await ada.reload();
  await expect(text).toHaveText('The tide turns twice a day, and the moon decides when.');
});
