/** @jest-environment @happy-dom/jest-environment */
import type { BriefBody, BriefReply, SetFor } from '@jolly/server/contract';
import { plainText, type Question } from '@jolly/core';
import { opened, serving, type Answers } from '../../testing-page';
import { aClass } from '../../testing-rows';
import { blankQuiz, blankSet } from '../assignments';
import QuizPage from './QuizPage.vue';
import { aQuestion, entry } from './testing-quizzes';

const OPEN = 'GET /api/briefs/:briefId';
const MAKE = 'POST /api/briefs';
const STORE = 'PUT /api/briefs/:briefId';
const choice = (text: string) => ({ ...entry(text), staysLast: false, explanation: '' });
const mud = aQuestion('mud', 'Where is mud dropped?', { kind: 'one', options: [choice('Inside'), choice('Outside')], key: ['inside'] });
const brief = (questions: Question[], more: Partial<BriefReply> = {}): BriefReply => {
  const blank = blankQuiz();
  return {
    ...blank,
    title: 'Streams, a check',
    points: questions.reduce((sum, one) => sum + one.points, 0) || null,
    quiz: { ...blank.quiz!, questions },
    id: 'brief',
    elsewhere: 0,
    version: 1,
    classes: [{ ...blankSet('rivers'), assignmentId: 'check', issuedAt: null, begun: 0 }],
    ...more,
  };
};
type Sent = BriefBody & { classes: SetFor[]; version?: number };
const stored = ({ classes, version = 0, ...rest }: Sent): BriefReply => ({
  ...brief([]),
  ...rest,
  version: version + 1,
  classes: classes.map((set) => ({ ...set, assignmentId: 'check', issuedAt: null, begun: 0 })),
});

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask'], now: Date.UTC(2026, 10, 25, 9) });
  localStorage.clear();
});
afterEach(() => jest.useRealTimers());

async function making(opens: BriefReply | null, answers: Answers = {}) {
  const server = serving({
    'GET /api/classes': [aClass()],
    'GET /api/aims': [],
    'GET /api/term-line': { classes: [], squares: [], waiting: 0 },
    'POST /api/load': { classes: [] },
    'GET /api/assignments': [],
    'GET /api/classes/:classId/units': [],
    ...(opens ? { [OPEN]: opens } : {}),
    [MAKE]: ({ body }) => stored(body as Sent),
    [STORE]: ({ body }) => stored(body as Sent),
    ...answers,
  } as Answers);
  const page = await opened(QuizPage, { at: opens ? '/quiz/brief' : '/quiz', path: '/quiz/:id?' });
  const later = async (ms = 900) => {
    await jest.advanceTimersByTimeAsync(ms);
    await page.settled();
  };
  const key = async (pressed: string, more: KeyboardEventInit = {}) => {
    (document.activeElement ?? document.body).dispatchEvent(new KeyboardEvent('keydown', { key: pressed, bubbles: true, ...more }));
    await page.settled();
  };
  const sent = () => ((server.last(STORE) ?? server.last(MAKE))!.body as Sent).quiz!.questions;
  return { ...server, page, later, key, sent };
}

describe('making a quiz', () => {
  it('adds a question by its key, with what is missing said beside it until it is there', async () => {
    const { page, key, later, sent } = await making(brief([mud]));
    expect(page.text()).toContain('1 question · 2 points');
    expect(page.text()).toContain('Inside');
    await page.wrapper.find('.open').trigger('focus');
    await key('3');
    expect(page.has('Done')).toBe(true);
    await page.press('Done');
    expect(page.text()).toContain('Question 2: asks nothing yet');
    await later();
    expect(sent().map((one) => one.kind)).toEqual(['one', 'trueFalse']);
  });

  it('says what is doubtful before it goes out: two alike, every option right, no points', async () => {
    const alike = aQuestion('alike', 'Which?', {
      kind: 'one',
      options: [choice('Bend'), { ...choice('bend '), id: 'b' }],
      key: ['bend', 'b'],
    });
    const { page } = await making(brief([{ ...alike, points: 0 }]));
    for (const said of ['has no points', 'has two entries that say the same', 'takes every option as right'])
      expect(page.text()).toContain(`Question 1: ${said}`);
  });

  it('moves a question by keys, removes one and puts it back, and stores what stands', async () => {
    const second = aQuestion('deep', 'How deep?', { kind: 'trueFalse', key: ['true'] });
    const { page, key, later, sent } = await making(brief([mud, second]));
    await page.wrapper.find('.open').trigger('focus');
    await key('ArrowDown', { shiftKey: true });
    await later();
    expect(sent().map((one) => one.id)).toEqual(['deep', 'mud']);
    await key('Delete');
    expect(page.text()).toContain('Question 2 is removed.');
    expect(page.text()).toContain('1 question · 2 points');
    await page.press('Put it back');
    await later();
    expect(sent().map((one) => one.id)).toEqual(['deep', 'mud']);
  });

  it('takes questions from the cells of a spreadsheet, and says which rows it did not take', async () => {
    const { page, later, sent } = await making(brief([]));
    await page.press('From a table or file…');
    await page.fill(
      'Cells of a spreadsheet',
      'Where does a river drop mud?\tInside\tOutside; At its mouth\nIs the sea salt?\ttrue\n\tnothing asked',
    );
    await page.settled();
    expect(page.text()).toContain('2 questions found');
    await page.press('Take the 2 questions');
    await later();
    expect(sent().map((one) => [one.kind, plainText(one.text).trim()])).toEqual([
      ['one', 'Where does a river drop mud?'],
      ['trueFalse', 'Is the sea salt?'],
    ]);
  });

  it('tries it as a student would have it, and stores nothing of that', async () => {
    const { page, asked } = await making(brief([mud]));
    const before = asked.length;
    await page.press('Try it as a student');
    await page.tick('1Inside');
    await page.press('Score it');
    expect(page.text()).toContain('2 of 2');
    expect(asked).toHaveLength(before);
  });

  it('is not to be written where it belongs to other teachers’ classes too', async () => {
    const { page } = await making(brief([mud], { elsewhere: 1 }));
    expect(page.field('Title').disabled).toBe(true);
    expect(page.has('From a table or file…')).toBe(false);
  });

  it('says who has begun before one changes it', async () => {
    const classes = [{ ...blankSet('rivers'), assignmentId: 'check', issuedAt: 1, begun: 2 }];
    const { page } = await making(brief([mud], { classes }));
    expect(page.text()).toContain('2 students have begun: what they began stays as it was for them.');
  });
});
