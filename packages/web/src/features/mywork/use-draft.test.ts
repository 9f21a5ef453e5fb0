import { textOf, type RichText } from '@jolly/core';
import type { SaveTextRequest } from '@jolly/server/contract';
import { effectScope, type EffectScope } from 'vue';
import { ask } from '../../api/client';
import { aStorage, aWire } from '../../testing';
import { keptDrafts, useDraft } from './use-draft';

const KEY = 'jolly-draft bao tides';
let scope: EffectScope;
let listeners: Record<string, () => void>;

beforeEach(() => {
  jest.useFakeTimers();
  listeners = {};
  globalThis.localStorage = aStorage();
  globalThis.window = {
    addEventListener: (name: string, run: () => void) => (listeners[name] = run),
    removeEventListener: () => undefined,
  } as never;
  scope = effectScope();
});
afterEach(() => {
  scope.stop();
  jest.useRealTimers();
});

const store = (body: SaveTextRequest) => ask('PUT /api/my/work/:assignmentId/text', { params: { assignmentId: 'tides' }, body });
const draftOn = (...answers: Parameters<typeof aWire>) => {
  const wire = aWire(...answers);
  globalThis.fetch = wire.fetch as typeof fetch;
  const draft = scope.run(() => useDraft({ name: 'tides', userId: 'bao', store }))!;
  return { wire, draft };
};
const stored = (text: RichText | null, version: number) => ({ text, version, savedAt: null });
const saved = (version: number) => ({ status: 200, body: { savedAt: 1000 + version, version } });
const kept = () => JSON.parse(localStorage.getItem(KEY) ?? 'null') as { text: RichText; version: number; base: RichText } | null;
const later = (ms: number) => jest.advanceTimersByTimeAsync(ms);

it('keeps each change in the browser at once, sends it soon, and lets go when the server has it', async () => {
  const { wire, draft } = draftOn(saved(1));
  draft.begin(stored(null, 0));
  draft.change(textOf('The tide'));
  expect(kept()).toMatchObject({ text: textOf('The tide'), version: 0 });
  expect(wire.sent).toHaveLength(0);
  await later(1000);
  expect(wire.sent[0]).toMatchObject({ verb: 'PUT', path: '/api/my/work/tides/text', body: { text: textOf('The tide'), version: 0 } });
  expect([draft.status.value, draft.savedAt.value, kept()]).toEqual(['saved', 1001, null]);
});

it('typing on while it is sent goes with the next save, from the newer version', async () => {
  const { wire, draft } = draftOn(saved(1), saved(2));
  draft.begin(stored(null, 0));
  draft.change(textOf('one'));
  const first = draft.save();
  draft.change(textOf('one two'));
  await first;
  expect(kept()).toEqual({ text: textOf('one two'), version: 1, base: textOf('one') });
  await later(1000);
  expect(wire.sent[1]!.body).toEqual({ text: textOf('one two'), version: 1 });
  expect(kept()).toBeNull();
});

it('with the line broken everything stays here, and goes when the line is back', async () => {
  const { draft } = draftOn('broken line', saved(1));
  draft.begin(stored(null, 0));
  draft.change(textOf('offline'));
  await later(1000);
  expect([draft.status.value, kept()?.text]).toEqual(['kept', textOf('offline')]);
  listeners.online!();
  await later(1);
  expect([draft.status.value, kept()]).toEqual(['saved', null]);
});

it('a phone that goes to sleep sends at once what would have waited', async () => {
  const { draft } = draftOn(saved(1));
  draft.begin(stored(null, 0));
  draft.change(textOf('on the way to sleep'));
  listeners.pagehide!();
  await later(1);
  expect([draft.status.value, kept()]).toEqual(['saved', null]);
});

it('tries again by itself', async () => {
  const { draft } = draftOn('broken line', 'broken line', saved(1));
  draft.begin(stored(null, 0));
  draft.change(textOf('offline'));
  await later(12_000);
  expect(draft.status.value).toBe('saved');
});

it('what a closed tab left behind goes on where nobody wrote since', async () => {
  localStorage.setItem(KEY, JSON.stringify({ text: textOf('never sent'), version: 3 }));
  const { wire, draft } = draftOn(saved(4));
  draft.begin(stored(textOf('older'), 3));
  expect(draft.text.value).toEqual(textOf('never sent'));
  await later(1);
  expect(wire.sent[0]!.body).toEqual({ text: textOf('never sent'), version: 3 });
});

it('what a closed tab left behind is brought together with what was written elsewhere since', async () => {
  localStorage.setItem(KEY, JSON.stringify({ text: textOf('one\nmine'), version: 3, base: textOf('one') }));
  const { wire, draft } = draftOn(saved(6));
  draft.begin(stored(textOf('from the phone\none'), 5));
  expect([draft.text.value, draft.merged.value]).toEqual([textOf('from the phone\none\nmine'), 1]);
  await later(1);
  expect(wire.sent[0]!.body).toEqual({ text: textOf('from the phone\none\nmine'), version: 5 });
  expect(kept()).toBeNull();
});

