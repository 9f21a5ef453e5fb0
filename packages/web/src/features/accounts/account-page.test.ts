/** @jest-environment @happy-dom/jest-environment */
import type { AccessKey, HelperReply, Me } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aPerson } from '../../testing-rows';
import AccountPage from './AccountPage.vue';
import { useSession } from './session.store';

const PASSWORD = 'PUT /api/account/password';
const EMAIL = 'PUT /api/account/email';
const TURN_ON = 'POST /api/account/two-step';
const KEYS = 'GET /api/account/keys';
const MAKE_KEY = 'POST /api/account/keys';
const END_KEY = 'DELETE /api/account/keys/:keyId';
const HELPERS = 'GET /api/my/helpers';
const ALLOW = 'PUT /api/my/helpers/:teacherId';
/** @param later who is signed in once something was stored */
async function account(answers: Answers = {}, me: Partial<Me> = {}, later: Partial<Me> = me) {
  const server = serving({
    'GET /api/session': { me: aPerson(later), csrf: 'token', now: 0 },
    [PASSWORD]: undefined,
    [EMAIL]: undefined,
    'POST /api/account/two-step/start': { secret: 'JBSWY3DP', address: 'otpauth://totp/x?secret=JBSWY3DP' },
    [TURN_ON]: { recoveryCodes: ['one-two', 'three-four'] },
    'POST /api/account/two-step/end': undefined,
    [KEYS]: [],
    ...answers,
  });
  const page = await opened(AccountPage, { before: () => (useSession().me = aPerson(me)) });
  return { ...server, page };
}
const fill = async (id: string, value: string) => {
  const field = document.querySelector<HTMLInputElement>(`#${id}`)!;
  field.value = value;
  field.dispatchEvent(new Event('input', { bubbles: true }));
};

describe('the password', () => {
  it('is changed with the present one, and neither stays on the page', async () => {
    const { page, last } = await account();
    await fill('current', 'old password');
    await fill('new', 'new password');
    await page.press('Save the password');
    expect(last(PASSWORD)!.body).toEqual({ current: 'old password', password: 'new password' });
    expect(page.said('status')).toBe('The new password holds from now on.');
    expect([page.field('Present password').value, page.field('New password').value]).toEqual(['', '']);
  });

  it('stays as it was when the present one is wrong, and what was typed too', async () => {
    const { page } = await account({ [PASSWORD]: new Refusal(401, 'session.wrong') });
    await fill('current', 'wrong');
    await fill('new', 'new password');
    await page.press('Save the password');
    expect(page.said('alert')).toBe('about session.wrong');
    expect(page.field('New password').value).toBe('new password');
  });
});

describe('the address', () => {
  it('is stored with the password, and an empty one is none', async () => {
    const { page, last } = await account({}, { email: 'finch@school.example' });
    expect(page.field('E-mail').value).toBe('finch@school.example');
    await fill('email', '');
    await fill('email-password', 'old password');
    await page.press('Save');
    expect(last(EMAIL)!.body).toEqual({ email: null, current: 'old password' });
    expect([page.said('status'), page.field('Present password').value]).toEqual(['The address is stored.', '']);
  });

  it('is asked of teachers only', async () => {
    const { page } = await account({ [HELPERS]: [] }, { role: 'student' });
    expect(document.querySelector('#email')).toBeNull();
    expect(page.text()).not.toContain('Two-step sign-in');
  });
});

describe('two-step sign-in', () => {
  it('is set up by a scanned code, and its recovery codes are shown once', async () => {
    const { page, last } = await account({}, {}, { twoStep: true });
    await page.press('Set it up');
    expect(page.text()).toContain('Or type this into it: JBSWY3DP');
    expect(document.querySelector('svg[role=img]')).not.toBeNull();
    await fill('code', '123456');
    await fill('step-password', 'old password');
    await page.press('Turn it on');
    expect(last(TURN_ON)!.body).toEqual({ secret: 'JBSWY3DP', code: '123456', current: 'old password' });
    expect(page.text()).toContain('one-two');
    expect(page.has('Set it up')).toBe(false);
  });

  it('asks for a present code as well where it is on already', async () => {
    const { page, last } = await account({}, { twoStep: true });
    await page.press('Move it to another authenticator');
    await fill('code', '123456');
    await fill('step-password', 'old password');
    await fill('present-code', '654321');
    await page.press('Move it');
    expect(last(TURN_ON)!.body).toMatchObject({ presentCode: '654321' });
  });

  it('stays where it was when the code is wrong', async () => {
    const { page } = await account({ [TURN_ON]: new Refusal(409, 'account.wrongCode') });
    await page.press('Set it up');
    await fill('code', '000000');
    await fill('step-password', 'old password');
    await page.press('Turn it on');
    expect(page.said('alert')).toBe('about account.wrongCode');
    expect(page.field('The code of your authenticator').value).toBe('000000');
  });

  it('ends with password and code, and can be left as it is', async () => {
    const { page, last } = await account({}, { twoStep: true }, { twoStep: false });
    await page.press('Turn it off');
    await page.press('Cancel');
    await page.press('Turn it off');
    await fill('end-password', 'old password');
    await fill('end-code', '654321');
    await page.press('Turn it off');
    expect(last('POST /api/account/two-step/end')!.body).toEqual({ current: 'old password', presentCode: '654321' });
    expect(page.has('Set it up')).toBe(true);
  });
});

