/** @jest-environment @happy-dom/jest-environment */
import type { Me, SessionReply, TicketReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import CardPage from './CardPage.vue';
import ForgottenPage from './ForgottenPage.vue';
import OwnPasswordPage from './OwnPasswordPage.vue';
import { useSession } from './session.store';
import SignInPage from './SignInPage.vue';
import TicketPage from './TicketPage.vue';

const nobody: SessionReply = { me: null, csrf: 'token', now: 0 };
const who = (role: Me['role'], more: Partial<Me> = {}) => ({ id: 'bao', role, givenName: 'Bao', userName: 'bao', ...more }) as Me;
const inside = (role: Me['role']): SessionReply => ({ ...nobody, me: who(role) });
const door = (answers: Answers) => serving({ 'GET /api/session': nobody, ...answers });
const path = (page: { router: { currentRoute: { value: { fullPath: string } } } }) => page.router.currentRoute.value.fullPath;

describe('after signing in', () => {
  const enter = async (at: string, role: Me['role']) => {
    door({ 'POST /api/session': inside(role) });
    const page = await opened(SignInPage, { at });
    await page.fill('User name', 'bao');
    await page.fill('Password', 'correct horse');
    await page.press('Sign in');
    return path(page);
  };
  it.each([
    ['/sign-in', 'teacher', '/today'],
    ['/sign-in', 'student', '/work'],
    ['/sign-in?to=/class/rivers', 'teacher', '/class/rivers'],
    // An address of somebody else's is not followed.
    ['/sign-in?to=//evil.example', 'teacher', '/today'],
    ['/sign-in?to=https://evil.example', 'student', '/work'],
  ] as const)('%s leads a %s to %s', async (at, role, to) => expect(await enter(at, role)).toBe(to));
});

describe('a card', () => {
  it('signs in by what its picture brings along, which does not stay in the address', async () => {
    const { last } = door({ 'POST /api/session/card': inside('student') });
    const page = await opened(CardPage, { at: '/card#bao%20l/ABCD-EFGH' });
    expect(last('POST /api/session/card')!.body).toEqual({ userName: 'bao l', code: 'ABCD-EFGH' });
    expect(path(page)).toBe('/work');
  });

  it('that is over says so, and can be typed again', async () => {
    const { last } = door({ 'POST /api/session/card': new Refusal(401, 'card.wrong') });
    const page = await opened(CardPage, { at: '/card#bao/OLD' });
    expect([page.said('alert'), path(page)]).toEqual(['about card.wrong', '/card']);
    await page.fill('Code on the card', 'NEWCODE');
    await page.press('Sign in');
    expect(last('POST /api/session/card')!.body).toEqual({ userName: 'bao', code: 'NEWCODE' });
  });
});

describe('a forgotten password', () => {
  it('says the same whether the address is known or not', async () => {
    const { last } = door({ 'POST /api/account/recover': undefined });
    const page = await opened(ForgottenPage);
    await page.fill('Your e-mail', 'finch@school.example');
    await page.press('Send me a link');
    expect(last('POST /api/account/recover')!.body).toEqual({ email: 'finch@school.example' });
    expect(page.said('status')).toBe(
      'If finch@school.example belongs to a teacher or a family here, a link is on its way. It works for an hour.',
    );
  });

  it('keeps the address while the server is away', async () => {
    door({ 'POST /api/account/recover': new Refusal(503, 'server.databaseAway') });
    const page = await opened(ForgottenPage);
    await page.fill('Your e-mail', 'finch@school.example');
    await page.press('Send me a link');
    expect([page.said('alert'), page.field('Your e-mail').value]).toEqual(['about server.databaseAway', 'finch@school.example']);
  });
});

it('a password that was given is replaced by one’s own before anything else', async () => {
  const { last } = door({ 'GET /api/session': inside('student'), 'PUT /api/account/password': undefined });
  const page = await opened(OwnPasswordPage, { at: '/own-password', before: () => (useSession().me = who('student')) });
  expect(page.text()).toContain('Hello Bao.');
  await page.fill('New password', 'correct horse');
  await page.press('Save the password');
  expect(last('PUT /api/account/password')!.body).toEqual({ password: 'correct horse' });
  expect(path(page)).toBe('/');
});

describe('a mailed link', () => {
  const LOOK = 'POST /api/tickets/look';
  const TAKE = 'POST /api/tickets/take';
  const ticket = (kind: TicketReply['kind']): TicketReply => ({
    kind,
    className: 'Rivers 8',
    invitedBy: 'Finch Test',
    email: 'x@school.example',
    student: kind === 'student' ? { givenName: 'Bao', familyName: 'Lind' } : null,
  });
  const page = async (answers: Answers, { at = '/invited#TICKET', me = null as Me | null } = {}) => {
    const server = door({ 'GET /api/session': { ...nobody, me }, ...answers });
    return { ...server, page: await opened(TicketPage, { at, before: () => (useSession().me = me) }) };
  };

  it('lets a student choose how to sign in, and nothing more', async () => {
    const { page: at, last } = await page({ [LOOK]: ticket('student'), [TAKE]: inside('student') });
    expect(at.text()).toContain('Hello Bao. Finch Test has put you on the roster of Rivers 8.');
    expect(document.querySelectorAll('form input')).toHaveLength(2);
    await at.fill('User name', 'bao');
    await at.fill('Password', 'correct horse');
    await at.press('Join');
    expect(last(TAKE)!.body).toEqual({ ticket: 'TICKET', userName: 'bao', password: 'correct horse' });
    expect(path(at)).toBe('/work');
  });

  it('takes a colleague who is signed in by one press', async () => {
    const { page: at, last } = await page({ [LOOK]: ticket('coTeacher'), [TAKE]: inside('teacher') }, { me: who('teacher') });
    await at.press('Accept as bao');
    expect(last(TAKE)!.body).toEqual({ ticket: 'TICKET' });
    expect(path(at)).toBe('/class');
  });

  it('makes a colleague’s sign-in, and says at the field what is wrong', async () => {
    const errors = [{ path: 'userName', code: 'account.userNameTaken', message: 'Someone already has this user name.' }];
    const { page: at } = await page({ [LOOK]: ticket('coTeacher'), [TAKE]: new Refusal(409, 'account.userNameTaken', { errors }) });
    await at.fill('Given name', 'Vega');
    await at.fill('User name', 'finch');
    await at.fill('Password', 'correct horse');
    await at.press('Make the sign-in and join');
    expect(document.querySelector('#userName')!.getAttribute('aria-invalid')).toBe('true');
    expect(at.text()).toContain('Someone already has this user name.');
    expect(at.field('Given name').value).toBe('Vega');
  });

  it('changes a password without signing anybody in', async () => {
    const { page: at } = await page({ [LOOK]: ticket('password'), [TAKE]: nobody }, { at: '/new-password#TICKET' });
    await at.fill('Password', 'correct horse');
    await at.press('Save the password');
    expect(at.said('status')).toBe('The new password holds from now on.');
    expect(at.has('Sign in')).toBe(true);
    expect(path(at)).toBe('/new-password#TICKET');
  });

  it('that was used or is too old says why, and asks nothing', async () => {
    const { page: at } = await page({ [LOOK]: new Refusal(410, 'ticket.used') });
    expect(at.said('status')).toBe('about ticket.used');
    expect(document.querySelector('form')).toBeNull();
  });
});
