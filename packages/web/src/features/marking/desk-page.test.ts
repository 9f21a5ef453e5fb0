/** @jest-environment @happy-dom/jest-environment */
import { textOf } from '@jolly/core';
import type { DeskPieceReply, PieceRow, PileDeskReply, ScoreView } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers, type Asked } from '../../testing-page';
import { anAssignment, aRow } from '../../testing-rows';
import { useSession } from '../accounts';
import DeskPage from './DeskPage.vue';

const PILE = 'GET /api/assignments/:assignmentId/pile';
const PIECE = 'GET /api/assignments/:assignmentId/pieces/:studentId';
const SCORE = 'PUT /api/assignments/:assignmentId/pieces/:studentId/score';
const SECOND = 'PUT /api/assignments/:assignmentId/pieces/:studentId/second-score';
const at = Date.UTC(2026, 10, 23, 12);
const collecting = {
  unread: 0,
  unreadNotes: 0,
  feedbackFiles: [],
  selfCheck: null,
  went: null,
  mark: null,
  team: null,
} as Partial<PieceRow['collecting']> as PieceRow['collecting'];
const score = (earned: number | null, more: Partial<ScoreView> = {}): ScoreView => ({
  earned,
  chosen: null,
  remark: textOf(''),
  words: {},
  adjust: null,
  rounds: [],
  counted: earned,
  takenOff: 0,
  effective: earned,
  complete: true,
  at,
  by: 'Finch Test',
  ...more,
});
const row = (name: string, more: Partial<PieceRow> = {}) => ({
  ...aRow(name, { state: 'in', handedInAt: at, collecting, ...more }),
  assignmentId: 'delta',
});
const deskOf = (own: PieceRow, more: Partial<DeskPieceReply> = {}): DeskPieceReply => ({
  row: own,
  handIn: null,
  handIns: [],
  team: [],
  sentBack: null,
  notes: [],
  scoreQuestions: [],
  before: [],
  nameless: false,
  late: null,
  second: null,
  blind: false,
  ...more,
});

beforeEach(() => localStorage.clear());

/** A pile of Ada, Bao and Hana, and a server that remembers what was held. */
async function desk(
  answers: Answers = {},
  { rows = ['Ada', 'Bao', 'Hana'].map((name) => row(name)), at: address = '/marking/delta', pile = {} } = {},
) {
  const stored = new Map(rows.map((one) => [one.student.id, one]));
  const held: Asked<typeof SCORE>[] = [];
  const server = serving({
    [PILE]: () =>
      ({ assignments: [anAssignment()], rows: [...stored.values()], pace: null, teachers: [], timed: [], ...pile }) as PileDeskReply,
    [PIECE]: ({ params }) => deskOf(stored.get(params.studentId)!),
    [SCORE]: (asked) => {
      held.push(asked);
      const own = stored.get(asked.params.studentId)!;
      const now = {
        ...own,
        state: 'scored' as const,
        held: true,
        version: own.version + 1,
        score: score(asked.body.earned, { remark: asked.body.remark }),
      };
      stored.set(own.student.id, now);
      return deskOf(now);
    },
    'GET /api/remarks': [],
    ...answers,
  });
  const me = { id: 'finch', role: 'teacher', givenName: 'Finch', familyName: 'Test' } as never;
  const page = await opened(DeskPage, { at: address, path: '/marking/:id/:student?', before: () => (useSession().me = me) });
  const key = async (name: string, more: KeyboardEventInit = {}) => {
    (document.activeElement ?? document.body).dispatchEvent(
      new KeyboardEvent('keydown', { key: name, bubbles: true, cancelable: true, ...more }),
    );
    await page.settled();
  };
  const who = () => document.querySelector('.side h2')!.textContent;
  const path = () => page.router.currentRoute.value.path;
  return { ...server, page, key, who, path, held, stored };
}