describe('who may help a student', () => {
  const helper = (more: Partial<HelperReply>): HelperReply => ({
    id: 'lund',
    name: 'Lund Test',
    classes: ['Rivers 8'],
    always: false,
    broughtIn: false,
    allowed: false,
    ...more,
  });

  it('is chosen by the student; who always may cannot be unticked', async () => {
    const lund = helper({});
    const { page, last } = await account(
      {
        [HELPERS]: [lund, helper({ id: 'vega', name: 'Vega Test', always: true, broughtIn: true })],
        [ALLOW]: [{ ...lund, allowed: true }],
      },
      { role: 'student' },
    );
    expect(page.text()).toContain('brought you in, so may always');
    expect([page.field('Vega Test').checked, page.field('Vega Test').disabled]).toEqual([true, true]);
    await page.tick('Lund Test');
    expect(last(ALLOW)).toMatchObject({ params: { teacherId: 'lund' }, body: { allowed: true } });
  });

  it('is shown as it is stored: a box that was refused goes back', async () => {
    const { page } = await account({ [HELPERS]: [helper({})], [ALLOW]: new Refusal(503, 'server.databaseAway') }, { role: 'student' });
    await page.tick('Lund Test');
    expect(page.said('alert')).toBe('about server.databaseAway');
    expect(page.field('Lund Test').checked).toBe(false);
  });

  it('is nobody where there is no class, and is not asked of a practice student', async () => {
    const { page } = await account({ [HELPERS]: [] }, { role: 'student' });
    expect(page.text()).toContain('You are in no class yet.');
    const practice = await account({}, { role: 'student', practice: { classId: 'rivers', className: 'Rivers 8' } });
    expect(practice.page.text()).not.toContain('Who may help');
  });
});

describe('keys for programs', () => {
  const key = (more: Partial<AccessKey> = {}): AccessKey => ({
    id: 'timetable',
    name: 'Timetable',
    scope: 'read',
    endsAt: null,
    madeAt: 0,
    usedAt: null,
    ...more,
  });

  it('are made with the password, for reading unless it says otherwise, and shown once', async () => {
    const { page, last } = await account({ [MAKE_KEY]: { key: key(), secret: 'jolly_abc' } });
    expect(page.text()).toContain('No program has a key of yours.');
    await page.press('Make a key');
    await fill('key-name', 'Timetable');
    await fill('key-password', 'old password');
    await page.press('Make it');
    expect(last(MAKE_KEY)!.body).toMatchObject({ name: 'Timetable', scope: 'read', current: 'old password' });
    expect(page.field('The key').value).toBe('jolly_abc');
    expect(page.text()).toContain('reads · until it is ended · not used yet');
    await page.press('I have it');
    expect(document.body.innerHTML).not.toContain('jolly_abc');
  });

  it('are ended at once; a refusal leaves them there', async () => {
    const { page } = await account({ [KEYS]: [key()], [END_KEY]: new Refusal(503, 'server.databaseAway') });
    await page.press('End the key Timetable');
    expect(page.said('alert')).toBe('about server.databaseAway');
    expect(page.text()).toContain('Timetable');
    const { page: again, last } = await account({ [KEYS]: [key({ name: 'Lists' })], [END_KEY]: undefined });
    await again.press('End the key Lists');
    expect(last(END_KEY)!.params).toEqual({ keyId: 'timetable' });
    expect(again.text()).not.toContain('Lists');
  });
});
