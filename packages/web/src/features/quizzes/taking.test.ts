/** @jest-environment @happy-dom/jest-environment */
import type { AnswersReply, MyQuizReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { useSession } from '../accounts';
import TakingPage from './TakingPage.vue';
import { answered, asked, aTry, entry, myQuiz, QUIZ_AT } from './testing-quizzes';

const QUIZ = 'GET /api/my/quizzes/:assignmentId';
const BEGIN = 'POST /api/my/quizzes/:assignmentId/tries';
const ANSWER = 'POST /api/my/quizzes/:assignmentId/answers';
const FORWARD = 'POST /api/my/quizzes/:assignmentId/forward';
const HAND_IN = 'POST /api/my/quizzes/:assignmentId/hand-in';
const mud = asked('mud', 'one', { entries: [entry('Inside'), entry('Outside')] });
const word = asked('word', 'short');
const order = asked('order', 'order', { entries: [entry('Spring'), entry('Mouth'), entry('Bend')] });
const pairs = asked('pairs', 'match', { entries: [entry('Oxbow'), entry('Delta')], partners: [entry('Lake'), entry('Mouth')] });
const depth = asked('depth', 'number', { unit: 'm' });
const map = asked('map', 'place', { picture: { id: 'map', name: 'map.png', width: 400, height: 300, alt: 'A map' } as never });

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask'], now: QUIZ_AT });
  localStorage.clear();
});
afterEach(() => jest.useRealTimers());

/** A server that takes every answer as the one that stands, until the test has it otherwise. */
async function taking(quiz: MyQuizReply, answers: Answers = {}) {
  const stands: AnswersReply['stands'] = {};
  const server = serving({
    [QUIZ]: quiz,
    [ANSWER]: ({ body }) => {
      for (const one of body.answers) stands[one.questionId] = { id: one.id, answer: one.answer };
      return {
        stands,
        beside: {},
        late: 0,
        now: Date.now() + quiz.now - QUIZ_AT,
        endsAt: quiz.running?.endsAt ?? null,
        over: false,
        refused: {},
      };
    },
    [HAND_IN]: { number: 1, at: QUIZ_AT, receipt: 'K4TR-9', answered: 1, questions: 3 },
    ...answers,
  });
  const page = await opened(TakingPage, { at: '/work/check/quiz', path: '/work/:id/quiz' });
  const later = async (ms = 800) => {
    await jest.advanceTimersByTimeAsync(ms);
    await page.settled();
  };
  return { ...server, page, later };
}

describe('the door of a quiz', () => {
  it('says how long one has and why, and begins it', async () => {
    const { page, last } = await taking(myQuiz({ minutes: 25, factor: 125_000, triesAllowed: 2 }), {
      [BEGIN]: myQuiz({ running: aTry([mud, word]) }),
    });
    expect(page.text()).toContain('3 questions, 6 points');
    expect(page.text()).toContain('you have 25 minutes: 125 %');
    expect(page.text()).toContain('2 tries');
    await page.press('Begin the quiz');
    expect(last(BEGIN)!.params).toEqual({ assignmentId: 'check' });
    expect(page.text()).toContain('1 of 2 · 2 points');
    expect(page.text()).toContain('20:00 left');
  });

  it('says why it cannot be begun, and offers nothing to press', async () => {
    const { page } = await taking(myQuiz({ mayBegin: 'notOpen', window: { opens: Date.UTC(2026, 10, 26, 9), due: null, closes: null } }));
    expect(page.text()).toMatch(/It opens .*26/);
    expect(page.has('Begin the quiz')).toBe(false);
  });

  it('shows of a try that is over what may be seen, and says when the rest comes', async () => {
    const finished = {
      number: 1,
      begunAt: QUIZ_AT,
      endedAt: QUIZ_AT,
      byClock: true,
      receipt: 'K4TR-9',
      late: 1,
      score: 4000,
      max: 6000,
      questions: [answered(mud, { answer: 'inside', mark: 'full', points: 2000 }), answered(word, { mark: 'notAnswered', points: 0 })],
    };
    const { page } = await taking(myQuiz({ state: 'in', mayBegin: 'noTriesLeft', finished: [finished] }));
    expect(page.text()).toContain('4 of 6');
    expect(page.text()).toContain('Ended by the clock');
    expect(page.text()).toContain('One answer came after the end.');
    expect(page.text()).toContain('The right answers are shown when the teacher returns it.');
    expect(page.text()).not.toContain('Explanations are shown');
    expect(page.text()).not.toContain('Right:');
  });
});

