import { execFileSync } from 'node:child_process';
import { writeFile } from 'node:fs/promises';
import { expect, test, type Page } from '@playwright/test';
import { fileInput } from '../support/fields';
import { aWorksheetPdf, drawsByFinger, drawsByMouse } from '../support/papers';
import { asks, press, someone, type, unique } from '../support/people';
import { aReadyClass } from '../support/school';

type Paper = { written: { kind: string; text?: string; value?: string }[] };
const layerOf = (page: Page, number = 1) => page.locator(`[data-page="${number}"] .layer`);
const tool = (page: Page, name: string) => page.getByRole('toolbar', { name: 'Tools' }).getByRole('button', { name, exact: true });

test('a PDF worksheet is written on by finger and by mouse, marked, and comes back as one PDF', async ({ browser }, testInfo) => {
  const { teacher, students, idOf, issue } = await aReadyClass(browser, ['Ada']);
  const title = unique('Shore sheet');
  const { briefId, id } = await issue(title, { brief: { accepts: ['photos'] } });

  // The teacher gives the file, one each, and frames a place to write.
  await teacher.goto(`/compose/${briefId}`);
  await press(teacher.getByRole('button', { name: '+ add' }));
  await fileInput(teacher, 'Choose a file').setInputFiles({
    name: 'shore.pdf',
    mimeType: 'application/pdf',
    buffer: await aWorksheetPdf(),
  });
  await press(teacher.getByRole('button', { name: 'one each' }));
  await expect(teacher.getByText('Students write on it in the page: 2 pages.')).toBeVisible();
  await press(teacher.getByRole('button', { name: 'Places to write' }));
  const marks = teacher.locator('[data-page="1"] .marks');
  // The page is drawn, with the fields of its own form.
  await expect(marks.locator('.field-there')).toHaveCount(2);
  await marks.scrollIntoViewIfNeeded();
  await drawsByMouse(teacher, marks, [[0.1, 0.3], [0.6, 0.36]]); // prettier-ignore
  await type(teacher.getByLabel('What belongs there'), 'An animal');
  await press(teacher.getByRole('button', { name: 'Add', exact: true }));
  await press(teacher.getByRole('button', { name: 'Save quietly' }));
  await expect(teacher.getByText(/· Saved\./)).toBeVisible();

  // By finger on a phone: a line, words in the places, a tick, a sticker.
  const state = await students.Ada.context().storageState();
  const phone = await someone(browser, undefined, { width: 390, height: 844 }, { hasTouch: true, isMobile: true, deviceScaleFactor: 2 });
  await phone.context().addCookies(state.cookies);
  await phone.goto(`/work/${id}`);
  await phone.getByRole('link', { name: 'Write on it' }).tap();
  await tool(phone, 'Pen').tap();
  await drawsByFinger(phone, layerOf(phone), [[0.2, 0.5], [0.4, 0.55], [0.6, 0.5]]); // prettier-ignore
  await phone.getByRole('textbox', { name: 'An animal' }).tap();
  await phone.keyboard.type('A crab');
  await phone.getByRole('textbox', { name: 'Name' }).fill('Ada Reef');
  await phone.getByRole('checkbox', { name: 'Checked' }).tap();
  await tool(phone, 'Sticker').tap();
  await phone.getByRole('button', { name: 'Fish' }).tap();
  await layerOf(phone).tap({ position: { x: 250, y: 330 } });
  await expect(phone.getByRole('group', { name: 'Fish' })).toBeVisible();
  await expect(phone.getByText(/Saved/)).toBeVisible();

  // By mouse at a desk: words where they are wanted, a line that is erased, one taken back by keys. Both see what the other wrote.
  const desk = students.Ada;
  await desk.goto(`/work/${id}`);
  await press(desk.getByRole('link', { name: 'Go on writing' }));
  await expect(desk.getByRole('textbox', { name: 'An animal' })).toHaveValue('A crab');
  await press(tool(desk, 'Words'));
  await layerOf(desk).click({ position: { x: 120, y: 620 } });
  await desk.keyboard.type('It hides under stones.');
  await press(tool(desk, 'Pen'));
  const strokes = async () => (await asks<Paper>(desk, 'get', `/api${new URL(desk.url()).pathname.replace('/work/', '/my/work/').replace('/paper/', '/papers/')}`)).written; // prettier-ignore
  const kinds = async () => (await strokes()).map((one) => one.kind).sort();
  await drawsByMouse(desk, layerOf(desk), [[0.2, 0.7], [0.7, 0.7]]); // prettier-ignore
  await expect.poll(kinds).toEqual(['answer', 'answer', 'answer', 'sticker', 'stroke', 'stroke', 'text']);
  await press(tool(desk, 'Eraser'));
  await drawsByMouse(desk, layerOf(desk), [[0.5, 0.66], [0.5, 0.74]]); // prettier-ignore
  await expect.poll(kinds).toEqual(['answer', 'answer', 'answer', 'sticker', 'stroke', 'text']);
  await desk.keyboard.press('ControlOrMeta+z');
  await expect.poll(kinds).toEqual(['answer', 'answer', 'answer', 'sticker', 'stroke', 'stroke', 'text']);
  await expect(phone.getByRole('textbox', { name: 'Words', exact: true })).toHaveValue('It hides under stones.');

  // Handed in on the phone as it stands.
  await phone.getByRole('link', { name: 'Done' }).tap();
  await phone.getByRole('button', { name: 'Hand in' }).tap();
  await expect(phone.getByRole('heading', { name: 'Handed in' })).toBeVisible();

  // On the teacher's desk: the page with all of it, and a note on top.
  await teacher.goto(`/marking/${id}/${idOf('Ada')}`);
  const page = teacher.locator('.layer svg').first();
  await expect(page).toBeVisible();
  await page.scrollIntoViewIfNeeded();
  await page.click({ position: { x: 80, y: 120 } });
  await type(teacher.getByLabel('Note', { exact: true }), 'Where else does it hide?');
  await teacher.keyboard.press('Enter');
  await expect(teacher.getByText('Where else does it hide?')).toBeVisible();
  await type(teacher.getByLabel('Score', { exact: true }), '17');
  await press(teacher.getByRole('button', { name: 'Hold', exact: true }));
  await press(teacher.getByRole('button', { name: 'Return to Ada' }));
  await press(teacher.getByRole('button', { name: 'Return to 1 student' }));
  await desk.goto(`/work/${id}`);
  await expect(desk.getByText('Where else does it hide?')).toBeVisible();

  // The same with the note on it, to keep.
  const withNotes = testInfo.outputPath('with-notes.pdf');
  const kept = await desk.getByRole('link', { name: 'Download with notes' }).getAttribute('href');
  await writeFile(withNotes, await (await desk.request.get(kept!)).body());
  expect(execFileSync('pdftotext', [withNotes, '-']).toString()).toContain('Where else does it hide?');

  // What was handed in is one flat PDF that other programs read.
  const { marked } = await asks<{ marked: { files: { id: string; name: string }[] } }>(desk, 'get', `/api/my/work/${id}`);
  expect(marked.files.map((file) => file.name)).toEqual(['shore.pdf']);
  const file = testInfo.outputPath('shore.pdf');
  await writeFile(file, await (await desk.request.get(`/api/files/${marked.files[0]!.id}`)).body());
  expect(execFileSync('qpdf', ['--check', file]).toString()).toContain('No syntax or stream encoding errors');
  const words = execFileSync('pdftotext', ['-layout', file, '-']).toString();
  for (const said of ['What lives on the shore?', 'A crab', 'Ada Reef', 'It hides under stones.', 'Draw it.'])
    expect(words).toContain(said);
});
