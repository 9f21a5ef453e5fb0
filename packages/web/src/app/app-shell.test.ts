/** @jest-environment @happy-dom/jest-environment */
import type { Found, Me, SessionReply } from '@jolly/server/contract';
import { ApiProblem, ask } from '../api/client';
import { hearUnsaid, unsaid } from '../api/unsaid';
import { useSession } from '../features/accounts';
import { opened, Refusal, serving, type Answers } from '../testing-page';
import { aPerson } from '../testing-rows';
import AppShell from './AppShell.vue';

const inside = (one: Me | null): SessionReply => ({ me: one, csrf: 'token', now: 0 });
async function shell(answers: Answers = {}, who = aPerson(), at = '/today') {
  const server = serving({
    'GET /api/session': inside(who),
    'GET /api/term-line': { classes: [], squares: [], waiting: 3 },
    'GET /api/news': { news: [], unseen: 2 },
    ...answers,
  });
  return { ...server, page: await opened(AppShell, { at, before: () => Object.assign(useSession(), { me: who }) }) };
}
const sections = () => [...document.querySelectorAll('nav .section')].map((one) => one.textContent!.trim());
const path = (page: { router: { currentRoute: { value: { fullPath: string } } } }) => page.router.currentRoute.value.fullPath;
const key = async (page: { settled: () => Promise<void> }, name: string, target: EventTarget = document.body) => {
  const event = new KeyboardEvent('keydown', { key: name, bubbles: true, cancelable: true });
  // The component library still reads the key by its number.
  Object.defineProperty(event, 'which', { value: { ArrowDown: 40, ArrowUp: 38, Enter: 13, Escape: 27 }[name] });
  target.dispatchEvent(event);
  await page.settled();
};

describe('the frame', () => {
  it('has the sections of who is signed in, and says what waits and what is new', async () => {
    const { page } = await shell();
    expect(sections()).toEqual(['Today', 'Plan', 'Marking 3', 'Mark book', 'Progress', 'Class']);
    expect(page.text()).toContain('News2');
    await shell({}, aPerson({ role: 'student' }));
    expect(sections()).toEqual(['My work', 'Progress']);
  });

  it('carries the class that is looked at from section to section', async () => {
    await shell({}, aPerson(), '/today?class=rivers');
    expect([...document.querySelectorAll('nav a.section')].every((one) => one.getAttribute('href')!.endsWith('?class=rivers'))).toBe(true);
  });

  it('opens with a key what there is to press, and a new assignment', async () => {
    const { page } = await shell({}, aPerson(), '/today?class=rivers');
    await key(page, '?');
    expect(document.querySelector('[role=dialog]')).not.toBeNull();
    document.querySelector('[role=dialog]')!.removeAttribute('aria-modal');
    await key(page, 'n');
    expect(path(page)).toBe('/compose?class=rivers');
  });

  it('signs out to the door', async () => {
    const { page, last } = await shell({ 'DELETE /api/session': undefined });
    await page.press('You: Finch Test');
    await page.press('Sign out');
    expect(last('DELETE /api/session')).toBeDefined();
    expect(path(page)).toBe('/sign-in');
  });

  it('says that one looks as the practice student, and goes back to the class', async () => {
    const { page } = await shell(
      { 'DELETE /api/session/practice': inside(aPerson()) },
      aPerson({ role: 'student', practice: { classId: 'rivers', className: 'Rivers 8' } }),
    );
    expect(page.said('status')).toContain('Rivers 8');
    (document.querySelector('.practice button') as HTMLButtonElement).click();
    await page.settled();
    expect(path(page)).toBe('/class/rivers');
  });
});

