import { directionOf, wordsIn } from '../../words';
import type { Sheet as WorkbookSheet, SheetCell } from '../../files/workbook';
import { csv, workbookFile, type WorkbookForm } from '../../files/write-table';
import type { ReportCell, ReportColumn, ReportDocument } from './report-document';

/** One sheet: a row for each thing, with whom it is of in front. */
export interface Sheet {
  name: string;
  columns: ReportColumn[];
  rows: ReportCell[][];
}

const cell = (text: string): ReportCell => ({ text });

/** The tables of a report gathered into sheets: facts are one row each section, tables of one id stand below each other. */
export function sheetsOf(documents: readonly ReportDocument[]): Sheet[] {
  const words = wordsIn(documents[0]?.language ?? 'en').report;
  const sheets = new Map<string, Sheet>();
  const sheetOf = (id: string, name: string) => {
    const found = sheets.get(id) ?? { name, columns: [{ head: words.student }, { head: words.class }], rows: [] };
    sheets.set(id, found);
    return found;
  };
  // Classes differ in their categories and terms: a column is known by its head, and a row has what its class has.
  const put = (sheet: Sheet, of: { student: string; className: string }, columns: readonly ReportColumn[], row: readonly ReportCell[]) => {
    const line: ReportCell[] = [cell(of.student), cell(of.className)];
    columns.forEach((column, at) => {
      if (column.head === words.student && at === 0) line[0] = row[at]!;
      else {
        let place = sheet.columns.findIndex((one, index) => index > 1 && one.head === column.head);
        if (place < 0) place = sheet.columns.push({ head: column.head, ...(column.number ? { number: true as const } : {}) }) - 1;
        line[place] = row[at]!;
      }
    });
    sheet.rows.push(line);
  };
  for (const { sections } of documents)
    for (const section of sections) {
      let { className } = section;
      if (section.blocks.some((block) => block.kind === 'facts')) sheetOf('summary', words.summary);
      let facts: { name: string; cell: ReportCell }[] = [];
      // All facts of one student in one class are one row.
      const putFacts = () => {
        const columns = facts.map(({ name, cell: { value } }): ReportColumn => ({
          head: name,
          ...(value === undefined ? {} : { number: true as const }),
        }));
        if (facts.length > 0) put(sheetOf('summary', words.summary), { student: section.student, className }, columns, facts.map((fact) => fact.cell)); // prettier-ignore
        facts = [];
      };
      for (const block of section.blocks) {
        if (block.kind === 'heading' && block.className !== undefined) {
          putFacts();
          className = block.className;
        }
        if (block.kind === 'facts') facts.push(...block.facts);
        if (block.kind === 'table')
          for (const row of block.table.rows)
            put(
              sheetOf(block.table.id, block.table.caption || words.summary),
              { student: section.student, className },
              block.table.columns,
              row,
            );
      }
      putFacts();
    }
  return [...sheets.values()].map((sheet) => ({
    ...sheet,
    rows: sheet.rows.map((row) => sheet.columns.map((_, at) => row[at] ?? cell(''))),
  }));
}

/** As CSV: one sheet after another, each with its head. */
export const reportCsv = (documents: readonly ReportDocument[]): string =>
  sheetsOf(documents)
    .map(({ columns, rows }) =>
      csv(
        columns.map((column) => column.head),
        rows.map((row) => row.map(({ text, value }) => (value === undefined ? text : String(value)))),
      ),
    )
    .join('\r\n');

/** A percentage as a number that is written as one, with as many decimals as the text has. */
const percentFormat = (text: string): string => {
  const decimals = /[.,](\d+)/.exec(text)?.[1]?.length ?? 0;
  return `0${decimals > 0 ? `.${'0'.repeat(decimals)}` : ''}" %"`;
};
const written = ({ text, value }: ReportCell): SheetCell =>
  value === undefined ? { content: text, format: '@' } : text.endsWith('%') ? { content: value, format: percentFormat(text) } : value;

/** As a workbook: a sheet for each kind of table, numbers as numbers; read from right to left where its words are. */
export async function reportWorkbook(documents: readonly ReportDocument[], form: WorkbookForm): Promise<Buffer> {
  const rightToLeft = directionOf(documents[0]?.language ?? 'en') === 'rtl';
  const taken = new Set<string>();
  const sheets = sheetsOf(documents).map(({ name, columns, rows }): WorkbookSheet => {
    // A sheet's name is short, without some signs, and there once.
    const stem = name.replace(/[\\/?*[\]:]/g, ' ').slice(0, 28) || 'Sheet';
    let own = stem;
    for (let again = 2; taken.has(own.toLowerCase()); again++) own = `${stem} ${again}`;
    taken.add(own.toLowerCase());
    return {
      name: own,
      rightToLeft,
      rows: [columns.map(({ head }) => head), ...rows.map((row) => row.map(written))],
      head: 1,
      frozen: { rows: 1 },
      columns: columns.map(({ head }, at) => ({
        width: Math.min(60, Math.max(head.length, ...rows.slice(0, 200).map((row) => row[at]!.text.length)) + 3),
      })),
    };
  });
  const filled = sheets.length > 0 ? sheets : [{ name: 'Report', rightToLeft, rows: [[documents[0]?.none ?? '']] }];
  return (await workbookFile('report', form, filled)).bytes;
}
