/** @jest-environment @happy-dom/jest-environment */
import type { ChildReply, FamilyClass, FamilyHomeReply, FamilyMessage, FamilyPiece, Me } from '@jolly/server/contract';
import { useLanguage } from '../../i18n';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { useSession } from '../accounts';
import ChildView from './ChildView.vue';
import ClassTalk from './ClassTalk.vue';
import FamilyPage from './FamilyPage.vue';

const CHILD = 'GET /api/family/children/:studentId';
const TALK = 'GET /api/family/children/:studentId/classes/:classId/messages';
const SAY = 'POST /api/family/children/:studentId/classes/:classId/messages';
const frida = { id: 'frida', role: 'family', givenName: 'Frida', familyName: 'Lind', email: 'frida@home.example' } as Me;
const noon = Date.UTC(2026, 10, 23, 12);
const day = 86_400_000;
const piece = (title: string, more: Partial<FamilyPiece> = {}): FamilyPiece => ({
  id: title,
  title,
  state: 'missing',
  due: noon,
  closes: null,
  stillAccepted: true,
  lateBy: 0,
  points: 20_000,
  effective: null,
  returnedAt: null,
  remark: null,
  levels: [],
  worth: null,
  opens: false,
  tick: { stand: 'none', at: null },
  ...more,
});
const worth = (gain: string) => ({ gain, done: '80', undone: '70' });
const rivers = (more: Partial<FamilyClass> = {}): FamilyClass => ({
  classId: 'rivers',
  className: 'Rivers 8',
  hue: 3,
  zone: 'UTC',
  teachers: ['Finch Test'],
  passLine: 60_000,
  view: null,
  missing: [],
  coming: [],
  waiting: [],
  returned: [],
  unread: 0,
  ...more,
});
const bao = { id: 'bao', givenName: 'Bao', familyName: 'Lind' };
const child = async (classes: FamilyClass[], answers: Answers = {}) => {
  const server = serving({ [CHILD]: { student: bao, classes } satisfies ChildReply, ...answers });
  return { ...server, page: await opened(ChildView, { props: { childId: 'bao', name: 'Bao Lind' } }) };
};
const titles = () => [...document.querySelectorAll('.line .title')].map((one) => one.textContent!.trim());
const lineOf = (title: string) => [...document.querySelectorAll('.line')].find((one) => one.textContent!.includes(title))!.textContent!;

afterEach(() => useLanguage('en'));

it('shows every picture of what has a yes, there is no other place to see them', async () => {
  const file = (id: string) => ({ id, name: `${id}.png`, size: 3, mediaType: 'image/png', fingerprint: '', pixels: 1, answers: null });
  const { page } = await child([rivers()], {
    'GET /api/family/children/:studentId/portfolio': [
      {
        ...{ id: 'kite', kind: 'own', title: 'My kite', className: 'Rivers 8', why: '', text: 'It flew.', work: null },
        ...{ word: 'Lovely.', saidBy: 'Odile Finch', at: noon, zone: 'UTC', files: [file('up'), file('down')] },
      },
    ],
  });
  expect(page.text()).toContain('Odile Finch: “Lovely.”');
  expect([...document.querySelectorAll('.hung img')].map((one) => one.getAttribute('alt'))).toEqual(['up.png', 'down.png']);
});

it('keeps a reminder for whoever reads the page, ticks it off, takes one away, and says what could not be done', async () => {
  const wash = { id: 'wash', text: 'Wash the boots', at: noon - day, byMail: false, done: false, version: 2 };
  const PUT = 'PUT /api/my/reminders/:reminderId';
  let away = false;
  const { page, last } = await child([rivers()], {
    'GET /api/my/reminders': [wash],
    [PUT]: ({ body }) => ({ id: 'new', ...body }),
    'DELETE /api/my/reminders/:reminderId': () => (away ? new Refusal(503, 'server.databaseAway') : (undefined as never)),
  });
  expect(page.text()).toContain('was for');
  await page.press('Remind me');
  expect(page.text()).toContain('Nobody else sees it.');
  await page.fill('Of what', 'The slip');
  await page.press('Remember it');
  expect(last(PUT)!.body).toMatchObject({ text: 'The slip', byMail: false, done: false, version: 0 });
  document.querySelector<HTMLInputElement>('.late input[type=checkbox]')!.click();
  await page.settled();
  expect([last(PUT)!.params, last(PUT)!.body]).toMatchObject([{ reminderId: 'wash' }, { done: true, version: 2 }]);
  await page.press('Take away “Wash the boots”');
  expect(last('DELETE /api/my/reminders/:reminderId')!.params).toEqual({ reminderId: 'wash' });
  away = true;
  await page.press('Take away “Wash the boots”');
  expect(page.said('alert')).not.toBe('');
});

