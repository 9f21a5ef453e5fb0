import { expect, test } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { aFamilyOf, asks, press, type } from '../support/people';
import { choose } from '../support/fields';
import { aReadyClass, paragraphs } from '../support/school';

const DAY = 86_400_000;
// Who joins today gets what is due today.
const justPast = () => Date.now() - 5000;

test('teacher, student and family see the same numbers, and so does the paper', async ({ browser }) => {
  const { teacher, classId, students, idOf, issue } = await aReadyClass(browser, ['Ada', 'Ben']);
  const ada = idOf('Ada');
  const inClass = { how: 'inClass', accepts: [] };
  for (const [title, earned] of [
    ['Tide table', 18],
    ['Sand count', 15],
  ] as const) {
    const { id } = await issue(title, { brief: inClass, set: { due: justPast() } });
    await asks(teacher, 'put', `/api/assignments/${id}/pieces/${ada}/score`, {
      earned: earned * 1000,
      chosen: null,
      remark: paragraphs('Well seen.'),
      version: 0,
    });
    await asks(teacher, 'post', `/api/assignments/${id}/return`, { studentIds: [ada], confirmed: true });
  }
  await issue('Shell drawing', { set: { due: Date.now() + 3 * DAY } });
  await issue('Gull diary');
  await issue('Lost walk', { set: { due: justPast(), closes: Date.now() + 2 * DAY } });

  // The teacher: the class on one line, then the student.
  await teacher.goto(`/progress?class=${classId}`);
  await expect(teacher.getByRole('link', { name: 'Ada Reef, 82.5 %, On course' })).toBeVisible();
  await teacher.goto(`/progress/${classId}/${ada}`);
  const dial = teacher.getByRole('img', { name: '82.5 % total so far' });
  await expect(dial).toBeVisible();
  const three = /If nothing more comes in 33\.0\s% · at the present pace 82\.5\s% · everything at full marks 93\.0\s%/;
  await expect(teacher.getByText(three)).toBeVisible();

  // A trial moves the total and is gone again.
  await type(teacher.getByLabel('A trial score for Gull diary, out of 20'), '6');
  await expect(teacher.getByText('A trial: 65.0 % instead of 82.5 %. Nothing is stored.')).toBeVisible();
  await press(teacher.getByRole('button', { name: 'End the trial' }));
  await expect(dial).toBeVisible();

  // The family: invited by mail, and at the door with the code.
  const family = await aFamilyOf(browser, teacher, classId, 'Ada Reef');
  await expect(family.getByRole('img', { name: '82.5 % total so far' })).toBeVisible();
  await expect(family.getByText('If nothing more comes in: 33.0 %. At the present pace: 82.5 %. With everything: 93.0 %.')).toBeVisible();
  await expect(family.getByRole('listitem').filter({ hasText: 'Lost walk' })).toContainText('still accepted until');
  await expect(family.getByRole('listitem').filter({ hasText: 'Tide table' })).toContainText('18 of 20');

  // The student.
  const student = students.Ada;
  await student.goto('/my-progress');
  await expect(student.getByRole('img', { name: '82.5 % total so far' })).toBeVisible();
  await expect(student.getByText(three)).toBeVisible();

  // The paper.
  await teacher.goto(`/reports?class=${classId}&student=${ada}`);
  await expect(teacher.frameLocator('iframe').getByRole('heading', { name: 'Ada Reef' })).toBeVisible();
  const [download] = await Promise.all([
    teacher.waitForEvent('download'),
    press(teacher.getByRole('button', { name: 'PDF', exact: true })),
  ]);
  const text = execFileSync('pdftotext', ['-layout', await download.path(), '-'])
    .toString()
    .replaceAll('\u00a0', ' ');
  for (const said of [
    '82.5 %',
    '33.0 %',
    '93.0 %',
    '33 / 40',
    'Tide table',
    '18 / 20',
    'Sand count',
    '15 / 20',
    'Shell drawing',
    'Gull diary',
    'Lost walk',
  ])
    expect(text).toContain(said);

  // The family writes, in their own language, and the teacher reads it where the student is.
  await press(family.getByRole('button', { name: 'Write to the teacher' }));
  await type(family.getByLabel('Your message'), 'Can the walk be done alone?');
  await press(family.getByRole('button', { name: 'Send', exact: true }));
  await expect(family.getByText('Can the walk be done alone?')).toBeVisible();
  await press(family.getByRole('link', { name: 'Settings' }));
  await choose(family, 'Language', 'العربية');
  await press(family.getByRole('button', { name: 'Save' }));
  await expect(family.getByRole('heading', { name: 'الإعدادات' })).toBeVisible();
  expect(await family.evaluate(() => [document.documentElement.dir, document.documentElement.lang])).toEqual(['rtl', 'ar']);
  await teacher.goto('/news');
  await press(teacher.getByRole('link', { name: /^Mira wrote to you about Ada Reef/ }));
  await expect(teacher.getByRole('dialog').getByText('Can the walk be done alone?')).toBeVisible();
});

test('whoever needs a word comes first, and the next act is beside the name', async ({ browser }) => {
  const { teacher, classId, idOf, issue } = await aReadyClass(browser, ['Ada', 'Ben']);
  for (const title of ['First walk', 'Second walk']) await issue(title, { set: { due: justPast(), closes: Date.now() + 2 * DAY } });
  await asks(
    teacher,
    'put',
    `/api/assignments/${(await issue('Quick sum', { brief: { how: 'inClass', accepts: [] }, set: { due: justPast() } })).id}/pieces/${idOf('Ben')}/score`,
    {
      earned: 8000,
      chosen: null,
      remark: paragraphs(''),
      version: 0,
    },
  );
  await teacher.goto(`/progress?class=${classId}`);
  const [first, second] = [teacher.locator('.need').nth(0), teacher.locator('.need').nth(1)];
  await expect(first).toContainText('Ben Reef');
  await expect(first).toContainText('40.0 % is below the pass line of 60 %');
  await expect(second).toContainText('2 pieces missing, from 2 on it counts');
  await press(second.getByRole('button', { name: 'Nudge: First walk' }));
  await press(teacher.getByRole('button', { name: 'Nudge 1 student' }));
  await press(teacher.getByRole('button', { name: 'Note to speak: Ada Reef' }));
  await press(teacher.getByRole('button', { name: 'Keep the note' }));
  await expect(second).toContainText('you noted to speak with them');
  await press(second.getByRole('button', { name: 'Give time: Second walk' }));
  await expect(teacher.getByRole('dialog')).toContainText('Ada Reef');
  await teacher.keyboard.press('Escape');
  await press(teacher.getByRole('button', { name: /^Off course/ }));
  await expect(teacher.locator('.need')).toHaveCount(1);
});
