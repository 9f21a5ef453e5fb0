import { expect, test, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { bringsInTwo, dayFromNow, picks, press, someone, type, unique } from '../support/people';
import { choose, typeDay } from '../support/fields';
import { bundleOf, qrOn, workbookOf } from '../support/files';

/** Looks at what a file would do and says what is counted. */
async function looksAt(teacher: Page, file: { name: string; mimeType: string; buffer: Buffer }): Promise<void> {
  await teacher.locator('input[type=file][accept*=xlsx]').setInputFiles(file);
  await expect(teacher.getByRole('heading', { name: file.name })).toBeVisible();
}
const taken = async (teacher: Page, name: RegExp) => {
  const [download] = await Promise.all([teacher.waitForEvent('download'), press(teacher.getByRole('button', { name }))]);
  return { name: download.suggestedFilename(), bytes: await readFile((await download.path())!) };
};
const roster = (teacher: Page, id: string) =>
  teacher.request
    .get(`/api/classes/${id}/roster`)
    .then((reply) => reply.json() as Promise<{ id: string; givenName: string; left: string | null }[]>);

test('a teacher copies a class, brings a bundle and a spreadsheet in, and a student signs in with a printed card', async ({ browser }) => {
  const teacher = await someone(browser, 'odile.finch');
  const classes = (await (await teacher.request.get('/api/classes')).json()) as {
    id: string;
    label: string;
    scheme: { categories: { name: string }[] };
  }[];
  const rivers = classes.find((one) => one.label === 'Rivers 8')!;
  const section = unique('B').replace(' ', '');
  const label = `Rivers 8 · ${section}`;

  await test.step('copies Rivers 8 as a second section, its assignments as drafts', async () => {
    await teacher.goto(`/class/${rivers.id}/about`);
    await press(teacher.getByRole('link', { name: 'Copy the class' }));
    // The page before has a field of the same name.
    await teacher.waitForURL('**/copy');
    await type(teacher.getByLabel('Section or period'), section);
    await press(teacher.getByRole('button', { name: /^Copy with \d+ drafts$/ }));
    await expect(teacher.getByRole('heading', { name: label })).toBeVisible();
    await expect(teacher.getByText('Nobody is in it yet.')).toBeVisible();
  });
  const id = teacher.url().split('/class/')[1]!.split('?')[0]!;
  const copied = (await (await teacher.request.get(`/api/classes/${id}`)).json()) as typeof rivers;
  expect(copied.scheme.categories.map((one) => one.name)).toEqual(['Field work', 'Notes', 'In class']);
  const drafts = ((await (await teacher.request.get('/api/assignments')).json()) as { classId: string; issuedAt: number | null }[]).filter(
    (one) => one.classId === id,
  );
  expect(drafts.length).toBeGreaterThan(10);
  expect(drafts.every((one) => one.issuedAt === null)).toBe(true);

  const tag = section.toLowerCase();
  const bundle = { name: 'records.zip', mimeType: 'application/zip', buffer: await bundleOf(tag, label) };
  await test.step('brings a OneRoster bundle in: looked at first, one dangling row named, then stored', async () => {
    await looksAt(teacher, bundle);
    await expect(teacher.getByText(/OneRoster 1.1, the whole class/)).toBeVisible();
    await expect(teacher.getByRole('button', { name: '3 new', exact: true })).toBeVisible();
    await expect(teacher.getByText(`The student “${tag}-nobody” is not in users.csv.`)).toBeVisible();
    expect(await roster(teacher, id)).toEqual([]);
    await press(teacher.getByRole('button', { name: 'Bring in: 3 new' }));
    await expect(teacher.getByText('3 new, 0 asked, 0 changed, 0 back, 0 left, 0 as before.')).toBeVisible();
    await press(teacher.getByRole('button', { name: 'To the students' }));
    await expect(teacher.getByRole('link', { name: 'Ümit Kaya' })).toBeVisible();
  });

  await test.step('the same bundle again would change nothing', async () => {
    await looksAt(teacher, bundle);
    await expect(teacher.getByRole('button', { name: 'Nothing would change' })).toBeDisabled();
    await expect(teacher.getByRole('button', { name: '3 unchanged' })).toBeVisible();
    await teacher.goto(`/class/${id}`);
  });

  await test.step('brings a spreadsheet in: one new, one changed, a formula refused', async () => {
    const sheet = await workbookOf([
      ['Family name', 'Given name', 'School number', 'E-mail'],
      ['Reef', 'Ada', `${tag}1`, 'ada@tern-bay.example'],
      ['Moss', 'Cy', `${tag}9`, ''],
      [{ formula: 'A2', result: 'Reef' }, 'Twice', '', ''],
    ]);
    await looksAt(teacher, {
      name: 'additions.xlsx',
      mimeType: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
      buffer: sheet,
    });
    await expect(teacher.getByText('e-mail: none → ada@tern-bay.example')).toBeVisible();
    await expect(teacher.getByText('“=A2” is a formula, or would become one.')).toBeVisible();
    await press(teacher.getByRole('button', { name: 'Bring in: 1 new, 1 change' }));
    await press(teacher.getByRole('button', { name: 'To the students' }));
    await expect(teacher.getByRole('link', { name: 'Cy Moss' })).toBeVisible();
  });

  await test.step('the roster taken out comes in again without a change, in every format', async () => {
    for (const [button, format] of [
      [/Workbook/, 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'],
      [/Open document/, 'application/vnd.oasis.opendocument.spreadsheet'],
      [/OneRoster 1.1/, 'application/zip'],
      [/OneRoster 1.2/, 'application/zip'],
    ] as const) {
      const { name, bytes } = await taken(teacher, button);
      await looksAt(teacher, { name, mimeType: format, buffer: bytes });
      await expect(teacher.getByRole('button', { name: 'Nothing would change' })).toBeDisabled();
      await expect(teacher.getByRole('button', { name: '4 unchanged' })).toBeVisible();
      await teacher.goto(`/class/${id}`);
    }
  });

  let address = '';
  await test.step('prints cards for everybody', async () => {
    await press(teacher.getByLabel('Choose all shown'), 'Space');
    const { bytes } = await taken(teacher, /Print 4 sign-in cards/);
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
    await expect(teacher.getByText('The 4 cards are in the PDF that was just saved.')).toBeVisible();
    address = await qrOn(browser, bytes);
    expect(address).toMatch(/\/card#[a-z0-9.]+\/[3479CFHKMNPRTX]{14}$/);
  });

  await test.step('a student scans the card and is in', async () => {
    const phone = await someone(browser, undefined, { width: 390, height: 844 });
    await phone.goto(`/card${address.slice(address.indexOf('#'))}`);
    await phone.waitForURL('**/work');
    expect(phone.url()).not.toContain('#');
    await expect(phone.getByText(`You are in ${label}. There is no work for you yet.`)).toBeVisible();
  });

  await test.step('a card that is revoked opens nothing', async () => {
    const userName = decodeURIComponent(address.split('#')[1]!.split('/')[0]!);
    const owner = ((await roster(teacher, id)) as { id: string; userName?: string }[]).find((one) => one.userName === userName)!;
    await teacher.goto(`/class/${id}`);
    const row = teacher.getByRole('row', { name: new RegExp(userName) });
    await press(row.getByRole('button', { name: /^Edit/ }));
    await press(teacher.getByRole('button', { name: 'Revoke the card' }));
    await press(teacher.getByRole('button', { name: 'Revoke it' }));
    await expect(teacher.getByText('The card no longer works.')).toBeVisible();
    const finder = await someone(browser);
    await finder.goto(`/card${address.slice(address.indexOf('#'))}`);
    await expect(finder.getByText(/This card does not open anything/)).toBeVisible();
    expect(owner.id).toBeTruthy();
  });
});

test('what a teacher sets up for a class takes effect: scheme, standing exception, groups, practice student', async ({ browser }) => {
  const teacher = await someone(browser, 'odile.finch');
  const name = unique('Dunes');
  const made = await teacher.request.post('/api/classes', {
    data: { name },
    headers: { 'X-CSRF-Token': ((await (await teacher.request.get('/api/session')).json()) as { csrf: string }).csrf },
  });
  const { id } = (await made.json()) as { id: string };

  await teacher.goto(`/class/${id}`);
  await bringsInTwo(teacher);

  await test.step('a weight is explained and the example follows', async () => {
    await press(teacher.getByRole('link', { name: 'Scheme' }));
    await press(teacher.getByRole('radio', { name: /Weighted categories/ }), 'Space');
    await press(teacher.getByRole('button', { name: 'Add a category' }));
    await type(teacher.getByRole('textbox', { name: 'Category' }), 'Sand');
    await type(teacher.getByLabel('Weight of Sand'), '0');
    await expect(teacher.getByText(/The weight of Sand must be more than 0/)).toBeVisible();
    await type(teacher.getByLabel('Weight of Sand'), '50');
    await expect(teacher.getByText(/The weights come to 50\s%, not 100\s%/)).toBeVisible();
    await expect(teacher.locator('.example .sum')).toHaveText('77.1 %');
    await choose(teacher, 'What being late costs', 'So much for each day begun');
    await expect(teacher.locator('.example .sum')).toHaveText('74.3 %');
    await press(teacher.getByRole('button', { name: 'Save the scheme' }));
    await expect(teacher.getByText('Stored. All figures follow it now.')).toBeVisible();
  });

  await test.step('a standing exception is listed with what it gives', async () => {
    await press(teacher.getByRole('link', { name: 'Exceptions', exact: true }));
    await press(teacher.getByRole('button', { name: 'Give a standing exception' }));
    await picks(teacher, 'Who', 'Ada Reef');
    await type(teacher.getByLabel('How much'), '2');
    await type(teacher.getByLabel('Why', { exact: true }), 'Reads slowly');
    await press(teacher.getByRole('button', { name: 'Give it' }));
    await expect(teacher.getByRole('row', { name: /Ada Reef 2 school days more always Reads slowly/ })).toBeVisible();
  });

  await test.step('groups are dealt out, moved by key and kept', async () => {
    await press(teacher.getByRole('link', { name: 'Groups' }));
    await type(teacher.getByLabel('Everyone into'), '2');
    await press(teacher.getByRole('button', { name: 'Deal out' }));
    const first = teacher.locator('[data-list="0"]');
    await expect(first.locator('.member')).toHaveCount(1);
    await first.locator('.member').press('ArrowRight');
    await expect(teacher.locator('[data-list="1"] .member')).toHaveCount(2);
    await type(teacher.getByLabel('What the groups are for'), 'Pairs');
    await press(teacher.getByRole('button', { name: 'Keep these groups' }));
    // Kept before it is looked at anew.
    await expect(teacher.getByRole('button', { name: /Pairs/ })).toBeVisible();
    await teacher.reload();
    await press(teacher.getByRole('button', { name: /Pairs/ }));
    await expect(teacher.locator('[data-list="1"] .member')).toHaveCount(2);
  });

  await test.step('a closure says first which date it touches', async () => {
    const day = dayFromNow(200);
    await press(teacher.getByRole('link', { name: 'Calendar' }));
    await press(teacher.getByRole('button', { name: 'Add a closure' }));
    await typeDay(teacher.getByLabel('First day').last(), day);
    await typeDay(teacher.getByLabel('Last day').last(), day);
    await expect(teacher.getByText('No date of your classes is touched.')).toBeVisible();
  });

  await test.step('the class is seen as its practice student, and left again', async () => {
    await press(teacher.getByRole('button', { name: 'See it as a student' }));
    await expect(teacher.getByText(`You are looking at ${name} as its practice student.`)).toBeVisible();
    await press(teacher.getByRole('button', { name: 'Back to teaching' }));
    await expect(teacher.getByRole('heading', { name })).toBeVisible();
    expect(await roster(teacher, id)).toHaveLength(2);
  });
});
