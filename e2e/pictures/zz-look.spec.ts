import { test, type Page } from '@playwright/test';
import { someone } from '../support/people';
const NOW = new Date(process.env.JOLLY_NOW!);
const shot = async (page: Page, name: string) => { await page.waitForLoadState('networkidle'); await page.waitForTimeout(350); await page.screenshot({ path: `/tmp/look/${name}.png` }); };
test('teacher', async ({ browser }) => {
  test.setTimeout(280_000);
  const page = await someone(browser, 'odile.finch');
  page.on('console', (m) => { if (m.type() === 'error' || m.type() === 'warning') console.log(page.url(), m.text().slice(0, 300)); });
  page.on('pageerror', (e) => console.log('PAGEERROR', page.url(), e.message.slice(0, 300)));
  await page.clock.setFixedTime(NOW);
  const all = (await (await page.request.get('/api/assignments')).json()) as { id: string; briefId: string; title: string; classId: string; counts: Record<string, number> }[];
  const find = (t: string) => all.find((one) => one.title === t)!;
  const classId = find('Valley model').classId;
  const roster = (await (await page.request.get(`/api/classes/${classId}/roster`)).json()) as { id: string; givenName: string }[];
  const bao = roster.find((one) => one.givenName === 'Bao')!.id;
  const scope = `?class=${classId}&from=2026-11-16&to=2026-11-29`;
  const rows = (await (await page.request.get(`/api/assignments/${find('Meander notes').id}/pieces`)).json()).rows as { state: string; student: { id: string } }[];
  const want = (process.env.PAGES ?? '').split(' ').filter(Boolean);
  const pages: Record<string, string> = {
    today: '/today', plan: '/plan', compose: `/compose/${find('Valley model').briefId}${scope}`, assignment: `/assignments/${find('River cross-section sketch').id}${scope}`,
    marking: '/marking', desk: `/marking/${find('Meander notes').id}/${rows.find((row) => row.state === 'inLate')!.student.id}${scope}`, sheet: `/marking/${find('Meander notes').id}/sheet${scope}`,
    progress: `/progress${scope}`, student: `/progress/${classId}/${bao}${scope}`, reports: `/reports${scope}`, class: `/class/${classId}`, groups: `/class/${classId}/groups`, families: `/class/${classId}/families`,
    exceptions: `/class/${classId}/exceptions`, scheme: `/class/${classId}/scheme`, calendar: `/class/${classId}/calendar`, about: `/class/${classId}/about`, book: `/mark-book?class=${classId}`, shelf: '/shelf', account: '/account',
    news: '/news', mailroom: '/mailroom', remarks: '/marking/remarks', newcompose: '/compose', outcome: `/marking/${find('Field safety card').id}/outcome`, dates: '/calendar', copy: `/class/${classId}/copy`,
  };
  for (const [name, path] of Object.entries(pages)) if (want.length === 0 || want.includes(name)) { await page.goto(path); await shot(page, name); }
});
test('student and family', async ({ browser }) => {
  test.setTimeout(100_000);
  if (process.env.PAGES && !process.env.PAGES.includes('phone')) return;
  const page = await someone(browser, 'bao.lindqvist', { width: 390, height: 844 });
  await page.clock.setFixedTime(NOW);
  page.on('pageerror', (e) => console.log('PAGEERROR', page.url(), e.message.slice(0, 300)));
  await page.goto('/my-work'); await shot(page, 'ph-mywork');
  await page.getByRole('link', { name: /Open|Go on|Start|Write/ }).first().click().catch(() => undefined); await shot(page, 'ph-piece');
  await page.goto('/calendar'); await shot(page, 'ph-calendar');
  await page.goto('/account'); await shot(page, 'ph-account');
});
