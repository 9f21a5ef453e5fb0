import { expect, test } from '@playwright/test';
import { aFamilyOf, asks, press, type, unique } from '../support/people';
import { aReadyClass } from '../support/school';

const PHONE = { width: 390, height: 844 };
test.setTimeout(120_000);

test('a notice with a sentence of the stock and a slip reaches two classes and a family in its language; hands are shown without names', async ({
  browser,
}) => {
  const { teacher, classId, students } = await aReadyClass(browser, ['Ada', 'Ben', 'Cleo'], PHONE);
  for (const page of [teacher, ...Object.values(students)]) page.context().setDefaultTimeout(15_000);
  const other = await asks<{ id: string; label: string }>(teacher, 'post', '/api/classes', { name: unique('Dune') });
  const family = await aFamilyOf(browser, teacher, classId, 'Ada Reef');
  await asks(family, 'put', '/api/family/settings', { language: 'fr', telling: 'never', letterShows: 'score' });

  const title = unique('Boots');
  await teacher.goto(`/class/${classId}/notices`);
  await expect(teacher.getByText('Nothing is up yet.')).toBeVisible();
  await teacher.keyboard.press('b');
  const sheet = teacher.getByRole('dialog');
  await type(sheet.getByLabel('Title', { exact: true }), title);
  await press(sheet.getByRole('button', { name: other.label }));
  await press(sheet.getByRole('button', { name: 'students and families' }));
  await press(sheet.getByRole('button', { name: /Sentences of the stock/ }));
  await press(sheet.getByRole('button', { name: 'Please bring [what] on [day].' }));
  await type(sheet.getByLabel('what', { exact: true }), 'boots');
  await type(sheet.getByLabel('day', { exact: true }), '+3');
  await teacher.keyboard.press('Tab');
  await sheet
    .locator('.file-button input[type=file]')
    .first()
    .setInputFiles({ name: 'slip.pdf', mimeType: 'application/pdf', buffer: Buffer.from('%PDF-1.4 slip') });
  await expect(sheet.getByText('slip.pdf')).toBeVisible();
  await press(sheet.getByRole('button', { name: 'Put it up', exact: true }));
  await expect(teacher.getByText('0 of 3 students have read it')).toBeVisible();

  await family.goto('/family');
  await expect(family.getByText(/^À apporter le .* : boots\.$/)).toBeVisible();
  await expect(family.getByText('écrit en anglais')).toBeVisible();
  const slip = await family.request.get((await family.getByRole('link', { name: 'slip.pdf' }).getAttribute('href'))!);
  expect(slip.status()).toBe(200);
  await students.Ada.goto('/notices');
  await expect(students.Ada.getByRole('heading', { name: title })).toBeVisible();
  await expect(async () => {
    await teacher.reload();
    await expect(teacher.getByText('1 of 3 students have read it')).toBeVisible({ timeout: 1500 });
  }).toPass();

  // A show of hands in four acts: H, the question, its choices, put it up.
  const asked = unique('Which station');
  await teacher.keyboard.press('h');
  await type(sheet.getByLabel('Question', { exact: true }), asked);
  await type(sheet.getByLabel('Choice 1'), 'The old bridge');
  await teacher.keyboard.press('Enter');
  await teacher.keyboard.type('The ford');
  await press(sheet.getByRole('button', { name: 'Put it up', exact: true }));
  await press(
    teacher.getByRole('link', { name: `“${asked}” on the board` }).or(teacher.getByRole('button', { name: `“${asked}” on the board` })),
  );
  await expect(teacher.getByText(/^no hands of 3/)).toBeVisible();
  for (const [who, choice] of [
    ['Ada', 'The ford'],
    ['Ben', 'The old bridge'],
    ['Cleo', 'The ford'],
  ] as const) {
    const phone = students[who];
    await phone.goto('/work');
    await expect(phone.getByText('It is not recorded who chooses what.')).toBeVisible();
    await press(phone.getByRole('radio', { name: choice }), 'Space');
    await press(phone.getByRole('button', { name: 'Choose' }));
    await expect(phone.getByText('It is not recorded who chooses what.')).toBeHidden();
  }
  await expect(teacher.getByText(/^3 of 3 hands/)).toBeVisible();
  await expect(teacher.getByRole('listitem').filter({ hasText: 'The ford' })).toContainText('2');
  for (const name of ['Ada', 'Ben', 'Reef']) await expect(teacher.getByText(name)).toHaveCount(0);
  await teacher.keyboard.press('e');
  await expect(teacher.getByText('No more hands are taken.')).toBeVisible();
});

