/** @jest-environment @happy-dom/jest-environment */
import type { JoinPreviewReply, JoinReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import JoinPage from './JoinPage.vue';

const LOOK = 'GET /api/join/:code';
const JOIN = 'POST /api/join/:code';
const found = { className: 'Rivers 8', teachers: ['Finch Test'] } as Partial<JoinPreviewReply> as JoinPreviewReply;
const inside = {
  me: { id: 'bao', role: 'student', givenName: 'Bao', familyName: 'Lind' },
  csrf: 'token',
  now: 0,
} as Partial<JoinReply> as JoinReply;
async function page(answers: Answers = {}) {
  const server = serving({ 'GET /api/session': { me: null, csrf: 'token', now: 0 }, [LOOK]: found, [JOIN]: inside, ...answers });
  return { ...server, page: await opened(JoinPage, { at: '/join' }) };
}
async function looked(answers: Answers = {}) {
  const all = await page(answers);
  await all.page.fill('The code from the board', ' qu7 r8s-t ');
  await all.page.press('Find the class');
  return all;
}
const fillIn = async (at: Awaited<ReturnType<typeof page>>['page']) => {
  await at.fill('Given name', 'Bao');
  await at.fill('Family name', 'Lind');
  await at.fill('User name', 'bao');
  await at.fill('Password', 'correct horse');
};

it('finds the class by the code however it was typed, and says whose it is before anything is given', async () => {
  const { page: at, last } = await looked();
  expect(last(LOOK)!.params.code).toMatch(/^[A-Z0-9]+$/);
  expect(at.text()).toContain('Rivers 8, with Finch Test');
});

it('joins with a name and a sign-in, and begins at one’s work', async () => {
  const { page: at, last } = await looked();
  await fillIn(at);
  await at.press('Join Rivers 8');
  expect(last(JOIN)!.body).toEqual({ givenName: 'Bao', familyName: 'Lind', userName: 'bao', password: 'correct horse' });
  expect(at.router.currentRoute.value.path).toBe('/work');
});

it('sends the code of a card or a number only where there is one', async () => {
  const { page: at, last } = await looked({ [LOOK]: { ...found, asksNumber: true } });
  await fillIn(at);
  await at.fill('School number', ' 4711 ');
  await at.press('Join Rivers 8');
  expect(last(JOIN)!.body).toMatchObject({ number: '4711' });
  expect(last(JOIN)!.body).not.toHaveProperty('card');
});

it('says at the field what is wrong with it, and keeps the rest', async () => {
  const errors = [{ path: 'userName', code: 'account.userNameTaken', message: 'Someone already has this user name.' }];
  const { page: at } = await looked({ [JOIN]: new Refusal(409, 'account.userNameTaken', { errors }) });
  await fillIn(at);
  await at.press('Join Rivers 8');
  expect(at.text()).toContain('Someone already has this user name.');
  expect(at.field('Given name').value).toBe('Bao');
});

it('says that there is no class with this code', async () => {
  const { page: at } = await looked({ [LOOK]: new Refusal(404, 'join.unknown') });
  expect(at.text()).toContain('about join.unknown');
  expect(at.has('Join Rivers 8')).toBe(false);
});
