import type { MyPiece } from '@jolly/server/contract';
import { createPinia } from 'pinia';
import { createMemoryHistory, createRouter } from 'vue-router';
import { shown } from '../../testing';
import { myPiece } from '../../testing-rows';
import WorkCard from './WorkCard.vue';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;

// A Saturday: what is due on Thursday is five days off, however few hours are left.
beforeAll(() => void jest.spyOn(Date, 'now').mockReturnValue(Date.parse('2026-11-28T10:00:00.000Z')));

const aPiece = (more: Partial<MyPiece>) =>
  myPiece({ issuedAt: Date.now() - 24 * HOUR, window: { opens: null, due: Date.now() + 24 * HOUR, closes: null }, ...more });

async function card(more: Partial<MyPiece> = {}): Promise<string> {
  const router = createRouter({ history: createMemoryHistory(), routes: [{ path: '/:rest(.*)*', component: { render: () => null } }] });
  await router.push('/work');
  return shown(WorkCard, { piece: aPiece(more), first: true }, (app) => app.use(createPinia()).use(router));
}
const words = (html: string) =>
  html
    .replace(/<!--[^>]*-->/g, '')
    .replace(/<[^>]+>/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

it.each<[string, Partial<MyPiece>, string]>([
  ['begins what is open', {}, 'Start'],
  ['goes on with what is begun', { state: 'started', begun: true }, 'Go on'],
  ['goes on with what is begun and past its date', { state: 'missing', stillAccepted: true, begun: true }, 'Go on'],
  ['opens what was sent back', { state: 'sentBack', place: 'doNow' }, 'Open'],
  ['looks at what is done in class', { how: 'inClass' }, 'Look'],
  ['looks at what is not open yet', { state: 'notOpen', window: { opens: Date.now() + HOUR, due: null, closes: null } }, 'Look'],
])('%s', async (_case, more, act) => {
  const html = await card(more);
  expect(words(html)).toContain(`${act} : Meander notes`);
  expect(html).toContain('href="/work/a1"');
});

it('says the state in words, the class, and what it is out of', async () => {
  expect(words(await card())).toContain('Open · Rivers 8 · 20 points');
  expect(words(await card({ points: 1_000 }))).toContain('1 point');
  expect(words(await card({ points: null }))).toContain('words only');
});

it('says by when a sent-back piece is wanted again, whom one works with, and what is new to read', async () => {
  const html = words(await card({ state: 'sentBack', place: 'doNow', againBy: Date.now() + 24 * HOUR, group: 'Ford', unread: 2 }));
  expect(html).toContain('again by');
  expect(html).toContain('with Ford');
  expect(html).toContain('2 new messages');
});

it('marks a date that is only mine, and says how much time is left', async () => {
  expect(words(await card({ ownDates: true }))).toMatch(/your date · tomorrow/);
  const due = (iso: string) => ({ window: { opens: null, due: Date.parse(iso), closes: null } });
  expect(words(await card(due('2026-12-03T08:00:00.000Z')))).toContain('Thursday, in 5 days');
  expect(words(await card(due('2026-11-28T16:00:00.000Z')))).toContain('today, in 6 h');
  expect(words(await card({ window: { opens: null, due: null, closes: null } }))).toContain('no due date');
});

it('says until when a missing piece is still accepted, and since when it was due', async () => {
  const missing = { state: 'missing' as const, stillAccepted: true, place: 'doNow' as const };
  const closing = words(await card({ ...missing, window: { opens: null, due: Date.now() - HOUR, closes: Date.now() + 96 * HOUR } }));
  expect(closing).toContain('in 4 days');
  expect(closing).toContain('was due');
  expect(words(await card({ ...missing, window: { opens: null, due: Date.now() - HOUR, closes: null } }))).toContain('still accepted');
  expect(words(await card({ ...missing, lateNow: 2_000, window: { opens: null, due: Date.now() - HOUR, closes: null } }))).toContain(
    '2 off now, of 20',
  );
});

it('draws how much of the time is gone, never more than all of it', async () => {
  expect(await card()).toMatch(/inline-size:\s?(49\.9|50)/);
  expect(await card({ issuedAt: Date.now() + HOUR, window: { opens: null, due: Date.now() + HOUR, closes: null } })).toMatch(
    /inline-size:\s?100%/,
  );
  expect(await card({ state: 'missing', stillAccepted: true })).not.toContain('inline-size');
});

it('shows a title of 70 letters and one in another script whole', async () => {
  const long = 'What the forecast for the second week of November missed, and why so';
  expect(words(await card({ title: long }))).toContain(long);
  expect(await card({ title: 'مذكرات النهر' })).toContain('dir="auto"');
});