describe('scoring', () => {
  it('holds and goes on to the next that waits, and says when nothing more does', async () => {
    const { page, who, held } = await desk();
    expect(who()).toBe('Ada Lind');
    for (const typed of ['14', '7.5', '20']) {
      await page.fill('Score', typed);
      await page.press('Hold and next');
    }
    expect(held.map(({ params, body }) => [params.studentId, body.earned, body.version])).toEqual([
      ['ada', 14_000, 1],
      ['bao', 7500, 1],
      ['hana', 20_000, 1],
    ]);
    expect(page.said('status')).toBe('Held. Hana Lind cannot see it yet. Nothing more waits here.');
  });

  it('by keys alone: a number begins the score, Enter holds it, arrows go through the pile', async () => {
    const { key, who, held, page } = await desk();
    (document.activeElement as HTMLElement | null)?.blur();
    await key('8');
    expect(page.field('Score').value).toBe('8');
    await key('Enter');
    expect([held[0]!.body.earned, who()]).toEqual([8000, 'Bao Lind']);
    (document.activeElement as HTMLElement | null)?.blur();
    await key('ArrowRight');
    expect(who()).toBe('Hana Lind');
    (document.activeElement as HTMLElement | null)?.blur();
    await key('ArrowRight');
    expect(page.said('status')).toBe('That was the last one.');
  });

  it('does not hold what is no number', async () => {
    const { page, held, who } = await desk();
    await page.fill('Score', '1o');
    await page.press('Hold and next');
    expect([held.length, who(), page.said('alert')]).toEqual([0, 'Ada Lind', 'Write points as a number, such as 7.5.']);
  });

  it('asks about more than the maximum, and counts it as a bonus only then', async () => {
    const { page, held } = await desk();
    await page.fill('Score', '22');
    await page.press('Hold');
    expect([held.length, page.said('alert')]).toEqual([0, '22 is more than 20.Count it as a bonus']);
    await page.press('Count it as a bonus');
    expect(held[0]!.body).toMatchObject({ earned: 22_000, bonusConfirmed: true });
  });

  it('goes on without storing anything where nothing was changed', async () => {
    const rows = [row('Ada', { state: 'scored', score: score(14_000), held: true }), row('Bao')];
    const { page, held, who } = await desk({}, { rows, at: '/marking/delta/ada' });
    await page.press('Hold and next');
    expect([held.length, who()]).toEqual([0, 'Bao Lind']);
  });

  it('adds points with a reason, apart from what was earned', async () => {
    const { page, held } = await desk();
    await page.fill('Score', '12');
    await page.press('Adjust');
    await page.fill('Points added or taken', '-1.5');
    await page.fill('Why; the student reads it', 'No sources');
    await page.press('Hold');
    expect(held[0]!.body).toMatchObject({ earned: 12_000, adjust: { by: -1500, reason: 'No sources' } });
  });

  it('says what lateness costs before anything is held', async () => {
    const late = {
      calendar: { zone: 'UTC', schoolDays: [1, 2, 3, 4, 5], closures: [] },
      due: at - 86_400_000,
      lateBy: 86_400_000,
      rule: { kind: 'perDay', percent: 10_000, of: 'max', maxPercentOff: 100_000, floorPercent: 0 },
      waived: false,
    } as const;
    const { page } = await desk({ [PIECE]: deskOf(row('Ada'), { late }) });
    await page.fill('Score', '15');
    expect(page.text()).toContain('late: −2 · worth 13');
  });
});

describe('what goes wrong behind one’s back', () => {
  it('is said on the next piece, and what was typed is there again on the way back', async () => {
    let away = true;
    const { page, who } = await desk({
      [SCORE]: ({ params }) => (away ? new Refusal(503, 'server.databaseAway') : deskOf(row(params.studentId === 'ada' ? 'Ada' : 'Bao'))),
    });
    await page.fill('Score', '14');
    await page.press('Hold and next');
    expect([who(), page.said('alert')]).toEqual(['Bao Lind', 'Ada Lind is not held: about server.databaseAway Go there']);
    away = false;
    await page.press('Go there');
    expect([who(), page.field('Score').value, page.text().includes('Not held yet')]).toEqual(['Ada Lind', '14', true]);
  });

  it('by a colleague shows theirs beside one’s own, and holds the one that is chosen', async () => {
    const theirs = deskOf(row('Ada', { version: 4, state: 'scored', score: score(9000, { by: 'Vega Test' }) }));
    const versions: number[] = [];
    const answers: Answers = {
      [SCORE]: ({ body }) => {
        versions.push(body.version!);
        return body.version === 4
          ? deskOf(row('Ada', { version: 5, score: score(14_000) }))
          : new Refusal(409, 'conflict.changedMeanwhile', { current: theirs });
      },
    };
    const { page } = await desk(answers);
    await page.fill('Score', '14');
    await page.press('Hold');
    expect(page.said('alert')).toContain('Vega Test changed this meanwhile: 9');
    expect(page.field('Score').value).toBe('14');
    await page.press('Hold mine instead');
    expect([versions, page.said('alert')]).toEqual([[1, 4], '']);
    const other = await desk(answers);
    await other.page.fill('Score', '14');
    await other.page.press('Hold');
    await other.page.press('Show theirs');
    expect(other.page.field('Score').value).toBe('9');
  });

  it('a piece that cannot be shown says why, and is asked again', async () => {
    let away = true;
    const { page, who } = await desk({
      [PIECE]: ({ params }) => (away ? new Refusal(503, 'server.databaseAway') : deskOf(row(params.studentId))),
    });
    expect(page.text()).toContain('about server.databaseAway');
    away = false;
    await page.press('Try again');
    expect(who()).toContain('Lind');
  });

  it('what was typed and not held survives the page being closed', async () => {
    const first = await desk();
    await first.page.fill('Score', '11');
    first.page.wrapper.unmount();
    const { page } = await desk();
    expect(page.field('Score').value).toBe('11');
  });
});

