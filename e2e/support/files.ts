import type { Browser } from '@playwright/test';
import archiver from 'archiver';
import ExcelJS from 'exceljs';
import jsQR from 'jsqr';
import { buffer } from 'node:stream/consumers';

/** A workbook with these rows. */
export async function workbookOf(rows: ExcelJS.CellValue[][]): Promise<Buffer> {
  const book = new ExcelJS.Workbook();
  book.addWorksheet('Students').addRows(rows);
  return Buffer.from(await book.xlsx.writeBuffer());
}

/** A OneRoster 1.1 bundle of one class with three students, and a fourth whom users.csv does not know. */
export async function bundleOf(tag: string, title: string): Promise<Buffer> {
  const people = [
    ['Ada', 'Reef'],
    ['Ben', 'Kelp'],
    ['Ümit', 'Kaya'],
  ];
  const files = {
    'manifest.csv':
      'propertyName,value\noneroster.version,1.1\nfile.classes,bulk\nfile.users,bulk\nfile.enrollments,bulk\nfile.demographics,absent',
    'classes.csv': `sourcedId,status,title\n${tag}-c,active,${title}`,
    'users.csv': [
      'sourcedId,status,role,username,givenName,familyName,identifier,email',
      ...people.map(([given, family], index) => `${tag}-u${index + 1},active,student,,${given},${family},${tag}${index + 1},`),
    ].join('\n'),
    'enrollments.csv': [
      'sourcedId,status,classSourcedId,userSourcedId,role',
      ...['u1', 'u2', 'u3', 'nobody'].map((who) => `${tag}-e${who},active,${tag}-c,${tag}-${who},student`),
    ].join('\n'),
  };
  const zip = archiver('zip');
  for (const [name, text] of Object.entries(files)) zip.append(text, { name });
  void zip.finalize();
  return buffer(zip);
}

/** What the first QR code on the first page of a PDF says, read as a camera would: from the drawn page. */
export async function qrOn(browser: Browser, pdf: Buffer): Promise<string> {
  const page = await browser.newPage();
  const { width, height, pixels } = await drawn(page, pdf);
  await page.close();
  const found = jsQR(new Uint8ClampedArray(Buffer.from(pixels, 'base64')), width, height);
  if (!found) throw new Error('No QR code can be read on the page.');
  return found.data;
}

/** The upper left card of the first page, as pixels. */
async function drawn(page: import('@playwright/test').Page, pdf: Buffer): Promise<{ width: number; height: number; pixels: string }> {
  await page.route('**/pdf-page/**', async (route) => {
    const name = new URL(route.request().url()).pathname.split('/').pop()!;
    if (name === 'index.html') return route.fulfill({ contentType: 'text/html', body: '<!doctype html><canvas></canvas>' });
    return route.fulfill({ contentType: 'text/javascript', path: require.resolve(`pdfjs-dist/build/${name}`) });
  });
  await page.goto('http://pdf-page.test/pdf-page/index.html');
  return page.evaluate(async (bytes) => {
    const address = '/pdf-page/pdf.min.mjs';
    const library = (await import(address)) as {
      GlobalWorkerOptions: { workerSrc: string };
      // eslint-disable-next-line @typescript-eslint/no-explicit-any -- the library is fetched by the page, its types are not here
      getDocument: (of: object) => { promise: Promise<any> };
    };
    library.GlobalWorkerOptions.workerSrc = '/pdf-page/pdf.worker.min.mjs';
    const first = await (
      await library.getDocument({ data: Uint8Array.from(atob(bytes), (letter) => letter.charCodeAt(0)) }).promise
    ).getPage(1);
    const viewport = first.getViewport({ scale: 3 });
    const canvas = document.querySelector('canvas')!;
    [canvas.width, canvas.height] = [Math.round(viewport.width / 2), Math.round(viewport.height / 4)];
    const context = canvas.getContext('2d')!;
    await first.render({ canvasContext: context, canvas, viewport }).promise;
    const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
    let text = '';
    for (let index = 0; index < data.length; index += 8192) text += String.fromCharCode(...data.subarray(index, index + 8192));
    return { width: canvas.width, height: canvas.height, pixels: btoa(text) };
  }, pdf.toString('base64'));
}
