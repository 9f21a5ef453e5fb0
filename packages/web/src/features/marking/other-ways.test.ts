/** @jest-environment @happy-dom/jest-environment */
import { textOf, type Rubric } from '@jolly/core';
import type {
  AcrossReply,
  OutcomeReply,
  PieceRow,
  PileReply,
  PilesReply,
  ScoreView,
  SecondReply,
  TermLineReply,
} from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { aClass, anAssignment, aRow } from '../../testing-rows';
import { useTermLine } from '../termline';
import AcrossPage from './AcrossPage.vue';
import MarkingPage from './MarkingPage.vue';
import OutcomePage from './OutcomePage.vue';
import TwoPage from './TwoPage.vue';

const level = (id: string, points: number) => ({ id, name: id, descriptor: `${id} means this`, points, upTo: null });
const criterion = (id: string) => ({ id, name: id, weight: 1000, aims: [], levels: [level(`${id}-low`, 2000), level(`${id}-high`, 8000)] });
const rubric: Rubric = { name: 'Models', criteria: [criterion('Shape'), criterion('Labels')] };
const at = Date.UTC(2026, 10, 23, 12);

describe('one criterion across all', () => {
  const ACROSS = 'GET /api/assignments/:assignmentId/across';
  const SCORE = 'PUT /api/assignments/:assignmentId/pieces/:studentId/score';
  const scored = (choices: Record<string, { levelId: string; points: number }>) =>
    ({
      chosen: { by: 'rubric', choices },
      remark: textOf('Kept'),
      words: { Shape: 'so' },
      adjust: null,
    }) as Partial<ScoreView> as ScoreView;
  const piece = (name: string, more: Partial<PieceRow> = {}) => ({
    row: aRow(name, more),
    text: textOf(`${name} wrote`),
    sheets: [],
    files: [],
  });
  const page = async (answers: Answers = {}, pieces: AcrossReply['pieces'] = [piece('Ada'), piece('Bao')]) => {
    const assignment = anAssignment({ scoring: { by: 'rubric', rubric, shelfId: null } });
    const server = serving({
      [ACROSS]: { assignment, pieces },
      [SCORE]: ({ params, body }) =>
        ({
          row: aRow(params.studentId === 'ada' ? 'Ada' : 'Bao', {
            version: body.version! + 1,
            score: { ...scored({}), chosen: body.chosen },
          }),
        }) as never,
      ...answers,
    });
    return { ...server, page: await opened(AcrossPage, { at: '/marking/delta/across', path: '/marking/:id/across' }) };
  };
  const levels = () => [...document.querySelectorAll<HTMLElement>('[role=radio]')];

  it('holds each choice at once, with all that stood beside it', async () => {
    const rows = [piece('Ada', { version: 3, score: scored({ Labels: { levelId: 'Labels-low', points: 2000 } }) }), piece('Bao')];
    const { page: it, last } = await page({}, rows);
    levels()[1]!.click();
    await it.settled();
    expect(last(SCORE)).toMatchObject({
      params: { studentId: 'ada' },
      body: {
        version: 3,
        words: { Shape: 'so' },
        chosen: { choices: { Labels: { levelId: 'Labels-low' }, Shape: { levelId: 'Shape-high', points: 8000 } } },
      },
    });
    expect(it.text()).toContain('1 of 2 scored');
  });

  it('climbs by numbers, and has the next student under the hand', async () => {
    const { page: it, last } = await page();
    levels()[0]!.dispatchEvent(new KeyboardEvent('keydown', { key: '2', bubbles: true, cancelable: true }));
    await it.settled();
    expect(last(SCORE)!.body.chosen).toMatchObject({ choices: { Shape: { levelId: 'Shape-high' } } });
    expect(document.activeElement!.closest('.one')!.textContent).toContain('Bao');
  });

  it('shows another criterion by its name', async () => {
    const { page: it } = await page();
    await it.press('Labels');
    expect(levels().map((one) => one.textContent)).toContain('Labels-low2');
    expect(it.router.currentRoute.value.query.criterion).toBe('Labels');
  });

  it('says at the student what was not held, and shows what is', async () => {
    const { page: it } = await page({ [SCORE]: new Refusal(409, 'conflict.changedMeanwhile') });
    levels()[1]!.click();
    await it.settled();
    expect(it.said('alert')).toBe('about conflict.changedMeanwhile');
    expect(levels()[1]!.getAttribute('aria-checked')).toBe('false');
  });

  it('without a rubric, or with nothing in, says so', async () => {
    expect((await page({}, [])).page.text()).toContain('Nothing is handed in yet.');
    const { page: it } = await page({ [ACROSS]: { assignment: anAssignment(), pieces: [piece('Ada')] } });
    expect(it.text()).toContain('There is no rubric here.');
    expect(it.text()).toContain('Ada wrote');
  });
});

