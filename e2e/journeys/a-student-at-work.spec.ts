import { expect, test, type Page } from '@playwright/test';
import { asks, press, unique, writes } from '../support/people';
import { aReadyClass, paragraphs, sheetOf } from '../support/school';
import { fileInput } from '../support/fields';

const open = async (page: Page, id: string) => {
  await page.goto(`/work/${id}`);
  await page.getByRole('heading', { name: 'Your dates' }).waitFor();
};
/** Stores an issued brief with some of it changed, telling nobody. */
async function changesBrief(teacher: Page, briefId: string, more: object, set: object = {}): Promise<void> {
  const {
    id: _,
    elsewhere: __,
    classes,
    ...rest
  } = await asks<{ id: string; elsewhere: number; classes: Record<string, unknown>[] }>(teacher, 'get', `/api/briefs/${briefId}`);
  const sets = classes.map(({ assignmentId: ___, issuedAt: ____, begun: _____, ...one }) => ({ ...one, ...set }));
  await asks(teacher, 'put', `/api/briefs/${briefId}`, { ...rest, ...more, classes: sets, tell: false });
}
type Draft = { text: unknown; files: { name: string; size: number; pixels: number }[] };
const draftOf = async (page: Page, id: string) => (await asks<{ draft: Draft }>(page, 'get', `/api/my/work/${id}`)).draft;

test('text is kept while the line is broken, and what was written on two devices goes together', async ({ browser }) => {
  const { students, issue } = await aReadyClass(browser, ['Ada']);
  const { id } = await issue(unique('Tide text'));
  const desk = students.Ada;
  await open(desk, id);
  await writes(desk, 'The tide turns twice.');
  const phone = await (
    await browser.newContext({ storageState: await desk.context().storageState(), viewport: { width: 390, height: 844 } })
  ).newPage();
  await open(phone, id);
  await expect(phone.getByRole('textbox', { name: 'Your text' })).toContainText('The tide turns twice.');

  await desk.context().setOffline(true);
  const field = desk.getByRole('textbox', { name: 'Your text' });
  await field.press('ControlOrMeta+End');
  await desk.keyboard.press('Enter');
  await desk.keyboard.type('At the desk, without a line.');
  await expect(desk.getByText('What you write is kept in this browser and sent when the line is back.')).toBeVisible();
  await phone.getByRole('textbox', { name: 'Your text' }).press('ControlOrMeta+Home');
  await phone.keyboard.type('By phone: ');
  await expect(phone.getByText(/^Saved /)).toBeVisible();

  await desk.context().setOffline(false);
  await expect
    .poll(async () => draftOf(desk, id))
    .toMatchObject({ text: paragraphs('By phone: The tide turns twice.', 'At the desk, without a line.') });
  await expect(field).toContainText('By phone: The tide turns twice.');
  await expect(desk.getByText('has been brought together with yours')).toBeVisible();
});

test('words that never reached the server stay in sight when the piece is handed in elsewhere, and go in after taking back', async ({
  browser,
}) => {
  const { students, issue } = await aReadyClass(browser, ['Ada']);
  const { id } = await issue(unique('Two devices'));
  const desk = students.Ada;
  await open(desk, id);
  await writes(desk, 'Sent in time.');
  await expect(desk.getByText(/^Saved /)).toBeVisible();
  const phone = await (
    await browser.newContext({ storageState: await desk.context().storageState(), viewport: { width: 390, height: 844 } })
  ).newPage();
  await open(phone, id);

  await desk.context().setOffline(true);
  await desk.getByRole('textbox', { name: 'Your text' }).press('ControlOrMeta+End');
  await desk.keyboard.type(' Written without a line.');
  await expect(desk.getByText('What you write is kept in this browser')).toBeVisible();
  await press(desk.getByRole('button', { name: 'Hand in' }));
  await expect(desk.getByText('has not reached the server yet, so it is not handed in')).toBeVisible();
  await press(phone.getByRole('button', { name: 'Hand in' }));
  await expect(phone.getByRole('heading', { name: 'Handed in', exact: true })).toBeVisible();

  await desk.context().setOffline(false);
  const unsent = desk.getByRole('alert', { name: 'These words have not reached the server' });
  await expect(unsent).toContainText('Sent in time. Written without a line.');
  await desk.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await press(unsent.getByRole('button', { name: 'Copy' }));
  await expect(unsent.getByText('Copied.')).toBeVisible();
  expect(await desk.evaluate(() => navigator.clipboard.readText())).toBe('Sent in time. Written without a line.');
  await press(desk.getByRole('button', { name: 'Take back' }));
  await expect(desk.getByRole('textbox', { name: 'Your text' })).toContainText('Sent in time. Written without a line.');
  await expect(desk.getByText(/^Saved /)).toBeVisible();
  await expect(desk.getByText('has not reached the server')).toHaveCount(0);
  expect(await draftOf(desk, id)).toMatchObject({ text: paragraphs('Sent in time. Written without a line.') });
});

