import type { CellValue, WriteSheet } from 'hucre/ods' with { 'resolution-mode': 'import' };
import { parentPort, workerData } from 'node:worker_threads';
import type { OdsReply, OdsTask } from './open-document';
import { columnsAsked, isFormatted, numberText, plainText, type Content, type Formulas, type Sheet, type SheetCell } from './workbook';

// This is the only place that knows the library, which is published for ES modules.
const library = () => import('hucre/ods');

/** In this format what a function is given is parted by semicolons; the library writes places in its way, and leaves these. */
const parted = (formula: string): string =>
  formula
    .split(/("(?:[^"]|"")*"|'(?:[^']|\'\')*')/)
    .map((part, at) => (at % 2 === 1 ? part : part.replaceAll(',', ';')))
    .join('');

const isFormula = (content: Content) => typeof content === 'object' && content !== null;
const valueOf = (content: Content): string | number | null => (isFormula(content) ? content.result : content);

async function write(sheets: readonly Sheet[]): Promise<Uint8Array> {
  const { writeOds } = await library();
  const written = sheets.map(({ name, rows, head = 0 }): WriteSheet => {
    const cells: NonNullable<WriteSheet['cells']> = new Map();
    const values = rows.map((row, at) =>
      row.map((cell: SheetCell, column) => {
        const [content, format] = isFormatted(cell) ? [cell.content, cell.format] : [cell, '@'];
        const style = { ...(at < head ? { font: { bold: true } } : {}), ...(format === '@' ? {} : { numFmt: format }) };
        const value = valueOf(content);
        if (isFormula(content) || Object.keys(style).length > 0)
          cells.set(`${at},${column}`, {
            value,
            style,
            ...(isFormula(content) ? { type: 'formula' as const, formula: parted(content.formula) } : {}),
          });
        return value;
      }),
    );
    return { name, rows: values, cells };
  });
  return writeOds({ sheets: written });
}

const cellText = (value: CellValue, formula: string | undefined, formulas: Formulas): string => {
  if (formula !== undefined && (formulas === 'text' || value === null)) return `=${formula}`;
  if (value === null || value === undefined) return '';
  if (typeof value === 'string') return plainText(value);
  if (typeof value === 'number') return numberText(value);
  return value instanceof Date ? value.toISOString().slice(0, 10) : String(value);
};

async function read({ bytes, bounds, formulas }: Extract<OdsTask, { bytes: unknown }>): Promise<string[][]> {
  const { readOds } = await library();
  const { sheets } = await readOds(bytes, { range: columnsAsked(bounds) });
  const sheet = sheets.find(({ rows }) => rows.some((row) => row.some((cell) => cell !== null && cell !== '')));
  return (sheet?.rows ?? [])
    .slice(0, bounds.rows)
    .map((row, at) =>
      row.slice(0, bounds.columns).map((value, column) => cellText(value, sheet!.cells?.get(`${at},${column}`)?.formula, formulas)),
    );
}

const task = workerData as OdsTask;
const say = (reply: OdsReply) => parentPort!.postMessage(reply);
('sheets' in task ? write(task.sheets).then((bytes) => say({ bytes })) : read(task).then((rows) => say({ rows }))).catch((error: unknown) =>
  say({ failed: String(error) }),
);
