import { expect, test } from '@playwright/test';
import { drawsByFinger } from '../support/papers';
import { asks, press, someone, unique } from '../support/people';
import { aReadyClass } from '../support/school';

/** Somebody who cannot read yet, on a phone: every act is a sign, and what is to be done is heard. */
test('a young student in the simple view hears what to do, draws, speaks and hands in', async ({ browser }) => {
  const { teacher, classId, students, idOf, issue } = await aReadyClass(browser, ['Ada']);
  const { briefId, id } = await issue(unique('Crab'), { brief: { accepts: ['drawing', 'text'], voiceAnswers: true } });
  await teacher.context().grantPermissions(['microphone']);

  // The teacher gives the class the simple view, and says aloud what is to be done.
  await teacher.goto(`/class/${classId}/about`);
  await press(teacher.getByRole('checkbox', { name: 'Students of this class see the simple view' }), 'Space');
  await press(teacher.getByRole('button', { name: 'Save', exact: true }));
  await expect(teacher.getByText('Stored.', { exact: true })).toBeVisible();
  await teacher.goto(`/compose/${briefId}`);
  await press(teacher.getByRole('button', { name: 'Record', exact: true }));
  await expect(teacher.getByRole('button', { name: /Stop.*0:02/ })).toBeVisible();
  await press(teacher.getByRole('button', { name: /^Stop/ }));
  await expect(teacher.getByRole('button', { name: 'Take away' })).toBeVisible();
  await press(teacher.getByRole('button', { name: 'Save quietly' }));
  await expect(teacher.getByText(/· Saved\./)).toBeVisible();

  const phone = await someone(browser, undefined, { width: 390, height: 844 }, { hasTouch: true, isMobile: true, deviceScaleFactor: 2 });
  await phone.context().addCookies((await students.Ada.context().storageState()).cookies);
  await phone.context().grantPermissions(['microphone']);
  await phone.goto('/work');
  await phone.getByRole('link', { name: 'Open' }).tap();
  await phone.getByRole('button', { name: 'Listen' }).tap();
  await expect(phone.getByRole('button', { name: 'Stop listening' })).toBeVisible();
  await expect.poll(() => phone.locator('audio').evaluate((one: HTMLAudioElement) => one.currentTime)).toBeGreaterThan(0);

  await phone.getByRole('button', { name: 'Next', exact: true }).tap();
  await phone.getByRole('button', { name: 'Draw', exact: true }).tap();
  const surface = phone.getByRole('img', { name: 'The sheet to draw on' });
  await surface.locator('canvas').first().waitFor();
  await drawsByFinger(phone, surface, [[0.2, 0.3], [0.5, 0.6], [0.8, 0.3]]); // prettier-ignore
  await phone.getByRole('button', { name: 'Add the drawing' }).tap();
  await expect(phone.getByRole('img', { name: 'Drawing 1' })).toBeVisible();
  await phone.getByRole('button', { name: 'Speak', exact: true }).tap();
  await phone.getByRole('button', { name: 'Begin to record' }).tap();
  await expect(phone.getByRole('timer')).toContainText('0:01');
  await phone.getByRole('button', { name: 'Stop', exact: true }).tap();
  await phone.getByRole('button', { name: 'Add the recording' }).tap();
  await expect(phone.getByLabel('Recording 1', { exact: true })).toBeVisible();
  // Nothing has to be moved sideways to be seen.
  expect(await phone.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);

  await phone.getByRole('button', { name: 'Next', exact: true }).tap();
  await phone.locator('.stage').getByRole('button', { name: 'Hand in' }).tap();
  await expect(phone.getByText('Your teacher has it')).toBeVisible();
  const { handIn } = await asks<{ handIn: { files: { mediaType: string }[] } }>(phone, 'get', `/api/my/work/${id}`);
  expect(handIn.files.map(({ mediaType }) => mediaType.split('/')[0]).sort()).toEqual(['image', 'video']);

  // The teacher sees and hears both.
  await teacher.goto(`/marking/${id}/${idOf('Ada')}`);
  await expect(teacher.locator('main figure img').first()).toBeVisible();
  await expect(teacher.locator('main figure :is(audio, video)').first()).toBeVisible();
});
