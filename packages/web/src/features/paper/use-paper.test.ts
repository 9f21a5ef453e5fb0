import type { PaperObject } from '@jolly/core';
import { effectScope, type EffectScope } from 'vue';
import { aStorage, aWire } from '../../testing';
import { hasKeptPapers, sendKeptPapers } from './kept-papers';
import { usePaper } from './use-paper';

let scope: EffectScope;
beforeEach(() => {
  jest.useFakeTimers();
  globalThis.localStorage = aStorage();
  globalThis.window = { addEventListener: () => undefined, removeEventListener: () => undefined } as never;
  scope = effectScope();
});
afterEach(() => {
  scope.stop();
  jest.useRealTimers();
});

const box = (id: string, text: string): PaperObject => ({ id, page: 1, kind: 'text', x: 0, y: 0, width: 900, size: 200, ink: 'ink', text });
const put = (...all: PaperObject[]) => ({ put: all, drop: [] as string[] });
const reply = (version: number, more: object = {}) => ({
  status: 200,
  body: { version, savedAt: 1000 + version, put: [], drop: [], ...more },
});
const paperOn = (...answers: Parameters<typeof aWire>) => {
  const wire = aWire(...answers);
  globalThis.fetch = wire.fetch as typeof fetch;
  return { wire, paper: scope.run(() => usePaper({ userId: 'bao', assignmentId: 'tides', attachmentId: 'leaf' }))! };
};
const blank = { written: [] as PaperObject[], version: 0, savedAt: null };
const later = (ms: number) => jest.advanceTimersByTimeAsync(ms);
const words = (paper: ReturnType<typeof usePaper>) => paper.objects.value.map((one) => (one.kind === 'text' ? one.text : one.id));

it('is on the page and in the browser at once, with the server soon, and let go when it has it', async () => {
  const { wire, paper } = paperOn(reply(1, put(box('a', 'blade'))));
  paper.begin(blank);
  paper.change(put(box('a', 'blade')));
  expect([words(paper), hasKeptPapers('bao', 'tides'), hasKeptPapers('hana', 'tides'), wire.sent.length]).toEqual([
    ['blade'],
    true,
    false,
    0,
  ]);
  await later(1000);
  expect(wire.sent[0]).toMatchObject({
    verb: 'POST',
    path: '/api/my/work/tides/papers/leaf/changes',
    body: { seen: 0, put: [{ id: 'a' }], drop: [] },
  });
  expect([paper.status.value, paper.savedAt.value, hasKeptPapers('bao', 'tides')]).toEqual(['saved', 1001, false]);
});

it('takes in what another device wrote, but never over what is being written here', async () => {
  const { wire, paper } = paperOn(reply(3, put(box('a', 'old'), box('b', 'theirs'))), reply(4, put(box('a', 'mine, both'))));
  paper.begin(blank);
  paper.change(put(box('a', 'mine')));
  const saved = paper.save();
  paper.change(put(box('a', 'mine, longer')));
  await saved;
  expect(words(paper)).toEqual(['mine, both', 'theirs']);
  expect(wire.sent.map(({ body }) => (body as { put: unknown[] }).put)).toEqual([[box('a', 'mine')], [box('a', 'mine, longer')]]);
});

it('goes on without a line, in parts, and says when the server refuses', async () => {
  const many = Array.from({ length: 450 }, (_, n) => box(`n${n}`, 'x'));
  const { wire, paper } = paperOn('broken line', reply(1), reply(2), reply(3), {
    status: 409,
    body: { type: 'piece.alreadyIn', title: 'It is handed in.', status: 409 },
  });
  paper.begin(blank);
  paper.change(put(...many));
  await later(1000);
  expect(paper.status.value).toBe('kept');
  await later(6000);
  expect(wire.sent.map(({ body }) => (body as { put: unknown[] }).put.length)).toEqual([200, 200, 200, 50]);
  expect(paper.status.value).toBe('saved');
  paper.change(put(box('late', 'too late')));
  await later(1000);
  expect([paper.status.value, paper.refusal.value, hasKeptPapers('bao', 'tides')]).toEqual(['refused', 'It is handed in.', true]);
});

