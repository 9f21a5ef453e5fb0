/** @jest-environment @happy-dom/jest-environment */
import { plainText, textOf, type Question } from '@jolly/core';
import type { BriefBody, BriefReply, KeptQuestion, QuestionStoreReply, SetFor } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aClass } from '../../testing-rows';
import { blankQuiz, blankSet } from '../assignments';
import QuizPage from './QuizPage.vue';
import StorePage from './StorePage.vue';
import { aQuestion, entry } from './testing-quizzes';

const SEARCH = 'GET /api/questions';
const KEEP = 'POST /api/questions';
const CHANGE = 'PUT /api/shelf/:itemId';
const choice = (text: string) => ({ ...entry(text), staysLast: false, explanation: '' });
const mud = aQuestion('mud', 'Where is mud dropped?', { kind: 'one', options: [choice('Inside'), choice('Outside')], key: ['inside'] });
const deep = aQuestion('deep', 'Is it deep?', { kind: 'trueFalse', key: ['true'] });
const kept = (question: Question, more: Partial<KeptQuestion> = {}): KeptQuestion => ({
  id: `kept-${question.id}`,
  question,
  tags: ['rivers'],
  own: true,
  owner: 'Odile Finch',
  sharedWith: [],
  keptAt: 0,
  changedAt: 0,
  used: 1,
  version: 1,
  ...more,
});
const storeOf = (found: KeptQuestion[], more: Partial<QuestionStoreReply> = {}): QuestionStoreReply => ({
  found,
  total: found.length,
  kept: found.length,
  page: 1,
  pages: 1,
  tags: [{ name: 'rivers', count: found.length }],
  aims: [],
  colleagues: [{ id: 'lund', name: 'Marek Lund' }],
  ...more,
});
const use = {
  assignmentId: 'check',
  title: 'Streams',
  className: 'Rivers 8',
  due: null,
  changed: true,
  n: 22,
  difficulty: 5500,
  discrimination: -3500,
};

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask'], now: Date.UTC(2026, 10, 25, 9) });
  localStorage.clear();
});
afterEach(() => jest.useRealTimers());

describe('the question store', () => {
  const stored = [kept(mud), kept(deep, { own: false, owner: 'Marek Lund' })];
  async function storing(answers: Answers = {}, at = '/questions') {
    const server = serving({
      [SEARCH]: storeOf(stored),
      'GET /api/questions/:itemId': stored[0]!,
      'GET /api/questions/:itemId/uses': { uses: [use], elsewhere: 1 },
      ...answers,
    } as Answers);
    const page = await opened(StorePage, { at, path: '/questions' });
    const later = async () => {
      await jest.advanceTimersByTimeAsync(400);
      await page.settled();
    };
    return { ...server, page, later };
  }

  it('is looked through by words, from its first page, and keeps what was chosen', async () => {
    const { page, last, later } = await storing();
    expect(page.text()).toContain('rivers · asked in one quiz · from Marek Lund');
    await page.tick('Choose the question “Where is mud dropped?”');
    await page.fill('Words in the question', 'deep');
    await later();
    expect(last(SEARCH)!.query).toEqual({ text: 'deep' });
    expect(page.text()).toContain('1 chosen');
    expect(page.wrapper.html()).toContain('/quiz?questions=kept-mud');
  });

  it('says so while nothing is kept, and when nothing is like what is looked for', async () => {
    const empty = await storing({ [SEARCH]: storeOf([]) });
    expect(empty.page.text()).toContain('No questions are kept yet.');
    const { page } = await storing({ [SEARCH]: storeOf([], { kept: 4 }) });
    expect(page.text()).toContain('No kept question is like this.');
  });

  it('opens one with where it was asked and how it did there, and does not close over what is not stored', async () => {
    const { page, last } = await storing({ [CHANGE]: new Refusal(409, 'conflict.changedMeanwhile') }, '/questions?question=kept-mud');
    for (const said of ['Streams', 'changed there', '22', '55 %', '−0.35', 'Also in one quiz outside your classes.'])
      expect(page.text()).toContain(said);
    await page.press('Save');
    expect(last(CHANGE)).toBeUndefined();
    await page.tick('Marek Lund');
    await page.press('Close');
    expect(page.text()).toContain('What you changed is not stored yet.');
    await page.press('Save');
    expect(last(CHANGE)).toMatchObject({ params: { itemId: 'kept-mud' }, body: { sharedWith: ['lund'], version: 1 } });
    expect(page.text()).toContain('about conflict.changedMeanwhile');
    await page.press('Close without storing');
    expect(page.has('Save')).toBe(false);
  });

  it('tags and shares several of one’s own at once, and says whose are not', async () => {
    const { page, last } = await storing({ 'POST /api/questions/changes': undefined });
    await page.press('Choose these 2');
    await page.press('Tag or share…');
    expect(page.text()).toContain('of the chosen 1 is a colleague’s');
    await page.tick('Marek Lund');
    await page.press('Do it for one question');
    expect(last('POST /api/questions/changes')!.body).toEqual({ itemIds: ['kept-mud'], addTags: [], shareWith: ['lund'] });
    expect(page.text()).not.toContain('2 chosen');
  });
});

