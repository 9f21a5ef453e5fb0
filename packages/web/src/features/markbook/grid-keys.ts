/** What a key means in the grid when nothing is being typed. */
export type GridCommand =
  | { does: 'move'; rows: number; columns: number; extend: boolean }
  /** as far as it goes: to the first or last row or column */
  | { does: 'jump'; rows: -1 | 0 | 1; columns: -1 | 0 | 1; extend: boolean }
  | { does: 'page'; rows: -1 | 1; extend: boolean }
  | { does: 'type'; text: string }
  | { does: 'edit' | 'clear' | 'fillDown' | 'selectAll' | 'selectColumn' | 'undo' | 'redo' | 'open' | 'legend' };

type Key = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>;
const ARROWS: Record<string, [rows: -1 | 0 | 1, columns: -1 | 0 | 1]> = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] };

/**
 * The command of a key, as in a spreadsheet; null for keys that are the browser's. Copying and pasting are events of
 * their own.
 */
export function gridCommand({ key, ctrlKey, metaKey, altKey, shiftKey: extend }: Key): GridCommand | null {
  const control = ctrlKey || metaKey;
  const arrow = ARROWS[key];
  if (altKey) return key === 'Enter' ? { does: 'open' } : null;
  if (arrow) return control ? { does: 'jump', rows: arrow[0], columns: arrow[1], extend } : { does: 'move', rows: arrow[0], columns: arrow[1], extend };
  switch (key) {
    case 'Enter':
      return { does: 'move', rows: extend ? -1 : 1, columns: 0, extend: false };
    case 'Tab':
      return { does: 'move', rows: 0, columns: extend ? -1 : 1, extend: false };
    case 'Home':
      return { does: 'jump', rows: control ? -1 : 0, columns: -1, extend };
    case 'End':
      return { does: 'jump', rows: control ? 1 : 0, columns: 1, extend };
    case 'PageUp':
      return { does: 'page', rows: -1, extend };
    case 'PageDown':
      return { does: 'page', rows: 1, extend };
    case 'F2':
      return { does: 'edit' };
    case 'Delete':
    case 'Backspace':
      return { does: 'clear' };
    case ' ':
      return control ? { does: 'selectColumn' } : null;
    case '?':
      return { does: 'legend' };
  }
  if (control) {
    switch (key.toLowerCase()) {
      case 'd':
        return { does: 'fillDown' };
      case 'a':
        return { does: 'selectAll' };
      case 'z':
        return { does: extend ? 'redo' : 'undo' };
      case 'y':
        return { does: 'redo' };
    }
    return null;
  }
  // "/" goes to the search of the whole application, here as everywhere.
  return [...key].length === 1 && key !== '/' ? { does: 'type', text: key } : null;
}
