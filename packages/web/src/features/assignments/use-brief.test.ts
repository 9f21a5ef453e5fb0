import type { BriefReply } from '@jolly/server/contract';
import { effectScope, nextTick } from 'vue';
import { aStorage, aWire } from '../../testing';
import { blankBrief, blankSet, useBrief } from './use-brief';

const reply = (version: number, more: Partial<BriefReply> = {}, issuedAt: number | null = null): BriefReply => ({
  ...blankBrief('assignment'),
  title: 'Valley model',
  id: 'b1',
  elsewhere: 0,
  version,
  classes: [{ ...blankSet('c1'), assignmentId: 'a1', issuedAt, begun: 0 }],
  ...more,
});
const conflict = (current: BriefReply) => ({
  status: 409,
  body: { type: 'conflict.changedMeanwhile', title: 'changed', status: 409, current },
});

let scope: ReturnType<typeof effectScope>;
beforeEach(() => {
  jest.useFakeTimers();
  globalThis.localStorage = aStorage();
  scope = effectScope();
});
afterEach(() => {
  scope.stop();
  jest.useRealTimers();
});

function composing(...answers: Parameters<typeof aWire>) {
  const wire = aWire(...answers);
  globalThis.fetch = wire.fetch as typeof fetch;
  return { wire, brief: scope.run(() => useBrief())! };
}
async function typed(): Promise<void> {
  await nextTick();
  await jest.advanceTimersByTimeAsync(800);
}

it('stores a draft once it has a title, and what is typed after with its version', async () => {
  const { wire, brief } = composing({ status: 201, body: reply(1) }, { status: 200, body: reply(2, { title: 'Valley models' }) });
  brief.begin(blankBrief('assignment'), [blankSet('c1')], null);
  brief.body.value.minutes = 30;
  await typed();
  expect(wire.sent).toEqual([]);
  brief.body.value.minutes = null;
  brief.body.value.title = 'Valley model';
  await typed();
  brief.body.value.title = 'Valley models';
  await typed();
  expect(wire.sent.map(({ verb, path }) => `${verb} ${path}`)).toEqual(['POST /api/briefs', 'PUT /api/briefs/b1']);
  expect(wire.sent[1]!.body).toMatchObject({ title: 'Valley models', version: 1, tell: false });
});

it('shows what somebody else stored meanwhile, and overwrites it only when told to', async () => {
  const { wire, brief } = composing(conflict(reply(5, { title: 'Theirs' })), { status: 200, body: reply(6, { title: 'Mine' }) });
  brief.open(reply(1));
  brief.body.value.title = 'Mine';
  await typed();
  expect(brief.theirs.value?.title).toBe('Theirs');
  brief.body.value.title = 'Mine again';
  await typed();
  expect(wire.sent).toHaveLength(1);
  await brief.keepMine();
  expect(wire.sent[1]!.body).toMatchObject({ title: 'Mine again', version: 5 });
});

it('takes theirs when told to', async () => {
  const { brief } = composing(conflict(reply(5, { title: 'Theirs' })));
  brief.open(reply(1));
  brief.body.value.title = 'Mine';
  await typed();
  brief.takeTheirs();
  expect([brief.body.value.title, brief.dirty.value, brief.theirs.value]).toEqual(['Theirs', false, null]);
});

it('keeps changes of what is out in this browser until they are saved', async () => {
  const first = composing();
  first.brief.open(reply(3, {}, 1000));
  first.brief.body.value.title = 'Changed';
  await typed();
  expect(first.wire.sent).toEqual([]);
  const second = composing({ status: 200, body: reply(4, { title: 'Changed' }, 1000) });
  second.brief.open(reply(3, {}, 1000));
  expect([second.brief.body.value.title, second.brief.dirty.value]).toEqual(['Changed', true]);
  await second.brief.save({ tell: true });
  expect(second.wire.sent[0]!.body).toMatchObject({ title: 'Changed', tell: true });
  expect(localStorage.length).toBe(0);
});

it('saves no dates that contradict each other', async () => {
  const { wire, brief } = composing();
  brief.open(reply(1));
  Object.assign(brief.sets.value[0]!, { due: 2000, closes: 1000 });
  await typed();
  expect([wire.sent, brief.contradiction.value]).toEqual([[], true]);
});
