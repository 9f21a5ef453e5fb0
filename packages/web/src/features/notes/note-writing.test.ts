/** @jest-environment @happy-dom/jest-environment */
import { opened, serving } from '../../testing-page';
import NoteWriting from './NoteWriting.vue';

const open = (more: object = {}) =>
  opened(NoteWriting, { props: { text: '', spoken: null, busy: false, mayBeSilent: false, hasRemarks: false, ...more } });
const stores = () => document.querySelector<HTMLButtonElement>('.ant-btn-primary[type=submit]')!;

it('a note needs words or a recording, unless it is pen marks', async () => {
  serving({});
  await open();
  expect(stores().disabled).toBe(true);
  await open({ text: 'Where?' });
  expect(stores().disabled).toBe(false);
  await open({ spoken: { id: 's', name: 'said.ogg', size: 3, mediaType: 'audio/ogg' } });
  expect([stores().disabled, document.querySelector('audio') !== null]).toEqual([false, true]);
  await open({ mayBeSilent: true });
  expect(stores().disabled).toBe(false);
});

it('Enter stores it, Escape lets it be, Shift and Enter is a new line', async () => {
  serving({});
  const { wrapper } = await open({ text: 'Where?' });
  const field = document.querySelector('textarea')!;
  const key = (name: string, shiftKey = false) => field.dispatchEvent(new KeyboardEvent('keydown', { key: name, shiftKey, bubbles: true }));
  key('Enter', true);
  expect(wrapper.emitted('store')).toBeUndefined();
  key('Enter');
  key('Escape');
  expect([wrapper.emitted('store')?.length, wrapper.emitted('cancel')?.length]).toEqual([1, 1]);
});
