/** @jest-environment @happy-dom/jest-environment */
import type { Me, NewsItem, TellingSettings } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { useSession } from '../accounts';
import { useNews } from './news.store';
import NewsPage from './NewsPage.vue';

const at = Date.UTC(2026, 10, 23, 12);
const due = (instant: number | null) => ({ opens: null, due: instant, closes: null });
const item = (more: Partial<NewsItem>): NewsItem => ({
  id: Math.random().toString(),
  kind: 'issued',
  assignmentId: 'delta',
  classId: 'rivers',
  className: 'Rivers 8',
  title: 'River delta',
  who: 'Finch Test',
  from: null,
  to: null,
  word: '',
  studentId: 'bao',
  madeAt: at,
  seen: true,
  ...more,
});
async function news(items: NewsItem[], role: Me['role'] = 'student', answers: Answers = {}, more: Partial<Me> = {}) {
  let unseen = items.filter((one) => !one.seen).length;
  const server = serving({
    'GET /api/news': () => ({ news: items, unseen }),
    'POST /api/news/seen': () => void (unseen = 0),
    ...answers,
  });
  const me = { id: 'bao', role, email: 'bao@school.example', ...more } as Me;
  return { ...server, page: await opened(NewsPage, { at: '/news', before: () => Object.assign(useSession(), { me }) }) };
}
const link = () => document.querySelector<HTMLAnchorElement>('.item a')!;

it('is seen by being looked at, and stays marked as new until one comes again', async () => {
  const { asked } = await news([item({ seen: false }), item({})]);
  expect(document.querySelectorAll('.fresh')).toHaveLength(1);
  expect(asked.map((one) => one.key)).toEqual(['GET /api/news', 'POST /api/news/seen', 'GET /api/news']);
  expect(useNews().unseen).toBe(0);
});

it.each<[Partial<NewsItem>, string]>([
  [{ kind: 'issued', to: due(at) }, 'Mon 23 Nov 12:00'],
  [{ kind: 'dates', from: due(at - 86_400_000), to: due(at) }, 'Sun 22 Nov 12:00'],
  [{ kind: 'answered', to: due(at) }, 'Mon 23 Nov 12:00'],
  [{ kind: 'sentBack', to: due(at), word: 'Add a map' }, 'Add a map'],
  [{ kind: 'returned' }, 'River delta'],
])('%j says %s and leads to the piece', async (more, words) => {
  const { page } = await news([item(more)]);
  expect(page.text()).toContain(words);
  expect(link().getAttribute('href')).toBe('/work/delta');
});

it.each<[Partial<NewsItem>, string]>([
  [{ kind: 'joinWaits' }, '/class/rivers'],
  [{ kind: 'calendarAsked' }, '/class/rivers/calendar'],
  [{ kind: 'familyMessage' }, '/progress/rivers/bao?home'],
  [{ kind: 'message' }, '/assignments/delta/follow/bao'],
  [{ kind: 'scoreAsked' }, '/marking/delta/bao'],
  [{ kind: 'mailFailed' }, '/mailroom'],
  [{ kind: 'inLate' }, '/assignments/delta'],
])('of a teacher %j leads to %s', async (more, path) => {
  await news([item(more)], 'teacher');
  expect(link().getAttribute('href')).toBe(path);
});

describe('how one is told', () => {
  const settings: TellingSettings = {
    choices: { returned: 'atOnce', issued: 'daily' },
    quiet: { from: '20:00', to: '07:00' },
    letterShows: 'score',
  } as TellingSettings;
  const SAVE = 'PUT /api/news/settings';
  const open = async (answers: Answers = {}, more: Partial<Me> = {}) => {
    const all = await news([], 'student', { 'GET /api/news/settings': settings, [SAVE]: undefined as never, ...answers }, more);
    await all.page.press('What comes by mail');
    return all;
  };

  it('is chosen for each thing, with hours in which nothing comes', async () => {
    const { page, last } = await open();
    await page.tick('never');
    await page.fill('No mail between', '1930');
    await page.press('Save');
    expect(last(SAVE)!.body).toMatchObject({ choices: { returned: 'never', issued: 'daily' }, quiet: { from: '19:30', to: '07:00' } });
    expect(page.said('status')).toBe('Saved.');
  });

  it('says that there is no address, and why it was not stored', async () => {
    const { page } = await open({ [SAVE]: new Refusal(503, 'server.databaseAway') }, { email: null });
    expect(page.text()).toContain('address');
    await page.press('Save');
    expect([page.said('alert'), page.said('status')]).toEqual(['about server.databaseAway', '']);
  });
});
