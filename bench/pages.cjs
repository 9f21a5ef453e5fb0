// The pages as a browser meets them: how much comes at first, when Today can be used, and what Lighthouse finds on the main pages.
const { chromium } = require('@playwright/test');
const { pathToFileURL } = require('node:url');
const { join } = require('node:path');
const { ask, base, quantile, say, signIn } = require('./client.cjs');

const CHROMIUM = '/usr/bin/chromium-headless-shell';
const DEBUGGING_PORT = Number(process.env.JOLLY_PORT) + 9;
const TIMES = 7;
const LIGHTHOUSE = pathToFileURL(join(__dirname, 'lighthouse/node_modules/lighthouse/core/index.js')).href;

async function comesIn(page, userName) {
  await page.goto(`${base}/sign-in`);
  await page.getByLabel('User name').fill(userName);
  await page.getByLabel('Password').fill('compass-rose');
  await page.keyboard.press('Enter');
  await page.waitForURL((url) => !url.pathname.startsWith('/sign-in'));
  await page.waitForLoadState('networkidle');
}

/** Bytes on the line by kind, as they come, from the first request until nothing more is asked for. */
async function firstLoad(browser) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
  const page = await context.newPage();
  await comesIn(page, 'odile.finch');
  const cookies = await context.cookies();
  await context.close();
  const took = [];
  const bytes = { script: 0, stylesheet: 0, font: 0 };
  for (let nth = 0; nth < TIMES; nth++) {
    // A browser that has never been here, with somebody's session.
    const fresh = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
    await fresh.addCookies(cookies);
    const today = await fresh.newPage();
    const sizes = [];
    today.on('requestfinished', (request) => sizes.push(request.sizes().then((size) => [request.resourceType(), size.responseBodySize])));
    // It can be used once what waits is there to be pressed and the page answers at once: told by the page's own clock.
    await today.addInitScript(() => {
      const watching = new MutationObserver(() => {
        if (!document.querySelector('main h1') || !document.querySelector('main a, main button')) return;
        watching.disconnect();
        requestIdleCallback(() => (window.usable = performance.now()));
      });
      watching.observe(document, { childList: true, subtree: true });
    });
    await today.goto(`${base}/today`);
    took.push(await (await today.waitForFunction(() => window.usable)).jsonValue());
    await today.waitForLoadState('networkidle');
    if (nth === 0) for (const [kind, size] of await Promise.all(sizes)) if (kind in bytes) bytes[kind] += size;
    await fresh.close();
  }
  took.sort((a, b) => a - b);
  const kilobytes = (n) => `${(n / 1000).toFixed(0)} kB`;
  say('first load up to Today, script, compressed', `${kilobytes(bytes.script)} (limit 250)`);
  say('the same, styles and fonts', `${kilobytes(bytes.stylesheet)}, ${kilobytes(bytes.font)}`);
  say(
    'Today can be used, in a browser never here before',
    `median ${quantile(took, 0.5).toFixed(0)} ms of ${TIMES}, longest ${took.at(-1).toFixed(0)} ms`,
  );
}

async function lighthouse(profile) {
  const { default: run } = await import(LIGHTHOUSE);
  const teacher = await signIn('odile.finch');
  const notes = (await ask(teacher, 'GET', '/api/assignments')).find(({ title }) => title === 'Meander notes');
  const pages = [
    ['Today', 'odile.finch', '/today'],
    ['Compose', 'odile.finch', '/compose'],
    ['Desk', 'odile.finch', `/marking/${notes.id}`],
    ['My work', 'bao.lindqvist', '/work'],
    ['Family', 'linnea.lindqvist', '/family'],
  ];
  for (const [name, who, path] of pages) {
    await profile.clearCookies();
    const page = await profile.newPage();
    await comesIn(page, who);
    const { lhr } = await run(`${base}${path}`, {
      port: DEBUGGING_PORT,
      onlyCategories: ['accessibility', 'best-practices'],
      formFactor: 'desktop',
      screenEmulation: { disabled: true },
      disableStorageReset: true,
      logLevel: 'error',
    });
    await page.close();
    const failed = Object.values(lhr.audits).filter(
      ({ score, scoreDisplayMode }) => score !== null && score < 1 && ['binary', 'numeric'].includes(scoreDisplayMode),
    );
    say(
      `Lighthouse on ${name}, accessibility and best practices`,
      ['accessibility', 'best-practices'].map((id) => Math.round(lhr.categories[id].score * 100)).join(', ') +
        (failed.length > 0 ? `: ${failed.map(({ id }) => id).join(', ')}` : ''),
    );
  }
}

async function main() {
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--no-sandbox', `--remote-debugging-port=${DEBUGGING_PORT}`] });
  await firstLoad(browser);
  await browser.close();
  const profile = await chromium.launchPersistentContext('', {
    executablePath: CHROMIUM,
    args: ['--no-sandbox', `--remote-debugging-port=${DEBUGGING_PORT}`],
  });
  await lighthouse(profile);
  await profile.close();
}
void main();
