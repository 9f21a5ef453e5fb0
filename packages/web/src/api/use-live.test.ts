import { effectScope, ref, type EffectScope } from 'vue';
import { useLive } from './use-live';

class FakeStream {
  static readonly CLOSED = 2;
  static all: FakeStream[] = [];
  onopen: () => void = () => undefined;
  onmessage: (event: { data: string }) => void = () => undefined;
  onerror: () => void = () => undefined;
  readyState = 1;
  constructor(readonly address: string) {
    FakeStream.all.push(this);
  }
  close(): void {
    this.readyState = FakeStream.CLOSED;
  }
}

let scope: EffectScope;
let heard: unknown[];
const address = ref<string | null>('/live/a');
beforeEach(() => {
  jest.useFakeTimers();
  FakeStream.all = [];
  (globalThis as { EventSource?: unknown }).EventSource = FakeStream;
  heard = [];
  address.value = '/live/a';
  scope = effectScope();
  scope.run(() =>
    useLive(
      () => address.value,
      (event) => heard.push(event),
    ),
  );
});
afterEach(() => {
  scope.stop();
  jest.useRealTimers();
});
const stream = () => FakeStream.all.at(-1)!;

it('says what the stream says', () => {
  stream().onopen();
  stream().onmessage({ data: '{"studentIds":["a"]}' });
  expect([stream().address, heard]).toEqual(['/live/a', [{ studentIds: ['a'] }]]);
});

it('looks again once it listens, where that was asked for: what happened between the first look and then was not said', () => {
  scope.run(() =>
    useLive(
      () => '/live/b',
      (event) => heard.push(event),
      { lookAgain: true },
    ),
  );
  expect(heard).toEqual([]);
  stream().onopen();
  stream().onopen();
  expect(heard).toEqual([null]);
});

it('asks again and again while no stream gets through, and once when it is back', () => {
  stream().onerror();
  jest.advanceTimersByTime(17_000);
  expect(heard).toEqual([null, null]);
  stream().onopen();
  expect(heard).toHaveLength(3);
  jest.advanceTimersByTime(60_000);
  expect(heard).toHaveLength(3);
});

it('opens the stream anew after it was refused for good', () => {
  stream().close();
  stream().onerror();
  jest.advanceTimersByTime(60_000);
  expect(FakeStream.all).toHaveLength(2);
});

it('listens to nothing without an address, and lets go when it is left', async () => {
  address.value = null;
  await Promise.resolve();
  expect(stream().readyState).toBe(FakeStream.CLOSED);
  stream().onerror();
  scope.stop();
  jest.advanceTimersByTime(20_000);
  expect(heard).toEqual([]);
});
