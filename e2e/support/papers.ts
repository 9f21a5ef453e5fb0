import type { Locator, Page } from '@playwright/test';
import { PDFDocument } from 'pdf-lib';

/** A worksheet of two pages with a form of its own: a line for the name and a box to tick. */
export async function aWorksheetPdf(): Promise<Buffer> {
  const doc = await PDFDocument.create();
  const [first, second] = [doc.addPage([600, 800]), doc.addPage([600, 800])];
  first.drawText('What lives on the shore?', { x: 60, y: 740, size: 20 });
  second.drawText('Draw it.', { x: 60, y: 740, size: 20 });
  const form = doc.getForm();
  form.createTextField('Name').addToPage(first, { x: 60, y: 690, width: 220, height: 24 });
  form.createCheckBox('Checked').addToPage(first, { x: 400, y: 690, width: 22, height: 22 });
  return Buffer.from(await doc.save());
}

type At = [across: number, down: number];
/** Points of a place, in shares of its sides, on the screen. */
async function onScreen(layer: Locator, points: readonly At[]): Promise<{ x: number; y: number }[]> {
  const { x, y, width, height } = (await layer.boundingBox())!;
  return points.map(([across, down]) => ({ x: x + across * width, y: y + down * height }));
}

/** Draws with a finger, from point to point, and rests at the end: a finger that is thrown swallows the next tap. */
export async function drawsByFinger(page: Page, layer: Locator, points: readonly At[]): Promise<void> {
  const touches = await page.context().newCDPSession(page);
  const way = await onScreen(layer, [...points, points.at(-1)!, points.at(-1)!]);
  const began = Date.now() / 1000;
  for (const [index, point] of way.entries())
    await touches.send('Input.dispatchTouchEvent', {
      type: index === 0 ? 'touchStart' : 'touchMove',
      touchPoints: [point],
      timestamp: began + index / 10,
    });
  await touches.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [], timestamp: began + way.length / 10 });
  await touches.detach();
}

/** The same with the mouse. */
export async function drawsByMouse(page: Page, layer: Locator, points: readonly At[]): Promise<void> {
  const [first, ...more] = await onScreen(layer, points);
  await page.mouse.move(first!.x, first!.y);
  await page.mouse.down();
  for (const point of more) await page.mouse.move(point.x, point.y, { steps: 4 });
  await page.mouse.up();
}
