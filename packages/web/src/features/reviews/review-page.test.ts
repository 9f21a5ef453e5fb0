/** @jest-environment @happy-dom/jest-environment */
import { textOf } from '@jolly/core';
import type { ReviewReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { useSession } from '../accounts';
import ReviewPage from './ReviewPage.vue';

const LOOK = 'GET /api/my/reviews/:reviewId';
const STORE = 'PUT /api/my/reviews/:reviewId';
const review = (more: Partial<ReviewReply> = {}): ReviewReply =>
  ({
    id: 'v1',
    title: 'River delta',
    className: 'Rivers 8',
    number: 2,
    due: null,
    givenAt: null,
    zone: 'UTC',
    guidance: 'Be kind.',
    scoring: { by: 'points' },
    byRubric: false,
    work: { text: textOf('Sand settles where water slows.'), sheets: [], files: [] },
    choices: {},
    text: '',
    open: true,
    version: 1,
    ...more,
  }) as ReviewReply;

beforeEach(() => {
  localStorage.clear();
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask'] });
});
afterEach(() => jest.useRealTimers());

async function open(answers: Answers = {}, first = review()) {
  const bodies: { text: string; give: boolean; version: number }[] = [];
  const server = serving({
    [LOOK]: first,
    [STORE]: ({ body }) => {
      bodies.push(body as never);
      return review({ text: body.text, version: body.version + 1, givenAt: body.give ? 5 : null });
    },
    ...answers,
  });
  const before = () => Object.assign(useSession(), { me: { id: 'bao', role: 'student' } });
  const page = await opened(ReviewPage, { at: '/work/reviews/v1', path: '/work/reviews/:id', before });
  const later = async () => {
    await jest.advanceTimersByTimeAsync(1600);
    await page.settled();
  };
  return { ...server, page, later, bodies };
}
const WORDS = 'What do you say about it?';

it('keeps what is written as one goes, and gives it only when that is pressed', async () => {
  const { page, later, bodies } = await open();
  expect(page.text()).toContain('Sand settles where water slows.');
  await page.fill(WORDS, 'Clear first sentence.');
  await later();
  expect([bodies.at(-1), page.said('status')]).toMatchObject([
    { text: 'Clear first sentence.', give: false, version: 1 },
    'Kept. Nobody reads it before you give it.',
  ]);
  await page.fill(WORDS, 'Clear first sentence. Say why it slows.');
  await page.press('Give review');
  expect(bodies.at(-1)).toMatchObject({ text: 'Clear first sentence. Say why it slows.', give: true, version: 2 });
  expect([page.said('status'), localStorage.length]).toEqual(['Given. You can change it until its author reads it.', 0]);
});

it('keeps what could not be stored in this browser, and goes on with it', async () => {
  const first = await open({ [STORE]: new Refusal(503, 'server.databaseAway') });
  await first.page.fill(WORDS, 'Do not lose this.');
  await first.later();
  expect(first.page.said('alert')).toBe('about server.databaseAway');
  first.page.wrapper.unmount();
  const { page } = await open();
  expect(page.field(WORDS).value).toBe('Do not lose this.');
});

it('written in another tab too can be kept over what stands there, knowingly', async () => {
  const bodies: number[] = [];
  const { page, later } = await open({
    [STORE]: ({ body }) => {
      bodies.push(body.version);
      return body.version === 7
        ? review({ text: body.text, version: 8 })
        : new Refusal(409, 'conflict.changedMeanwhile', { current: review({ text: 'Theirs', version: 7 }) });
    },
  });
  await page.fill(WORDS, 'Mine');
  await later();
  expect([page.said('alert'), page.field(WORDS).value]).toEqual(['about conflict.changedMeanwhile', 'Mine']);
  await page.press('Give review');
  expect([bodies, page.said('alert')]).toEqual([[1, 7], '']);
});

it('that its author has read stays as it is, and says so', async () => {
  const { page } = await open({}, review({ open: false, text: 'Given long ago', givenAt: 1 }));
  expect([page.field(WORDS).disabled, page.has('Give it anew')]).toEqual([true, false]);
  expect(page.text()).toContain('The reviews are with their authors, so this one stays as it is.');
});

it('with nothing in it cannot be given', async () => {
  const { bodies } = await open();
  expect(document.querySelector<HTMLButtonElement>('.ant-btn-primary')!.disabled).toBe(true);
  expect(bodies).toEqual([]);
});