it('goes on where something of it is refused, once that is taken back', async () => {
  const refused = { status: 422, body: { type: 'paper.noSuchSticker', title: 'This sticker is gone.', status: 422 } };
  const { wire, paper } = paperOn(refused, reply(1));
  paper.begin(blank);
  paper.change(put(box('a', 'blade')));
  paper.change(put({ id: 'k', page: 1, kind: 'sticker', sticker: 'gone', x: 0, y: 0, size: 900 }));
  await later(1000);
  expect([paper.status.value, paper.refusal.value, paper.isShut.value]).toEqual(['refused', 'This sticker is gone.', false]);
  paper.undo();
  await later(1000);
  expect([paper.status.value, wire.sent[1]!.body]).toMatchObject(['saved', { put: [box('a', 'blade')], drop: ['k'] }]);
});

it('finds what an ended page left and sends it as it was seen then, so that nothing is written over unseen', async () => {
  const first = paperOn('broken line');
  first.paper.begin({ ...blank, version: 3 });
  first.paper.change(put(box('a', 'left behind')));
  await later(1000);
  scope.stop();
  scope = effectScope();
  const { wire, paper } = paperOn(reply(8, put(box('a', 'theirs\nleft behind'))));
  // Somebody else has written into the same box since.
  paper.begin({ ...blank, written: [box('a', 'theirs')], version: 7 });
  expect(words(paper)).toEqual(['left behind']);
  await later(0);
  expect(wire.sent.map(({ body }) => body)).toMatchObject([{ seen: 3, put: [{ text: 'left behind' }] }]);
  expect([words(paper), hasKeptPapers('bao', 'tides')]).toEqual([['theirs\nleft behind'], false]);
});

it('leaves to another page that is open what that page has still to send', async () => {
  const place = 'jolly-paper bao tides leaf w';
  localStorage.setItem(place, JSON.stringify({ ...put(box('b', 'in the other tab')), seen: { b: 1 }, writer: 'w' }));
  Object.defineProperty(globalThis, 'navigator', {
    configurable: true,
    value: { locks: { request: async () => undefined, query: async () => ({ held: [{ name: place }] }) } },
  });
  const { wire, paper } = paperOn();
  paper.begin(blank);
  await later(1000);
  expect([words(paper), wire.sent.length, hasKeptPapers('bao', 'tides')]).toEqual([['in the other tab'], 0, true]);
  Object.defineProperty(globalThis, 'navigator', { configurable: true, value: {} });
});

it('sends what is kept before the piece is handed in, in parts that were seen in the same version', async () => {
  const kept = { ...put(box('a', 'one'), box('b', 'two')), drop: ['c'], seen: { a: 1, b: 2, c: 1 }, writer: 'w' };
  localStorage.setItem('jolly-paper bao tides leaf w', JSON.stringify(kept));
  const wire = aWire(reply(3), reply(4));
  globalThis.fetch = wire.fetch as typeof fetch;
  await sendKeptPapers('bao', 'tides');
  expect(wire.sent.map(({ body }) => body)).toEqual([
    { put: [box('a', 'one')], drop: ['c'], seen: 1, writer: 'w' },
    { put: [box('b', 'two')], drop: [], seen: 2, writer: 'w' },
  ]);
  expect(hasKeptPapers('bao', 'tides')).toBe(false);
});

it('hears of its own saves once it rests, not with each of them', async () => {
  const { wire, paper } = paperOn(reply(1), reply(2, put(box('b', 'theirs'))));
  paper.begin(blank);
  paper.change(put(box('a', 'blade')));
  await later(1000);
  for (let n = 0; n < 3; n += 1) await paper.refresh();
  expect(wire.sent).toHaveLength(1);
  await later(3000);
  expect([wire.sent.length, words(paper)]).toEqual([2, ['blade', 'theirs']]);
});

it('is taken back step by step and put again; what is typed in one box is one step', () => {
  const { paper } = paperOn();
  paper.begin(blank);
  paper.change(put(box('s', 'sticker')));
  for (const text of ['b', 'bl', 'blade']) paper.change(put(box('a', text)), 'a words');
  paper.undo();
  expect(words(paper)).toEqual(['sticker']);
  paper.undo();
  expect([words(paper), paper.canUndo.value]).toEqual([[], false]);
  paper.redo();
  paper.redo();
  expect([words(paper), paper.canRedo.value]).toEqual([['sticker', 'blade'], false]);
  paper.change({ put: [], drop: ['s'] });
  paper.undo();
  expect(words(paper).sort()).toEqual(['blade', 'sticker']);
});
