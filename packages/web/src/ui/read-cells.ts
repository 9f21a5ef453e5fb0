/** A block of cells as another program puts it on the clipboard. */
export interface Cells {
  rows: string[][];
  /** a quotation mark that does not close: each line was taken for a row */
  badQuotes: boolean;
}

/**
 * Reads cells copied out of another program: tabs between columns, one row to a line, a cell of several lines in
 * quotation marks. The reader, the same as the server's for files, is fetched when it is first needed.
 */
export async function readCells(text: string): Promise<Cells> {
  const { parse } = await import('csv-parse/browser/esm/sync');
  const whole = text.replace(/\r?\n$/, '');
  try {
    const rows: unknown = parse(whole, { delimiter: '\t', relaxColumnCount: true, relaxQuotes: true, skipEmptyLines: false, info: true });
    // With `info` each record comes with where it stood, so that an empty line is a row too.
    return { rows: (rows as { record: string[] }[]).map(({ record }) => record), badQuotes: false };
  } catch {
    // The mark belongs to the words: “"Nice” is written so by who copies one line.
    return { rows: whole.split(/\r\n|\n|\r/).map((line) => line.split('\t')), badQuotes: true };
  }
}