describe('a try', () => {
  const running = (more: Parameters<typeof aTry>[1] = {}) => myQuiz({ running: aTry([mud, word, order], more) });

  it('stores a choice at once and a word when one stops typing; the strip says which are answered', async () => {
    const { page, asked: sent, last, later } = await taking(running());
    await page.tick('2Outside');
    await later(0);
    expect(last(ANSWER)!.body).toMatchObject({ number: 1, answers: [{ questionId: 'mud', answer: 'outside', insteadOf: null }] });
    expect(page.has('Question 1, answered')).toBe(true);
    await page.press('Next');
    await page.fill('What of word?', 'me');
    await page.fill('What of word?', 'meander');
    expect(sent.filter((one) => one.key === ANSWER)).toHaveLength(1);
    await later();
    expect(last(ANSWER)!.body).toMatchObject({ answers: [{ questionId: 'word', answer: 'meander' }] });
    expect(page.text()).toContain('Saved 10:00');
    expect(page.has('Question 3, not answered')).toBe(true);
  });

  it('in the simple view a question without a recording is read aloud by the device, with what there is to choose from', async () => {
    const said: string[] = [];
    const voice = { lang: 'en-GB', localService: true };
    const speech = Object.assign(new EventTarget(), {
      getVoices: () => [voice],
      speak: (one: { text: string }) => said.push(one.text),
      cancel: () => undefined,
    });
    class Utterance {
      constructor(readonly text: string) {}
    }
    Object.assign(globalThis, { speechSynthesis: speech, SpeechSynthesisUtterance: Utterance });
    const { page } = await taking(running());
    expect(page.has('Listen')).toBe(false);
    Object.assign(useSession(), { me: { id: 'bao', role: 'student', givenName: 'Bao', familyName: 'Lind', simple: true } });
    await page.settled();
    await page.press('Listen');
    expect(said).toEqual(['What of mud?\nInside\nOutside']);
    Reflect.deleteProperty(globalThis, 'speechSynthesis');
  });

  it('keeps answers on the device while the line is away, says so, and sends them when it is back', async () => {
    let away = true;
    const stored: unknown[] = [];
    const answers = {
      [ANSWER]: ({ body }: { body: { answers: { id: string; questionId: string; answer: unknown }[] } }) => {
        if (away) return new Refusal(503, 'unreachable');
        stored.push(...body.answers.map((one) => [one.questionId, one.answer]));
        const stands = Object.fromEntries(body.answers.map((one) => [one.questionId, { id: one.id, answer: one.answer }]));
        return { stands, beside: {}, late: 0, now: QUIZ_AT, endsAt: QUIZ_AT + 1_200_000, over: false, refused: {} };
      },
    } as Answers;
    const { page, later } = await taking(running(), answers);
    await page.tick('1Inside');
    await later(0);
    expect(page.text()).toContain('No line at present. Go on');
    // What was on its way may be at the server; another choice is an answer of its own, and not that one changed.
    await page.tick('2Outside');
    await page.press('Next');
    await page.fill('What of word?', 'bend');
    await later();
    // The tab is closed and opened again, still without a line.
    page.wrapper.unmount();
    const again = await taking(running(), answers);
    expect(again.page.has('Question 1, answered')).toBe(true);
    expect(again.page.has('Question 2, answered')).toBe(true);
    expect(stored).toEqual([]);
    away = false;
    window.dispatchEvent(new Event('online'));
    await again.later(0);
    expect(stored).toEqual([
      ['mud', 'inside'],
      ['mud', 'outside'],
      ['word', 'bend'],
    ]);
    expect(Object.keys(localStorage).filter((key) => key.startsWith('jolly-quiz '))).toEqual([]);
  });

  it('loses nothing of two tabs that are open beside each other without a line', async () => {
    const away = { [ANSWER]: new Refusal(503, 'unreachable') };
    const one = await taking(running(), away);
    const other = await taking(running(), away);
    await other.page.tick('1Inside');
    await other.later(0);
    const key = Object.keys(localStorage).find((name) => name.startsWith('jolly-quiz '))!;
    const kept = () => (JSON.parse(localStorage.getItem(key) ?? '[]') as { questionId: string }[]).map((each) => each.questionId);
    expect(kept()).toEqual(['mud']);
    one.page.wrapper.findComponent({ name: 'AnswerField' }).vm.$emit('update:modelValue', 'outside');
    await one.later(0);
    expect(kept()).toEqual(['mud', 'mud']);
  });

  it('names what has no answer before it is handed in', async () => {
    const { page, last, later } = await taking(running({ stands: { mud: { id: 'a', answer: 'inside' } } }));
    // It opens at the first that has none.
    expect(page.text()).toContain('2 of 3');
    await page.press('Come back to it later');
    expect(page.has('Question 2, to come back to')).toBe(true);
    await page.press('Next');
    await page.press('Look over and hand in');
    expect(page.text()).toContain('2 questions have no answer.');
    await page.press('Question 3: no answer');
    await page.press('Move down: Spring');
    await later(0);
    expect(last(ANSWER)!.body.answers[0]).toMatchObject({ questionId: 'order', answer: ['mouth', 'spring', 'bend'] });
    expect(page.said('status')).toContain('Spring is now number 2');
    await page.press('Look over and hand in');
    await page.press('Hand in');
    expect(last(HAND_IN)!.body).toEqual({ number: 1 });
  });

  it('is handed in by itself when the time is over by the school’s clock, whatever the device thinks', async () => {
    // This device is a quarter of an hour behind.
    const quiz = { ...running({ endsAt: QUIZ_AT + 16 * 60_000 }), now: QUIZ_AT + 15 * 60_000 };
    const { page, last, later } = await taking(quiz);
    expect(page.text()).toContain('1:00 left');
    await page.tick('1Inside');
    await later(61_000);
    expect(page.text()).toContain('The time is over');
    expect(last(HAND_IN)!.body).toEqual({ number: 1 });
  });

  it('asks which of two answers stands that two devices gave', async () => {
    const { page, last, later } = await taking(
      running({ stands: { mud: { id: 'a', answer: 'inside' } }, beside: { mud: [{ id: 'b', answer: 'outside' }] } }),
    );
    await page.press('Question 1, answered');
    expect(page.said('alert')).toContain('On another device you gave another answer to this. Here stands: Inside. There:Outside');
    await page.press('Take this one');
    await later(0);
    expect(last(ANSWER)!.body.answers).toMatchObject([{ questionId: 'mud', answer: 'outside', insteadOf: 'a' }]);
  });

  it('without going back goes on once the answer is stored, and has no way back', async () => {
    const {
      page,
      last,
      asked: sent,
    } = await taking(myQuiz({ oneWay: true, running: aTry([mud, null], { position: 0 }) }), {
      [FORWARD]: myQuiz({ oneWay: true, running: aTry([null, word], { position: 1 }) }),
    });
    expect(page.has('Back')).toBe(false);
    await page.tick('2Outside');
    await page.press('Next');
    expect(last(FORWARD)!.body).toEqual({ number: 1, position: 0 });
    const keys = sent.map((one) => one.key);
    expect(keys.indexOf(ANSWER)).toBeLessThan(keys.indexOf(FORWARD));
    expect(page.text()).toContain('2 of 2');
    expect(page.has('Back')).toBe(false);
  });

  it('pairs by lists, reads numbers as they are written, and says what it cannot read', async () => {
    const { page, last, later } = await taking(myQuiz({ running: aTry([pairs, depth]) }));
    await page.choose('Oxbow', 'Lake');
    await later(0);
    expect(last(ANSWER)!.body.answers[0]!.answer).toEqual({ oxbow: 'lake' });
    await page.press('Next');
    await page.fill('What of depth?', '2,5 deep');
    await later();
    expect(page.said('alert')).toContain('This cannot be read as a number. Write it like 3.5');
    expect(last(ANSWER)!.body.answers[0]!.questionId).toBe('pairs');
    await page.fill('What of depth?', '3/8');
    await later();
    expect(last(ANSWER)!.body.answers[0]).toMatchObject({ questionId: 'depth', answer: '3/8' });
  });

  it('finds a place on a picture by keys', async () => {
    const { page, last, later } = await taking(myQuiz({ running: aTry([map]) }));
    const board = document.querySelector<HTMLElement>('.board, [role=application]')!;
    board.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
    await later(0);
    const [x, y] = last(ANSWER)!.body.answers[0]!.answer as [number, number];
    board.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', shiftKey: true, bubbles: true }));
    await later(0);
    const [wider, same] = last(ANSWER)!.body.answers[0]!.answer as [number, number];
    expect(wider - x).toBeGreaterThan(1);
    expect(same).toBe(y);
    expect(page.said('status')).toContain('% from the left');
  });
});
