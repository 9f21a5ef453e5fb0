import type { MovePreview } from '@jolly/server/contract';
import { aWire } from '../../testing';
import { useMove } from './use-move';

const preview = (digest: string): MovePreview => ({ changes: [], moved: 1, keep: 0, untouched: 0, heavy: [], said: [], digest });
const move = { moveId: 'm1', at: 1, dates: 1, titles: ['Valley model'] };

function moving(...answers: Parameters<typeof aWire>) {
  const wire = aWire(...answers);
  globalThis.fetch = wire.fetch as typeof fetch;
  let reloads = 0;
  return { wire, reloads: () => reloads, ...useMove(async () => void (reloads += 1)) };
}

it('moves just what was looked at, and offers to undo it', async () => {
  const { wire, pending, last, look, confirm, undo, reloads } = moving(
    { status: 200, body: preview('seen') },
    { status: 201, body: move },
    { status: 204 },
  );
  await look(['a1'], { kind: 'days', days: 1 });
  expect(pending.value?.preview.digest).toBe('seen');
  expect(await confirm(true)).toBe(true);
  expect(wire.sent[1]!.body).toMatchObject({ assignmentIds: ['a1'], digest: 'seen', tell: true });
  expect([pending.value, last.value, reloads()]).toEqual([null, move, 1]);
  await undo();
  expect([wire.sent[2]!.path, last.value, reloads()]).toEqual(['/api/plan/moves/m1/undo', null, 2]);
});

it('stays open with the reason when the dates were changed meanwhile', async () => {
  const { pending, problem, look, confirm } = moving(
    { status: 200, body: preview('seen') },
    { status: 409, body: { type: 'move.changedMeanwhile', title: 'changed', status: 409 } },
  );
  await look(['a1'], { kind: 'days', days: 1 });
  expect([await confirm(false), problem.value?.code, pending.value === null]).toEqual([false, 'move.changedMeanwhile', false]);
});

it('shows the answer to the last question only', async () => {
  const { pending, look, leave } = moving({ status: 200, body: preview('first') }, { status: 200, body: preview('second') });
  const first = look(['a1'], { kind: 'days', days: 1 });
  const second = look(['a1'], { kind: 'days', days: 2 });
  await Promise.all([first, second]);
  expect(pending.value?.shift).toEqual({ kind: 'days', days: 2 });
  leave();
  expect(pending.value).toBeNull();
});