describe('a second marker', () => {
  const assignments = [anAssignment({ secondMarker: 'finch' })];
  it('sees nothing of the first score, and gives one of their own', async () => {
    const own = row('Ada', { state: 'in', score: null });
    const { page, last, asked } = await desk(
      { [PIECE]: ({ params }) => deskOf(row(params.studentId), { blind: true }), [SECOND]: deskOf(own) },
      { pile: { assignments } },
    );
    expect(page.text()).toContain('The first score and its notes are hidden until yours is given.');
    await page.fill('Score', '13');
    await page.press('Hold');
    expect(last(SECOND)!.body).toEqual({ earned: 13_000, chosen: null, remark: '' });
    expect(asked.some((one) => one.key === SCORE)).toBe(false);
  });
});

describe('a pile', () => {
  it('without names counts its pieces, and says no name anywhere', async () => {
    const rows = ['Ada', 'Bao'].map((name) => row(name, { nameless: true, student: { id: name, givenName: '', familyName: '' } }));
    const { who, page } = await desk(
      {
        [PIECE]: ({ params }) =>
          deskOf(
            rows.find((one) => one.student.id === params.studentId)!,
            { nameless: true },
          ),
      },
      {
        rows,
        pile: { assignments: [anAssignment({ namesHidden: true })] },
      },
    );
    expect(who()).toBe('Piece 1');
    expect(page.has('Names hidden')).toBe(true);
  });

  it('returns what is held from the desk, one or all', async () => {
    const rows = [
      row('Ada', { state: 'scored', score: score(14_000), held: true }),
      row('Bao', { state: 'scored', score: score(9000), held: true }),
    ];
    const { page, last } = await desk({ 'POST /api/returns': { returned: 1, timed: [] } }, { rows, at: '/marking/delta/ada' });
    await page.press('Return to Ada');
    await page.press('Return to 1 student');
    expect(last('POST /api/returns')!.body).toMatchObject({ returns: [{ assignmentId: 'delta', studentIds: ['ada'] }] });
    await page.press('Return 2 held');
    expect(page.has('Return to 2 students')).toBe(true);
  });

  it('sends back with what to do', async () => {
    const BACK = 'POST /api/assignments/:assignmentId/pieces/:studentId/send-back';
    const handIn = {
      version: 1,
      at,
      receivedFor: 'Ada',
      by: 'Ada Lind',
      text: textOf('Sand'),
      textFingerprint: 'x',
      words: 1,
      sheets: [],
      files: [],
      receipt: 'r',
    };
    const { page, last, who } = await desk({
      [PIECE]: ({ params }) => deskOf(row(params.studentId === 'ada' ? 'Ada' : 'Bao'), { handIn }),
      [BACK]: deskOf(row('Ada', { state: 'sentBack' }), { sentBack: { at, reason: 'Add a map', newDue: null } }),
    });
    await page.press('Send back');
    await page.fill('What to do', 'Add a map');
    await page.press('Send back to Ada Lind');
    expect(last(BACK)!.body).toMatchObject({ reason: 'Add a map' });
    expect([who(), page.text().includes('“Add a map”')]).toEqual(['Ada Lind', true]);
  });

  it('with nobody in it says so', async () => {
    const { page } = await desk({}, { rows: [] });
    expect(page.text()).toContain('There is nothing on this pile.');
  });
});
