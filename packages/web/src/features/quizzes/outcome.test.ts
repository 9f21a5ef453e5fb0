/** @jest-environment @happy-dom/jest-environment */
import type { AnswerToScore, CorrectionEffects, QuizOutcomeReply, SavedRemark } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import AcrossAnswersPage from './AcrossAnswersPage.vue';
import QuizOutcomePage from './QuizOutcomePage.vue';
import { aCell, anOutcome, aQuestion, aRowOf, entry } from './testing-quizzes';

const OUTCOME = 'GET /api/assignments/:assignmentId/quiz';
const LOOK = 'POST /api/assignments/:assignmentId/quiz/corrections/look';
const SETTLE = 'POST /api/assignments/:assignmentId/quiz/corrections';
const UNDO = 'DELETE /api/assignments/:assignmentId/quiz/corrections/:actId';
const ACROSS = 'GET /api/assignments/:assignmentId/quiz/questions/:questionId/answers';
const MARK = 'PUT /api/assignments/:assignmentId/quiz/tries/:tryId/marks/:questionId';

const choice = (text: string) => ({ ...entry(text), staysLast: false, explanation: '' });
const mud = aQuestion('mud', 'Where is mud dropped?', {
  kind: 'one',
  options: [choice('Inside'), choice('Outside')],
  key: ['outside'],
});
const own = aQuestion('own', 'Why?', { kind: 'own', rubric: null });
const inside = { kind: 'option' as const, optionId: 'inside' };
const outcome = (more: Partial<QuizOutcomeReply> = {}): QuizOutcomeReply => ({
  assignmentId: 'check',
  briefId: 'brief',
  classId: 'rivers',
  title: 'Streams, a check',
  points: 4000,
  max: 4000,
  namesHidden: false,
  questions: [
    anOutcome(own, { waiting: 1 }),
    anOutcome(mud, {
      discrimination: -4800,
      verdicts: ['keyDoubtful'],
      spreads: [
        {
          gap: null,
          lines: [
            { label: 'Outside', count: 1, as: 'key', lettersOff: 0, countRight: null },
            { label: 'Inside', count: 2, as: 'wrong', lettersOff: 0, countRight: inside },
          ],
        },
      ],
    }),
  ],
  rows: [
    aRowOf('Ada', { own: aCell('because', null), mud: aCell('inside', 0) }, 0),
    aRowOf('Bao', { own: aCell(null, 0), mud: aCell('outside', 2000) }, 2000),
  ],
  handedIn: 2,
  middle: 1000,
  waiting: 1,
  alpha: 6100,
  acts: [],
  ...more,
});
const effects: CorrectionEffects = {
  moves: [{ student: { id: 'ada', givenName: 'Ada', familyName: 'Lind' }, className: 'Rivers 8', before: 0, after: 2000, waits: true }],
  passing: 1,
  failing: 0,
  returned: 1,
  classes: 1,
};

describe('what came of a quiz', () => {
  const open = async (reply: QuizOutcomeReply, answers: Answers = {}) => {
    const server = serving({ [OUTCOME]: reply, [LOOK]: effects, [SETTLE]: {} as never, [UNDO]: undefined, ...answers } as Answers);
    return { ...server, page: await opened(QuizOutcomePage, { at: '/marking/check/quiz', path: '/marking/:id/quiz' }) };
  };

  it('says first which question’s key is probably wrong, and what the figures say', async () => {
    const { page } = await open(outcome());
    expect(page.text()).toContain('Is its key right?');
    expect(page.text()).toContain('Where is mud dropped?');
    expect(page.text()).toContain('Those who did well in the rest did worse here (−0.48).');
    expect(page.text()).toContain('2 of 2 have handed in · middle 1 of 4 · 1 answer waits for you · reliability 0.61');
    expect(page.has('Score the answer that waits')).toBe(true);
    for (const [cell, name] of [
      ['Ada Lind, question 1', 'waits for a score'],
      ['Ada Lind, question 2', 'none'],
      ['Bao Lind, question 1', 'not answered'],
      ['Bao Lind, question 2', 'full'],
    ])
      expect(page.has(`${cell}: ${name}`)).toBe(true);
  });

  it('counts an answer as right after saying who moves, and tells those who have theirs back if wanted', async () => {
    const { page, last, asked } = await open(outcome());
    await page.press('Count as right');
    expect(last(LOOK)!.body).toEqual({ questionId: 'mud', correction: { kind: 'countRight', right: inside }, giveBack: true });
    expect(asked.some((one) => one.key === SETTLE)).toBe(false);
    expect(page.text()).toContain('One student gains. One of them comes to the pass line. Nobody falls.');
    expect(page.text()).toContain('0 → 2 + ?');
    await page.tick('Tell the one who has it back', false);
    await page.press('Count it as right');
    expect(last(SETTLE)!.body).toMatchObject({ correction: { kind: 'countRight', right: inside }, giveBack: false });
    expect(asked.filter((one) => one.key === OUTCOME)).toHaveLength(2);
  });

  it('notes in the plan what is to be taught again', async () => {
    const note = 'POST /api/classes/:classId/plan-notes';
    const stored = { id: 'n', classId: 'rivers', by: 'Odile Finch', done: false, version: 1 };
    const { page, last } = await open(outcome(), { [note]: ({ body }) => ({ ...body, ...stored }) } as Answers);
    await page.press('Teach it again…');
    await page.fill('What is noted', `${page.field('What is noted').value}, with the film`);
    await page.press('Note it');
    expect(last(note)).toMatchObject({
      params: { classId: 'rivers' },
      body: {
        text: 'Teach again: Where is mud dropped? (Streams, a check), with the film',
        day: null,
        assignmentId: 'check',
        questionId: 'mud',
      },
    });
    expect(page.said('status')).toContain('Noted in the plan, for sometime.');
  });

  it('leaves a question out either for nobody or for everybody, and takes it back', async () => {
    const acts = [
      { id: 'act', questionId: 'mud', correction: { kind: 'leaveOut' as const, how: 'dropped' as const }, by: 'Odile Finch', at: 1 },
    ];
    const { page, last } = await open(outcome({ acts }));
    expect(page.text()).toContain('Left out, for nobody · Odile Finch');
    await page.press('Undo');
    expect(last(UNDO)!.params).toEqual({ assignmentId: 'check', actId: 'act' });
    await page.press('Leave question out…');
    await page.tick('Everybody who got it gets its points');
    expect(last(LOOK)!.body.correction).toEqual({ kind: 'leaveOut', how: 'everyone' });
    await page.press('Leave it out');
    expect(last(SETTLE)!.body.correction).toEqual({ kind: 'leaveOut', how: 'everyone' });
  });

  it('says what stands in the way, and keeps the page', async () => {
    const { page } = await open(outcome(), { [SETTLE]: new Refusal(409, 'quiz.changed') });
    await page.press('Count as right');
    await page.press('Count it as right');
    expect(page.said('alert')).toContain('about quiz.changed');
    expect(page.text()).toContain('One student gains.');
  });
});

