/** @jest-environment @happy-dom/jest-environment */
import { EMPTY_TEXT, textOf } from '@jolly/core';
import type { HandInView, MyPieceReply } from '@jolly/server/contract';
import { opened, Refusal, serving, type Answers } from '../../testing-page';
import { myPiece } from '../../testing-rows';
import { useSession } from '../accounts';
import PiecePage from './PiecePage.vue';

const PIECE = 'GET /api/my/work/:assignmentId';
const HAND_IN = 'POST /api/my/work/:assignmentId/hand-in';
const BACK = 'POST /api/my/work/:assignmentId/take-back';
const TEXT = 'PUT /api/my/work/:assignmentId/text';
const due = Date.UTC(2026, 10, 27, 15, 30);
const handIn: HandInView = {
  version: 1,
  at: due - 3_600_000,
  receivedFor: 'Bao Lind',
  by: 'Bao Lind',
  text: textOf('Sand settles.'),
  textFingerprint: 'ab12',
  words: 2,
  sheets: [],
  files: [],
  receipt: 'JC-1234',
};
const reply = (more: Partial<MyPieceReply> = {}, piece = {}): MyPieceReply =>
  ({
    piece: myPiece({ assignmentId: 'delta', title: 'River delta', zone: 'UTC', window: { opens: null, due, closes: due }, ...piece }),
    words: { title: 'River delta', instructions: textOf('Explain the delta.'), spoken: null, language: 'en', otherWords: {} },
    attachments: [],
    scoring: { by: 'points' },
    minutes: null,
    rounds: null,
    roundRule: 'latest',
    requests: [],
    proposedDue: null,
    mayAsk: false,
    trail: [],
    teachers: ['Finch Test'],
    exceptionReason: null,
    team: null,
    draft: { text: textOf('Sand settles.'), version: 3, savedAt: due - 7_200_000, savedBy: null, files: [] },
    sheets: [],
    went: null,
    selfCheck: null,
    feedbackFiles: [],
    unreadNotes: 0,
    notes: [],
    marked: null,
    scoreQuestions: [],
    mayQuestion: false,
    reviews: [],
    handIn: null,
    sentBack: null,
    mayHandIn: null,
    mayTakeBack: 'nothingIn',
    lateNow: null,
    walls: [],
    ...more,
  }) as Partial<MyPieceReply> as MyPieceReply;

beforeEach(() => localStorage.clear());
async function piece(first: MyPieceReply | (() => MyPieceReply), answers: Answers = {}) {
  const server = serving({
    'POST /api/my/work/:assignmentId/look': undefined as never,
    [PIECE]: first,
    [TEXT]: ({ body }) => ({ savedAt: due, version: body.version + 1 }) as never,
    [HAND_IN]: undefined as never,
    [BACK]: undefined as never,
    'GET /api/my/work/:assignmentId/messages': [] as never,
    ...answers,
  });
  const before = () => Object.assign(useSession(), { me: { id: 'bao', role: 'student', givenName: 'Bao', familyName: 'Lind' } });
  return { ...server, page: await opened(PiecePage, { at: '/work/delta', path: '/work/:id', before }) };
}
const inIt = { handIn, mayHandIn: 'alreadyIn', mayTakeBack: null } as Partial<MyPieceReply>;

it('is handed in once, however often a slow line makes one press, and shows the receipt', async () => {
  let tries = 0;
  const keys = new Set<unknown>();
  const { page } = await piece(() => (tries > 1 ? reply(inIt, { state: 'in' }) : reply()), {
    [HAND_IN]: () => void (tries += 1) as never,
  });
  const sent = globalThis.fetch;
  globalThis.fetch = (async (path: string, init: RequestInit = {}) => {
    if (path.endsWith('/hand-in')) {
      keys.add((init.headers as Record<string, string>)['Idempotency-Key']);
      if (tries === 0) {
        tries = 1;
        throw new TypeError('the line broke');
      }
    }
    return sent(path, init);
  }) as typeof fetch;
  await page.press('Hand in');
  expect(page.said('alert')).not.toBe('');
  await page.press('Hand in');
  expect([keys.size, tries]).toEqual([1, 2]);
  expect(page.text()).toContain('JC-1234');
});

it('that was written in several languages is turned with one press', async () => {
  const otherWords = { fr: { title: 'Le delta', instructions: textOf('Expliquez le delta.'), spoken: null } };
  const { page } = await piece(reply({ words: { ...reply().words, otherWords } }));
  expect(page.text()).toContain('Explain the delta.');
  await page.press('Français');
  expect([page.text().includes('Expliquez le delta.'), document.querySelector('h1')!.textContent]).toEqual([true, 'Le delta']);
});

it('that closed meanwhile says so, and keeps what was written', async () => {
  let closed = false;
  const { page } = await piece(() => (closed ? reply({ mayHandIn: 'closed' }, { state: 'missing' }) : reply()), {
    [HAND_IN]: () => {
      closed = true;
      return new Refusal(409, 'piece.closed', { title: 'This closed on Fri 27 Nov. Nothing was handed in; what you wrote is kept.' });
    },
  });
  await page.press('Hand in');
  expect(page.said('alert')).toContain('what you wrote is kept');
  const { page: later } = await piece(reply({ mayHandIn: 'closed' }, { state: 'missing' }));
  expect(later.text()).toContain('Closed since');
  expect(later.text()).toContain('Sand settles.');
  expect(later.has('Hand in')).toBe(false);
});

it('from which one is excused says why, and asks nothing', async () => {
  const { page } = await piece(reply({ mayHandIn: 'excused', exceptionReason: 'Broken arm' }, { state: 'excused' }));
  expect(page.text()).toContain('You are excused from this.');
  expect(page.text()).toContain('Broken arm');
  expect([page.has('Hand in'), document.querySelector('[contenteditable=true]')]).toEqual([false, null]);
});

it('that is in can be taken back, to go on where one was', async () => {
  let back = false;
  const { page, last } = await piece(() => (back ? reply() : reply(inIt, { state: 'in' })), { [BACK]: () => void (back = true) as never });
  await page.press('Take back');
  expect(last(BACK)).toBeDefined();
  expect(document.querySelector('.editor-sheet')!.textContent).toContain('Sand settles.');
  expect(page.has('Hand in')).toBe(true);
});

it('sent back says what to do and by when', async () => {
  const { page } = await piece(reply({ sentBack: { at: due, reason: 'Add a map.', newDue: due + 86_400_000 } }, { state: 'sentBack' }));
  expect(page.text()).toContain('Add a map.');
  expect(page.text()).toContain('Sat 28 Nov 15:30');
});

it('why one asks for more time is still there after leaving the page', async () => {
  const asks = () => reply({ mayAsk: true });
  const { page: left } = await piece(asks());
  await left.press('Ask for more time');
  await left.fill('Why', 'A cold, and no sleep');
  const { page: back } = await piece(asks());
  await back.press('Ask for more time');
  expect(back.field('Why').value).toBe('A cold, and no sleep');
});

it('with nothing in it cannot be handed in', async () => {
  await piece(reply({ draft: { text: EMPTY_TEXT, version: 0, savedAt: null, savedBy: null, files: [] } as never }));
  expect(document.querySelector<HTMLButtonElement>('aside .ant-btn-primary')!.disabled).toBe(true);
});
