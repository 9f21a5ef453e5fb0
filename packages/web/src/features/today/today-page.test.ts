/** @jest-environment @happy-dom/jest-environment */
import type { ExtensionRequest, TermLineReply, TodayReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aClass } from '../../testing-rows';
import { useTermLine } from '../termline';
import TodayPage from './TodayPage.vue';

const noon = Date.UTC(2026, 10, 25, 12);
const DAY = 86_400_000;
const nothing: TodayReply = {
  anyIssued: true,
  portfolios: [],
  piles: [],
  waitingOn: [],
  coming: [],
  feedback: [],
  drafts: [],
  requests: [],
  joinings: [],
};
const owes = (n: number, classId = 'rivers'): TodayReply['waitingOn'][number] => ({
  student: { id: `s${n}`, givenName: `Given${n}`, familyName: 'Lind' },
  classId,
  pieces: [{ assignmentId: 'delta', title: 'River delta', state: n % 2 === 0 ? 'missing' : 'sentBack' }],
});
async function today(
  more: Partial<TodayReply> = {},
  answers: Answers = {},
  { at = '/today', classes = [aClass(), aClass({ id: 'sea', name: 'Sea 8' })] } = {},
) {
  const server = serving({
    'GET /api/today': { ...nothing, ...more },
    'GET /api/first-steps': [],
    'GET /api/term-line': { classes: [], squares: [], waiting: 0 },
    ...answers,
  });
  const line: TermLineReply = { classes: classes.map((one) => ({ ...one, zone: 'UTC' })), squares: [], waiting: 0 };
  return { ...server, page: await opened(TodayPage, { at, before: () => Object.assign(useTermLine(), { reply: line, loaded: true }) }) };
}

it('is calm where nothing waits, and says where nothing was issued yet', async () => {
  const { page } = await today();
  for (const words of [
    'Nothing waits for a score.',
    'Nothing is missing.',
    'Nothing is due in the next 10 school days.',
    'Nothing has been returned yet.',
  ])
    expect(page.text()).toContain(words);
  expect((await today({ anyIssued: false })).page.text()).toContain('Nothing issued yet.');
});

it('counts what is owed by whom, and shows all of them when asked', async () => {
  const { page } = await today({ waitingOn: Array.from({ length: 8 }, (_, n) => owes(n)) });
  expect(page.text()).toContain('8 owed by 8 students');
  expect(document.querySelectorAll('.owes')).toHaveLength(6);
  await page.press('Show 2 more students');
  expect(document.querySelectorAll('.owes')).toHaveLength(8);
  expect(document.querySelectorAll('.owes')[1]!.textContent).toContain('River delta (sent back)');
  await page.press('Show fewer');
  expect(document.querySelectorAll('.owes')).toHaveLength(6);
});

it('keeps to the class that is looked at, in every part', async () => {
  const coming = {
    assignmentId: 'tides',
    classId: 'sea',
    title: 'Tides',
    due: noon,
    how: 'handIn' as const,
    otherDates: 0,
    latestOther: null,
  };
  const { page } = await today(
    {
      waitingOn: [owes(0), owes(1, 'sea')],
      coming: [coming],
      feedback: [{ assignmentId: 'tides', classId: 'sea', title: 'Tides', returned: 4, unread: 1 }],
    },
    {},
    { at: '/today?class=rivers' },
  );
  expect(page.text()).toContain('1 owed by 1 student');
  expect(page.text()).not.toContain('Tides');
});

it('puts what is due on the same day together, with other dates', async () => {
  const coming = (title: string, due: number, more = {}) => ({
    assignmentId: title,
    classId: 'rivers',
    title,
    due,
    how: 'handIn' as const,
    otherDates: 0,
    latestOther: null,
    ...more,
  });
  const { page } = await today({
    coming: [
      coming('Delta', noon),
      coming('Map', noon + 3_600_000, { how: 'inClass' }),
      coming('Tides', noon + DAY, { otherDates: 2, latestOther: noon + 5 * DAY }),
    ],
  });
  const days = [...document.querySelectorAll('.day')].map((one) => one.textContent);
  expect([days.length, days[0]!.includes('Delta'), days[0]!.includes('in class')]).toEqual([2, true, true]);
  expect(page.text()).toContain('2 students have other dates, until Mon 30 Nov 12:00');
});

