import type { Browser, BrowserContextOptions, Locator, Page } from '@playwright/test';
import { expect } from '@playwright/test';
import { typeDay } from './fields';

export const PASSWORD = 'compass-rose';

/** Does the act of a control the way somebody without a mouse would: reach it and press. */
export async function press(control: Locator, key: 'Enter' | 'Space' = 'Enter'): Promise<void> {
  // What cannot be pressed yet takes no focus.
  await expect(control).toBeEnabled();
  await control.focus();
  await expect(control).toBeFocused();
  // What can be focused by a script alone is nobody's to reach; one of several of a kind is come to by arrow keys.
  const isReached = (one: Element) =>
    (one as HTMLElement).tabIndex >= 0 || one.closest('[role=radiogroup], [role=tablist], [role=toolbar]') !== null;
  expect(await control.evaluate(isReached), 'can be reached by Tab').toBe(true);
  await control.press(key);
}

/** Does one of the acts behind the button of a page that has several, going down its menu. */
export async function fromMenu(page: Page, menu: string, act: string): Promise<void> {
  await press(page.getByRole('button', { name: menu }));
  const items = page.getByRole('menu', { name: menu }).getByRole('menuitem', { disabled: false });
  await expect(items.first()).toBeFocused();
  const place = (await items.allInnerTexts()).findIndex((text) => text.trim().startsWith(act));
  expect(place, `“${act}” is in the menu`).toBeGreaterThanOrEqual(0);
  for (let step = 0; step < place; step++) await page.keyboard.press('ArrowDown');
  await expect(items.nth(place)).toBeFocused();
  await page.keyboard.press('Enter');
}

/** Types into a field from the keyboard, in place of what is there. */
export async function type(field: Locator, text: string): Promise<void> {
  await field.focus();
  await field.press('ControlOrMeta+a');
  await field.page().keyboard.type(text);
}

/** Chooses somebody by typing the beginning of their name. */
export async function picks(page: Page, field: string, name: string): Promise<void> {
  await page.getByRole('combobox', { name: field }).focus();
  await page.keyboard.type(name);
  await expect(page.locator('.ant-select-item-option:visible').getByText(name)).toBeVisible();
  await page.keyboard.press('Enter');
}

/** Somebody at a browser of their own, with a session; how one signs in from the keyboard, journeys of their own show. */
export async function someone(
  browser: Browser,
  userName?: string,
  size = { width: 1280, height: 800 },
  device: Pick<BrowserContextOptions, 'hasTouch' | 'isMobile' | 'deviceScaleFactor'> = {},
): Promise<Page> {
  const context = await browser.newContext({ viewport: size, ...device });
  const page = await context.newPage();
  if (userName) await asks(page, 'post', '/api/session', { userName, password: PASSWORD });
  return page;
}

/** Joins a class with its code, under a name that nobody of it has, at a browser of their own. */
export async function joined(student: Page, code: string, given: string): Promise<Page> {
  await asks(student, 'post', `/api/join/${code}`, {
    givenName: given,
    familyName: 'Reef',
    userName: unique(given.toLowerCase()).replace(/\s/g, '.'),
    password: PASSWORD,
  });
  return student;
}

export async function signIn(page: Page, userName: string): Promise<void> {
  await type(page.getByLabel('User name'), userName);
  await type(page.getByLabel('Password'), PASSWORD);
  await page.keyboard.press('Enter');
}

/** A day so many days from today, as a date field takes it. */
export function dayFromNow(days: number): string {
  return new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);
}

let count = 0;
/** A name that no other test of this run uses. */
export const unique = (name: string): string => `${name} ${Date.now().toString(36)}${count++}`;

/** Types Ada and Ben into the open class, looks at what it would do, and brings them in; `act` counts what the hand does. */
export async function bringsInTwo(teacher: Page, act = <T>(work: Promise<T>): Promise<T> => work): Promise<void> {
  await act(type(teacher.getByLabel('Add students'), 'Ada Reef\nKelp, Ben'));
  await act(press(teacher.getByRole('button', { name: 'See what it would do' })));
  await act(press(teacher.getByRole('button', { name: 'Bring in: 2 new' })));
  await act(press(teacher.getByRole('button', { name: 'To the students' })));
  await expect(teacher.getByRole('link', { name: 'Ben Kelp' })).toBeVisible();
}

/** A new class of the demo teacher with two students who have joined. Says how to reach each of them. */
export async function aClass(browser: Browser) {
  const teacher = await someone(browser, 'odile.finch');
  const name = unique('Tides');
  await teacher.goto('/class');
  await press(teacher.getByRole('button', { name: 'New class' }).first());
  await type(teacher.getByLabel('Name', { exact: true }).first(), name);
  await teacher.keyboard.press('Enter');
  await expect(teacher.getByRole('heading', { name })).toBeVisible();
  await bringsInTwo(teacher);
  const code = (await teacher.locator('p.code').textContent())!.trim();
  const classId = teacher.url().split('/').pop()!.split('?')[0]!;
  return { teacher, name, code, classId };
}

