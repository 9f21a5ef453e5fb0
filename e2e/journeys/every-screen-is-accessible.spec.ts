import { expect, test, type Browser, type JSHandle, type Locator, type Page } from '@playwright/test';
import axe, { type AxeResults } from 'axe-core';
import { readFileSync } from 'node:fs';
import { asks, fromMenu, press, someone } from '../support/people';
import { ofTheSchool, SOON_MS, type Screen, studentScreens, teacherScreens, within } from '../support/screens';

interface Axe {
  run: (on: Node | Element[], how: object) => Promise<AxeResults>;
}
/** What is about colours alone, and takes most of the time. */
const OF_COLOURS = ['color-contrast', 'link-in-text-block'];
/** What lies over a page. */
const OVER = '[role=dialog], [role=menu], .ant-popover, .ant-dropdown, .ant-select-dropdown, .ant-picker-dropdown';

/** Runs axe in the page, by the tags of WCAG or by rules alone, over all of it or over these elements. */
async function violationsBy(page: Page, how: object, on: JSHandle<Element[]> | null = null): Promise<string[]> {
  const violations = await page.evaluate(
    async ([on, how]) => {
      if (on?.length === 0) return [];
      const { axe } = window as Window & typeof globalThis & { axe: Axe };
      const { violations } = await axe.run(on ?? document, { resultTypes: ['violations'], iframes: false, ...how });
      return violations.map(({ id, nodes }) => ({ id, where: nodes.map((node) => node.html.slice(0, 160)) }));
    },
    [on, how] as const,
  );
  return violations.flatMap(({ id, where }) => where.map((html) => `${page.url()} ${id}: ${html}`));
}

/**
 * One text of each kind: of the same classes, colour, size, weight and writing on the same grounds all the way up, within what
 * opened over the page if something did. What axe says of its colours it would say of each of its kind, in a cell of every row.
 */
async function kindsOfText(page: Page, over?: Locator): Promise<JSHandle<Element[]>> {
  return page.evaluateHandle(
    ([opened, closest]) => {
      const kinds = new Map<string, Element>();
      for (const one of (opened?.closest(closest) ?? document.body).querySelectorAll('*')) {
        const says = [...one.childNodes].some((node) => node.nodeType === Node.TEXT_NODE && node.textContent?.trim());
        if (!(says || one.matches('input, textarea, select')) || !one.checkVisibility()) continue;
        const own = getComputedStyle(one);
        const kind = [one.tagName, one.matches(':disabled'), own.color, own.fontSize, own.fontWeight, own.textShadow];
        for (let up: Element | null = one; up; up = up.parentElement) {
          const { backgroundColor, backgroundImage, opacity, position } = getComputedStyle(up);
          kind.push(up.getAttribute('class') ?? '', backgroundColor, backgroundImage, opacity, position);
        }
        const key = kind.join();
        if (!kinds.has(key)) kinds.set(key, one);
      }
      return [...kinds.values()];
    },
    [(await over?.first().elementHandle()) ?? null, OVER] as const,
  );
}

/**
 * What axe finds on what is open now, light and dark: the page follows the device, so one stays where one is. The other colours
 * change nothing but colours, so only what is about these is asked again; and what opened over a page changes no colour of the
 * page, which is looked at by itself. Pages of ours show nothing of others, so frames are not looked into.
 */
async function violationsOn(page: Page, over?: Locator): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  // What is still coming in is cut off and pale: it is looked at when it has come to rest.
  await page.evaluate(() =>
    Promise.allSettled(
      document
        .getAnimations()
        .filter((one) => Number.isFinite(one.effect?.getComputedTiming().endTime))
        .map((one) => one.finished),
    ).then(() => undefined),
  );
  const found = await violationsBy(page, {
    runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'],
    rules: Object.fromEntries(OF_COLOURS.map((rule) => [rule, { enabled: false }])),
  });
  const now = await page.evaluate(() => document.documentElement.dataset.theme);
  const themes = now === 'dark' ? (['dark', 'light'] as const) : (['light', 'dark'] as const);
  for (const colorScheme of themes) {
    await page.emulateMedia({ colorScheme });
    await page.waitForFunction((theme) => document.documentElement.dataset.theme === theme, colorScheme);
    const ofColours = await violationsBy(page, { runOnly: OF_COLOURS }, await kindsOfText(page, over));
    found.push(...ofColours.map((one) => `${colorScheme} ${one}`));
  }
  return found;
}

/** Goes there as a link does, within the page that is open, so that it is loaded once for all screens. */
async function look(page: Page, path: string, ready: string): Promise<string[]> {
  await within(page, path, ready);
  return violationsOn(page);
}

/** The same for whoever comes from outside. */
async function arrive(page: Page, path: string, ready: string): Promise<string[]> {
  await page.goto(path);
  await page.locator(ready).first().waitFor({ timeout: SOON_MS });
  return violationsOn(page);
}

