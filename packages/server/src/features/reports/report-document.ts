import type { Language } from '@jolly/core';

/** A cell of a table: as it is written, and for a spreadsheet as the number it is. */
export interface ReportCell {
  text: string;
  value?: number;
}
export interface ReportColumn {
  head: string;
  /** stands at the end, as numbers do */
  number?: true;
  /** left empty, to write in by hand */
  blank?: true;
  /** in spreadsheets only, where what is written as "14 / 20" is two numbers */
  sheetOnly?: true;
}
export interface ReportTable {
  /** tables of one id are one sheet in a spreadsheet */
  id: string;
  caption: string;
  columns: ReportColumn[];
  rows: ReportCell[][];
  /** said where there is no row */
  none: string;
}
export type ReportBlock =
  | { kind: 'heading'; text: string; /** what follows is of this class */ className?: string }
  | { kind: 'note'; text: string }
  | { kind: 'facts'; facts: { name: string; cell: ReportCell }[] }
  | { kind: 'table'; table: ReportTable }
  | { kind: 'sign'; text: string };

export interface ReportSection {
  heading: string;
  sub: string;
  /** whom it is of, for the first columns of a spreadsheet */
  student: string;
  className: string;
  blocks: ReportBlock[];
}
/** A report as it is to be read, before it is made into a page, a file or a letter. */
export interface ReportDocument {
  title: string;
  language: Language;
  landscape: boolean;
  pageEach: boolean;
  shading: boolean;
  /** when it was made, in words */
  made: string;
  sections: ReportSection[];
  /** said where there is no section */
  none: string;
}
