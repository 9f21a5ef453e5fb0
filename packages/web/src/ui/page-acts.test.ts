/** @jest-environment @happy-dom/jest-environment */
import { Button } from 'ant-design-vue';
import { defineComponent, h } from 'vue';
import { opened } from '../testing-page';
import type { Act } from './page-acts';
import PageActs from './PageActs.vue';

const page = (rest: readonly Act[]) =>
  opened(defineComponent(() => () => h(PageActs, { more: 'Shift or hand out', rest }, () => h(Button, () => 'New'))));
const menu = () => [...document.querySelectorAll<HTMLElement>('[role=menuitem]')];
const key = async (it: { settled: () => Promise<void> }, name: string) => {
  document.activeElement!.dispatchEvent(new KeyboardEvent('keydown', { key: name, bubbles: true, cancelable: true }));
  await it.settled();
};

it('has a single further act beside the main one, and several behind one button', async () => {
  const shift = jest.fn();
  const alone = await page([{ title: 'Shift many…', press: shift }]);
  await alone.press('Shift many…');
  expect(shift).toHaveBeenCalledTimes(1);
  expect([alone.has('New'), alone.has('Shift or hand out')]).toEqual([true, false]);
});

it('goes through its menu by arrow keys, does what is chosen and goes where it leads', async () => {
  const shift = jest.fn();
  const it = await page([
    { title: 'Shift many…', press: shift },
    { title: 'Not now', disabled: true, press: shift },
    { title: 'Hand out', to: '/compose?kind=handout' },
  ]);
  await it.press('Shift or hand out');
  expect(document.activeElement).toBe(menu()[0]);
  await key(it, 'ArrowDown');
  expect(document.activeElement).toBe(menu()[2]);
  await key(it, 'ArrowDown');
  expect(document.activeElement).toBe(menu()[0]);
  await it.press('Shift many…');
  expect(shift).toHaveBeenCalledTimes(1);
  await it.press('Shift or hand out');
  await it.press('Not now');
  expect(shift).toHaveBeenCalledTimes(1);
  await it.press('Hand out');
  expect(it.router.currentRoute.value.fullPath).toBe('/compose?kind=handout');
});

it('closes with Escape and gives the focus back to its button', async () => {
  const it = await page([
    { title: 'One', press: () => undefined },
    { title: 'Two', press: () => undefined },
  ]);
  await it.press('Shift or hand out');
  await key(it, 'Escape');
  expect(document.activeElement?.textContent).toContain('Shift or hand out');
  expect(document.activeElement?.getAttribute('aria-expanded')).toBe('false');
});
