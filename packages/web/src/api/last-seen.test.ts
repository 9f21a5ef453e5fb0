import { aWire } from '../testing';
import { amendLast, ask, isUnreachable, keepWhatIsSeen } from './client';
import { forgetSeen, lineAway } from './last-seen';

const kept = new Map<string, unknown>();
jest.mock('idb-keyval', () => ({
  createStore: () => 'store',
  get: async (key: string) => kept.get(key),
  set: async (key: string, value: unknown) => void kept.set(key, value),
  update: async (key: string, change: (value: unknown) => unknown) => void kept.set(key, change(kept.get(key))),
  keys: async () => [...kept.keys()],
  delMany: async (names: string[]) => names.forEach((name) => kept.delete(name)),
}));

const NOON = Date.UTC(2026, 10, 25, 12);
const own = { params: { assignmentId: 'valley' } };
const piece = (version: number) => ({ draft: { version, text: null }, title: 'Valley' });
const on = (...answers: Parameters<typeof aWire>) => (globalThis.fetch = aWire(...answers).fetch as typeof fetch);
const lineDown = () => (globalThis.fetch = () => Promise.reject(new TypeError('failed to fetch')));
const askPiece = () => ask('GET /api/my/work/:assignmentId', own);

beforeEach(() => {
  kept.clear();
  lineAway.value = null;
  jest.useFakeTimers({ now: NOON });
  keepWhatIsSeen('bao');
});
afterEach(() => jest.useRealTimers());

it('replies what a student saw last while the server cannot be reached, and says from when it is', async () => {
  on({ status: 200, body: piece(3) }, { status: 200, body: piece(4) });
  await askPiece();
  lineDown();
  jest.setSystemTime(NOON + 60_000);
  expect(await askPiece()).toEqual(piece(3));
  expect(lineAway.value).toEqual({ since: NOON });
  on({ status: 200, body: piece(4) });
  expect(await askPiece()).toEqual(piece(4));
  expect(lineAway.value).toBeNull();
});

it('is brought up to what was saved since', async () => {
  on({ status: 200, body: piece(3) });
  await askPiece();
  await amendLast('GET /api/my/work/:assignmentId', own, (seen) => ({ ...seen, draft: { ...seen.draft, version: 8 } }));
  lineDown();
  expect(await askPiece()).toMatchObject({ draft: { version: 8 } });
});

it('makes nothing up: what was never seen, is too old, was forgotten or refused by the server is a failure', async () => {
  lineDown();
  await expect(askPiece()).rejects.toMatchObject({ code: 'network' });
  on({ status: 200, body: piece(3) }, { status: 403, body: { type: 'denied', title: 'No', status: 403 } });
  await askPiece();
  await expect(askPiece()).rejects.toMatchObject({ code: 'denied' });
  lineDown();
  jest.setSystemTime(NOON + 15 * 86_400_000);
  const tooOld = await askPiece().catch((error: unknown) => error);
  expect(isUnreachable(tooOld)).toBe(true);
  jest.setSystemTime(NOON);
  await forgetSeen();
  await expect(askPiece()).rejects.toMatchObject({ code: 'network' });
});

it("keeps nothing of a teacher's, nor what is not a student's to read on", async () => {
  on({ status: 200, body: { mine: true } });
  await ask('GET /api/today');
  keepWhatIsSeen(null);
  on({ status: 200, body: piece(3) });
  await askPiece();
  expect(kept.size).toBe(0);
});

it("shows nobody what another student saw, also when the other's reply comes late", async () => {
  let comes = (_: Response): void => undefined;
  globalThis.fetch = () => new Promise<Response>((come) => (comes = come));
  const late = askPiece();
  keepWhatIsSeen('cleo');
  comes({ ok: true, status: 200, json: async () => piece(3) } as Response);
  await late;
  lineDown();
  await expect(askPiece()).rejects.toMatchObject({ code: 'network' });
  keepWhatIsSeen('bao');
  expect(await askPiece()).toEqual(piece(3));
});
