/** A block of cells as another program puts it on the clipboard. */
export interface Cells {
  rows: string[][];
  /** a quotation mark that does not close: each line was taken for a row */
  badQuotes: boolean;
}

/**
 * Reads cells copied out of another program: tabs between columns, one row to a line, a cell of several lines in
 * quotation marks. The reader is fetched when it is first needed.
 */
export async function readCells(text: string): Promise<Cells> {
  const { parse } = await import('papaparse');
  const whole = text.replace(/\r?\n$/, '');
  const read = parse<string[]>(whole, { delimiter: '\t' });
  const badQuotes = read.errors.some((one) => one.type === 'Quotes');
  if (!badQuotes) return { rows: read.data, badQuotes };
  // The mark belongs to the words: “"Nice" work” is written so by who copies one line.
  return { rows: whole.split(/\r\n|\n|\r/).map((line) => line.split('\t')), badQuotes };
}
