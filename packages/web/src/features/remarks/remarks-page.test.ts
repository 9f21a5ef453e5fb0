/** @jest-environment @happy-dom/jest-environment */
import type { SavedRemark } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { useSession } from '../accounts';
import RemarksPage from './RemarksPage.vue';

const LIST = 'GET /api/remarks';
const KEEP = 'POST /api/remarks';
const CHANGE = 'PUT /api/remarks/:remarkId';
const remark = (id: string, text: string, more: Partial<SavedRemark> = {}): SavedRemark => ({
  id,
  text,
  folder: '',
  aim: '',
  criterion: '',
  shared: false,
  own: true,
  owner: 'Finch Test',
  uses: 0,
  version: 3,
  ...more,
});
const all = [remark('a', 'Say why.', { folder: 'Arguing', uses: 2 }), remark('b', 'Good map.', { own: false, owner: 'Vega Test' })];
let nth = 0;
async function remarks(answers: Answers = {}) {
  const server = serving({ [LIST]: all, ...answers });
  // Remarks are loaded once for a person: each test is somebody else.
  const me = { id: `finch${(nth += 1)}`, role: 'teacher' };
  return { ...server, page: await opened(RemarksPage, { before: () => Object.assign(useSession(), { me }) }) };
}

it('lie in their folders, and are found by what they say', async () => {
  const { page } = await remarks();
  expect([...document.querySelectorAll('h2')].map((one) => one.textContent)).toEqual(['In no folder', 'Arguing']);
  await page.fill('Find a saved remark', 'why');
  expect(page.text()).toContain('Say why.');
  expect(page.text()).not.toContain('Good map.');
});

it('of a colleague are used, not changed', async () => {
  const { page } = await remarks();
  expect(page.text()).toContain('from Vega Test');
  expect([page.has('Change Say why.'), page.has('Change Good map.')]).toEqual([true, false]);
});

it('are changed over what was seen of them, and kept as typed when that was old', async () => {
  let old = true;
  const { page, last } = await remarks({ [CHANGE]: () => (old ? new Refusal(409, 'conflict.changedMeanwhile') : all[0]!) });
  await page.press('Change Say why.');
  await page.fill('Remark', 'Say why, with an example.');
  await page.press('Save');
  expect([page.said('alert'), page.field('Remark').value]).toEqual(['about conflict.changedMeanwhile', 'Say why, with an example.']);
  old = false;
  await page.press('Save');
  expect(last(CHANGE)).toMatchObject({
    params: { remarkId: 'a' },
    body: { text: 'Say why, with an example.', folder: 'Arguing', version: 3 },
  });
  expect(document.querySelector('form')).toBeNull();
});

it('are written anew, for a criterion, and shared', async () => {
  const { page, last } = await remarks({ [KEEP]: ({ body }) => remark('c', body.text) });
  await page.press('New remark');
  await page.fill('Remark', 'Name your source.');
  await page.fill('For the criterion', 'Evidence');
  await page.tick('Colleagues may use it too');
  await page.press('Save');
  expect(last(KEEP)!.body).toEqual({ text: 'Name your source.', folder: '', aim: '', criterion: 'Evidence', shared: true });
});

it('that could not be loaded are not said to be none', async () => {
  const { page } = await remarks({ [LIST]: new Refusal(503, 'server.databaseAway') });
  expect(page.said('alert')).toBe('about server.databaseAway');
  expect(page.text()).not.toContain('You have saved no remark yet.');
  expect((await remarks({ [LIST]: [] })).page.text()).toContain('You have saved no remark yet.');
});
