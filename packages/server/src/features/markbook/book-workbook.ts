import {
  bandOf,
  bookItem,
  bookTotal,
  cellText,
  countsAs,
  keepCount,
  tableHeads,
  totalText,
  unmilli,
  type BookCell,
  type BookColumn,
  type Category,
  type CountedItem,
  type Viewpoint,
  type Scheme,
  type Total,
} from '@jolly/core';
import type { Content, SheetCell } from '../../files/workbook';
import { fileStem, workbookFile, type TakenOut, type WorkbookForm } from '../../files/write-table';

/** One class's book for a stretch of the year, as it is taken out. */
export interface BookOut {
  label: string;
  /** what the class is called in the names of files */
  inFiles: string;
  scheme: Scheme;
  /** with the local day each is due, for heads that several have */
  columns: (BookColumn & { day: string | null })[];
  students: { id: string; givenName: string; familyName: string }[];
  /** by student, in the columns' order */
  cells: (BookCell | null)[][];
  viewpoint: Viewpoint;
  term: string;
  /** the day it was taken out, in the class's time */
  at: string;
}

const ROWS_ABOVE = 4;
const SCORES = 'Scores';
const SHARES = 'Shares';

/** A, B … Z, AA …; counted from 1. */
const letter = (column: number): string =>
  (column > 26 ? letter(Math.floor((column - 1) / 26)) : '') + String.fromCharCode(65 + ((column - 1) % 26));
const value = (formula: string, result: number | string | null): Content => ({ formula, result: result ?? '' });
const asNumber = ({ num, den }: { num: bigint; den: bigint }): number => Number(num) / Number(den);

/** Items of one category as they stand side by side: first those that count, then those on top. */
interface Stretch {
  category: Category | null;
  ordinary: number[];
  onTop: number[];
}

/**
 * A workbook in which a spreadsheet computes the same totals itself. The first sheet has the scores as they can be
 * typed, and can be brought in again; the second what counts of them, with formulas for categories and totals. Where
 * a pooled category of unequal points leaves something out, or a pool of points cuts several categories together,
 * no formula can choose the best set: there stands the number itself, and the head says so.
 */