describe('two markers', () => {
  const AGREE = 'PUT /api/assignments/:assignmentId/pieces/:studentId/agreed-score';
  const pair = (name: string, first: number, second: number, agreedAt: number | null = null): SecondReply['pieces'][number] => ({
    row: aRow(name, { version: 2 }),
    first: { by: 'Finch', earned: first, chosen: null },
    second: { by: 'Vega', at, earned: second, chosen: null, remark: 'Too kind', agreedAt },
    differ: Math.abs(first - second),
  });
  const page = async (more: Partial<SecondReply> = {}, answers: Answers = {}) => {
    const server = serving({
      'GET /api/assignments/:assignmentId/pile': {
        assignments: [anAssignment()],
        rows: [],
        pace: null,
        teachers: [{ id: 'vega', name: 'Vega Test' }],
        timed: [],
      },
      'GET /api/assignments/:assignmentId/seconds': {
        secondMarker: 'vega',
        pieces: [pair('Ada', 14_000, 9000), pair('Bao', 8000, 8000)],
        open: 3,
        ...more,
      },
      [AGREE]: undefined as never,
      ...answers,
    });
    return { ...server, page: await opened(TwoPage, { at: '/marking/delta/two', path: '/marking/:id/two' }) };
  };

  it('agree on either score or on another, over the version both have seen', async () => {
    const { page: it, last } = await page();
    expect(it.text()).toContain('second: Vega Test · 3 pieces are not scored a second time yet');
    await it.press('9');
    expect(last(AGREE)).toMatchObject({ params: { studentId: 'ada' }, body: { earned: 9000, chosen: null, version: 2 } });
    await it.fill('Agree on', '12');
    await it.press('Agree on');
    expect(last(AGREE)!.body.earned).toBe(12_000);
  });

  it('have one button where they gave the same, and none once they have agreed', async () => {
    await page({ pieces: [pair('Bao', 8000, 8000), pair('Hana', 7000, 9000, at)] });
    const [bao, hana] = [...document.querySelectorAll('tbody tr')];
    expect(bao!.querySelectorAll('button[type=button]')).toHaveLength(1);
    expect([hana!.querySelector('form'), hana!.textContent!.includes('Agreed: 7')]).toEqual([null, true]);
  });

  it('are told that nobody scores this twice', async () => {
    const { page: it } = await page({ secondMarker: null, pieces: [] });
    expect(it.text()).toContain('Nobody scores this a second time.');
  });
});

describe('how it went', () => {
  const reply: OutcomeReply = {
    title: 'River delta',
    points: 20_000,
    how: 'handIn',
    scoring: 'rubric',
    students: 20,
    scored: 3,
    mean: 14_333,
    middle: 14_000,
    spread: null,
    criteria: [],
    remarks: [{ text: 'Say why.', uses: 3 }],
    drift: null,
  };
  const page = async (more: Partial<OutcomeReply> = {}) => {
    serving({ 'GET /api/assignments/:assignmentId/outcome': { ...reply, ...more } });
    return opened(OutcomePage, { at: '/marking/delta/outcome', path: '/marking/:id/outcome' });
  };

  it('has mean and middle, the weakest criterion first, and the commonest remark', async () => {
    const of = (name: string, meanPercent: number | null) => ({
      criterionId: name,
      name,
      meanPercent,
      levels: [{ levelId: 'l', name: 'low', count: 2 }],
    });
    const it = await page({ criteria: [of('Shape', 80_000), of('Labels', 41_250), of('Never', null)] as OutcomeReply['criteria'] });
    expect(it.text()).toContain('3 of 20 scored · mean 14.3, middle 14 of 20');
    expect(it.text()).toContain('Lowest: Labels.');
    expect(it.text()).toContain('41.3 %');
    expect(it.text()).toContain('Say why.3 times');
    expect(it.text()).toContain('You have given fewer than four scores here.');
  });

  it('says where nothing is scored yet', async () => expect((await page({ scored: 0 })).text()).toContain('Nothing is scored yet.'));
});

