import { FIRST_SCHEME, type BookCell, type BookColumn, type Viewpoint } from '@jolly/core';
import { computed, effectScope, nextTick, ref, shallowRef } from 'vue';
import type { Book } from './use-book';
import { useTotals } from './use-totals';

const column: BookColumn = {
  id: 'notes',
  title: 'Notes',
  points: 20_000,
  categoryId: null,
  countsInTotals: true,
  bonus: false,
  due: null,
  issuedAt: 0,
};
const held = (points: number): BookCell => ({
  state: 'scored',
  version: 1,
  held: true,
  score: { earned: points, effective: points } as NonNullable<BookCell['score']>,
});

it('whoever shows a total hears when it is counted from the other viewpoint', async () => {
  const reply = {
    students: [{ of: 0 }],
    classes: [{ scheme: { ...FIRST_SCHEME, kind: 'points', categories: [] }, terms: [] }],
    cells: [[held(15_000)]],
  };
  const book = {
    value: shallowRef(reply),
    shape: shallowRef({ reply, columns: [[column]], terms: [[0]] }),
    onCell: () => undefined,
    columnAt: () => column,
    cellAt: () => reply.cells[0]![0]!,
  } as object as Book;
  const viewpoint = ref<Viewpoint>('teacher');
  const scope = effectScope();
  const shown = scope.run(() => {
    const totals = useTotals(book, viewpoint);
    return computed(() => totals.inTerm(0, 0)?.result ?? null);
  })!;
  expect(shown.value).not.toBeNull();
  // What is held is not the student's yet.
  viewpoint.value = 'student';
  await nextTick();
  expect(shown.value).toBeNull();
  scope.stop();
});
