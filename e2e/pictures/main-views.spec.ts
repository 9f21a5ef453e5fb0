import { expect, test, type Page } from '@playwright/test';
import { asks, someone } from '../support/people';

const NOW = new Date(process.env.JOLLY_NOW ?? '2026-11-23T10:10:00.000Z');
const folder = 'docs/screenshots';

async function take(page: Page, name: string, path: string, ready: string): Promise<void> {
  await page.goto(path);
  await page.locator(ready).first().waitFor();
  await page.waitForLoadState('networkidle');
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: `${folder}/${name}.png` });
}

test('the main views of the teacher', async ({ browser }) => {
  test.setTimeout(120_000);
  const page = await someone(browser, 'odile.finch');
  await page.clock.setFixedTime(NOW);
  const all = (await (await page.request.get('/api/assignments')).json()) as {
    id: string;
    briefId: string;
    title: string;
    classId: string;
  }[];
  const find = (title: string) => all.find((one) => one.title === title)!;
  const { classId } = find('Valley model');
  const scope = `?class=${classId}&from=2026-11-16&to=2026-11-29`;
  await take(page, 'today', '/today', '.owes');
  await take(page, 'plan', '/plan', '.card');
  await take(page, 'compose', `/compose/${find('Valley model').briefId}${scope}`, '.other');
  await take(page, 'assignment', `/assignments/${find('River cross-section sketch').id}${scope}`, 'table');
  const desk = find('Meander notes').id;
  const rows = (await (await page.request.get(`/api/assignments/${desk}/pieces`)).json()).rows as {
    state: string;
    student: { id: string };
  }[];
  await take(page, 'desk', `/marking/${desk}/${rows.find((row) => row.state === 'inLate')!.student.id}${scope}`, '.paper mark');
  await take(page, 'progress', `/progress${scope}`, 'canvas');
  await take(page, 'noticeboard', `/class/${classId}/notices`, 'aside .day');
  await take(page, 'register', `/class/${classId}/register?day=2026-11-20`, '.line .name');
  const [wall] = (await (await page.request.get(`/api/classes/${classId}/walls`)).json()) as { id: string }[];
  await take(page, 'wall', `/class/${classId}/walls/${wall!.id}`, '.hung img');
  await take(page, 'quiz-compose', `/quiz/${find('Reading a river, quiz').briefId}${scope}`, '.question');
  await take(page, 'mark-book', `/mark-book?class=${classId}`, '.row-of-book');
  await asks(page, 'put', '/api/account/language', { language: 'ar' });
  await take(page, 'today-arabic', '/today', '.owes');
  await asks(page, 'put', '/api/account/language', { language: 'en' });
  expect(all.length).toBeGreaterThan(20);
});

for (const [size, suffix] of [
  [{ width: 1280, height: 800 }, ''],
  [{ width: 390, height: 844 }, '-phone'],
] as const) {
  test(`the main views of the student${suffix}`, async ({ browser }) => {
    const page = await someone(browser, 'bao.lindqvist', size);
    await page.clock.setFixedTime(NOW);
    const { pieces } = (await (await page.request.get('/api/my/work')).json()) as { pieces: { assignmentId: string; title: string }[] };
    if (suffix !== '') await take(page, `my-work${suffix}`, '/work', '.card');
    if (suffix !== '') {
      await asks(page, 'put', '/api/my/view', { simple: true });
      const river = pieces.find((one) => one.title === 'A river from above')!.assignmentId;
      await take(page, `simple${suffix}`, `/work/${river}?step=make`, '.way');
      await asks(page, 'put', '/api/my/view', { simple: null });
    }
    if (suffix === '') {
      const { assignmentId } = pieces.find((one) => one.title === 'A river from above')!;
      const { papers } = (await (await page.request.get(`/api/my/work/${assignmentId}`)).json()) as { papers: { attachmentId: string }[] };
      await take(page, 'worksheet', `/work/${assignmentId}/paper/${papers[0]!.attachmentId}`, '.spot');
    }
    if (suffix === '') await take(page, 'returned', `/work/${pieces.find((one) => one.title === 'Rain to river')!.assignmentId}`, '.card');
  });
}

test('what a family sees, in two languages', async ({ browser }) => {
  const family = await someone(browser, 'linnea.lindqvist');
  await family.clock.setFixedTime(NOW);
  await take(family, 'family', '/family', '.class');
  const salma = await someone(browser, 'salma.alrashid', { width: 390, height: 844 });
  await salma.clock.setFixedTime(NOW);
  await take(salma, 'family-phone', '/family', '.class');
});

test('a quiz on a phone', async ({ browser }) => {
  const page = await someone(browser, 'anouk.brandt', { width: 390, height: 844 });
  await page.clock.setFixedTime(NOW);
  const { pieces } = (await (await page.request.get('/api/my/work')).json()) as { pieces: { assignmentId: string; title: string }[] };
  await page.goto(`/work/${pieces.find((one) => one.title === 'Landforms, before the test')!.assignmentId}/quiz`);
  await page.getByRole('button', { name: /^Begin/ }).click();
  await page.locator('.strip').waitFor();
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: `${folder}/quiz-phone.png` });
});
