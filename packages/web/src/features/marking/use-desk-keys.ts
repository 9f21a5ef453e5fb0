import type { Ref } from 'vue';
import { arrowFor } from '../../ui/arrows';
import { useShortcuts } from '../../ui/use-shortcuts';
import type { Onward } from './use-pile';

/** The keys of the desk. */
export function useDeskKeys(at: {
  go: (by: number) => void;
  hold: (how: { next: Onward }) => Promise<void>;
  form: Ref<{ digit: (key: string) => void; focus: () => void; write: () => void; open: () => void; speak: () => void } | null>;
  work: Ref<{ beginNote: () => void } | null>;
}): void {
  const { go, hold, form, work } = at;
  useShortcuts([
    { ...arrowFor(1), does: 'desk.next', run: () => go(1) },
    { ...arrowFor(-1), does: 'desk.previous', run: () => go(-1) },
    { key: 'Enter', shown: '↵', does: 'desk.holdNext', run: () => void hold({ next: 'waiting' }) },
    { key: 'Enter', shift: true, shown: '⇧ ↵', does: 'desk.holdStudent', run: () => void hold({ next: 'student' }) },
    {
      key: ['0', '1', '2', '3', '4', '5', '6', '7', '8', '9'],
      shown: '0 – 9',
      does: 'desk.keyDigits',
      run: (digit) => form.value?.digit(digit),
    },
    { key: 's', shown: 'S', does: 'desk.keyFocus', run: () => form.value?.focus() },
    { key: 'n', shown: 'N', does: 'notes.add', run: () => work.value?.beginNote() },
    { key: 'w', shown: 'W', does: 'desk.remark', run: () => form.value?.write() },
    { key: ';', shown: ';', does: 'remarks.title', run: () => form.value?.open() },
    { key: 'a', shown: 'A', does: 'desk.speak', run: () => form.value?.speak() },
  ]);
}
