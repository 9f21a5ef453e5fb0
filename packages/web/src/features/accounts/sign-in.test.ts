/** @jest-environment @happy-dom/jest-environment */
import type { Me, SessionReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import SignInForm from './SignInForm.vue';

const me = { id: 'finch', role: 'teacher', givenName: 'Finch', familyName: 'Test' } as Partial<Me> as Me;
const inside: SessionReply = { me, csrf: 'token', now: 0 };
const asksCode: SessionReply = { me: null, csrf: 'token', now: 0, secondStep: true };
async function form(answers: Answers, props = {}) {
  const server = serving({ 'GET /api/session': { me: null, csrf: 'token', now: 0 }, ...answers });
  return { ...server, page: await opened(SignInForm, { props }) };
}
const signsIn = async (page: Awaited<ReturnType<typeof form>>['page'], password = 'correct horse') => {
  await page.fill('User name', 'finch');
  await page.fill('Password', password);
  await page.press('Sign in');
};

it('hands on who has signed in', async () => {
  const { page, last } = await form({ 'POST /api/session': inside });
  await signsIn(page);
  expect(last('POST /api/session')!.body).toEqual({ userName: 'finch', password: 'correct horse' });
  expect(page.wrapper.emitted('done')).toEqual([[me]]);
});

it('says that a password was wrong, empties it and keeps the name', async () => {
  const { page } = await form({ 'POST /api/session': new Refusal(401, 'session.wrong') });
  await signsIn(page, 'wrong');
  expect(page.text()).toContain('about session.wrong');
  expect([page.field('User name').value, page.field('Password').value]).toEqual(['finch', '']);
  expect(page.wrapper.emitted('done')).toBeUndefined();
});

it('asks for the code where there is a second step, and goes on with it', async () => {
  const { page, last } = await form({ 'POST /api/session': asksCode, 'POST /api/session/second-step': inside });
  await signsIn(page);
  expect(page.wrapper.emitted('done')).toBeUndefined();
  await page.fill('The code of your authenticator', '123456');
  await page.press('Sign in');
  expect(last('POST /api/session/second-step')!.body).toEqual({ code: '123456' });
  expect(page.wrapper.emitted('done')).toEqual([[me]]);
});

it('stays at the code when it was wrong, and goes back to the password for who took too long', async () => {
  let code = 'session.wrongCode';
  const { page } = await form({ 'POST /api/session': asksCode, 'POST /api/session/second-step': () => new Refusal(401, code) });
  await signsIn(page);
  await page.fill('The code of your authenticator', '000000');
  await page.press('Sign in');
  expect(page.text()).toContain('about session.wrongCode');
  expect(page.field('The code of your authenticator').value).toBe('');
  code = 'session.needed';
  await page.fill('The code of your authenticator', '000000');
  await page.press('Sign in');
  expect(page.field('Password').value).toBe('');
});

it('knows whose sign-in has ended', async () => {
  const { page } = await form({}, { userName: 'finch' });
  expect(page.field('User name').value).toBe('finch');
});