test('a worksheet is one’s own copy, only its spaces can be written in, and a correction is offered', async ({ browser }) => {
  const { teacher, students, issue } = await aReadyClass(browser, ['Ada', 'Ben']);
  const worksheet = { id: crypto.randomUUID(), kind: 'worksheet', title: 'Depths', use: 'oneEach', example: false };
  const { id, briefId } = await issue(unique('Depths'), {
    brief: { accepts: ['files'], attachments: [{ ...worksheet, text: sheetOf('Depth in the middle:') }] },
  });
  const { Ada: ada, Ben: ben } = students;
  await open(ada, id);
  const sheet = ada.getByRole('textbox', { name: 'Depths' });
  await sheet.focus();
  await ada.keyboard.press('ControlOrMeta+Home');
  await ada.keyboard.type('not here');
  await ada.keyboard.press('ControlOrMeta+End');
  await ada.keyboard.type('1.20 m');
  await expect(ada.getByText(/^Saved /)).toBeVisible();
  await expect(sheet).not.toContainText('not here');
  await open(ben, id);
  await expect(ben.getByRole('textbox', { name: 'Depths' })).not.toContainText('1.20 m');

  await changesBrief(teacher, briefId, { attachments: [{ ...worksheet, text: sheetOf('Depth in the deepest place:') }] });
  await open(ben, id);
  await expect(ben.getByRole('textbox', { name: 'Depths' })).toContainText('Depth in the deepest place:');
  await open(ada, id);
  await press(ada.getByRole('button', { name: 'Take the corrected one with my answers' }));
  await expect(sheet).toContainText('Depth in the deepest place:');
  await expect(sheet).toContainText('1.20 m');
  await press(ada.getByRole('button', { name: 'Hand in' }));
  await expect(ada.getByRole('heading', { name: 'Handed in' })).toBeVisible();
});

test('a file goes on where the line broke, after the page was closed, and is the same to the last byte', async ({ browser }) => {
  const { students, issue } = await aReadyClass(browser, ['Ada']);
  const { id } = await issue(unique('Tide film'));
  const ada = students.Ada;
  await open(ada, id);
  const bytes = Buffer.alloc(10_000_000, 'tide and shore ');
  let parts = 0;
  // The first part goes through; then the line is gone for everything that is sent.
  await ada.route('**/api/my/uploads/*', async (route) => {
    if (route.request().method() === 'PATCH' && ++parts > 1) return route.abort('connectionreset');
    return route.continue();
  });
  await fileInput(ada, 'Add photos or files').setInputFiles({ name: 'tide.bin', mimeType: 'application/octet-stream', buffer: bytes });
  await expect(ada.getByText('The files are kept in this browser and go on from where they were.')).toBeVisible();
  await expect(ada.getByRole('button', { name: 'Hand in' })).toBeDisabled();

  // The tab is closed and the page opened again, with a line.
  const later = await ada.context().newPage();
  await ada.close();
  let sent = 0;
  later.on('request', (request) => {
    if (request.method() === 'PATCH') sent += request.postDataBuffer()?.length ?? Number(request.headers()['content-length'] ?? 0);
  });
  await open(later, id);
  const another = await ada.context().newPage();
  await open(another, id);
  await expect(later.getByRole('button', { name: 'tide.bin', exact: true })).toBeVisible();
  await expect(another.getByRole('button', { name: 'tide.bin', exact: true })).toHaveCount(1);
  expect(sent).toBeLessThan(bytes.length);
  await press(later.getByRole('button', { name: 'Hand in' }));
  await press(later.getByRole('link', { name: 'Receipt' }));
  await fileInput(later, 'Choose a file').setInputFiles([
    { name: 'mine.bin', mimeType: 'application/octet-stream', buffer: bytes },
    { name: 'other.bin', mimeType: 'application/octet-stream', buffer: bytes.subarray(1) },
  ]);
  await expect(later.getByText('mine.bin is what was handed in as tide.bin, to the last byte.')).toBeVisible();
  await expect(later.getByText('other.bin is none of the files that were handed in.')).toBeVisible();
});

