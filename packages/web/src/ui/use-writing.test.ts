/** @jest-environment @happy-dom/jest-environment */
import { mount } from '@vue/test-utils';
import { defineComponent, nextTick } from 'vue';
import { useWriting } from './use-writing';

const Field = defineComponent({
  setup: useWriting,
  template: '<div><p><input id="words" /></p></div>',
});
const mounted = () => {
  document.body.innerHTML = '<input id="other" />';
  const wrapper = mount(Field, { attachTo: document.body });
  const root = wrapper.element as HTMLElement;
  root.addEventListener('focusin', () => wrapper.vm.came());
  root.addEventListener('focusout', (event) => wrapper.vm.left(event));
  const go = (id: string) => document.querySelector<HTMLElement>(`#${id}`)!.focus();
  return { wrapper, go };
};

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

it('shows what belongs to writing until the field is left by keyboard', async () => {
  const { wrapper, go } = mounted();
  go('words');
  await nextTick();
  expect(wrapper.vm.writing).toBe(true);
  go('other');
  await nextTick();
  expect(wrapper.vm.writing).toBe(false);
});

it('keeps it until a press elsewhere is done, so that the press meets what it was meant for', async () => {
  const { wrapper, go } = mounted();
  go('words');
  window.dispatchEvent(new Event('pointerdown'));
  go('other');
  await nextTick();
  expect(wrapper.vm.writing).toBe(true);
  window.dispatchEvent(new Event('pointerup'));
  expect(wrapper.vm.writing).toBe(true);
  jest.runAllTimers();
  expect(wrapper.vm.writing).toBe(false);
});
