import type { InjectionKey, Ref } from 'vue';

/** One column of a list. */
export interface ListColumn<Row> {
  key: string;
  title: string;
  number?: boolean;
  /** what one does with the row; its title is only read out */
  acts?: boolean;
  width?: number | string;
  /** which of two rows comes first */
  sort?: (a: Row, b: Row) => number;
  /** shows only some rows: the choices, and which of them a row is */
  filter?: { options: readonly { value: string; label: string }[]; of: (row: Row) => string };
  /** whoever does not need it may hide it */
  hideable?: boolean;
}
/** How somebody has set a list: by which column it is sorted, what is hidden, what is shown alone. */
export interface ListView {
  sort: string | null;
  down: boolean;
  hidden: string[];
  only: Record<string, string[]>;
}
/** Whose lists these are: what is set on a shared computer is everybody's own. */
export const LIST_OWNER: InjectionKey<Readonly<Ref<string>>> = Symbol('list owner');

/**
 * The rows that are shown, in their order. Rows that sort alike keep the order they came in; a column that is gone sorts nothing.
 * @example shownRows([{ n: 2 }, { n: 1 }], [{ key: 'n', title: '', sort: (a, b) => a.n - b.n }], { sort: 'n', … }) // [{ n: 1 }, { n: 2 }]
 */
export function shownRows<Row>(rows: readonly Row[], columns: readonly ListColumn<Row>[], view: ListView): Row[] {
  const filters = columns.filter(({ key, filter }) => filter && (view.only[key]?.length ?? 0) > 0);
  const left = rows.filter((row) => filters.every(({ key, filter }) => view.only[key]!.includes(filter!.of(row))));
  const sort = columns.find(({ key }) => key === view.sort)?.sort;
  if (!sort) return left;
  return left.sort(view.down ? (a, b) => sort(b, a) : sort);
}
/** Puts texts as people look for them: by letters, numbers by their size. */
export const byText =
  <Row>(of: (row: Row) => string) =>
  (a: Row, b: Row): number =>
    of(a).localeCompare(of(b), undefined, { numeric: true, sensitivity: 'base' });
/** Puts numbers in order; what is none comes last. */
export const byNumber =
  <Row>(of: (row: Row) => number | null | undefined) =>
  (a: Row, b: Row): number =>
    (of(a) ?? Infinity) - (of(b) ?? Infinity) || 0;