describe('the piles', () => {
  const pile = (id: string, more: Partial<PileReply> = {}): PileReply => ({
    assignmentId: id,
    briefId: id,
    classId: 'rivers',
    title: id,
    points: 20_000,
    due: at,
    how: 'handIn',
    waiting: 2,
    late: 0,
    oldestWaitingAt: at,
    scored: 1,
    held: 0,
    returned: 0,
    students: 20,
    namesHidden: false,
    ...more,
  });
  const page = async (more: Partial<PilesReply> = {}, answers: Answers = {}, address = '/marking') => {
    localStorage.clear();
    const server = serving({ 'GET /api/piles': { piles: [], pace: {}, timed: [], scoreQuestions: [], ...more }, ...answers });
    const classes = [aClass(), aClass({ id: 'sea', name: 'Sea 8' })].map((one) => ({ ...one, zone: 'UTC' }));
    const line: TermLineReply = { classes, squares: [], waiting: 0 };
    const before = () => Object.assign(useTermLine(), { reply: line, loaded: true });
    return { ...server, page: await opened(MarkingPage, { at: address, before }) };
  };

  it('put parallel sections together when that is chosen', async () => {
    const { page: it } = await page({
      piles: [pile('delta', { briefId: 'b' }), pile('delta2', { briefId: 'b', classId: 'sea', waiting: 3 }), pile('map', { waiting: 4 })],
    });
    expect(it.text()).toContain('9 pieces wait for a score');
    expect(document.querySelectorAll('.piles h3')).toHaveLength(3);
    await it.tick('Parallel sections together');
    expect([...document.querySelectorAll('.piles h3')].map((one) => one.textContent)).toEqual(['delta', 'map']);
    expect(it.text()).toContain('2 of 40 scored');
  });

  it('are those of the class that is looked at, as are returns that wait for their time', async () => {
    const timed = [{ id: 't1', assignmentId: 'delta2', at, by: 'Finch', students: 2 }];
    const { page: it } = await page({ piles: [pile('delta'), pile('delta2', { classId: 'sea' })], timed }, {}, '/marking?class=rivers');
    expect([it.text().includes('2 pieces wait for a score'), it.text().includes('go back')]).toEqual([true, false]);
  });

  it('call off a return that was set', async () => {
    const OFF = 'DELETE /api/assignments/:assignmentId/timed-returns/:timedId';
    const { page: it, last } = await page(
      { piles: [pile('delta')], timed: [{ id: 't1', assignmentId: 'delta', at, by: 'Finch', students: null }] },
      { [OFF]: undefined },
    );
    expect(it.text()).toContain('what is held goes back Mon 23 Nov 12:00');
    await it.press('Call off');
    expect(last(OFF)!.params).toEqual({ assignmentId: 'delta', timedId: 't1' });
  });

  it('lead from a question about a score to its piece, and say that nothing waits', async () => {
    const asked = {
      id: 'q',
      at,
      text: 'Why 9?',
      answer: null,
      answeredAt: null,
      answeredBy: '',
      assignmentId: 'delta',
      title: 'River delta',
      studentId: 'bao',
      student: 'Bao Lind',
    };
    const { page: it } = await page({ scoreQuestions: [asked] });
    expect(it.text()).toContain('Nothing waits for a score and nothing is held.');
    await it.press('Answer');
    expect(it.router.currentRoute.value.path).toBe('/marking/delta/bao');
  });
});
