import { cellText } from '@jolly/core';
import { nextTick, ref, type Ref } from 'vue';
import { spotKey, type Spot, type Wish } from './spot';
import type { Book } from './use-book';

/**
 * Typing in the grid. What is typed belongs to the cell it was begun in, as that was, whatever moves or changes meanwhile.
 *
 * @param field where it is typed, while it is
 * @param grid the cell that is chosen, what to do once something is to be stored, and where to go after it
 */
export function useGridTyping(
  book: Pick<Book, 'cellAt' | 'seenAt'> & { kept: Pick<Book['kept'], 'cells' | 'drop'> },
  field: Ref<HTMLInputElement | null>,
  grid: { spot: () => Spot | null; enter: (wish: Wish) => void; leave: (rows: number, columns: number) => void },
) {
  const typing = ref<{ spot: Spot; text: string; all: boolean; seen: number | undefined } | null>(null);

  /** @param text what the cell begins with; null: what is in it, to be typed over or changed */
  async function begin(text: string | null): Promise<void> {
    const spot = grid.spot();
    if (!spot) return;
    typing.value = {
      spot,
      text: text ?? book.kept.cells.value.get(spotKey(spot))?.text ?? cellText(book.cellAt(spot)),
      all: text === null,
      seen: book.seenAt(spot),
    };
    await nextTick();
    field.value?.focus();
    if (text !== null) field.value?.setSelectionRange(text.length, text.length);
  }

  function finish(store: boolean, rows: number, columns: number): void {
    const typed = typing.value;
    typing.value = null;
    // Typed back to what is stored, the cell is as it was.
    if (store && typed && typed.text.trim() === cellText(book.cellAt(typed.spot))) book.kept.drop([typed.spot]);
    else if (store && typed) grid.enter({ ...typed.spot, text: typed.text, ...(typed.seen === undefined ? {} : { seen: typed.seen }) });
    grid.leave(rows, columns);
  }

  function whileTyping(event: KeyboardEvent): void {
    if (event.isComposing) return;
    const { key, shiftKey } = event;
    if (key === 'Enter') finish(true, shiftKey ? -1 : 1, 0);
    else if (key === 'Tab') finish(true, 0, shiftKey ? -1 : 1);
    else if (key === 'Escape') finish(false, 0, 0);
    // Typed over what was there, arrows go on to the next cell; with F2 they move within the text.
    else if (!typing.value!.all && (key === 'ArrowUp' || key === 'ArrowDown')) finish(true, key === 'ArrowUp' ? -1 : 1, 0);
    else return void event.stopPropagation();
    event.preventDefault();
    event.stopPropagation();
  }

  return { typing, begin, finish, whileTyping };
}
