import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { EMPTIED, fieldId, type PaperObject } from '@jolly/core';
import { PDFDocument } from 'pdf-lib';
import { worksheetPdf } from '../testing/blank-papers';
import { flattenPaper, openPaper, shownPage, type PaperToFlatten } from './flatten-paper';
import { flattening } from './flattening';
import { PAGE_FONTS } from './page-fonts';

const font = readFileSync(require.resolve(PAGE_FONTS['sans.ttf']!));
const box = (id: string, text: string, more: Partial<Extract<PaperObject, { kind: 'text' }>> = {}): PaperObject => ({
  id,
  page: 1,
  kind: 'text',
  x: 1000,
  y: 4000,
  width: 6000,
  size: 250,
  ink: 'ink',
  text,
  ...more,
});
const answer = (name: string, value: string, tick = false): PaperObject => ({ id: fieldId(name), page: 1, kind: 'answer', x: 0, y: 0, width: 1, height: 1, tick, value }); // prettier-ignore
const stroke: PaperObject = { id: 's', page: 1, kind: 'stroke', tool: 'marker', ink: 'yellow', width: 200, points: [0, 0, 5000, 5000] };

let folder: string;
beforeAll(async () => (folder = await mkdtemp(join(tmpdir(), 'jolly-flat-'))));
afterAll(() => rm(folder, { recursive: true }));

async function flat(objects: PaperObject[], more: Partial<PaperToFlatten> = {}): Promise<Uint8Array> {
  const paper = more.paper ?? (await worksheetPdf());
  return flattenPaper({ mediaType: 'application/pdf', title: 'Leaf', stickers: [], printed: null, font, ...more, paper, objects });
}
/** The words of a PDF as another program reads them, after a third has found nothing wrong with it. */
async function wordsOf(pdf: Uint8Array, page = 1): Promise<string> {
  const path = join(folder, 'flat.pdf');
  await writeFile(path, pdf);
  expect(execFileSync('qpdf', ['--check', path]).toString()).toContain('No syntax or stream encoding errors');
  const { stdout, stderr } = spawnSync('pdftotext', ['-layout', '-f', String(page), '-l', String(page), path, '-']);
  expect(String(stderr)).toBe('');
  return String(stdout);
}
/** Where a word stands on the page as it is shown, from its left and its top, in points. */
function placeOf(word: string): [number, number] {
  const found = execFileSync('pdftotext', ['-bbox', join(folder, 'flat.pdf'), '-']).toString();
  const [, x, y] = new RegExp(`xMin="([\\d.]+)" yMin="([\\d.]+)"[^>]*>${word}<`).exec(found)!;
  return [Number(x), Number(y)];
}

