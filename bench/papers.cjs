// A paper of 40 pages with 2,000 strokes on a phone: how long until it can be written on, how even the picture is while it is
// scrolled and drawn on; and what a hand-in of a paper costs the server, one by one and thirty at once.
const { chromium } = require('@playwright/test');
const { randomUUID } = require('node:crypto');
const { textOf } = require('@jolly/core');
const { PDFDocument } = require('pdf-lib');
const { aClassOf, ask, base, issue, quantile, say, signIn } = require('./client.cjs');

const [PAGES, STROKES, STUDENTS] = [40, 2_000, 30];
/** A phone of some years ago computes about a quarter as fast as the machine that measures. */
const SLOWER = 4;
const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true, deviceScaleFactor: 2, serviceWorkers: 'block' };

async function worksheet(pages) {
  const doc = await PDFDocument.create();
  for (let n = 1; n <= pages; n++) {
    const page = doc.addPage([595, 842]);
    page.drawText(`Page ${n}`, { x: 48, y: 780, size: 18 });
    for (let line = 0; line < 30; line++)
      page.drawText('Measure the depth at the ford and write it down in metres.', { x: 48, y: 740 - line * 22, size: 11 });
  }
  return Buffer.from(await doc.save());
}
const stroke = (n) => ({
  id: randomUUID(),
  page: 1 + (n % PAGES),
  kind: 'stroke',
  tool: n % 9 === 0 ? 'marker' : 'pen',
  ink: 'blue',
  width: n % 9 === 0 ? 220 : 45,
  // A thinned stroke of handwriting has about twelve points.
  points: Array.from({ length: 12 }, (_, at) => [
    1000 + at * 60 + (n % 50) * 100,
    1000 + ((n * 137) % 8000) + Math.round(80 * Math.sin(at)),
  ]).flat(),
});
async function upload({ cookie, csrf }, bytes, name) {
  const form = new FormData();
  form.append('file', new Blob([bytes]), name);
  const reply = await fetch(`${base}/api/files`, { method: 'POST', headers: { cookie, 'x-csrf-token': csrf }, body: form });
  if (!reply.ok) throw new Error(`upload: ${reply.status}`);
  return reply.json();
}
async function given(teacher, classId, pages) {
  const file = await upload(teacher, await worksheet(pages), 'ford.pdf');
  const attachment = {
    id: randomUUID(),
    kind: 'file',
    title: 'Ford',
    file,
    use: 'oneEach',
    example: false,
    paper: { places: [], stickers: [] },
  };
  const id = await issue(teacher, classId, {
    title: `Ford, ${pages} pages`,
    due: Date.now() + 86_400_000,
    instructions: textOf('Write on it.'),
    attachments: [attachment],
  });
  return { id, attachmentId: attachment.id };
}
async function write(student, { id, attachmentId }, strokes) {
  for (let from = 0; from < strokes.length; from += 200)
    await ask(student, 'POST', `/api/my/work/${id}/papers/${attachmentId}/changes`, {
      seen: 0,
      writer: randomUUID(),
      put: strokes.slice(from, from + 200),
      drop: [],
    });
}

/** Times between pictures while something goes on, in milliseconds. */
async function frames(page, work) {
  await page.evaluate(() => {
    window.gaps = [];
    let last = performance.now();
    window.watching = true;
    const look = (now) => {
      window.gaps.push(now - last);
      last = now;
      if (window.watching) requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
  });
  await work();
  const gaps = await page.evaluate(() => ((window.watching = false), window.gaps));
  return gaps.slice(2).sort((a, b) => a - b);
}

async function main() {
  const teacher = await signIn('odile.finch');
  const { classId, students } = await aClassOf(STUDENTS, teacher, 'Papers');
  const large = await given(teacher, classId, PAGES);
  await write(
    students[0],
    large,
    Array.from({ length: STROKES }, (_, n) => stroke(n)),
  );

  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: ['--no-sandbox', '--disable-gpu'] });
  const context = await browser.newContext(PHONE);
  const [name, value] = students[0].cookie.split('=');
  await context.addCookies([{ name, value, url: base }]);
  const page = await context.newPage();
  const cdp = await context.newCDPSession(page);
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  const begun = performance.now();
  await page.goto(`${base}/work/${large.id}/paper/${large.attachmentId}`);
  await page.locator('canvas.strokes').first().waitFor();
  await page.waitForFunction(() => document.querySelector('canvas.drawn').width > 300);
  const usable = performance.now() - begun;
  const scrolled = await frames(page, async () => {
    for (let step = 0; step < 120; step++) {
      await page.evaluate((by) => document.querySelector('.scroll').scrollBy(0, by), 180);
      await page.evaluate(() => new Promise(requestAnimationFrame));
    }
  });
  await page.getByRole('button', { name: 'Pen', exact: true }).tap();
  const box = await page.locator('.scroll').boundingBox();
  const drawn = await frames(page, async () => {
    for (let nth = 0; nth < 8; nth++) {
      const y = box.y + 60 + nth * 50;
      await cdp.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x: 60, y }] });
      for (let step = 1; step <= 50; step++)
        await cdp.send('Input.dispatchTouchEvent', {
          type: 'touchMove',
          touchPoints: [{ x: 60 + step * 5, y: y + 12 * Math.sin(step / 4) }],
        });
      await cdp.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
    }
  });
  const { usedSize } = await cdp.send('Runtime.getHeapUsage');
  const canvases = await page.evaluate(() =>
    [...document.querySelectorAll('canvas')].reduce((sum, one) => sum + one.width * one.height * 4, 0),
  );
  await browser.close();

  const handIn = async (student, { id }) => {
    const before = performance.now();
    const { files } = await ask(student, 'POST', `/api/my/work/${id}/hand-in`);
    if (files.length !== 1) throw new Error('no PDF was made');
    return { took: performance.now() - before, size: files[0].size };
  };
  const whole = await handIn(students[0], large);
  const small = await given(teacher, classId, 2);
  for (const student of students)
    await write(
      student,
      small,
      Array.from({ length: 60 }, (_, n) => ({ ...stroke(n), page: 1 + (n % 2) })),
    );
  const one = await handIn(students[0], small);
  const from = performance.now();
  const all = await Promise.all(students.slice(1).map((student) => handIn(student, small)));
  const took = all.map((each) => each.took).sort((a, b) => a - b);
  const gaps = (sorted) =>
    `${[quantile(sorted, 0.5), quantile(sorted, 0.95), sorted.at(-1)].map(Math.round).join(' / ')} ms between pictures (median / p95 / longest)`;
  say(`paper, ${PAGES} pages, ${STROKES} strokes, slow phone: usable`, `${Math.round(usable)} ms`);
  say('  scrolled through', gaps(scrolled));
  say('  drawn on', gaps(drawn));
  say('  memory: script, what is drawn', `${Math.round(usedSize / 1e6)} MB, ${Math.round(canvases / 1e6)} MB`);
  say('  handed in', `${Math.round(whole.took)} ms, ${Math.round(whole.size / 1000)} kB`);
  say('paper, 2 pages, 60 strokes: handed in', `${Math.round(one.took)} ms`);
  say(`  ${STUDENTS - 1} of them at once`, `${Math.round(performance.now() - from)} ms for all, ${Math.round(took.at(-1))} ms the slowest`);
}
void main();