export async function bookWorkbook(out: BookOut, form: WorkbookForm): Promise<TakenOut> {
  const { label, scheme, columns, students, cells, viewpoint } = out;
  const heads = tableHeads(columns);
  const names = ['Family name', 'Given name'];

  const scores: SheetCell[][] = [[...names, 'Jolly ID', ...heads]];
  for (const [row, { id, givenName, familyName }] of students.entries()) {
    const texts = cells[row]!.map((cell): Content => {
      const text = viewpoint === 'student' && cell?.held ? '' : cellText(cell);
      return text !== '' && Number.isFinite(Number(text)) ? Number(text) : text || null;
    });
    scores.push([familyName, givenName, id, ...texts]);
  }

  const totals: SheetCell[][] = [];
  const categories = [...scheme.categories].sort((a, b) => Number(a.bonus) - Number(b.bonus));
  const known = new Set(categories.map((one) => one.id));
  const firstItem = 5 + categories.length;
  const order: number[] = [];
  // What can never count has no place among what does.
  const usable = columns.map((_, index) => index).filter((index) => columns[index]!.countsInTotals && (columns[index]!.points ?? 0) > 0);
  const stretches = [...categories, null].map((category): Stretch => {
    const own = usable.filter((index) => countsAs(columns[index]!, known) === (category?.id ?? null));
    const [ordinary, onTop] = [own.filter((index) => !columns[index]!.bonus), own.filter((index) => columns[index]!.bonus)];
    const placed = (list: number[]) => list.map((index) => firstItem + order.push(index) - 1);
    return { category, ordinary: placed(ordinary), onTop: placed(onTop) };
  });
  const range = (of: number[], row: number, { fixed = false } = {}) => {
    const [from, to] = [`${letter(of[0]!)}${fixed ? '$' : ''}${row}`, `${letter(of.at(-1)!)}${fixed ? '$' : ''}${row}`];
    return `${from}:${to}`;
  };
  /** How many of the items of a category are left out of it at most, so that a formula must cut. */
  const isCut = (category: Category | null, ordinary: readonly number[]) =>
    category !== null && keepCount(ordinary.length, category) < ordinary.length;
  const samePoints = (ordinary: readonly number[]) =>
    new Set(ordinary.map((place) => columns[order[place - firstItem]!]!.points)).size <= 1;
  const needsShares = stretches.some(({ category, ordinary }) => category?.within === 'equal' && isCut(category, ordinary));
  const noFormula = (stretch: Stretch) =>
    stretch.category?.within === 'pooled' && isCut(stretch.category, stretch.ordinary) && !samePoints(stretch.ordinary);
  const pooledCut = scheme.kind === 'points' && stretches.some(({ category, ordinary }) => isCut(category, ordinary));
  const NOTE = 'number, no formula: the best set is left out';

  const title = (index: number) => heads[index]!;
  totals.push([...names, 'Total', 'Band', ...categories.map((one) => one.name), ...order.map(title)]);
  totals.push([
    '',
    '',
    pooledCut ? NOTE : '',
    '',
    ...categories.map((one) => (noFormula(stretches.find((each) => each.category === one)!) ? NOTE : '')),
    ...order.map((index) => categories.find((one) => one.id === columns[index]!.categoryId)?.name ?? ''),
  ]);
  totals.push([
    '',
    '',
    '',
    'Weight, out of',
    ...categories.map((one) => unmilli(one.weight)),
    ...order.map((index) => unmilli(columns[index]!.points ?? 0)),
  ]);
  totals.push([
    '',
    '',
    '',
    'On top',
    ...categories.map((one) => Number(one.bonus)),
    ...order.map((index) => Number(columns[index]!.bonus)),
  ]);
  const shares: SheetCell[][] = [];
  const places = scheme.decimals === 0 ? '0%' : `0.${'0'.repeat(scheme.decimals)}%`;
  const percentage = (content: Content): SheetCell => ({ content, format: places });
  const bands = [...scheme.bands].sort((a, b) => a.from - b.from);

  /** Σ of the `keep` largest of a range, without array formulas: what is above the least of them, and as often that one as is left. */
  const largest = (cellsOf: string, keep: string) =>
    `(SUMIF(${cellsOf},">"&LARGE(${cellsOf},${keep}))+LARGE(${cellsOf},${keep})*(${keep}-COUNTIF(${cellsOf},">"&LARGE(${cellsOf},${keep}))))`;
  const counted = (ordinary: number[], row: number) => `SUMPRODUCT((${range(ordinary, row)}<>"")*${range(ordinary, 3, { fixed: true })})`;
  const sumOf = (parts: number[][], row: number) =>
    parts
      .filter((one) => one.length > 0)
      .map((one) => `SUM(${range(one, row)})`)
      .join('+') || '0';

  function categoryFormula({ category, ordinary, onTop }: Stretch, row: number): string | null {
    if (category === null || ordinary.length === 0) return null;
    const own = range(ordinary, row);
    const extra =
      onTop.length === 0
        ? ''
        : category.within === 'pooled'
          ? `+SUM(${range(onTop, row)})`
          : `+SUMPRODUCT(${range(onTop, row)},1/${range(onTop, 3, { fixed: true })})`;
    const keep = `MAX(1,MIN(${category.keepBest ?? `COUNT(${own})`},COUNT(${own})-${category.leaveOut}))`;
    const cut = isCut(category, ordinary);
    const result =
      category.within === 'pooled'
        ? cut
          ? `(${largest(own, keep)}${extra})/(${keep}*${letter(ordinary[0] ?? 0)}$3)`
          : `(SUM(${own})${extra})/${counted(ordinary, row)}`
        : cut
          ? `(${largest(`${SHARES}!${own}`, keep)}${extra})/${keep}`
          : `(SUMPRODUCT(${own},1/${range(ordinary, 3, { fixed: true })})${extra})/COUNT(${own})`;
    return `IF(COUNT(${own})=0,"",${result})`;
  }
  function totalFormula(row: number): string | null {
    if (scheme.kind === 'weighted') {
      const places = categories.map((_, index) => 5 + index);
      const [ordinary, onTop] = [
        places.filter((place) => !categories[place - 5]!.bonus),
        places.filter((place) => categories[place - 5]!.bonus),
      ];
      const weights = `SUMPRODUCT((${range(ordinary, row)}<>"")*${range(ordinary, 3, { fixed: true })})`;
      const extra = onTop.length === 0 ? '' : `+SUMPRODUCT(${range(onTop, row)},${range(onTop, 3, { fixed: true })})/100`;
      return `IF(${weights}=0,"",SUMPRODUCT(${range(ordinary, row)},${range(ordinary, 3, { fixed: true })})/${weights}${extra})`;
    }
    if (scheme.kind === 'none' || pooledCut) return null;
    const below = stretches.filter(({ category, ordinary }) => !category?.bonus && ordinary.length > 0);
    if (below.length === 0) return null;
    const points = below.map(({ ordinary }) => counted(ordinary, row)).join('+');
    return `IF(${points}=0,"",(${sumOf(
      stretches.flatMap(({ ordinary, onTop }) => [ordinary, onTop]),
      row,
    )})/(${points}))`;
  }

  for (const [place, { givenName, familyName }] of students.entries()) {
    const row = ROWS_ABOVE + 1 + place;
    const total: Total = bookTotal(columns, cells[place]!, viewpoint, scheme);
    const resultOf = new Map(total.categories.map((one) => [one.id, one.result]));
    const items = order.map((index): Content =>
      itemValue(columns[index]!, cells[place]![index] ?? null, `${SCORES}!${letter(4 + index)}${2 + place}`, out),
    );
    const ofCategories = categories.map((one, index): Content => {
      const stretch = stretches[index]!;
      const result = resultOf.get(one.id) ?? null;
      const formula = noFormula(stretch) ? null : categoryFormula(stretch, row);
      return formula === null ? result && asNumber(result) : value(formula, result && asNumber(result));
    });
    const formula = totalFormula(row);
    const result = total.result && asNumber(total.result);
    const exact = formula === null ? result : value(formula, result);
    const shownBand = total.result && bandOf(total.result, scheme);
    const percent = scheme.bandsBy === 'exact' ? `C${row}*100` : `ROUND(C${row}*100,${scheme.decimals})`;
    const band =
      bands.length === 0
        ? null
        : value(
            `IF(C${row}="","",LOOKUP(${percent},About!$D$2:$D$${bands.length + 1},About!$E$2:$E$${bands.length + 1}))`,
            shownBand?.name ?? '',
          );
    totals.push([familyName, givenName, percentage(exact), band, ...ofCategories.map(percentage), ...items]);
    if (needsShares) {
      const line: Content[] = [];
      for (const index of order.keys()) {
        const at = `${letter(firstItem + index)}${row}`;
        const item = bookItem(columns[order[index]!]!, cells[place]![order[index]!] ?? null, viewpoint, scheme);
        line[firstItem + index - 1] = value(
          `IF(Totals!${at}="","",Totals!${at}/Totals!${letter(firstItem + index)}$3)`,
          item && item.earned / item.points,
        );
      }
      shares[row - 1] = Array.from(line, (content) => content ?? null);
    }
  }
  const facts = [
    ['Class', label],
    ['Term', out.term],
    ['Taken out', out.at],
    ['Counted', viewpoint === 'teacher' ? 'every score, held ones too' : 'what students were shown'],
    ['Scheme', scheme.kind],
    [
      'Missing work',
      scheme.missing.kind === 'leaveOut'
        ? 'left out'
        : `${unmilli(scheme.missing.percent)} % ${scheme.missing.kind === 'whenDue' ? 'once it is due' : 'once it is closed'}`,
    ],
  ];
  const about: SheetCell[][] = [['', '', '', 'from %', 'Band']];
  for (let index = 0; index < Math.max(facts.length, bands.length); index++) {
    const { name: bandName = null, from = null } = bands[index] ?? {};
    about.push([facts[index]?.[0] ?? null, facts[index]?.[1] ?? null, null, from === null ? null : unmilli(from), bandName]);
  }
  const nameColumns = [{ width: 18 }, { width: 18 }];
  return workbookFile(`${fileStem(`${out.inFiles} ${out.term}`)}-mark-book`, form, [
    { name: SCORES, rows: scores, head: 1, frozen: { rows: 1, columns: 3 }, columns: [...nameColumns, { hidden: true }] },
    { name: 'Totals', rows: totals, head: 1, frozen: { rows: ROWS_ABOVE, columns: 4 }, columns: nameColumns },
    ...(needsShares ? [{ name: SHARES, rows: Array.from(shares, (row) => row ?? []), hidden: true as const }] : []),
    { name: 'About', rows: about, head: 1 },
  ]);
}

