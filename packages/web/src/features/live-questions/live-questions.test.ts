/** @jest-environment @happy-dom/jest-environment */
import type { LiveBoardReply, LiveStep, MyLiveQuestion } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aClass } from '../../testing-rows';
import { aQuestion, asked, entry } from '../quizzes/testing-quizzes';
import AskedPage from './AskedPage.vue';
import AskPage from './AskPage.vue';
import BoardPage from './BoardPage.vue';

const STEP = 'PUT /api/live-questions/:liveId';
const ASK = 'POST /api/classes/:classId/live-questions';
const ANSWER = 'PUT /api/my/live-questions/:liveId/answer';
const line = (label: string, count: number, right: boolean | null) => ({ label, count, right, at: null });
const board = (more: Partial<LiveBoardReply> = {}): LiveBoardReply => ({
  id: 'live',
  classId: 'rivers',
  className: 'Rivers 8',
  asked: asked('mud', 'one', { entries: [entry('Inside'), entry('Outside')] }),
  askedAt: 0,
  open: true,
  names: true,
  answered: 2,
  of: 20,
  spread: null,
  key: null,
  explanation: null,
  ...more,
});
/** A server that shows what it was asked to. */
const shown = () => {
  const so: Required<LiveStep> = { spread: false, key: false, ended: false };
  return (step: LiveStep) => {
    Object.assign(so, step, step.key ? { ended: true } : {});
    const { spread, key, ended } = so;
    return board({
      open: !ended && !key,
      spread: spread ? [{ gap: null, lines: [line('Inside', 1, key || null), line('Outside', 1, key ? false : null)] }] : null,
      key: key ? ['Inside'] : null,
    });
  };
};
const press = (key: string) => window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));

beforeEach(() => localStorage.clear());

describe('the board', () => {
  const open = async (answers: Answers = {}) => {
    const after = shown();
    const server = serving({ 'GET /api/live-questions/:liveId': board(), [STEP]: ({ body }) => after(body), ...answers } as Answers);
    return { ...server, page: await opened(BoardPage, { at: '/board/live', path: '/board/:id' }) };
  };

  it('says how many have answered, then how, then the key, by keys', async () => {
    const { page, last } = await open();
    expect(page.text()).toContain('2 of 20 have answered · Answer it on “My work”');
    expect(page.text()).toContain('Outside');
    press('s');
    await page.settled();
    expect(last(STEP)!.body).toEqual({ spread: true });
    expect(page.wrapper.find('.bars').text()).not.toContain('right');
    press('k');
    await page.settled();
    expect(last(STEP)!.body).toEqual({ spread: true, key: true });
    expect(page.wrapper.find('.bars').text()).toContain('right');
    expect(page.text()).toContain('No more answers are taken');
    expect(page.has('End it')).toBe(false);
    press('k');
    await page.settled();
    // What was ended by its key stays ended until somebody lets it go on.
    expect(last(STEP)!.body).toEqual({ key: false });
    await page.press('Let it go on E');
    expect(last(STEP)!.body).toEqual({ ended: false });
  });

  it('says what went wrong and shows what was there', async () => {
    const { page } = await open({ [STEP]: new Refusal(503, 'server.busy') });
    await page.press('Show the key K');
    expect(page.text()).toContain('about server.busy');
    expect(page.text()).toContain('2 of 20 have answered');
  });
});

describe('asking', () => {
  const open = async (answers: Answers = {}, at = '/class/rivers/ask') => {
    const server = serving({
      'GET /api/classes': [aClass()],
      'GET /api/today': { lists: [] } as never,
      'GET /api/classes/:classId/live-questions': [{ id: 'old', title: 'Is it deep?', askedAt: 0, open: true, answered: 3 }],
      [ASK]: board(),
      ...answers,
    } as Answers);
    return { ...server, page: await opened(AskPage, { at, path: '/class/:id/ask' }) };
  };

  it('says what is missing until it can be asked; what is written is there when the page is opened again', async () => {
    const first = await open();
    await first.page.press('True or false');
    expect(first.page.text()).toContain('Still missing:');
    first.page.wrapper.unmount();
    const { page } = await open();
    expect(page.has('Ask it now')).toBe(true);
    expect(page.text()).toContain('Is it deep?');
    expect(page.text()).toContain('What is being asked in this class now ends with it.');
    expect(page.text()).not.toContain('In own words');
  });

  it('asks one from the store, and goes to its board', async () => {
    const mud = aQuestion('mud', 'Where is mud dropped?', { kind: 'trueFalse', key: ['true'] });
    const { page, last } = await open({ 'GET /api/questions/:itemId': { question: mud } as never }, '/class/rivers/ask?question=item');
    await page.press('Ask it now');
    expect(last(ASK)!.body.question).toMatchObject({ kind: 'trueFalse', storeId: 'item', key: ['true'] });
    expect(page.router.currentRoute.value.path).toBe('/board/live');
  });
});

describe('being asked', () => {
  const mine = (more: Partial<MyLiveQuestion> = {}): MyLiveQuestion => ({
    id: 'live',
    classId: 'rivers',
    className: 'Rivers 8',
    hue: 2,
    asked: asked('mud', 'one', { entries: [entry('Inside'), entry('Outside')] }),
    decimal: '.',
    open: true,
    names: true,
    mayChange: true,
    has: (more.answer ?? null) !== null,
    answer: null,
    spread: null,
    key: null,
    mark: null,
    explanation: null,
    ...more,
  });
  const open = async (reply: MyLiveQuestion[], answers: Answers = {}) => {
    const server = serving({ 'GET /api/my/live-questions': reply, ...answers } as Answers);
    return { ...server, page: await opened(AskedPage, { at: '/asked', path: '/asked' }) };
  };

  it('is sent by a press, and can be changed until it is ended', async () => {
    const { page, last } = await open([mine()], { [ANSWER]: ({ body }) => mine({ answer: body.answer }) });
    await page.press('Send');
    expect(last(ANSWER)).toBeUndefined();
    await page.tick('1Inside');
    await page.press('Send');
    expect(last(ANSWER)!.body).toEqual({ answer: 'inside' });
    expect(page.text()).toContain('Your answer is there.');
    await page.tick('2Outside');
    await page.press('Send the new one');
    expect(last(ANSWER)!.body).toEqual({ answer: 'outside' });
  });

  it('says that it was too late, and keeps what was chosen', async () => {
    const { page } = await open([mine()], { [ANSWER]: new Refusal(409, 'live.over') });
    await page.tick('1Inside');
    await page.press('Send');
    expect(page.text()).toContain('about live.over');
    expect(page.wrapper.find<HTMLInputElement>('input[type=radio]').element.checked).toBe(true);
  });

  it('shows how the class answered and the key only once they are shown', async () => {
    const { page } = await open([mine({ answer: 'outside' })]);
    expect(page.text()).not.toContain('How the class answered');
    const shown = await open([
      mine({
        open: false,
        answer: 'outside',
        spread: [{ gap: null, lines: [line('Inside', 3, true), line('Outside', 1, false)] }],
        key: ['Inside'],
        mark: 'none',
        explanation: 'Slow water drops its load.',
      }),
    ]);
    for (const said of ['You answered: Outside', 'Not right', 'How the class answered', 'Slow water drops its load.'])
      expect(shown.page.text()).toContain(said);
    expect((await open([])).page.text()).toContain('Nothing is asked in your classes now.');
  });
});
