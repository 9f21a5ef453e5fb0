import { createPinia, setActivePinia } from 'pinia';
import { createMemoryHistory, createRouter, type Router } from 'vue-router';
import { createApp, type App } from 'vue';
import { useScope } from './use-scope';
import { useTermLine } from './termline.store';

let router: Router;
let app: App;
beforeEach(() => {
  router = createRouter({ history: createMemoryHistory(), routes: [{ path: '/:rest(.*)*', component: { render: () => null } }] });
  const pinia = createPinia();
  app = createApp({ render: () => null })
    .use(pinia)
    .use(router);
  setActivePinia(pinia);
  const line = useTermLine();
  const terms = [{ name: 'Term 1', from: '2000-01-03', to: '2100-01-01' }];
  line.reply = {
    classes: [
      { id: 'rivers', name: 'Rivers 8', hue: 0, zone: 'Europe/Lisbon', terms },
      { id: 'maps', name: 'Maps 10', hue: 2, zone: 'Europe/Lisbon', terms },
    ],
    squares: [],
    waiting: 0,
  };
  line.loaded = true;
});
const scopeAt = async (path: string) => {
  await router.push(path);
  return app.runWithContext(() => useScope());
};
const at = (iso: string) => Date.parse(iso);

it('without anything in the address it is every class and two weeks from this Monday', async () => {
  const { classId, from, to, inScope } = await scopeAt('/plan');
  expect(classId.value).toBeNull();
  expect(inScope('rivers') && inScope('maps')).toBe(true);
  expect(new Date(`${from.value}T12:00Z`).getUTCDay()).toBe(1);
  expect((Date.parse(to.value) - Date.parse(from.value)) / 86_400_000).toBe(13);
});

it('takes class and weeks from the address, the last day included', async () => {
  const { inScope, within } = await scopeAt('/plan?class=maps&from=2026-11-16&to=2026-11-22');
  expect([inScope('maps'), inScope('rivers')]).toEqual([true, false]);
  expect(within(at('2026-11-16T00:00:00Z'))).toBe(true);
  expect(within(at('2026-11-22T23:59:59.999Z'))).toBe(true);
  expect(within(at('2026-11-23T00:00:00Z'))).toBe(false);
  expect(within(at('2026-11-15T23:59:59.999Z'))).toBe(false);
});

it.each(['/plan?class=unknown', '/plan?class=a&class=b', '/plan?from=yesterday&to=16-11-2026'])('does not trust %s', async (path) => {
  const { classId, from, to } = await scopeAt(path);
  expect(classId.value).toBeNull();
  expect(from.value).toMatch(/^\d{4}-\d{2}-\d{2}$/);
  expect(to.value > from.value).toBe(true);
});

it('an end before the beginning is two weeks instead', async () => {
  const { to } = await scopeAt('/plan?from=2026-11-16&to=2026-11-02');
  expect(to.value).toBe('2026-11-29');
});

it('is carried to other sections, without what belongs to the page', async () => {
  const { kept, set } = await scopeAt('/plan?class=maps&from=2026-11-16&tab=x');
  expect(kept.value).toEqual({ class: 'maps', from: '2026-11-16' });
  await set({ class: null, to: '2026-11-29' });
  expect(router.currentRoute.value.query).toEqual({ from: '2026-11-16', to: '2026-11-29', tab: 'x' });
});