/** What counts of a cell: the very score where nothing comes between, so that changing it there changes the total here. */
function itemValue(column: BookColumn, cell: BookCell | null, at: string, { viewpoint, scheme }: BookOut): Content {
  const item: CountedItem | null = bookItem(column, cell, viewpoint, scheme);
  if (item === null) return null;
  const typed = cell?.score;
  const plain =
    typed &&
    typed.word === undefined &&
    typed.done === undefined &&
    typed.earned === item.earned &&
    !(viewpoint === 'student' && cell.held);
  return plain ? value(`IF(${at}="","",${at})`, unmilli(item.earned)) : unmilli(item.earned);
}

/** The scores as a table of text, with the totals beside them. */
export function bookRows({ scheme, columns, students, cells, viewpoint }: BookOut): { header: string[]; rows: string[][] } {
  const header = ['Family name', 'Given name', 'Jolly ID', 'Total', ...tableHeads(columns)];
  const rows = students.map(({ id, givenName, familyName }, row) => {
    const { result } = bookTotal(columns, cells[row]!, viewpoint, scheme);
    return [
      familyName,
      givenName,
      id,
      result === null ? '' : totalText(result, scheme),
      ...cells[row]!.map((cell) => (viewpoint === 'student' && cell?.held ? '' : cellText(cell))),
    ];
  });
  return { header, rows };
}
