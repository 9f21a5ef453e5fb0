import Sortable from 'sortablejs';
import type { Directive } from 'vue';

/** Something was dragged from one place of a list to a place of the same or another list. */
export interface Moved {
  from: string;
  to: string;
  oldIndex: number;
  newIndex: number;
}
interface Options {
  /** lists of one group exchange their items */
  group: string;
  /** what this list is called when something is moved */
  list: string;
  moved: (move: Moved) => void;
  /** only what this selects is taken hold of */
  handle?: string;
}

const made = new WeakMap<HTMLElement, Sortable>();
const NAME = 'data-sortable-list';

/**
 * Lets the children of an element be dragged. The library moves the element; it is put back at once and the
 * page moves what it stands for, so that the page alone decides what is where.
 */
export const vSortable: Directive<HTMLElement, Options> = {
  mounted(element, { value }) {
    element.setAttribute(NAME, value.list);
    const sortable = Sortable.create(element, {
      group: value.group,
      animation: 120,
      draggable: '[data-drag]',
      ...(value.handle ? { handle: value.handle } : {}),
      onEnd({ item, from, to, oldDraggableIndex = 0, newDraggableIndex = 0 }) {
        item.remove();
        from.insertBefore(item, from.querySelectorAll(':scope > [data-drag]')[oldDraggableIndex] ?? null);
        value.moved({
          from: from.getAttribute(NAME) ?? '',
          to: to.getAttribute(NAME) ?? '',
          oldIndex: oldDraggableIndex,
          newIndex: newDraggableIndex,
        });
      },
    });
    made.set(element, sortable);
  },
  updated: (element, { value }) => element.setAttribute(NAME, value.list),
  beforeUnmount: (element) => made.get(element)?.destroy(),
};
