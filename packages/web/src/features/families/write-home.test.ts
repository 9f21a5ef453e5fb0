/** @jest-environment @happy-dom/jest-environment */
import type { FamilyThread } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import WriteHomeSheet from './WriteHomeSheet.vue';

const THREADS = 'GET /api/classes/:classId/progress/:studentId/families/messages';
const SEND = 'POST /api/classes/:classId/progress/:studentId/families/messages';
const thread = (id: string, name: string, messages: FamilyThread['messages'] = []): FamilyThread => ({ family: { id, name }, messages });
const student = { id: 'bao', givenName: 'Bao', familyName: 'Lind' };
async function sheet(answers: Answers = {}, more = {}) {
  const server = serving({ [THREADS]: [thread('f1', 'Frida Lind'), thread('f2', 'Otto Lind')], [SEND]: undefined, ...answers });
  return { ...server, page: await opened(WriteHomeSheet, { props: { open: true, classId: 'rivers', student, ...more } }) };
}

beforeEach(() => localStorage.clear());

it('writes to every household unless one is left out, and begins anew once it is sent', async () => {
  const { page, last } = await sheet({}, { about: ['Bank survey'] });
  expect(page.field('What you write').value).toBe('Bao has not handed in: Bank survey.');
  await page.fill('What you write', '  Please look at the survey together.  ');
  await page.tick('Otto Lind', false);
  await page.press('Send');
  expect(last(SEND)).toMatchObject({
    params: { classId: 'rivers', studentId: 'bao' },
    body: { familyIds: ['f1'], text: 'Please look at the survey together.' },
  });
  expect(page.field('What you write').value).toBe('');
});

it('sends the same message once, however often a slow line makes one press', async () => {
  let refuse = true;
  const { page, asked } = await sheet({ [SEND]: () => (refuse ? new Refusal(503, 'server.databaseAway') : undefined) });
  await page.fill('What you write', 'Hello.');
  await page.press('Send to 2');
  expect(page.text()).toContain('about server.databaseAway');
  refuse = false;
  await page.press('Send to 2');
  const ids = asked.filter((one) => one.key === SEND).map((one) => (one.body as { id: string }).id);
  expect([ids.length, new Set(ids).size]).toEqual([2, 1]);
});

it('keeps what was typed when it cannot be sent, also when it is closed, for this student alone', async () => {
  const { page } = await sheet({ [SEND]: new Refusal(409, 'family.noFamily') });
  await page.fill('What you write', 'Do not lose this.');
  await page.press('Send to 2');
  expect(page.text()).toContain('about family.noFamily');
  const opensAbout = async (who: typeof student) => {
    await page.wrapper.setProps({ open: false });
    await page.wrapper.setProps({ open: true, student: who });
    await page.settled();
    return page.field('What you write').value;
  };
  expect(await opensAbout({ ...student, id: 'hana' })).toBe('');
  expect(await opensAbout(student)).toBe('Do not lose this.');
});

it('cannot be sent to nobody, nor without words', async () => {
  const { page, asked } = await sheet();
  const button = () => [...document.querySelectorAll('button')].find((one) => one.textContent?.includes('Send')) as HTMLButtonElement;
  expect(button().disabled).toBe(true);
  await page.fill('What you write', 'Hello.');
  expect(button().disabled).toBe(false);
  await page.tick('Frida Lind', false);
  await page.tick('Otto Lind', false);
  expect([button().disabled, button().textContent?.trim()]).toEqual([true, 'Send']);
  expect(asked.map((one) => one.key)).toEqual([THREADS]);
});

it('leads to inviting the family where nobody is linked', async () => {
  const { page } = await sheet({ [THREADS]: [] });
  expect(page.text()).toContain('Nobody is linked to this student yet.');
  expect(page.has('Invite the family')).toBe(true);
});
