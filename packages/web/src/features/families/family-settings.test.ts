/** @jest-environment @happy-dom/jest-environment */
import type { FamilyHomeReply, Me } from '@jolly/server/contract';
import { i18n, useLanguage } from '../../i18n';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { useSession } from '../accounts';
import FamilySettingsBox from './FamilySettingsBox.vue';

const SETTINGS = 'PUT /api/family/settings';
const frida = { id: 'frida', role: 'family', givenName: 'Frida', familyName: 'Lind', email: 'frida@home.example' } as Me;
const bao = { id: 'bao', givenName: 'Bao', familyName: 'Lind' };

afterEach(() => useLanguage('en'));

describe('settings of a family', () => {
  const home: FamilyHomeReply = { language: 'en', telling: 'atOnce', letterShows: 'score', children: [bao] };
  const box = async (answers: Answers = {}, me = frida) => {
    const server = serving({
      'GET /api/my/calendar-address': { address: null, dueAs: 'moment', alarmMinutes: null },
      'GET /api/session': { me, csrf: 'token', now: 0 },
      [SETTINGS]: undefined,
      ...answers,
    });
    return { ...server, page: await opened(FamilySettingsBox, { props: { home }, before: () => (useSession().me = me) }) };
  };

  it('are stored, and the page goes over to the language at once', async () => {
    const { page, last } = await box();
    await page.choose('Language', 'Español');
    await page.tick('By a letter every Friday');
    expect(page.text()).not.toContain('Letters about returned work say');
    await page.press('Save');
    expect(last(SETTINGS)!.body).toEqual({ language: 'es', telling: 'weekly', letterShows: 'score' });
    expect(i18n.global.locale.value).toBe('es');
    expect(page.wrapper.emitted('changed')).toHaveLength(1);
  });

  it('stay in the language that is stored when they are refused', async () => {
    const { page } = await box({ [SETTINGS]: new Refusal(503, 'server.databaseAway') });
    await page.choose('Language', 'Español');
    await page.press('Save');
    expect([i18n.global.locale.value, page.said('status')]).toEqual(['en', '']);
  });

  it('say that being told needs an address', async () => {
    const { page } = await box({}, { ...frida, email: null });
    expect(page.text()).toContain('For this you need an e-mail address.');
    await page.tick('Never');
    expect(page.text()).not.toContain('For this you need an e-mail address.');
  });

  it('change the address with the password, and say in the family’s words that it was wrong', async () => {
    const EMAIL = 'PUT /api/account/email';
    const { page, last } = await box({ [EMAIL]: new Refusal(401, 'session.wrong') });
    await page.fill('E-mail, if you want to be told', '');
    await page.fill('Your password now', 'wrong');
    await page.press('Change the address');
    expect(last(EMAIL)!.body).toEqual({ email: null, current: 'wrong' });
    expect(page.said('alert')).toBe('User name or password is wrong.');
  });

  it('link another child by its code, and say whom', async () => {
    const more = { ...home, children: [bao, { id: 'hana', givenName: 'Hana', familyName: 'Lind' }] };
    const { page, last } = await box({ 'POST /api/family/children': more });
    await page.fill('Code of the letter', 'ABCD-EFGH-JKLM');
    await page.press('Add');
    expect(last('POST /api/family/children')!.body).toEqual({ code: 'ABCD-EFGH-JKLM' });
    expect([page.said('status'), page.field('Code of the letter').value]).toEqual(['Added: Hana Lind', '']);
  });

  it('keep a code that nobody has', async () => {
    const { page } = await box({ 'POST /api/family/children': new Refusal(404, 'family.unknownCode') });
    await page.fill('Code of the letter', 'WRONG');
    await page.press('Add');
    expect(page.said('alert')).toContain('Nobody has this code.');
    expect(page.field('Code of the letter').value).toBe('WRONG');
  });
});
