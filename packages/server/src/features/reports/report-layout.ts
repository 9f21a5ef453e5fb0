import { wordsIn } from '../../words';
import type { ReportBlock, ReportColumn, ReportDocument, ReportTable } from './report-document';

/** The sizes a report is set in, in points; a4 less its margins of 15 mm at both sides. */
export const BODY_POINTS = 10.5;
export const HEAD_POINTS = 9.5;
const PER_MM = 72 / 25.4;
const WIDTH = { upright: 180 * PER_MM, across: 267 * PER_MM };
const PADDING = 12;
const BLANK = 24 * PER_MM;
/** A column of words is not made wider than this for the words in it. */
const WIDEST_WORDS = 150 * PER_MM;
/** Names stand in one line where they are not longer. */
const WIDEST_NAME = 52 * PER_MM;
/** About how many lines a cell of many words may have before its column is given more room. */
const LINES = 4;
/** A word of more letters may be broken: an address, a name without spaces. */
export const LONGEST_WORD = 32;

const WIDE = /[WMmw@%—…]/u;
const FULL = /[\p{Extended_Pictographic}\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Hangul}]/u;
const CAPITAL = /[\p{Lu}\p{N}]/u;
const NARROW = /[ijl.,:;'|! ]/u;

/** About how wide a text is set, in points; rather too wide than too narrow, since what is too wide for its page is cut off. */
export function textWidth(text: string, points: number): number {
  let ems = 0;
  for (const letter of text)
    ems += FULL.test(letter) ? 1.1 : WIDE.test(letter) ? 0.95 : CAPITAL.test(letter) ? 0.68 : NARROW.test(letter) ? 0.34 : 0.58;
  return ems * points;
}

const words = (text: string): string[] => text.split(/\s+/).map((word) => [...word].slice(0, LONGEST_WORD).join(''));
const widest = (texts: readonly string[], points: number): number => Math.max(0, ...texts.map((text) => textWidth(text, points)));

/** How much room a column needs so that none of its words is broken, and wants so that its rows stay low. */
function roomOf(column: ReportColumn, texts: readonly string[], first: boolean): number {
  const head = widest(words(column.head), HEAD_POINTS * 1.1);
  if (column.blank) return Math.max(head + PADDING, BLANK);
  // Numbers stand in one line.
  if (column.number) return PADDING + Math.max(head, widest(texts, BODY_POINTS));
  const least = Math.max(head, widest(texts.flatMap(words), BODY_POINTS * 1.1));
  const long = widest(texts, BODY_POINTS);
  return PADDING + Math.max(least, first ? Math.min(WIDEST_NAME, long * 1.1) : Math.min(WIDEST_WORDS, long / LINES));
}

/** The columns of a table that are printed, with the room each needs; the first says whose row it is. */
const printed = ({ columns, rows }: ReportTable): { at: number; room: number }[] =>
  columns.flatMap((column, at) =>
    column.sheetOnly
      ? []
      : [
          {
            at,
            room: roomOf(
              column,
              rows.map((row) => row[at]?.text ?? ''),
              at === 0,
            ),
          },
        ],
  );

const roomOfTable = (table: ReportTable): number => printed(table).reduce((sum, { room }) => sum + room, 0);

/** One table as several side by side that are one below the other, each with the first column again. */
function split(table: ReportTable, width: number, more: string): ReportTable[] {
  const [first, ...others] = printed(table);
  if (!first || first.room + others.reduce((sum, { room }) => sum + room, 0) <= width) return [table];
  const groups: number[][] = [];
  let left = 0;
  for (const { at, room } of others) {
    if (groups.length === 0 || room > left) {
      groups.push([]);
      left = width - first.room;
    }
    groups.at(-1)!.push(at);
    left -= room;
  }
  return groups.map((group, place) => ({
    ...table,
    caption: place === 0 ? table.caption : [table.caption, more].filter(Boolean).join(' · '),
    columns: [first.at, ...group].map((at) => table.columns[at]!),
    rows: table.rows.map((row) => [first.at, ...group].map((at) => row[at]!)),
  }));
}

/**
 * A report as it fits on paper: across where a table is too wide for upright paper, and a table too wide for that as several,
 * the names repeated, so that no word is broken and nothing is cut off.
 *
 * @returns the document, and whether it was turned though it was asked for upright
 */
export function laidOut(document: ReportDocument): { document: ReportDocument; turned: boolean } {
  const more = wordsIn(document.language).report.furtherColumns;
  const tables = document.sections.flatMap(({ blocks }) => blocks.flatMap((block) => (block.kind === 'table' ? [block.table] : [])));
  const turned = !document.landscape && tables.some((table) => table.rows.length > 0 && roomOfTable(table) > WIDTH.upright);
  const landscape = document.landscape || turned;
  const width = landscape ? WIDTH.across : WIDTH.upright;
  const sections = document.sections.map((section) => ({
    ...section,
    blocks: section.blocks.flatMap((block): ReportBlock[] =>
      block.kind === 'table' ? split(block.table, width, more).map((table) => ({ kind: 'table', table })) : [block],
    ),
  }));
  return { document: { ...document, landscape, sections }, turned };
}
