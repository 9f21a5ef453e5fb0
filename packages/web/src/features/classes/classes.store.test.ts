import type { ClassReply } from '@jolly/server/contract';
import { createPinia, setActivePinia } from 'pinia';
import { aWire } from '../../testing';
import { table } from './bring-in';
import { useClasses } from './classes.store';

const aClass = (id: string, putAwayAt: number | null = null) => ({ id, putAwayAt, label: id }) as ClassReply;
beforeEach(() => setActivePinia(createPinia()));

it('parts what is taught now from what is put away, and takes a change in its place', async () => {
  globalThis.fetch = aWire({ status: 200, body: [aClass('a'), aClass('b'), aClass('c', 1)] }).fetch as typeof fetch;
  const classes = useClasses();
  await classes.load();
  classes.take(aClass('b', 2));
  expect([classes.active.map((one) => one.id), classes.away.map((one) => one.id), classes.all?.map((one) => one.id)]).toEqual([
    ['a'],
    ['b', 'c'],
    ['a', 'b', 'c'],
  ]);
});

it('keeps nothing for whoever sits down next', () => {
  const classes = useClasses();
  classes.take(aClass('a'));
  table.value = { classId: 'a', name: 'roster.csv', blob: new Blob(['Ada Reef']) };
  classes.forget();
  expect([classes.all, table.value]).toEqual([null, null]);
});
