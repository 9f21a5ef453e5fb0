/** @jest-environment @happy-dom/jest-environment */
import { EMPTY_TEXT, textOf } from '@jolly/core';
import type { MyPieceReply } from '@jolly/server/contract';
import { opened, serving, type Answers } from '../../testing-page';
import { myPiece } from '../../testing-rows';
import { useSession } from '../accounts';
import SimpleHome from './SimpleHome.vue';
import SimplePiece from './SimplePiece.vue';

jest.mock('idb-keyval', () => ({
  createStore: () => 's',
  get: async () => undefined,
  keys: async () => [],
  set: async () => undefined,
  del: async () => undefined,
}));
beforeEach(() => localStorage.clear());
const before = () =>
  Object.assign(useSession(), { me: { id: 'bao', role: 'student', givenName: 'Bao', familyName: 'Lind', simple: true } });
const due = Date.UTC(2026, 10, 27, 15, 30);
const window_ = { opens: null, due, closes: due };

describe('the first page of the simple view', () => {
  const home = async (pieces: ReturnType<typeof myPiece>[]) => {
    serving({ 'GET /api/my/work': { pieces, handouts: [] }, 'GET /api/my/joinings': [] });
    return opened(SimpleHome, { before });
  };
  const drawing = myPiece({ assignmentId: 'a', title: 'Draw a delta', place: 'doNow', accepts: ['drawing'], window: window_ });
  const back = myPiece({
    assignmentId: 'b',
    title: 'My river',
    place: null as never,
    state: 'returned',
    returned: {
      at: due,
      readAt: null,
      earned: 3000,
      effective: 3000,
      words: {},
      remark: EMPTY_TEXT,
      chosen: null,
      adjust: null,
      rounds: [],
    } as never,
  });

  it('shows one thing at a time: what is to do first, then what came back', async () => {
    const page = await home([back, drawing]);
    expect(page.text()).toContain('Draw a delta');
    expect(page.text()).not.toContain('My river');
    await page.press('The next one');
    expect(page.text()).toContain('My river');
    expect(page.text()).toContain('It came back');
    // Nothing about points, and nothing of anybody else.
    expect(page.text()).not.toMatch(/\b3\b|points/);
  });

  it('with nothing to do says so, and is calm', async () => {
    expect((await home([])).text()).toContain('All done');
  });
});

describe('a piece in the simple view', () => {
  const reply = (more: Partial<MyPieceReply> = {}, piece = {}) =>
    ({
      piece: myPiece({
        assignmentId: 'delta',
        title: 'Draw a delta',
        zone: 'UTC',
        accepts: ['drawing', 'recording'],
        window: window_,
        ...piece,
      }),
      words: {
        title: 'Draw a delta',
        instructions: textOf('Draw it and say what it is.'),
        spoken: { id: 'sound', name: 'said.webm', size: 9, mediaType: 'audio/webm' },
        language: 'en',
        otherWords: {},
      },
      attachments: [],
      scoring: { by: 'points' },
      voiceAnswers: false,
      draft: { text: null, version: 0, savedAt: null, savedBy: '', files: [] },
      sheets: [],
      papers: [],
      team: null,
      unreadNotes: 0,
      marked: null,
      handIn: null,
      sentBack: null,
      mayHandIn: null,
      mayTakeBack: null,
      ...more,
    }) as Partial<MyPieceReply> as MyPieceReply;
  const file = { id: 'f1', name: 'drawing.png', size: 9, mediaType: 'image/png', fingerprint: 'ab', pixels: 4, answers: null };
  const piece = async (first: MyPieceReply | (() => MyPieceReply), answers: Answers = {}) => {
    const server = serving({
      'POST /api/my/work/:assignmentId/look': undefined as never,
      'GET /api/my/work/:assignmentId': first,
      'PUT /api/my/work/:assignmentId/text': { savedAt: due, version: 1 } as never,
      ...answers,
    });
    return { ...server, page: await opened(SimplePiece, { at: '/work/delta', path: '/work/:id', before }) };
  };

  it('goes step by step: hear, do, hand in, and is with the teacher', async () => {
    let isIn = false;
    const draft = { text: null, version: 1, savedAt: due, savedBy: '', files: [file] };
    const handed = { handIn: { version: 1, at: due, text: null, files: [file], sheets: [] } as never, mayHandIn: 'alreadyIn' };
    const { page } = await piece(() => (isIn ? reply(handed, { state: 'in' }) : reply({ draft })), {
      'POST /api/my/work/:assignmentId/hand-in': () => void (isIn = true) as never,
    });
    expect(document.querySelector('audio')!.getAttribute('src')).toContain('/api/files/sound');
    expect(page.text()).toContain('Draw it and say what it is.');
    expect(page.has('Draw')).toBe(false);
    await page.press('Next');
    // What is asked for, as signs; nothing that is not.
    expect([page.has('Draw'), page.has('Speak'), page.has('Photo'), page.has('Write')]).toEqual([true, true, false, false]);
    expect(document.querySelector('img')!.getAttribute('alt')).toBe('Drawing 1');
    await page.press('Next');
    await page.wrapper.find('.stage .large').trigger('click');
    await page.settled();
    expect(page.text()).toContain('Your teacher has it');
    expect(page.has('Take it back')).toBe(true);
  });

  it('with nothing made cannot be handed in, and says what to do instead', async () => {
    const { page } = await piece(reply());
    await page.press('Hand in');
    expect(page.text()).toContain('Go back and make something.');
    expect(document.querySelector<HTMLButtonElement>('.stage .large')!.disabled).toBe(true);
  });

  it('takes off what was made', async () => {
    const { page, last } = await piece(reply({ draft: { text: null, version: 1, savedAt: due, savedBy: '', files: [file] } }), {
      'DELETE /api/my/work/:assignmentId/files/:fileId': undefined as never,
    });
    await page.press('Do it');
    await page.press('Take off Drawing 1');
    expect(last('DELETE /api/my/work/:assignmentId/files/:fileId')!.params).toMatchObject({ fileId: 'f1' });
    expect(document.querySelector('img')).toBeNull();
  });

  it('that is not open says so on each step', async () => {
    const { page } = await piece(reply({ mayHandIn: 'closed' }));
    expect(page.text()).toContain('It is not open now');
    await page.press('Do it');
    expect([page.text().includes('It is not open now'), page.has('Draw')]).toEqual([true, false]);
  });
});
