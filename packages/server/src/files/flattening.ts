import fontkit from '@pdf-lib/fontkit';
import { PAPER_SIDE, answerLetters, type PaperObject } from '@jolly/core';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Worker } from 'node:worker_threads';
import { Problem } from '../http/problem';
import type { PaperToFlatten } from './flatten-paper';
import type { NotedFile, NoteOnPaper } from './noted-pdf';
import { fontFaces, FONT_FILES, PAGE_FAMILIES, PAGE_FONTS, pagePolicy } from './page-fonts';
import type { PrintPdf } from './print-pdf';
import { escaped } from './rich-text-html';
import { startThread } from './thread';

const WORKER = join(__dirname, 'flatten-worker');
const LONGEST_MS = 60_000;
const MOST_MEMORY_MB = 1_000;

type Stuff = Omit<PaperToFlatten, 'paper' | 'stickers' | 'font'>;
export interface FlattenTask {
  id: number;
  what: { path: string; mediaType: string } & (
    | { kind: 'check' }
    | ({ kind: 'noted'; fontPath: string } & Omit<NotedFile, 'paper' | 'font'>)
    | (Stuff & { kind: 'flatten'; stickers: readonly { id: string; mediaType: string; path: string }[]; fontPath: string })
  );
}
export interface FlattenReply {
  id: number;
  made: { pages: number } | { bytes: Uint8Array } | { why: 'locked' | 'broken' | 'tooManyPages'; message?: string };
}

/** One thread makes what is handed in; what students sent is opened in another, so that a file made to choke a reader makes nobody wait. */
type Desk = 'papers' | 'handedIn';
interface Running {
  thread: Worker;
  waiting: Map<number, { done: (made: FlattenReply['made']) => void; failed: (error: Error) => void }>;
}
const running = new Map<Desk, Running>();
let last = 0;

/** A thread stays for the next paper, for most of the time of a small one is its start; it keeps no program from ending. */
function threadOf(desk: Desk): Running {
  const there = running.get(desk);
  if (there) return there;
  const started: Running = {
    thread: startThread(WORKER, { resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB } }),
    waiting: new Map(),
  };
  running.set(desk, started);
  started.thread.on('message', ({ id, made }: FlattenReply) => {
    started.waiting.get(id)?.done(made);
    started.waiting.delete(id);
    if (started.waiting.size === 0) started.thread.unref();
  });
  const over = (error: Error) => {
    if (running.get(desk) === started) running.delete(desk);
    for (const one of started.waiting.values()) one.failed(error);
    started.waiting.clear();
  };
  started.thread.once('error', over);
  started.thread.once('exit', () => over(new Error('the thread that makes PDFs has ended')));
  return started;
}

async function ask(what: FlattenTask['what']): Promise<FlattenReply['made']> {
  const id = (last += 1);
  const { thread, waiting } = threadOf(what.kind === 'noted' ? 'handedIn' : 'papers');
  thread.ref();
  let end: ReturnType<typeof setTimeout> | undefined;
  try {
    return await new Promise<FlattenReply['made']>((done, failed) => {
      waiting.set(id, { done, failed });
      end = setTimeout(() => void thread.terminate(), LONGEST_MS);
      thread.postMessage({ id, what } satisfies FlattenTask);
    });
  } finally {
    clearTimeout(end);
  }
}

let letters: Set<number> | undefined;
/** Words with letters that our font does not have: other writings, pictures of characters. */
async function needsPrinting(text: string): Promise<boolean> {
  letters ??= new Set(fontkit.create(await readFile(require.resolve(PAGE_FONTS['sans.ttf']!))).characterSet);
  return [...text].some((letter) => letter.codePointAt(0)! > 0x20 && !letters!.has(letter.codePointAt(0)!));
}

