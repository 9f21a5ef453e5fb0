import ExcelJS from 'exceljs';

/** A workbook as a spreadsheet program would open it. Only tests look into one this way; the server has files/workbook. */
export async function opened(bytes: Buffer): Promise<ExcelJS.Workbook> {
  const book = new ExcelJS.Workbook();
  await book.xlsx.load(new Uint8Array(bytes).buffer);
  return book;
}

/** A workbook of one sheet as a spreadsheet program would save it, with dates among its cells. */
export async function saved(rows: (string | number | Date | null | { formula: string; result?: number | string })[][]): Promise<Buffer> {
  const book = new ExcelJS.Workbook();
  book.addWorksheet('S').addRows(rows);
  return Buffer.from(await book.xlsx.writeBuffer());
}