describe('a quiz and the store', () => {
  type Sent = BriefBody & { classes: SetFor[]; version?: number };
  const brief = ({ classes, version = 0, ...rest }: Sent): BriefReply => ({
    ...rest,
    id: 'brief',
    elsewhere: 0,
    version: version + 1,
    classes: classes.map((set) => ({ ...set, assignmentId: 'check', issuedAt: null, begun: 0 })),
  });
  const blank = { ...blankQuiz(), title: 'Streams', classes: [blankSet('rivers')] };
  async function making(at: string, answers: Answers = {}) {
    const server = serving({
      'GET /api/classes': [aClass()],
      'GET /api/aims': [],
      'GET /api/term-line': { classes: [], squares: [], waiting: 0 },
      'POST /api/load': { classes: [] },
      'GET /api/assignments': [],
      'GET /api/classes/:classId/units': [],
      'GET /api/briefs/:briefId': brief({ ...blank, points: 2000, quiz: { ...blank.quiz!, questions: [deep] } }),
      'POST /api/briefs': ({ body }) => brief(body),
      'PUT /api/briefs/:briefId': ({ body }) => brief(body),
      [SEARCH]: storeOf([kept(mud), kept({ ...deep, text: textOf('Is it wide?') })]),
      ...answers,
    } as Answers);
    const page = await opened(QuizPage, { at, path: '/quiz/:id?' });
    return { ...server, page };
  }
  const later = async (page: { settled: () => Promise<unknown> }) => {
    await jest.advanceTimersByTimeAsync(900);
    await page.settled();
  };

  it('begins with chosen ones in their order, as copies that remember where they lie', async () => {
    const { page, last } = await making('/quiz?questions=kept-deep,kept-mud');
    await page.fill('Title', 'Streams again');
    await later(page);
    const { quiz } = last('POST /api/briefs')!.body;
    expect(quiz!.questions.map((one) => [plainText(one.text).trim(), one.storeId])).toEqual([
      ['Is it wide?', 'kept-deep'],
      ['Where is mud dropped?', 'kept-mud'],
    ]);
    expect(quiz!.questions.map((one) => one.id)).not.toContain('mud');
    expect(last(SEARCH)!.query).toEqual({ ids: 'kept-deep,kept-mud' });
  });

  it('remembers where a question was kept before the quiz had a name to be stored under', async () => {
    const { page, last } = await making('/quiz?questions=kept-mud', {
      [KEEP]: ({ body }) => ({ kept: body.questions.map(({ id }) => ({ questionId: id, itemId: 'mine', already: false })) }),
    });
    await page.press('Keep its questions…');
    await page.press('Keep the question');
    await page.fill('Title', 'Streams again');
    await later(page);
    expect(last('POST /api/briefs')!.body.quiz!.questions.map((one) => one.storeId)).toEqual(['mine']);
  });

  it('takes more of them in, and keeps its own for later with tags', async () => {
    const { page, last } = await making('/quiz/brief', {
      [KEEP]: ({ body }) => ({ kept: body.questions.map(({ id }, n) => ({ questionId: id, itemId: `item ${id}`, already: n > 0 })) }),
    });
    await page.press('From the store…');
    await page.tick('Choose the question “Where is mud dropped?”');
    await page.press('Take the question');
    await later(page);
    expect(last('PUT /api/briefs/:briefId')!.body.quiz!.questions.map((one) => one.storeId)).toEqual([null, 'kept-mud']);
    await page.press('Keep its questions…');
    await page.press('Keep 2 questions');
    expect(last(KEEP)!.body).toMatchObject({ from: 'brief', tags: [], questions: [{ id: 'deep' }, {}] });
    expect(page.text()).toContain('One question is kept.');
  });
});