describe('one child', () => {
  it('has what is worth most first, and what is closed last', async () => {
    const { page } = await child([
      rivers({ missing: [piece('Shut', { stillAccepted: false, worth: worth('9') }), piece('Small', { worth: worth('1') })] }),
      rivers({ classId: 'sea', missing: [piece('Large', { worth: worth('4') })] }),
    ]);
    expect(titles()).toEqual(['Large', 'Small', 'Shut']);
    expect(page.text()).toContain('Bao can still hand in what is marked as accepted.');
    expect(lineOf('Large')).toContain('due Mon 23 Nov 12:00 · still accepted · done at the usual level: total 80');
    expect(lineOf('Shut')).toContain('closed');
  });

  it('has what is due first before the rest, and what came back last on top', async () => {
    await child([
      rivers({
        coming: [piece('Later', { state: 'open', due: noon + 2 * day }), piece('No date', { state: 'open', due: null })],
        returned: [piece('Older', { state: 'returned', effective: 15_000, returnedAt: noon - day })],
      }),
      rivers({
        classId: 'sea',
        coming: [piece('Soon', { state: 'open', due: noon + day })],
        returned: [piece('Newer', { state: 'returned', points: null, effective: 3000, returnedAt: noon, remark: 'Well argued.' })],
      }),
    ]);
    expect(titles()).toEqual(['Soon', 'Later', 'No date', 'Newer', 'Older']);
    expect(lineOf('No date')).toContain('no due date');
    expect(lineOf('Older')).toContain('15 of 20');
    expect(lineOf('Newer')).toContain('Well argued.');
  });

  it('reads levels of a rubric with what they say', async () => {
    const levels = [{ criterion: 'Argument', level: 'Secure', descriptor: 'Gives reasons', words: '' }] as FamilyPiece['levels'];
    await child([rivers({ returned: [piece('Essay', { state: 'returned', levels })] })]);
    expect(lineOf('Essay')).toContain('Argument: Secure · Gives reasons');
  });

  it('shows totals only where the class does', async () => {
    type View = NonNullable<FamilyClass['view']>;
    const standing = { total: '72.5', hasTotals: true, band: 'Good' } as Partial<View['standing']> as View['standing'];
    const forecast = { atLeast: '40', atPace: '71', atMost: '90' } as Partial<View['forecast']> as View['forecast'];
    const view = { standing, forecast } as Partial<View> as View;
    const { page } = await child([rivers({ view }), rivers({ classId: 'sea', className: 'Sea 8' })]);
    expect(page.text()).toContain('If nothing more comes in: 40 %. At the present pace: 71 %. With everything: 90 %.');
    expect(document.querySelectorAll('aside section')[1]!.textContent).not.toContain('%');
  });

  it('without a class says so, and a failed page can be asked again', async () => {
    expect((await child([])).page.text()).toContain('Your child is in no class here at the moment.');
    let away = true;
    const { page } = await child([], { [CHILD]: () => (away ? new Refusal(503, 'server.databaseAway') : { student: bao, classes: [] }) });
    expect(page.text()).toContain('That did not work. Try again in a moment.');
    away = false;
    await page.press('Try again');
    expect(page.text()).toContain('Your child is in no class here at the moment.');
  });
});