/** Each of these texts on a page of its own, as wide as its box, laid out by the program that prints. */
async function printed(objects: readonly PaperObject[], printPdf: PrintPdf): Promise<PaperToFlatten['printed']> {
  const boxes: { id: string; text: string; width: number; size: number }[] = [];
  for (const one of objects) {
    if (one.kind === 'text' && (await needsPrinting(one.text)))
      boxes.push({ id: one.id, text: one.text, width: one.width, size: one.size });
    else if (one.kind === 'answer' && !one.tick && (await needsPrinting(one.value)))
      boxes.push({ id: one.id, text: one.value, width: one.width, size: answerLetters(one.height) });
  }
  if (boxes.length === 0) return null;
  // A page as wide as a box and as high as its words could need; what is empty below is let through.
  const lines = (box: (typeof boxes)[number]) =>
    box.text.split('\n').reduce((sum, line) => sum + 1 + Math.floor(([...line].length * box.size) / box.width), 0);
  const pages = boxes.map((box, index) => {
    const [width, size] = [(box.width / PAPER_SIDE) * 600, (box.size / PAPER_SIDE) * 600];
    const height = Math.ceil(lines(box) * size * 1.35 + 2);
    return {
      style: `@page p${index}{size:${Math.max(10, width)}px ${height}px;margin:0}#p${index}{page:p${index};font-size:${size}px}`,
      body: `<div id="p${index}" dir="auto">${escaped(box.text)}</div>`,
    };
  });
  const html = `<!doctype html><html><head><meta charset="utf-8">${pagePolicy(FONT_FILES)}<style>${fontFaces(FONT_FILES)}
body{margin:0;font-family:${PAGE_FAMILIES};color:#14262e;line-height:1.3}div{white-space:pre-wrap;overflow-wrap:anywhere;break-after:page}
${pages.map((page) => page.style).join('')}</style></head><body>${pages.map((page) => page.body).join('')}</body></html>`;
  // Where nothing can be printed the letters stand as empty squares; on the page they can always be read.
  const pdf = await printPdf(html).catch(() => null);
  return pdf && { ids: boxes.map((box) => box.id), pdf };
}

export interface FlattenRequest extends Omit<Stuff, 'printed'> {
  path: string;
  stickers: readonly { id: string; mediaType: string; path: string }[];
}

/** The words of a note as a box on the page after the file's own. */
const asBox = ({ id, text }: NoteOnPaper): PaperObject => ({
  id,
  page: 1,
  kind: 'text',
  x: 0,
  y: 0,
  width: 8000,
  size: 185,
  ink: 'ink',
  text,
});
function bytesOf(made: FlattenReply['made']): Buffer {
  if ('bytes' in made) return Buffer.from(made.bytes);
  throw new Problem(`paper.${'why' in made && made.why === 'locked' ? 'locked' : 'broken'}`);
}

/** Papers and the flat PDFs that are made of them. */
export function flattening({ printPdf }: { printPdf: PrintPdf }) {
  return {
    /** @returns how many pages it has. @throws Problem `paper.locked`, `paper.broken`, `paper.tooManyPages` where it cannot be written on */
    async check(path: string, mediaType: string): Promise<number> {
      const made = await ask({ kind: 'check', path, mediaType });
      if ('pages' in made) return made.pages;
      throw new Problem(`paper.${'why' in made ? made.why : 'broken'}`);
    },

    /** The paper with everything that stands on it, as one PDF. @throws Problem `paper.broken` */
    async flatten(request: FlattenRequest): Promise<Buffer> {
      const letters = await printed(request.objects, printPdf);
      const fontPath = require.resolve(PAGE_FONTS['sans.ttf']!);
      const made = await ask({ ...request, kind: 'flatten', printed: letters, fontPath });
      return bytesOf(made);
    },

    /** A file of a hand-in with the notes on it, as a PDF. @throws Problem `paper.locked`, `paper.broken` */
    async withNotes(request: Pick<NotedFile, 'mediaType' | 'title' | 'notes'> & { path: string }): Promise<Buffer> {
      const letters = await printed(request.notes.map(asBox), printPdf);
      const fontPath = require.resolve(PAGE_FONTS['sans.ttf']!);
      return bytesOf(await ask({ ...request, kind: 'noted', printed: letters, fontPath }));
    },
  };
}

export type Flattening = ReturnType<typeof flattening>;