test('an absence told by a family is noted in the register by keys, and stands beside the score', async ({ browser }) => {
  const { teacher, classId, students, issue } = await aReadyClass(browser, ['Ada', 'Ben']);
  for (const page of [teacher, ...Object.values(students)]) page.context().setDefaultTimeout(15_000);
  const family = await aFamilyOf(browser, teacher, classId, 'Ada Reef');
  await asks(family, 'put', '/api/family/settings', { language: 'en', telling: 'never', letterShows: 'score' });
  await family.goto('/family');
  await press(family.getByRole('button', { name: 'Tell of an absence' }));
  await type(family.getByLabel('Why, if you like'), 'ill');
  await press(family.getByRole('button', { name: 'Send', exact: true }));
  await expect(family.getByText('sent to the teachers')).toBeVisible();

  const today = new Date().toISOString().slice(0, 10);
  await issue(unique('Bank survey'), { set: { due: Date.parse(`${today}T15:30:00Z`) } });
  await teacher.goto(`/class/${classId}/register?day=${today}`);
  await expect(teacher.getByText('Mira Reef says: ill').or(teacher.getByText(/says: ill$/))).toBeVisible();
  await press(teacher.getByRole('button', { name: 'Note it, and say so' }));
  await expect(teacher.getByRole('button', { name: 'Ada Reef: excused' })).toBeVisible();
  // The first letter of a name, Space, and Enter for all others: a register by keys.
  await teacher.getByRole('button', { name: 'Ben Reef: there' }).focus();
  await teacher.keyboard.press('b');
  await teacher.keyboard.press('Space');
  await expect(teacher.getByRole('button', { name: 'Ben Reef: absent' })).toBeVisible();
  await teacher.keyboard.press('Enter');
  await expect(teacher.getByText(/2 are not there · Taken/)).toBeVisible();
  await family.reload();
  await expect(family.getByText(/^noted in/)).toBeVisible();

  await teacher.goto(`/mark-book?class=${classId}`);
  await expect(teacher.getByText('abs.').first()).toBeVisible();
});

test('a reminder is its owner’s alone; a live room opens five minutes before its lesson', async ({ browser }) => {
  const { teacher, classId, students } = await aReadyClass(browser, ['Ada']);
  for (const page of [teacher, students.Ada]) page.context().setDefaultTimeout(15_000);
  const floats = unique('Fetch the floats');
  await teacher.goto('/today');
  await press(teacher.getByRole('button', { name: 'Remind me' }));
  await type(teacher.getByLabel('What to remember'), floats);
  await press(teacher.getByRole('button', { name: 'Store it' }));
  await expect(teacher.getByRole('button', { name: floats })).toBeVisible();
  await students.Ada.goto('/calendar');
  await expect(students.Ada.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(students.Ada.getByText(floats)).toHaveCount(0);

  const { version } = await asks<{ version: number }>(teacher, 'get', `/api/classes/${classId}`);
  await asks(teacher, 'patch', `/api/classes/${classId}`, {
    liveLink: new URL(`/call/${classId}`, teacher.url()).href,
    liveMinutes: 5,
    version,
  });
  await students.Ada.goto('/work');
  await expect(
    students.Ada.getByText('Nothing has been issued')
      .or(students.Ada.getByRole('heading', { name: 'My work' }))
      .first(),
  ).toBeAttached();
  await expect(students.Ada.getByRole('link', { name: 'Join the call' })).toHaveCount(0);
  await teacher.goto(`/class/${classId}/timetable`);
  await press(teacher.getByRole('button', { name: 'Open it now' }));
  await expect(teacher.getByText(/^open for everybody until/)).toBeVisible();
  await students.Ada.reload();
  const call = students.Ada.getByRole('link', { name: 'Join the call' });
  await expect(call).toBeVisible();
  await students.Ada.goto((await call.getAttribute('href'))!);
  await expect(students.Ada.getByText('You are in the room of')).toBeVisible();
});