it('where both changed the same words both are shown, nothing is sent, and the one not chosen stays a version', async () => {
  localStorage.setItem(KEY, JSON.stringify({ text: textOf('never sent'), version: 3, base: textOf('begun') }));
  const { wire, draft } = draftOn(saved(6));
  draft.begin(stored(textOf('from the phone'), 5));
  expect([draft.status.value, draft.text.value, draft.other.value?.text]).toEqual([
    'conflict',
    textOf('never sent'),
    textOf('from the phone'),
  ]);
  await later(10_000);
  expect(wire.sent).toHaveLength(0);
  await draft.keepMine();
  expect(wire.sent[0]!.body).toEqual({ text: textOf('never sent'), version: 5, keepBefore: true });
});

it('two tabs: the other one is chosen, and what was here is sent first', async () => {
  const conflict = {
    status: 409,
    body: { type: 'conflict.changedMeanwhile', title: 'changed', status: 409, current: { text: textOf('other tab'), version: 2 } },
  };
  const { wire, draft } = draftOn(conflict, saved(3), saved(4));
  draft.begin(stored(textOf('begun'), 1));
  draft.change(textOf('this tab'));
  expect(await draft.save()).toBe(false);
  expect([draft.status.value, draft.other.value]).toEqual(['conflict', { text: textOf('other tab'), version: 2 }]);
  await draft.takeOther();
  expect([draft.status.value, draft.text.value, kept()]).toEqual(['saved', textOf('other tab'), null]);
  expect(wire.sent.slice(1).map((one) => one.body)).toEqual([
    { text: textOf('this tab'), version: 2, keepBefore: true },
    { text: textOf('other tab'), version: 3, keepBefore: true },
  ]);
});

it('two devices in two paragraphs: both go in, without anybody being asked', async () => {
  const conflict = {
    status: 409,
    body: { type: 'conflict.changedMeanwhile', title: 'changed', status: 409, current: { text: textOf('one, by phone\ntwo'), version: 2 } },
  };
  const { wire, draft } = draftOn(conflict, saved(3));
  draft.begin(stored(textOf('one\ntwo'), 1));
  draft.change(textOf('one\ntwo, at the desk'));
  expect(await draft.save()).toBe(true);
  expect(wire.sent[1]!.body).toEqual({ text: textOf('one, by phone\ntwo, at the desk'), version: 2 });
  expect([draft.status.value, draft.merged.value, kept()]).toEqual(['saved', 1, null]);
});

it('takes in what a member of the group saved: as it is, or together with what is being typed', async () => {
  const { wire, draft } = draftOn(saved(4));
  draft.begin(stored(textOf('one\ntwo'), 1));
  draft.refresh(stored(textOf('one\ntwo\nthree'), 2));
  expect([draft.text.value, draft.status.value]).toEqual([textOf('one\ntwo\nthree'), 'saved']);
  draft.change(textOf('ONE\ntwo\nthree'));
  draft.refresh(stored(textOf('one\ntwo\nTHREE'), 3));
  await later(1);
  expect(wire.sent[0]!.body).toEqual({ text: textOf('ONE\ntwo\nTHREE'), version: 3 });
  draft.refresh(stored(textOf('older'), 2));
  expect(draft.text.value).toEqual(textOf('ONE\ntwo\nTHREE'));
});

it('a refusal is said and not tried again, and the text stays here', async () => {
  const { wire, draft } = draftOn({ status: 409, body: { type: 'piece.closed', title: 'This closed on Wed 2 Dec.', status: 409 } });
  draft.begin(stored(null, 0));
  draft.change(textOf('too late'));
  await later(30_000);
  expect([draft.status.value, draft.refusal.value, wire.left]).toEqual([
    'refused',
    { code: 'piece.closed', title: 'This closed on Wed 2 Dec.' },
    [],
  ]);
  expect(kept()?.text).toEqual(textOf('too late'));
});

it('somebody else at the same browser does not get my text', () => {
  localStorage.setItem('jolly-draft hana tides', JSON.stringify({ text: textOf('hers'), version: 0 }));
  const { draft } = draftOn();
  draft.begin(stored(textOf('mine'), 0));
  expect(draft.text.value).toEqual(textOf('mine'));
});

it('shows what this browser keeps of a piece and its worksheets because the server never had it', () => {
  const text = { type: 'doc' as const, content: [{ type: 'paragraph', content: [{ type: 'text', text: 'never sent' }] }] };
  localStorage.setItem('jolly-draft u1 a1 sheet-7', JSON.stringify({ text, version: 3 }));
  localStorage.setItem('jolly-draft u2 a1 sheet-7', JSON.stringify({ text, version: 3 }));
  localStorage.setItem('jolly-draft u1 a2 sheet-9', JSON.stringify({ text, version: 3 }));
  expect(keptDrafts('u1', 'a1 ')).toEqual([{ name: 'sheet-7', text }]);
});

it('the very same words that came by another way are not called unsent', async () => {
  const { draft } = draftOn('broken line', 'broken line');
  draft.begin(stored(textOf('In time.'), 1));
  draft.change(textOf('In time. And the wind.'));
  await later(1000);
  expect(draft.status.value).toBe('kept');
  draft.refresh(stored(textOf('In time. And the wind.'), 2));
  expect([draft.status.value, kept()]).toEqual(['saved', null]);
});
