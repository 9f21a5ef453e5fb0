/** @jest-environment @happy-dom/jest-environment */
import { effectScope } from 'vue';
import { useWake } from './use-wake';

const seen = (state: 'hidden' | 'visible') => {
  Object.defineProperty(document, 'visibilityState', { value: state, configurable: true });
  document.dispatchEvent(new Event('visibilitychange'));
};

it('tells of sleeping and waking until what listens is gone', () => {
  const told: string[] = [];
  const scope = effectScope();
  scope.run(() => useWake({ asleep: () => told.push('asleep'), awake: () => told.push('awake') }));
  seen('hidden');
  seen('visible');
  window.dispatchEvent(new Event('online'));
  window.dispatchEvent(new Event('pagehide'));
  scope.stop();
  seen('hidden');
  window.dispatchEvent(new Event('online'));
  expect(told).toEqual(['asleep', 'awake', 'awake', 'asleep']);
});
