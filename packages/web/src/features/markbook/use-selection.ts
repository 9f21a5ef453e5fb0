import { rangeOf, type CellRange } from '@jolly/core';
import { computed, ref, watch, type Ref } from 'vue';

/** A place on the screen: row and column as they are shown now. */
export interface Place {
  row: number;
  column: number;
}

/**
 * The active cell and the range that goes with it. When rows or columns come and go the active cell stays on the
 * same student and assignment as long as both are shown.
 */
export function useSelection(rowKeys: Ref<readonly (string | number)[]>, columnKeys: Ref<readonly string[]>) {
  const active = ref<Place>({ row: 0, column: 0 });
  const anchor = ref<Place>({ row: 0, column: 0 });
  const keys = ref<{ row: string | number; column: string } | null>(null);

  const within = ({ row, column }: Place): Place => ({
    row: Math.max(0, Math.min(rowKeys.value.length - 1, row)),
    column: Math.max(0, Math.min(columnKeys.value.length - 1, column)),
  });
  function go(to: Place, { extend = false } = {}): void {
    active.value = within(to);
    if (!extend) anchor.value = active.value;
    const { row, column } = active.value;
    keys.value =
      rowKeys.value.length > 0 && columnKeys.value.length > 0 ? { row: rowKeys.value[row]!, column: columnKeys.value[column]! } : null;
  }
  watch([rowKeys, columnKeys], () => {
    const was = keys.value;
    const row = was === null ? -1 : rowKeys.value.indexOf(was.row);
    const column = was === null ? -1 : columnKeys.value.indexOf(was.column);
    go({ row: row >= 0 ? row : active.value.row, column: column >= 0 ? column : active.value.column });
  });

  const range = computed<CellRange>(() => rangeOf(anchor.value, active.value));
  return {
    active,
    range,
    go,
    move: (rows: number, columns: number, extend: boolean) =>
      go({ row: active.value.row + rows, column: active.value.column + columns }, { extend }),
    jump: (rows: number, columns: number, extend: boolean) =>
      go(
        {
          row: rows === 0 ? active.value.row : rows < 0 ? 0 : rowKeys.value.length - 1,
          column: columns === 0 ? active.value.column : columns < 0 ? 0 : columnKeys.value.length - 1,
        },
        { extend },
      ),
    /** a range by its corners; the active cell is the first of it */
    select(from: Place, to: Place): void {
      go(from);
      anchor.value = within(to);
    },
  };
}
export type Selection = ReturnType<typeof useSelection>;