describe('a flat paper', () => {
  it('has the words of the paper and what was written, where it was written, also on a page that lies', async () => {
    const pdf = await flat([box('a', 'blade and stalk'), box('b', 'sideways', { page: 2, x: 5000, y: 5000 }), stroke]);
    const words = await wordsOf(pdf);
    expect(words).toContain('Name the parts of the leaf.');
    expect(words).toContain('blade and stalk');
    expect(placeOf('blade')[0]).toBeCloseTo(60, 0);
    expect(Math.abs(placeOf('blade')[1] - 320)).toBeLessThan(8);
    expect(await wordsOf(pdf, 2)).toContain('sideways');
    // The second page is 600 wide and 800 high as it is shown.
    expect(placeOf('sideways')[0]).toBeCloseTo(300, 0);
    expect(Math.abs(placeOf('sideways')[1] - 400)).toBeLessThan(8);
  });

  it('has answers in the fields of its form instead of what stood there, and no field that can be filled in', async () => {
    const pdf = await flat([answer('Name', 'Bao Lindqvist'), answer('Done', 'on', true), answer('Side', 'lower', true)]);
    const words = await wordsOf(pdf);
    expect(words).toContain('Bao Lindqvist');
    expect(words).not.toContain('write here');
    expect((await PDFDocument.load(pdf)).getForm().getFields()).toEqual([]);
  });

  it('keeps what a field says that nobody answered or emptied', async () => {
    expect(await wordsOf(await flat([answer('Done', 'on', true)]))).toContain('write here');
    expect(await wordsOf(await flat([answer('Name', EMPTIED)]))).not.toContain('write here');
  });

  it('breaks long lines, keeps those that were broken, and makes letters smaller where a place is full', async () => {
    const long = 'The leaf takes in light and air and water and makes sugar of them all day long';
    const words = await wordsOf(await flat([box('a', `${long}\nnew line`, { width: 3000 }), answer('Name', `${long} ${long}`)]));
    expect(words.split('\n').filter((line) => /light|sugar|long|new/.test(line)).length).toBeGreaterThan(3);
    expect(words.replace(/\s+/g, ' ')).toContain('new line');
  });

  it('has other writings in their direction', async () => {
    const words = await wordsOf(await flat([box('a', 'الورقة 12 خضراء'), box('b', 'Лист зелёный', { y: 6000 })]));
    expect(words).toContain('الورقة');
    expect(words).toContain('Лист зелёный');
  });

  it('is the same file for the same objects', async () => {
    const print = async () =>
      createHash('sha256')
        .update(await flat([box('a', 'x'), stroke]))
        .digest('hex');
    expect(await print()).toBe(await print());
  });

  it('is made of a picture too, with stickers and signs on it', async () => {
    const png = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64');
    const pdf = await flat(
      [
        { id: 'k', page: 1, kind: 'sticker', sticker: 'sun', x: 2000, y: 2000, size: 900 },
        { id: 'm', page: 1, kind: 'sticker', sticker: 'own', x: 5000, y: 2000, size: 900 },
        { id: 't', page: 1, kind: 'sign', sign: 'ring', x: 3000, y: 3000, size: 500, ink: 'red' },
        box('a', 'under the sun'),
      ],
      { paper: png, mediaType: 'image/png', stickers: [{ id: 'own', mediaType: 'image/png', bytes: png }] },
    );
    expect(await wordsOf(pdf)).toContain('under the sun');
  });

  it.each([
    [0, [1, 0, 0, 1, 0, 0], 600, 800],
    [90, [0, 1, -1, 0, 600, 0], 800, 600],
    [180, [-1, 0, 0, -1, 600, 800], 600, 800],
    [270, [0, -1, 1, 0, 0, 800], 800, 600],
  ])('turned by %d°, is written on as it is shown', async (turn, matrix, width, height) => {
    const doc = await PDFDocument.create();
    const page = doc.addPage([600, 800]);
    page.setRotation({ type: 'degrees', angle: turn } as never);
    expect(shownPage(page)).toMatchObject({ matrix, width, height });
  });
});

describe('the thread that makes them', () => {
  const make = (printPdf: () => Promise<Buffer> = () => Promise.reject(new Error('no printer'))) => flattening({ printPdf });
  async function put(name: string, bytes: Uint8Array): Promise<string> {
    await writeFile(join(folder, name), bytes);
    return join(folder, name);
  }

  it('says of a file how many pages it has, or why nobody can write on it', async () => {
    const path = await put('worksheet.pdf', await worksheetPdf());
    expect(await make().check(path, 'application/pdf')).toBe(2);
    const locked = join(folder, 'locked.pdf');
    execFileSync('qpdf', ['--encrypt', 'open', 'own', '256', '--', path, locked]);
    await expect(make().check(locked, 'application/pdf')).rejects.toMatchObject({ code: 'paper.locked' });
    const broken = await put('broken.pdf', Buffer.from('%PDF-1.7 and no more'));
    await expect(make().check(broken, 'application/pdf')).rejects.toMatchObject({ code: 'paper.broken' });
    await expect(make().check(broken, 'image/png')).rejects.toMatchObject({ code: 'paper.broken' });
  });

  it('puts in letters that our font lacks as the printing program lays them out, and makes the paper without it too', async () => {
    const path = await put('worksheet.pdf', await worksheetPdf());
    const asked: string[] = [];
    const printed = async () => {
      const doc = await PDFDocument.create();
      doc.addPage([300, 40]).drawText('PRINTED');
      return Buffer.from(await doc.save());
    };
    const request = {
      path,
      mediaType: 'application/pdf',
      title: 'Leaf',
      stickers: [],
      objects: [box('a', '葉 🌿'), box('b', 'leaf', { y: 8000 })],
    };
    const flat = await flattening({ printPdf: (html) => (asked.push(String(html)), printed()) }).flatten(request);
    expect(asked.join('')).toContain('葉 🌿');
    expect(asked.join('')).not.toContain('>leaf<');
    expect(await wordsOf(flat)).toContain('PRINTED');
    expect(await wordsOf(await make().flatten(request))).toContain('leaf');
  });
});

it('opens a picture as a page that lies as the picture does', async () => {
  const png = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAIAAAABCAYAAAD0In+KAAAAEUlEQVR42mNk+M/wnwEIGBkAEQ8B/8GMeO8AAAAASUVORK5CYII=', 'base64');
  const page = (await openPaper({ paper: png, mediaType: 'image/png' })).getPage(0);
  expect(page.getWidth()).toBeGreaterThan(page.getHeight());
});
