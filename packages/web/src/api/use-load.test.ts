import { effectScope, nextTick, ref } from 'vue';
import { ApiProblem } from './client';
import { useLoad } from './use-load';

let scope: ReturnType<typeof effectScope>;
beforeEach(() => {
  jest.useFakeTimers();
  scope = effectScope();
});
afterEach(() => {
  scope.stop();
  jest.useRealTimers();
});
const loading = (answers: (string | Error)[], sources: Parameters<typeof useLoad>[1] = []) => {
  const asked = jest.fn(async () => {
    const next = answers.shift()!;
    if (next instanceof Error) throw next;
    return next;
  });
  return { asked, load: scope.run(() => useLoad(asked, sources))! };
};
const lineDown = new ApiProblem('network', 'No line', 0);

it('keeps what is there when a fresh look fails, says why, and comes back by itself', async () => {
  const { asked, load } = loading(['first', lineDown, lineDown, 'second']);
  await jest.advanceTimersByTimeAsync(0);
  await load.reload();
  expect([load.state.value, load.value.value, load.why.value]).toEqual(['stale', 'first', 'No line']);
  await jest.advanceTimersByTimeAsync(2_000 + 5_000);
  expect([load.state.value, load.value.value, asked.mock.calls.length]).toEqual(['ready', 'second', 4]);
});

it('does not show one thing under the name of another: after a change of what is asked a failure is a failure', async () => {
  const of = ref('a');
  const { load } = loading(['of a', lineDown, 'of b'], [of]);
  await jest.advanceTimersByTimeAsync(0);
  of.value = 'b';
  await nextTick();
  await jest.advanceTimersByTimeAsync(0);
  expect(load.state.value).toBe('failed');
  await jest.advanceTimersByTimeAsync(2_000);
  expect([load.state.value, load.value.value]).toEqual(['ready', 'of b']);
});

it('does not ask again of its own accord for what was refused', async () => {
  const { asked, load } = loading([new ApiProblem('common.notFound', 'Not there', 404)]);
  await jest.advanceTimersByTimeAsync(600_000);
  expect([load.state.value, asked.mock.calls.length]).toEqual(['failed', 1]);
});
