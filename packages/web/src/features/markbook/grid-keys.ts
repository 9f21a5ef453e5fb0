import { arrowStep } from '../../ui/arrows';

/** What a key means in the grid when nothing is being typed. */
export type GridCommand =
  | { act: 'move'; rows: number; columns: number; extend: boolean }
  /** as far as it goes: to the first or last row or column */
  | { act: 'jump'; rows: -1 | 0 | 1; columns: -1 | 0 | 1; extend: boolean }
  | { act: 'page'; rows: -1 | 1; extend: boolean }
  | { act: 'type'; text: string }
  | { act: 'edit' | 'clear' | 'fillDown' | 'selectAll' | 'selectColumn' | 'undo' | 'redo' | 'open' | 'legend' | 'remark' };

type Key = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>;
/** Rows and columns an arrow key steps; null for other keys. */
function stepOf(key: string): [rows: -1 | 0 | 1, columns: -1 | 0 | 1] | null {
  if (key === 'ArrowUp') return [-1, 0];
  if (key === 'ArrowDown') return [1, 0];
  const columns = arrowStep(key);
  return columns === 0 ? null : [0, columns];
}

/**
 * The command of a key, as in a spreadsheet; null for keys that are the browser's. Copying and pasting are events of
 * their own.
 */
export function gridCommand({ key, ctrlKey, metaKey, altKey, shiftKey: extend }: Key): GridCommand | null {
  const control = ctrlKey || metaKey;
  const arrow = stepOf(key);
  if (altKey) return key === 'Enter' ? { act: 'open' } : null;
  if (arrow)
    return control
      ? { act: 'jump', rows: arrow[0], columns: arrow[1], extend }
      : { act: 'move', rows: arrow[0], columns: arrow[1], extend };
  switch (key) {
    case 'Enter':
      return { act: 'move', rows: extend ? -1 : 1, columns: 0, extend: false };
    case 'Tab':
      return { act: 'move', rows: 0, columns: extend ? -1 : 1, extend: false };
    case 'Home':
      return { act: 'jump', rows: control ? -1 : 0, columns: -1, extend };
    case 'End':
      return { act: 'jump', rows: control ? 1 : 0, columns: 1, extend };
    case 'PageUp':
      return { act: 'page', rows: -1, extend };
    case 'PageDown':
      return { act: 'page', rows: 1, extend };
    case 'F2':
      return { act: extend ? 'remark' : 'edit' };
    case 'Delete':
    case 'Backspace':
      return { act: 'clear' };
    case ' ':
      return control ? { act: 'selectColumn' } : null;
    case '?':
      return { act: 'legend' };
  }
  if (control) {
    switch (key.toLowerCase()) {
      case 'd':
        return { act: 'fillDown' };
      case 'a':
        return { act: 'selectAll' };
      case 'z':
        return { act: extend ? 'redo' : 'undo' };
      case 'y':
        return { act: 'redo' };
    }
    return null;
  }
  // "/" goes to the search of the whole application, here as everywhere.
  return [...key].length === 1 && key !== '/' ? { act: 'type', text: key } : null;
}