test('no page of the application is left out of what follows', () => {
  const addresses = (file: string, pattern: RegExp) =>
    [...readFileSync(file, 'utf8').matchAll(pattern)].map((found) => found[1] ?? found[2]!);
  const here = [__filename, 'e2e/support/screens.ts']
    .flatMap((file) => addresses(file, /`(\/[^`?]*)|'(\/[^'?]*)/g))
    .map((address) => address.replace(/\$\{[^}]*\}/g, 'x'));
  const routes = addresses('packages/web/src/app/router.ts', /path: '(\/[^']*)'/g).filter((route) => route !== '/');
  const left = routes.filter((route) => {
    const pattern = route
      .replace('/:rest(.*)*', '/nothing')
      .replace(/\/:\w+\?/g, '(/[^/]+)?')
      .replace(/:\w+/g, '[^/]+');
    return !here.some((address) => new RegExp(`^${pattern}$`).test(address));
  });
  expect(left).toEqual([]);
});

/** Looks at these screens, one after the other. */
async function walk(page: Page, [first, ...rest]: readonly Screen[]): Promise<string[]> {
  const found = await arrive(page, ...first!);
  for (const [path, ready] of rest) found.push(...(await look(page, path, ready)));
  return found;
}

test('axe finds nothing against WCAG 2.2 A and AA where a teacher plans, issues and meets the class, light and dark', async ({
  browser,
}) => {
  test.setTimeout(300_000);
  const page = await someone(browser, 'odile.finch');
  const screens = await teacherScreens(page);
  expect(await walk(page, screens.slice(0, screens.length / 2))).toEqual([]);
});

test('axe finds nothing against WCAG 2.2 A and AA where a teacher marks, sees progress and keeps a class, light and dark', async ({
  browser,
}) => {
  test.setTimeout(300_000);
  const page = await someone(browser, 'odile.finch');
  const screens = await teacherScreens(page);
  const found = await walk(page, screens.slice(screens.length / 2));
  await page.goto('/today');
  await page.locator('.owes').first().waitFor();
  await page.keyboard.press('?');
  await page.getByRole('heading', { name: 'Everywhere' }).waitFor();
  found.push(...(await violationsOn(page, page.getByRole('dialog'))));
  expect(found).toEqual([]);
});

test('axe finds nothing against WCAG 2.2 A and AA on the screens of students and families and at the door', async ({ browser }) => {
  test.setTimeout(300_000);
  const page = await someone(browser, 'bao.lindqvist', { width: 390, height: 844 });
  const { pieces } = (await (await page.request.get('/api/my/work')).json()) as {
    pieces: { assignmentId: string; title: string; state: string }[];
  };
  const found = await walk(page, await studentScreens(page));
  const paper = pieces.find((one) => one.title === 'A river from above')!;
  const { papers } = (await (await page.request.get(`/api/my/work/${paper.assignmentId}`)).json()) as {
    papers: { attachmentId: string }[];
  };
  found.push(...(await look(page, `/work/${paper.assignmentId}/paper/${papers[0]!.attachmentId}`, '.spot')));
  found.push(...(await look(page, '/guide/student', 'article h1')));
  found.push(...(await look(page, '/portfolio', '.add')));
  await press(page.getByRole('button', { name: 'Put in something of your own' }));
  await page.getByRole('dialog').waitFor();
  found.push(...(await violationsOn(page)));
  await page.keyboard.press('Escape');
  // The same student in the simple view: one thing at a time, step by step.
  await asks(page, 'put', '/api/my/view', { simple: true });
  found.push(...(await arrive(page, '/work', '.card')));
  found.push(...(await look(page, `/work/${paper.assignmentId}`, '.steps')));
  for (const step of ['Do it', 'Hand in']) {
    await page.locator('.steps').getByRole('button', { name: step }).click();
    found.push(...(await violationsOn(page)));
  }
  await asks(page, 'put', '/api/my/view', { simple: null });
  await page.context().clearCookies();
  found.push(...(await arrive(page, '/family', 'form')));
  for (const who of ['linnea.lindqvist', 'salma.alrashid']) {
    const family = await someone(browser, who, { width: 390, height: 844 });
    found.push(...(await arrive(family, '/family', '.class')));
    found.push(...(await look(family, '/family?settings', '.settings')));
  }
  found.push(...(await look(page, '/sign-in', 'form')));
  found.push(...(await look(page, '/join/R4KM7TX', 'form')));
  found.push(...(await look(page, '/card', 'form')));
  found.push(...(await look(page, '/invited', 'h1')));
  found.push(...(await arrive(page, '/new-password', 'h1')));
  found.push(...(await look(page, '/own-password', 'form')));
  found.push(...(await look(page, '/forgotten', 'form')));
  expect(found).toEqual([]);
});