describe('writing with the teacher', () => {
  const message = (text: string, more: Partial<FamilyMessage> = {}): FamilyMessage => ({
    id: text,
    fromFamily: false,
    by: 'Finch Test',
    text,
    at: noon,
    read: true,
    ...more,
  });
  const talk = async (answers: Answers = {}) => {
    const server = serving({
      [TALK]: [message('Hello.')],
      [SAY]: [message('Hello.'), message('Thank you.', { fromFamily: true })],
      ...answers,
    });
    return { ...server, page: await opened(ClassTalk, { props: { childId: 'bao', classId: 'rivers', zone: 'UTC' } }) };
  };

  it('is opened from the class, which counts what is new', async () => {
    const { page, last } = await child([rivers({ unread: 2 })], { [TALK]: [message('Hello.')] });
    expect(page.text()).toContain('New: 2');
    await page.press('Write to the teacher');
    expect(last(TALK)!.params).toEqual({ studentId: 'bao', classId: 'rivers' });
    expect(page.text()).toContain('Hello.');
  });

  it('sends once, however often a slow line makes one press', async () => {
    let away = true;
    const { page, asked } = await talk({ [SAY]: () => (away ? new Refusal(503, 'server.databaseAway') : [message('Thank you.')]) });
    await page.fill('Your message', ' Thank you. ');
    await page.press('Send');
    expect([page.said('alert'), page.field('Your message').value]).toEqual(['about server.databaseAway', ' Thank you. ']);
    away = false;
    await page.press('Send');
    const sent = asked.filter((one) => one.key === SAY).map((one) => one.body as { id: string; text: string });
    expect([new Set(sent.map(({ id }) => id)).size, sent[1]!.text, page.field('Your message').value]).toEqual([1, 'Thank you.', '']);
  });
});

describe('the page of a family', () => {
  const home: FamilyHomeReply = {
    language: 'en',
    telling: 'never',
    letterShows: 'score',
    children: [bao, { ...bao, id: 'hana', givenName: 'Hana' }],
  };
  const page = async (at = '/family', answers: Answers = {}, me: Me | null = frida) => {
    localStorage.clear();
    const server = serving({
      'GET /api/family': home,
      [CHILD]: ({ params }) => ({ student: { ...bao, id: params.studentId }, classes: [] }),
      ...answers,
    });
    return { ...server, page: await opened(FamilyPage, { at, path: '/family', before: () => (useSession().me = me) }) };
  };

  it('begins with all children beside each other, and goes to one by its name', async () => {
    const { page: it, last, asked } = await page();
    expect(asked.filter((one) => one.key === CHILD).map((one) => (one.params as { studentId: string }).studentId)).toEqual(['bao', 'hana']);
    expect(document.querySelector('nav [aria-current=page]')!.textContent).toBe('All');
    await it.press('Hana');
    expect(last(CHILD)!.params.studentId).toBe('hana');
    expect(document.querySelector('nav [aria-current=page]')!.textContent).toBe('Hana');
  });

  it('speaks the language the family keeps, from the right for Arabic', async () => {
    await page('/family', { 'GET /api/family': { ...home, language: 'ar' } });
    expect([document.documentElement.lang, document.documentElement.dir]).toEqual(['ar', 'rtl']);
    expect(localStorage.getItem('jolly-language')).toBe('ar');
  });

  it('without a child says what to do', async () => {
    const { page: it } = await page('/family', { 'GET /api/family': { ...home, children: [] } });
    expect(it.text()).toContain('No child is linked to you. Ask the teacher for a code.');
  });

  it('goes back to the door when the session has ended, with nothing of a child left on it', async () => {
    const { page: it } = await page('/family', { [CHILD]: new Refusal(401, 'session.needed') });
    expect(it.has('I have a code')).toBe(true);
    expect(it.text()).not.toContain('Hana');
  });

  it('signs out to the door', async () => {
    const { page: it, last } = await page('/family?settings', { 'DELETE /api/session': undefined });
    expect(it.text()).toContain('How you are told');
    await it.press('Sign out');
    expect(last('DELETE /api/session')).toBeDefined();
    expect(it.has('I have a code')).toBe(true);
  });
});
