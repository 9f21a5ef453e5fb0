/** @jest-environment @happy-dom/jest-environment */
import { createPinia, setActivePinia } from 'pinia';
import { aPerson } from '../../testing-rows';
import { aWire } from '../../testing';
import { useSession } from './session.store';

const kept = new Map<string, unknown>();
jest.mock('idb-keyval', () => ({
  createStore: () => 'store',
  get: async (key: string) => kept.get(key),
  set: async (key: string, value: unknown) => void kept.set(key, value),
  keys: async () => [...kept.keys()],
  delMany: async (names: string[]) => names.forEach((name) => kept.delete(name)),
}));
const session = (me: ReturnType<typeof aPerson> | null) => ({ status: 200, body: { me, csrf: 'token', now: Date.now() } });
const on = (...answers: Parameters<typeof aWire>) => {
  const wire = aWire(...answers);
  globalThis.fetch = wire.fetch as typeof fetch;
  return wire;
};
const lineDown = () => (globalThis.fetch = () => Promise.reject(new TypeError('failed to fetch')));
const bao = aPerson({ id: 'bao', role: 'student' });
const opensAnew = () => {
  setActivePinia(createPinia());
  return useSession();
};
beforeEach(() => {
  kept.clear();
  localStorage.clear();
});

it('opens without a line for whoever was here last, and for nobody where nobody was', async () => {
  lineDown();
  await expect(opensAnew().look()).rejects.toMatchObject({ code: 'network' });
  on(session(bao));
  await opensAnew().look();
  lineDown();
  const anew = opensAnew();
  await anew.look();
  expect(anew.me).toMatchObject({ id: 'bao' });
});

it('leaves nothing of one person for another', async () => {
  on(session(bao));
  await opensAnew().look();
  kept.set('of bao /api/my/work', { reply: 'of Bao', at: Date.now() });
  kept.set('of cleo /api/my/work', { reply: 'of Cleo', at: Date.now() });
  // Another tab may have kept something after this one signed out.
  kept.delete('who');
  on(session(aPerson({ id: 'cleo', role: 'student' })));
  await opensAnew().look();
  expect([...kept.keys()].sort()).toEqual(['of cleo /api/my/work', 'who']);
});

it('signs out without a line: nothing is left here, and the server is told before anybody comes in again', async () => {
  on(session(bao));
  const here = opensAnew();
  await here.look();
  lineDown();
  await here.signOut();
  expect(kept.size).toBe(0);
  const without = opensAnew();
  await expect(without.look()).rejects.toMatchObject({ code: 'network' });
  expect(without.me).toBeNull();
  const wire = on({ status: 204 }, session(null));
  await opensAnew().look();
  expect(wire.sent.map(({ verb, path }) => `${verb} ${path}`)).toEqual(['DELETE /api/session', 'GET /api/session']);
  expect(localStorage.getItem('jolly-signed-out')).toBeNull();
});