it('follows by itself while students hand in, once for many', async () => {
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask'] });
  const streams: { at: string; onmessage: (event: { data: string }) => void }[] = [];
  globalThis.EventSource = class {
    constructor(readonly at: string) {
      streams.push(this as never);
    }
    close = () => undefined;
  } as never;
  const { asked } = serving({ [OUTCOME]: outcome() });
  const page = await opened(QuizOutcomePage, { at: '/marking/check/quiz', path: '/marking/:id/quiz' });
  expect(streams.map((one) => one.at)).toEqual(['/api/assignments/check/live']);
  for (let n = 0; n < 30; n++) streams[0]!.onmessage({ data: '{"studentIds":["ada"]}' });
  await jest.advanceTimersByTimeAsync(2500);
  await page.settled();
  expect(asked.filter((one) => one.key === OUTCOME)).toHaveLength(2);
  Reflect.deleteProperty(globalThis, 'EventSource');
  jest.useRealTimers();
});

describe('one question across all students', () => {
  beforeEach(() => localStorage.clear());
  const answers: AnswerToScore[] = [
    { tryId: 'a', student: { id: 'p1', givenName: '', familyName: '' }, answer: 'It slows down.', files: [], mark: null },
    {
      tryId: 'b',
      student: { id: 'p2', givenName: '', familyName: '' },
      answer: 'Because.',
      files: [],
      mark: { points: 1000, choices: null, remark: 'Why?', version: 3, by: 'Odile Finch' },
    },
  ];
  const say: SavedRemark = {
    id: 'say',
    text: 'Say why.',
    folder: '',
    aim: '',
    criterion: '',
    shared: false,
    own: true,
    owner: '',
    uses: 2,
    version: 1,
  };
  const open = async (more: Answers = {}) => {
    const server = serving({
      [ACROSS]: {
        assignmentId: 'check',
        title: 'Streams, a check',
        question: own,
        questions: [{ id: 'own', number: 1, waiting: 1 }],
        answers,
        namesHidden: true,
      },
      'GET /api/remarks': [say],
      [MARK]: ({ body }) => ({
        ...answers[0]!,
        mark: { ...body, version: body.version + 1, by: 'Odile Finch' },
      }),
      ...more,
    } as Answers);
    const page = await opened(AcrossAnswersPage, { at: '/marking/check/answers/own', path: '/marking/:id/answers/:question' });
    return { ...server, page };
  };

  it('gives points by a key with names hidden; each mark goes on from the one before', async () => {
    const { page, last } = await open();
    expect(page.text()).toContain('1 of 2 answers scored');
    expect(page.text()).toContain('Names are hidden.');
    await page.press('2 points to Piece 1');
    expect(last(MARK)).toMatchObject({
      params: { tryId: 'a', questionId: 'own' },
      body: { points: 2000, choices: null, remark: '', version: 0 },
    });
    expect(page.text()).toContain('2 of 2 answers scored');
    await page.press('1 point to Piece 1');
    expect(last(MARK)!.body).toMatchObject({ points: 1000, version: 1 });
  });

  it('goes on to the next student once points are stored, but not away from where one has gone meanwhile', async () => {
    const { page } = await open();
    await page.press('2 points to Piece 1');
    expect(document.activeElement!.getAttribute('aria-label')).toBe('Points of Piece 2');
    const there = () => document.querySelector<HTMLElement>('[aria-label="No point to Piece 2"]')!;
    const { page: slow } = await open({
      [MARK]: ({ body }) => {
        there().focus();
        return { ...answers[0]!, mark: { ...body, version: body.version + 1, by: 'Odile Finch' } };
      },
    });
    await slow.press('2 points to Piece 1');
    expect(document.activeElement).toBe(there());
  });

  it('takes points away again, and keeps the word beside them', async () => {
    const { page, last } = await open();
    await page.fill('Points of Piece 2', '');
    expect(last(MARK)!.body).toEqual({ points: null, choices: null, remark: 'Why?', remarks: [], version: 3 });
  });

  it('a word about one question does not go to the next', async () => {
    const why = aQuestion('why', 'And where?', { kind: 'own', rubric: null });
    const questions = [own, why].map((one, index) => ({ id: one.id, number: index + 1, waiting: 1 }));
    const { page, asked } = await open({
      [ACROSS]: ({ params }) => ({
        assignmentId: 'check',
        title: 'Streams, a check',
        question: params.questionId === 'own' ? own : why,
        questions,
        answers: answers.map((one) => ({ ...one, mark: params.questionId === 'own' ? one.mark : null })),
        namesHidden: true,
      }),
    } as Answers);
    expect(page.field('A word to the answer of Piece 2').value).toBe('Why?');
    await page.router.replace('/marking/check/answers/why');
    await page.settled();
    expect(page.text()).toContain('And where?');
    expect(page.field('A word to the answer of Piece 2').value).toBe('');
    page.field('A word to the answer of Piece 2').dispatchEvent(new Event('blur'));
    await page.settled();
    expect(asked.some((one) => one.key === MARK)).toBe(false);
  });

  it('stores a word while it is typed, without waiting for its field to be left', async () => {
    jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask'] });
    const { page, last } = await open();
    await page.fill('A word to the answer of Piece 1', 'Clear ');
    expect(last(MARK)).toBeUndefined();
    await jest.advanceTimersByTimeAsync(1300);
    await page.settled();
    expect(last(MARK)!.body).toMatchObject({ remark: 'Clear', version: 0 });
    jest.useRealTimers();
  });

  it('stores a word of whoever leaves the page in the middle of it', async () => {
    const { page, last } = await open();
    await page.fill('A word to the answer of Piece 1', 'Clear');
    page.wrapper.unmount();
    await page.settled();
    expect(last(MARK)!.body).toMatchObject({ remark: 'Clear' });
    expect(Object.values(localStorage).join()).not.toContain('Clear');
  });

  it('keeps a word that could not be stored, and offers it when the page is opened again', async () => {
    const away = await open({ [MARK]: new Refusal(503, 'server.busy') });
    await away.page.fill('A word to the answer of Piece 2', 'Why, though?');
    away.page.field('A word to the answer of Piece 2').dispatchEvent(new Event('blur'));
    await away.page.settled();
    away.page.wrapper.unmount();
    const { page, last } = await open();
    expect(page.field('A word to the answer of Piece 2').value).toBe('Why, though?');
    expect(page.text()).toContain('This word is only in this browser yet.');
    await page.press('Store it');
    expect(last(MARK)!.body).toMatchObject({ points: 1000, remark: 'Why, though?', version: 3 });
    expect(page.text()).not.toContain('only in this browser');
  });

  it('takes a saved remark in by its key, and counts that it was used', async () => {
    const { page, last } = await open();
    const field = page.field('A word to the answer of Piece 2');
    field.setSelectionRange(0, 0);
    field.dispatchEvent(new KeyboardEvent('keydown', { key: ';', bubbles: true }));
    await page.settled();
    document.activeElement!.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    await page.settled();
    expect(page.field('A word to the answer of Piece 2').value).toBe('Why? Say why.');
    page.field('A word to the answer of Piece 2').dispatchEvent(new Event('blur'));
    await page.settled();
    expect(last(MARK)!.body).toMatchObject({ remark: 'Why? Say why.', remarks: ['say'] });
  });

  it('says that somebody else scored it meanwhile, and shows that score', async () => {
    const current = { points: 500, choices: null, remark: '', version: 4, by: 'Ines Moor' };
    const { page, last } = await open({ [MARK]: new Refusal(409, 'quiz.mark', { current } as never) });
    await page.press('2 points to Piece 2');
    expect(page.said('alert')).toContain('about quiz.mark');
    expect(page.field('Points of Piece 2').value).toBe('0.5');
    await page.press('2 points to Piece 2');
    expect(last(MARK)!.body).toMatchObject({ version: 4 });
  });
});
