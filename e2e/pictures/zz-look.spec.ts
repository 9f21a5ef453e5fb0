import { test } from '@playwright/test';
import { someone } from '../support/people';

test('look', async ({ browser }) => {
  test.setTimeout(100_000);
  const page = await someone(browser, 'odile.finch');
  page.setDefaultTimeout(6000);
  await page.goto('/today');
  const shot = async (name: string) => {
    await page.waitForTimeout(700);
    await page.screenshot({ path: `/tmp/look/${name}.png` });
  };
  page.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text()));
  page.on('pageerror', (e) => console.log('PAGEERROR', e.message, e.stack?.slice(0, 400)));
  await page.setViewportSize({ width: 1280, height: 800 });
  const list = await page.request.get('/api/assignments');
  const all = (await list.json()) as { id: string; briefId: string; title: string }[];
  const of = (title: string) => all.find((one) => one.title === title)!;
  const reading = of('Reading a river, quiz');
  await page.goto(`/quiz/${reading.briefId}`);
  await shot('make');
  await page.keyboard.press('1');
  await shot('make-edit');
  await page.goto(`/marking/${reading.id}/quiz`);
  await shot('outcome');
  await page.goto(`/marking/${of('Stream orders, a check').id}/quiz`);
  await shot('outcome-key');
  await page.goto(`/marking/${reading.id}/quiz`);
  await page.waitForTimeout(500);
  await page.getByRole('button', { name: 'Score the' }).click();
  await shot('across');
  await page.goto(`/compose/${reading.briefId}`);
  await shot('compose');
  const p = await someone(browser, 'anouk.brandt');
  p.setDefaultTimeout(6000);
  await p.setViewportSize({ width: 390, height: 844 });
  p.on('pageerror', (e) => console.log('PAGEERROR', e.message));
  const pshot = async (name: string) => {
    await p.waitForTimeout(700);
    await p.screenshot({ path: `/tmp/look/ph-${name}.png` });
  };
  const mine = of('Landforms, before the test');
  await p.goto(`/work/${mine.id}`);
  await pshot('piece');
  await p.goto(`/work/${mine.id}/quiz`);
  await pshot('door');
  const begin = p.getByRole('button', { name: /Begin/ });
  if (await begin.count()) await begin.click();
  await pshot('q1');
  await p.locator('.card').nth(1).click().catch(() => undefined);
  await pshot('q1b');
  for (let i = 0; i < 6; i++) {
    const next = p.getByRole('button', { name: /^(Next|Look over)/ });
    if (await next.count()) await next.click();
    await p.waitForTimeout(150);
  }
  await pshot('over');
  await p.getByRole('button', { name: 'Hand in' }).click();
  await pshot('done');
});