/** Joins with the code as a new sign-in, from the keyboard. Who has a name of the roster waits until the teacher says that it is them. */
export async function joins(
  browser: Browser,
  { teacher, classId, code }: { teacher: Page; classId: string; code: string },
  [given, family]: [string, string],
  size?: { width: number; height: number },
): Promise<Page> {
  const page = await someone(browser, undefined, size);
  await page.goto('/join');
  await type(page.getByLabel('The code from the board'), code.toLowerCase());
  await page.keyboard.press('Enter');
  await type(page.getByLabel('Given name'), given);
  await type(page.getByLabel('Family name'), family);
  await type(page.getByLabel('User name'), unique(given.toLowerCase()).replace(/\s/g, '.'));
  await type(page.getByLabel('Password'), PASSWORD);
  await page.keyboard.press('Enter');
  await page.waitForURL('**/work');
  const { waiting } = await asks<{ waiting: { id: string; listed: { id: string }[] }[] }>(
    teacher,
    'get',
    `/api/classes/${classId}/joinings`,
  );
  for (const { id, listed } of waiting)
    await asks(teacher, 'post', `/api/classes/${classId}/joinings/${id}`, { how: 'same', listedId: listed[0]!.id });
  if (waiting.length > 0) await page.reload();
  return page;
}

/** Writes an assignment on the composing screen and issues it. Dates in days from today. */
export async function issues(
  teacher: Page,
  classId: string,
  work: { title: string; due: number; closes: number | null; before?: () => Promise<void> },
): Promise<string> {
  await teacher.goto(`/compose?class=${classId}`);
  await type(teacher.getByLabel('Title'), work.title);
  await teacher.getByRole('textbox', { name: 'Instructions' }).focus();
  await teacher.keyboard.type('Explain what the tide does to the estuary.');
  await typeDay(teacher.getByLabel('due: day'), dayFromNow(work.due));
  if (work.closes !== null) {
    await typeDay(teacher.getByLabel('closes: day'), dayFromNow(work.closes));
  }
  await expect(teacher.getByText(/Draft kept/)).toBeVisible();
  await work.before?.();
  await press(teacher.getByRole('button', { name: /^Issue to/ }));
  // Issued: the assignment's own page has taken the place of composing.
  await teacher.waitForURL((url) => /^\/assignments\/[\w-]{36}$/.test(url.pathname));
  return teacher.url().match(/assignments\/([\w-]+)/)![1]!;
}

/** Opens a piece from My work. */
export async function opens(student: Page, title: string): Promise<void> {
  await student.goto('/work');
  // In the page itself: the square on the term line above bears the same title.
  await press(
    student
      .getByRole('main')
      .getByRole('link', { name: new RegExp(title) })
      .first(),
  );
  await expect(student.getByRole('heading', { name: title })).toBeVisible();
}

export async function writes(student: Page, text: string): Promise<void> {
  await student.getByRole('textbox', { name: 'Your text' }).focus();
  await student.keyboard.press('ControlOrMeta+End');
  await student.keyboard.type(text);
  await expect(student.getByText(/^Saved /)).toBeVisible();
}

/** Where an assignment is composed, found from its own page. */
export async function edits(teacher: Page, assignmentId: string): Promise<void> {
  await teacher.goto(`/assignments/${assignmentId}`);
  await fromMenu(teacher, 'Edit, take home, overlap', 'Edit');
  await expect(teacher.getByRole('heading', { name: 'Who and when' })).toBeVisible();
}

/** Asks the server with somebody's own session, for what a journey only needs to stand on. */
export async function asks<T>(page: Page, verb: 'post' | 'put' | 'patch' | 'get', path: string, body?: object): Promise<T> {
  const { csrf } = (await (await page.request.get('/api/session')).json()) as { csrf: string };
  const reply = await page.request[verb](path, { headers: { 'X-CSRF-Token': csrf }, ...(body ? { data: body } : {}) });
  expect(reply.ok(), await reply.text()).toBe(true);
  return reply.status() === 204 ? (undefined as T) : ((await reply.json()) as T);
}

/** The family of a student of a class: invited by mail, and at the door with the code, on a phone. @param name of the student */
export async function aFamilyOf(browser: Browser, teacher: Page, classId: string, name: string): Promise<Page> {
  await teacher.goto(`/class/${classId}/families`);
  await teacher.getByRole('checkbox', { name: name }).press('Space');
  await press(teacher.getByRole('button', { name: 'Invite 1 family' }));
  const address = `${unique('mira').replace(/\s/g, '.')}@home.example`;
  await type(teacher.getByLabel(name, { exact: true }).last(), address);
  await press(teacher.getByRole('button', { name: 'Send 1 mail' }));
  await expect(teacher.getByText('1 mail is on its way.')).toBeVisible();
  const { mails } = await asks<{ mails: { to: string; body: string }[] }>(teacher, 'get', '/api/mailroom');
  const code = /#([0-9A-Z]{12})/.exec(mails.find((mail) => mail.to === address)!.body)![1]!;
  const family = await someone(browser, undefined, { width: 390, height: 844 });
  await family.goto('/family');
  await type(family.getByLabel('Code of the letter'), `${code.slice(0, 4)}-${code.slice(4, 8)}-${code.slice(8)}`);
  await family.keyboard.press('Enter');
  await expect(family.getByText(`This code is about ${name.split(' ')[0]}`)).toBeVisible();
  await type(family.getByLabel('Your first name'), 'Mira');
  await type(family.getByLabel('User name you choose'), unique('mira').replace(/\s/g, '.'));
  await type(family.getByLabel('Password you choose'), 'compass-rose');
  await family.keyboard.press('Enter');
  await expect(family.getByRole('heading', { name: `The work of ${name}` })).toBeVisible();
  return family;
}