/** A teacher who opens what can be opened, and what axe found over it so far. */
async function opener(browser: Browser) {
  const page = await someone(browser, 'odile.finch');
  page.setDefaultTimeout(SOON_MS);
  await page.goto('/today');
  await page.locator('.owes').first().waitFor();
  const find = await ofTheSchool(page);
  const found: string[] = [];
  const sheet = page.getByRole('dialog');
  const button = (name: string | RegExp) => page.getByRole('button', { name }).first();
  /** Comes to the page as a link does if it is another than before, opens it, looks, and closes it with Escape. */
  const opens = async (path: string, ready: string, open: () => Promise<void>, isThere: Locator): Promise<void> => {
    if (new URL(page.url()).pathname !== path) await within(page, path, ready);
    await open();
    await isThere.first().waitFor({ timeout: SOON_MS });
    found.push(...(await violationsOn(page, isThere)));
    const lies = await isThere.first().evaluate((one, over) => one.closest(over) !== null, OVER);
    await page.keyboard.press('Escape');
    if (lies) await isThere.first().waitFor({ state: 'hidden', timeout: SOON_MS });
  };
  return { page, find, found, sheet, button, opens, list: page.locator('.ant-select-dropdown:not(.ant-select-dropdown-hidden)') };
}

test('axe finds nothing on what opens over a page: sheets, lists of choices, calendars and the tools of a column', async ({ browser }) => {
  test.setTimeout(300_000);
  const { page, find, found, sheet, button, opens, list } = await opener(browser);
  const { id: notes, classId } = find('Meander notes');
  const calendar = page.locator('.ant-picker-dropdown:not(.ant-picker-dropdown-hidden)');
  await opens('/today', '.owes', () => press(button(/^You:/)), page.getByRole('button', { name: 'Sign out' }));
  await opens('/today', '.owes', () => page.getByLabel('Which class').press('ArrowDown'), list);
  await opens('/today', '.owes', () => press(button(/^Return \d+ held in/)), sheet);
  const acts = 'Shift, hand out, shelf';
  await opens('/plan', '.card', () => press(button(acts)), page.getByRole('menu', { name: acts }));
  await opens('/plan', '.card', () => fromMenu(page, acts, 'Shift many…'), sheet);
  await opens(`/compose/${find('Valley model').briefId}`, '.other', () => press(button('+ give someone other dates')), sheet);
  const due = page.locator('.ant-picker input').first();
  await opens('/compose', '.title', () => due.click(), calendar);
  await opens(
    `/assignments/${notes}`,
    'table',
    () => page.locator('thead button').first().click(),
    page.locator('.ant-popover, .ant-dropdown, .tools'),
  );
  await opens(`/assignments/${notes}`, 'table', () => fromMenu(page, 'Edit, take home, overlap', 'Take home'), sheet);
  await opens(`/marking/${notes}`, '.paper mark', () => press(button('How to mark')), sheet);
  await opens(`/marking/${find('Bank survey').id}/sheet`, '.score', () => fromMenu(page, 'Fill or paste', 'Same for many'), sheet);
  await opens(`/class/${classId}`, 'table', () => press(button('Edit')), sheet);
  await opens(`/class/${classId}/exceptions`, 'table', () => press(button('Give a standing exception')), sheet);
  expect(found).toEqual([]);
});

test('axe finds nothing on what opens over questions, the plan, notices, walls and the book', async ({ browser }) => {
  test.setTimeout(300_000);
  const { page, find, found, sheet, button, opens, list } = await opener(browser);
  const { classId } = find('Meander notes');
  const making = `/quiz/${find('Reading a river, quiz').briefId}`;
  await opens(making, '.question', () => press(button('Change')), sheet);
  await opens(making, '.question', () => press(button('Try it as a student')), sheet);
  await opens(making, '.question', () => press(button('From a table or file…')), sheet);
  await opens(making, '.question', () => press(button('From the store…')), sheet.locator('.kept'));
  await opens(making, '.question', () => press(button('Keep its questions…')), sheet);
  await opens('/questions', '.kept', () => page.locator('.kept .opens').first().click(), sheet);
  await opens('/plan', '.noted', () => page.locator('.noted').first().click(), sheet);
  await opens(`/class/${find('Reading a river, quiz').classId}/ask`, '.before li', () => press(button(/^Who answered/)), sheet);
  await opens('/shelf', '.item', () => page.locator('.item button').first().click(), sheet);
  await opens(
    `/class/${classId}/notices`,
    '.paper',
    () => press(button('New notice')).then(() => press(button(/Sentences of the stock/))),
    sheet.locator('.sentences button'),
  );
  await opens(`/class/${classId}/notices`, '.paper', () => press(button('Show of hands')), sheet);
  await opens(`/class/${classId}/notices`, '.day', () => press(button('Add an event')), sheet);
  await opens('/today', '.owes', () => press(button('Remind me')), sheet);
  await opens('/portfolios', '.one', () => press(button(/^Back, with a word/)), page.getByLabel(/^A word to/));
  const [wall] = (await (await page.request.get(`/api/classes/${classId}/walls`)).json()) as { id: string }[];
  await opens(`/class/${classId}/walls`, '.list', () => press(button('New wall')), sheet);
  await opens(`/class/${classId}/walls/${wall!.id}`, '.hung', () => press(button(/^Read all of/)), sheet);
  await opens(`/mark-book?class=${classId}`, '.row-of-book', () => page.keyboard.press('?'), sheet);
  await opens('/today', '.owes', () => page.keyboard.press('/').then(() => page.keyboard.type('ba')), list);
  expect(found).toEqual([]);
});
