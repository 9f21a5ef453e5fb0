// The mark book in headless Chromium: a class of 60 with 300 assignments, filled as one act; from the key to the
// stored and painted score; and frames and long tasks while it is scrolled.
const { chromium } = require('@playwright/test');
const { ask, base, issue, quantile, say, signIn } = require('./client.cjs');

const [STUDENTS, ASSIGNMENTS] = [60, 300];
const ROW = 33;

async function aLargeClass(teacher) {
  const { id: classId } = await ask(teacher, 'POST', '/api/classes', { name: `Large ${Date.now()}` });
  const table = new Blob([['Given name,Family name', ...Array.from({ length: STUDENTS }, (_, i) => `Given${i},Reef${i}`)].join('\n')]);
  const send = async (path, options) => {
    const form = new FormData();
    form.append('options', JSON.stringify(options));
    form.append('file', table, 'table');
    const reply = await fetch(`${base}/api/classes/${classId}/roster/${path}`, {
      method: 'POST',
      headers: { cookie: teacher.cookie, 'x-csrf-token': teacher.csrf },
      body: form,
    });
    return reply.json();
  };
  const { digest } = await send('preview', {});
  await send('import', { digest });
  const text = { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Measure the depth.' }] }] };
  let next = 0;
  const some = async () => {
    while (next < ASSIGNMENTS) {
      const nth = next++;
      await issue(teacher, classId, {
        title: `Piece ${nth + 1} of the year`,
        instructions: text,
        due: Date.now() - 3_600_000 + nth * 60_000,
        how: 'inClass',
        accepts: [],
      });
    }
  };
  await Promise.all(Array.from({ length: 6 }, some));
  return classId;
}

async function main() {
  const teacher = await signIn('odile.finch');
  const classId = await aLargeClass(teacher);
  const book = await ask(teacher, 'GET', `/api/classes/${classId}/book`);
  const edits = book.students.flatMap(({ id }, row) =>
    book.columns.map(({ sets }, column) => ({
      assignmentId: sets[0].assignmentId,
      studentId: id,
      version: 0,
      text: String((row * 7 + column * 3) % 21),
    })),
  );
  const before = performance.now();
  const { changed } = await ask(teacher, 'POST', `/api/classes/${classId}/book/edits`, { kind: 'pasted', edits });
  say(
    `a block of ${STUDENTS} × ${ASSIGNMENTS} pasted as one act`,
    `${changed} cells in ${((performance.now() - before) / 1000).toFixed(1)} s`,
  );

  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: ['--no-sandbox'] });
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await page.goto(`${base}/sign-in`);
  await page.getByLabel('User name').fill('odile.finch');
  await page.getByLabel('Password').fill('compass-rose');
  await page.keyboard.press('Enter');
  await page.waitForURL('**/today');

  const opened = performance.now();
  await page.goto(`${base}/mark-book?class=${classId}`);
  await page.locator('.row-of-book').first().waitFor();
  say(`opening the book of ${STUDENTS} × ${ASSIGNMENTS}, application and all`, `${(performance.now() - opened).toFixed(0)} ms`);
  await page.evaluate(() => {
    window.longTasks = [];
    new PerformanceObserver((list) => window.longTasks.push(...list.getEntries().map((entry) => entry.duration))).observe({
      entryTypes: ['longtask'],
    });
  });
  for (const [what, dx, dy] of [
    ['down and up', 0, ROW * 1.5],
    ['to the end and back', 90, 0],
  ]) {
    const { frames, long } = await page.evaluate(
      async ([x, y]) => {
        const box = document.querySelector('.scroller');
        window.longTasks.length = 0;
        const frames = [];
        let last = performance.now();
        for (let i = 0; i < 240; i++) {
          const way = i < 120 ? 1 : -1;
          box.scrollBy(x * way, y * way);
          await new Promise((painted) => requestAnimationFrame(painted));
          const now = performance.now();
          frames.push(now - last);
          last = now;
        }
        return { frames: frames.slice(2), long: [...window.longTasks] };
      },
      [dx, dy],
    );
    frames.sort((a, b) => a - b);
    say(
      `scrolling ${what}, frames`,
      `median ${quantile(frames, 0.5).toFixed(1)} ms, p95 ${quantile(frames, 0.95).toFixed(1)} ms, longest ${frames.at(-1).toFixed(1)} ms; tasks over 50 ms: ${long.length}`,
    );
  }

  await page.locator('.scroller').focus();
  await page.keyboard.press('Control+Home');
  const took = [];
  for (let i = 0; i < 25; i++) {
    // Nobody has such a score yet, so every one is stored.
    await page.keyboard.type(`${1 + (i % 19)}.5`);
    await page.evaluate(() => {
      // From the key on: stored means that nothing waits any more, painted that a frame came after it.
      window.addEventListener('keydown', () => (window.pressedAt = performance.now()), { once: true, capture: true });
      window.stored = new Promise((done) => {
        let seen = false;
        const observer = new MutationObserver(() => {
          if (document.querySelector('.cell.waiting')) seen = true;
          else if (seen) {
            observer.disconnect();
            requestAnimationFrame(() => done(performance.now() - window.pressedAt));
          }
        });
        observer.observe(document.querySelector('.canvas'), { subtree: true, attributes: true, childList: true, characterData: true });
      });
    });
    await page.keyboard.press('Enter');
    took.push(await page.evaluate(() => window.stored));
  }
  took.sort((a, b) => a - b);
  say(
    'from the key to stored and painted',
    `median ${quantile(took, 0.5).toFixed(0)} ms, p95 ${quantile(took, 0.95).toFixed(0)} ms of ${took.length}`,
  );
  await browser.close();
}

main().catch((error) => {
  process.stderr.write(`${error.stack}\n`);
  process.exitCode = 1;
});
