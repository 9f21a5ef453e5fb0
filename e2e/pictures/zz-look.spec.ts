import { test } from '@playwright/test';
import { someone } from '../support/people';

test('look', async ({ browser }) => {
  test.setTimeout(60_000);
  const page = await someone(
    browser,
    'bao.lindqvist',
    { width: 390, height: 844 },
    { hasTouch: true, isMobile: true, deviceScaleFactor: 2 },
  );
  page.on('pageerror', (e) => console.log('PAGEERROR', e.message));
  await page.goto('/work');
  await page.getByRole('link', { name: 'A river from above' }).first().click();
  await page.getByRole('link', { name: 'Go on writing' }).click();
  await page.locator('canvas.strokes').first().waitFor();
  await page.waitForTimeout(1500);
  await page.getByRole('button', { name: 'Pen', exact: true }).tap();
  await page.waitForTimeout(300);
  const box = (await page.locator('.layer').first().boundingBox())!;
  const cdp = await page.context().newCDPSession(page);
  const touch = (type: string, x: number, y: number) =>
    cdp.send('Input.dispatchTouchEvent', { type: type as never, touchPoints: type === 'touchEnd' ? [] : [{ x, y }] });
  await touch('touchStart', box.x + 60, box.y + 380);
  for (let i = 0; i < 40; i++) await touch('touchMove', box.x + 60 + i * 5, box.y + 380 + 25 * Math.sin(i / 4));
  await touch('touchEnd', 0, 0);
  await page
    .getByRole('checkbox')
    .first()
    .tap({ timeout: 4000 })
    .catch((e) => console.log(String(e).slice(0, 1500)));
  await page.waitForTimeout(1200);
  await page.screenshot({ path: '/var/tmp/lk/p3.png' });
  const odile = await someone(browser, 'odile.finch');
  odile.on('pageerror', (e) => console.log('PAGEERROR', e.message));
  const piles = JSON.parse(await (await odile.request.get('/api/piles')).text());
  const pile = JSON.stringify(piles).match(/"assignmentId":"([0-9a-f-]+)","briefId":"([0-9a-f-]+)"[^{}]*"title":"A river from above"/);
  await odile.goto(`/compose/${pile![2]}`);
  await odile.waitForTimeout(1500);
  await odile.screenshot({ path: '/var/tmp/lk/p9.png' });
  await odile.getByRole('button', { name: 'A river from above' }).first().click({ timeout: 5000 });
  await odile.waitForTimeout(1000);
  await odile.getByText('Places to write').click();
  await odile.waitForTimeout(1500);
  await odile.locator('.mark').first().focus();
  await odile.waitForTimeout(500);
  await odile.screenshot({ path: '/var/tmp/lk/p8.png' });
});
