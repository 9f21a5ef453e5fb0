import { computed } from 'vue';
import type { HeldIn } from './HeldSheet.vue';
import type { Book } from './use-book';
import type { View } from './use-view';

/** What is held in the columns that are shown, by assignment. */
export function useHeld(book: Book, view: View) {
  return computed<HeldIn[]>(() => {
    const reply = book.value.value;
    if (!reply) return [];
    return view.columns.value.shown.flatMap((one) => {
      if (one.kind !== 'work') return [];
      void book.columnTicks[one.column];
      return reply.columns[one.column]!.sets.flatMap((own, of) => {
        const studentIds = own
          ? reply.students.flatMap(({ id, of: its }, index) => (its === of && reply.cells[index]![one.column]?.held ? [id] : []))
          : [];
        return own && studentIds.length > 0
          ? [{ assignmentId: own.assignmentId, title: reply.columns[one.column]!.title, studentIds }]
          : [];
      });
    });
  });
}