describe('what a page did not say itself', () => {
  const refused = new ApiProblem('conflict.changedMeanwhile', 'This was changed meanwhile.', 409);
  afterEach(() => (unsaid.value = null));

  it('is said by the frame, until it is read or one goes on', async () => {
    const { page } = await shell();
    unsaid.value = refused;
    await page.settled();
    expect(page.said('alert')).toContain('This was changed meanwhile.');
    await page.press('Close');
    expect(page.said('alert')).toBe('');
    unsaid.value = refused;
    await page.router.push('/plan');
    await page.settled();
    expect(page.said('alert')).toBe('');
  });

  it('is heard from a press and from what nobody waited for; other faults go where faults go', () => {
    const app = { config: {} } as Parameters<typeof hearUnsaid>[0];
    let heard: (event: { reason: unknown; preventDefault: () => void }) => void = () => undefined;
    const reported: unknown[] = [];
    globalThis.reportError = (error) => void reported.push(error);
    hearUnsaid(app, { addEventListener: (_: string, hear: never) => (heard = hear) } as never);
    app.config.errorHandler!(refused, null, '');
    expect(unsaid.value).toBe(refused);
    unsaid.value = null;
    let prevented = 0;
    heard({ reason: refused, preventDefault: () => (prevented += 1) });
    expect([unsaid.value, prevented]).toEqual([refused, 1]);
    unsaid.value = null;
    app.config.errorHandler!(new TypeError('x'), null, '');
    heard({ reason: new ApiProblem('session.needed', '', 401), preventDefault: () => (prevented += 1) });
    expect([unsaid.value, reported.length, prevented]).toEqual([null, 1, 1]);
  });
});

describe('a session that has ended', () => {
  const SHELF = 'GET /api/aims';
  const ended = async (again: SessionReply) => {
    let out = true;
    const all = await shell({ [SHELF]: () => (out ? new Refusal(401, 'session.needed') : ['use evidence']), 'POST /api/session': again });
    const reply = ask(SHELF);
    await all.page.settled();
    const signIn = async () => {
      out = false;
      await all.page.fill('Password', 'correct horse');
      await all.page.press('Sign in');
    };
    return { ...all, reply, signIn };
  };

  it('is begun again over the page, and what was asked goes on by itself', async () => {
    const { page, reply, signIn } = await ended(inside(aPerson()));
    expect(page.text()).toContain('Your sign-in has ended');
    expect(page.field('User name').value).toBe('finch');
    await signIn();
    expect(await reply).toEqual(['use evidence']);
    expect(page.text()).not.toContain('Your sign-in has ended');
  });

  it('is not taken over by somebody else', async () => {
    const { page, signIn } = await ended(inside(aPerson({ id: 'lund', userName: 'lund' })));
    await signIn();
    expect(page.said('alert')).toContain('That is somebody else’s sign-in.');
    expect(page.text()).toContain('Your sign-in has ended');
  });
});

describe('finding anything', () => {
  const FIND = 'GET /api/find';
  const one = (kind: Found['kind'], id: string, label: string): Found => ({ kind, id, classId: 'rivers', label, detail: 'Rivers 8' });
  beforeEach(() => jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask'] }));
  afterEach(() => jest.useRealTimers());
  const find = async (found: Found[], typed = 'ba', answers: Answers = {}) => {
    const all = await shell({ [FIND]: { found }, ...answers });
    await key(all.page, '/');
    const box = document.activeElement as HTMLInputElement;
    box.value = typed;
    box.dispatchEvent(new Event('input'));
    await jest.advanceTimersByTimeAsync(200);
    await all.page.settled();
    return { ...all, box };
  };

  it('asks once one stops typing, and goes by keys to what was found or to what one does with a student', async () => {
    const { page, box, asked } = await find([one('student', 'bao', 'Bao Lind'), one('assignment', 'delta', 'Bay delta')]);
    expect(asked.filter((it) => it.key === FIND).map((it) => it.query)).toEqual([{ q: 'ba' }]);
    expect([...document.querySelectorAll('.ant-select-item-option')]).toHaveLength(7);
    await key(page, 'ArrowDown', box);
    await key(page, 'Enter', box);
    expect(path(page)).toBe('/class/rivers/exceptions?student=bao');
  });

  it('goes to the first that was found by Enter alone, and says that nothing was', async () => {
    const { page, box } = await find([one('assignment', 'delta', 'Bay delta')]);
    await key(page, 'Enter', box);
    expect(path(page)).toBe('/assignments/delta');
    const none = await find([]);
    expect(none.page.said('status')).not.toBe('');
  });
});