test('a drawing and a recording are made in the browser, and a large photo is made smaller before it is sent', async ({ browser }) => {
  const { students, issue } = await aReadyClass(browser, ['Ada']);
  const { id } = await issue(unique('Shore'), { brief: { accepts: ['drawing', 'recording', 'photos'] } });
  const ada = students.Ada;
  await ada.context().grantPermissions(['microphone']);
  await open(ada, id);
  await press(ada.getByRole('button', { name: 'Draw' }));
  const surface = ada.getByRole('img', { name: 'The sheet to draw on' });
  await surface.locator('canvas').first().waitFor();
  const box = (await surface.boundingBox())!;
  await ada.mouse.move(box.x + 40, box.y + 40);
  await ada.mouse.down();
  await ada.mouse.move(box.x + 240, box.y + 140, { steps: 8 });
  await ada.mouse.up();
  await press(ada.getByRole('button', { name: 'Undo' }));
  await press(ada.getByRole('button', { name: 'Redo' }));
  await press(ada.getByRole('button', { name: 'Add the drawing' }));
  await expect(ada.getByRole('button', { name: 'drawing.png', exact: true })).toBeVisible();

  await press(ada.getByRole('button', { name: 'Record' }));
  await press(ada.getByRole('button', { name: 'Begin to record' }));
  await expect(ada.getByRole('timer')).toContainText('0:01');
  await press(ada.getByRole('button', { name: 'Stop', exact: true }));
  await press(ada.getByRole('button', { name: 'Add the recording' }));
  await expect(ada.getByRole('button', { name: 'voice.webm', exact: true })).toBeVisible();

  // A photograph of 12 million pixels, made here of noise so that it is as large as a real one.
  const photo = await ada.evaluate(async () => {
    const canvas = new OffscreenCanvas(4000, 3000);
    const context = canvas.getContext('2d')!;
    const image = context.createImageData(4000, 3000);
    for (let at = 0; at < image.data.length; at += 1) image.data[at] = at % 4 === 3 ? 255 : (at * 2_654_435_761) % 251;
    context.putImageData(image, 0, 0);
    const bytes = new Uint8Array(await (await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.95 })).arrayBuffer());
    let text = '';
    for (let at = 0; at < bytes.length; at += 8192) text += String.fromCharCode(...bytes.subarray(at, at + 8192));
    return btoa(text);
  });
  const bytes = Buffer.from(photo, 'base64');
  expect(bytes.length).toBeGreaterThan(1_500_000);
  await fileInput(ada, 'Add photos or files').setInputFiles({ name: 'shore.jpg', mimeType: 'image/jpeg', buffer: bytes });
  await expect(ada.getByRole('button', { name: 'shore.jpg', exact: true })).toBeVisible();
  const { files } = await draftOf(ada, id);
  const stored = files.find((file) => file.name === 'shore.jpg')!;
  expect([stored.size < bytes.length, stored.pixels]).toEqual([true, 2400 * 1800]);
});

test('taken back after it was due, it says first what that costs; an earlier version is compared and restored', async ({ browser }) => {
  const { teacher, classId, students, issue } = await aReadyClass(browser, ['Ada']);
  const schoolClass = await asks<{ scheme: object; bearing: object; graceMinutes: number; version: number }>(
    teacher,
    'get',
    `/api/classes/${classId}`,
  );
  const lateRule = { kind: 'perDay', percent: 5_000, of: 'max', maxPercentOff: 50_000, floorPercent: 0 };
  await asks(teacher, 'put', `/api/classes/${classId}/scheme`, {
    scheme: schoolClass.scheme,
    bearing: schoolClass.bearing,
    lateRule,
    graceMinutes: 0,
    refile: {},
    version: schoolClass.version,
  });
  const { id, briefId } = await issue(unique('Late notes'));
  const ada = students.Ada;
  await open(ada, id);
  await writes(ada, 'The first');
  await changesBrief(teacher, briefId, {}, { due: Date.now() - 3 * 3_600_000 });
  await open(ada, id);
  await expect(ada.getByText('It is 3 h late.')).toBeVisible();
  await writes(ada, ' words.');
  await press(ada.getByRole('button', { name: 'Hand in' }));
  await expect(ada.getByRole('heading', { name: 'Handed in late' })).toBeVisible();
  await teacher.goto(`/assignments/${id}`);
  await expect(teacher.getByRole('row', { name: /Ada Reef/ })).toContainText('3 h late');
  await press(ada.getByRole('button', { name: 'Hard going, but done' }));
  await expect(ada.getByText('Your teachers see it beside your work.')).toBeVisible();
  await expect(ada.getByText('handed in again now it would be 3 h late, which takes 1 off, of 20.')).toBeVisible();
  await press(ada.getByRole('button', { name: 'Take back' }));
  await writes(ada, ' And more.');
  await press(ada.getByRole('button', { name: 'Versions' }));
  await press(ada.getByRole('button', { name: /^Saved/ }).first());
  await expect(ada.locator('ins').filter({ hasText: 'And more.' })).toBeVisible();
  await press(ada.getByRole('button', { name: /^Handed in, 1/ }));
  await expect(ada.getByRole('link', { name: 'Receipt' })).toHaveAttribute('href', /receipt\?version=1$/);
  await press(ada.getByRole('button', { name: 'Make this the present one' }));
  await expect(ada.getByRole('textbox', { name: 'Your text' })).toHaveText('The first words.');
  await teacher.goto(`/assignments/${id}`);
  await expect(teacher.getByText('Hard going, but done').last()).toBeVisible();
});
