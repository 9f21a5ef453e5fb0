import { test, type Page } from '@playwright/test';
import { someone } from '../support/people';
const NOW = new Date(process.env.JOLLY_NOW!);
async function take(page: Page, name: string, path: string, ready: string) {
  await page.goto(path);
  await page.locator(ready).first().waitFor({ timeout: 15000 }).catch(() => undefined);
  await page.waitForLoadState('networkidle');
  await page.screenshot({ path: `/tmp/look/${name}.png` });
}
test('teacher', async ({ browser }) => {
  test.setTimeout(120_000);
  const page = await someone(browser, 'odile.finch');
  await page.clock.setFixedTime(NOW);
  const all = (await (await page.request.get('/api/assignments')).json()) as { id: string; title: string; classId: string }[];
  const classId = all.find((one) => one.title === 'Valley model')!.classId;
  const roster = (await (await page.request.get(`/api/classes/${classId}/roster`)).json()) as { id: string; givenName: string }[];
  const bao = roster.find((one) => one.givenName === 'Bao')!.id;
  await take(page, 'today', '/today', '.owes');
  await take(page, 'progress', `/progress?class=${classId}`, 'canvas');
  await take(page, 'student', `/progress/${classId}/${bao}`, '.dial');
});
test('student', async ({ browser }) => {
  const page = await someone(browser, 'bao.lindqvist', { width: 390, height: 844 });
  await page.clock.setFixedTime(NOW);
  await take(page, 'work', '/work', '.card');
  await page.setViewportSize({ width: 1280, height: 800 });
  await take(page, 'my-progress', '/my-progress', '.dial');
  await page.locator('.try input').first().fill('abc');
  await page.locator('.try input').nth(1).fill('99');
  await page.screenshot({ path: `/tmp/look/trial.png` });
});