it('folds many drafts of a class into one line, but names what goes out by itself', async () => {
  const draft = (n: number, issuedAt: number | null = null) => ({ briefId: `b${n}`, classIds: ['rivers'], title: `Draft ${n}`, issuedAt });
  const { page } = await today({ drafts: [draft(1), draft(2), draft(3), draft(4), draft(5, noon + DAY)] });
  expect(page.text()).toContain('4 drafts in Rivers 8');
  expect(page.text()).not.toContain('Draft 1');
  expect(page.text()).toContain('Draft 5');
  expect(page.text()).toContain('Thu 26 Nov 12:00');
});

it('says how much of what was returned is read', async () => {
  const feedback = [{ assignmentId: 'delta', classId: 'rivers', title: 'River delta', returned: 10, unread: 3 }];
  expect((await today({ feedback })).page.text()).toContain('3 of 10 returned piecesRiver delta: 3 unread');
  expect((await today({ feedback: [{ ...feedback[0]!, unread: 0 }] })).page.text()).toContain('Everything you returned has been read.');
});

it('begins with a class, and leads to its students', async () => {
  const { page, last } = await today({}, { 'POST /api/classes': aClass({ id: 'new' }) }, { classes: [] });
  await page.fill('Name', 'Rivers 8');
  await page.press('Make the class');
  expect(last('POST /api/classes')!.body).toMatchObject({ name: 'Rivers 8' });
  expect(page.router.currentRoute.value.fullPath).toBe('/class/new?add=');
});

it('that cannot be loaded says why, and is asked again', async () => {
  let away = true;
  const { page } = await today({}, { 'GET /api/today': () => (away ? new Refusal(503, 'server.databaseAway') : nothing) });
  expect(page.text()).toContain('about server.databaseAway');
  away = false;
  await page.press('Try again');
  expect(page.text()).toContain('Nothing is missing.');
});

describe('a student who asks for more time', () => {
  const ANSWER = 'POST /api/requests/:requestId/answer';
  const request: ExtensionRequest = {
    id: 'r1',
    reason: 'I was ill.',
    wantedDue: noon + 2 * DAY,
    askedAt: noon,
    askedBy: null,
    state: 'waiting',
    word: '',
    answeredAt: null,
    assignmentId: 'delta',
    classId: 'rivers',
    title: 'River delta',
    student: { id: 'bao', givenName: 'Bao', familyName: 'Lind' },
    window: { opens: null, due: noon, closes: noon + DAY },
    proposedDue: noon + 2 * DAY,
    calendar: { zone: 'UTC', schoolDays: [1, 2, 3, 4, 5], closures: [] },
  };

  it('gets it by one press, with closing moved along', async () => {
    const { page, last, asked } = await today({ requests: [request] }, { [ANSWER]: undefined });
    expect(page.text()).toContain('I was ill.');
    await page.press('Give until Fri 27 Nov 12:00');
    expect(last(ANSWER)!.body).toEqual({ grant: true, due: noon + 2 * DAY, closes: noon + 5 * DAY, word: '' });
    expect(asked.filter((one) => one.key === 'GET /api/today')).toHaveLength(2);
  });

  it('is declined with a word, and not by the first press', async () => {
    const { page, last } = await today({ requests: [request] }, { [ANSWER]: undefined });
    await page.press('Decline…');
    expect(last(ANSWER)).toBeUndefined();
    await page.fill('A word to Bao', 'Hand in what you have.');
    await page.press('Decline');
    expect(last(ANSWER)!.body).toEqual({ grant: false, word: 'Hand in what you have.' });
  });

  it('whom a colleague has answered is said, and the card stays', async () => {
    const { page } = await today({ requests: [request] }, { [ANSWER]: new Refusal(409, 'extension.answered') });
    await page.press('Give until Fri 27 Nov 12:00');
    expect(page.said('alert')).toBe('about extension.answered');
  });
});
