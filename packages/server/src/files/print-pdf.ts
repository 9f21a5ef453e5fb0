import { spawn } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Problem } from '../http/problem';

const LONGEST_MS = 180_000;
const FLAGS = [
  '--headless',
  '--disable-gpu',
  '--disable-dev-shm-usage',
  '--disable-extensions',
  '--disable-background-networking',
  '--disable-sync',
  '--no-first-run',
  '--no-pdf-header-footer',
  // Letters stand where the font has them, not where a screen's pixels are.
  '--font-render-hinting=none',
  // A report asks for nothing but the fonts beside it; should it ever, nobody answers.
  '--host-resolver-rules=MAP * ~NOTFOUND',
];

/** What the program needs of our surroundings: none of our secrets are in it. */
const surroundings = (home: string): NodeJS.ProcessEnv => ({
  PATH: process.env.PATH ?? '/usr/bin:/bin',
  HOME: home,
  LANG: 'C.UTF-8',
  TZ: 'UTC',
});

function run(command: string, args: string[], home: string, longestMs: number): Promise<void> {
  return new Promise((done, failed) => {
    const child = spawn(command, args, { stdio: 'ignore', env: surroundings(home) });
    const timer = setTimeout(() => child.kill('SIGKILL'), longestMs);
    child.once('error', () => {
      clearTimeout(timer);
      failed(new Problem('report.noPrinter'));
    });
    child.once('exit', (code) => {
      clearTimeout(timer);
      if (code === 0) done();
      else failed(new Problem('report.notPrinted'));
    });
  });
}

/** Prints a page with the program of this installation. */
export type PrintPdf = (html: string | Buffer, longestMs?: number) => Promise<Buffer>;

/**
 * A page as a PDF: tagged, with its fonts inside, written in any direction. Chromium lays it out, in a process of its
 * own, so that nobody's request waits for it; docs/decisions/0011 says why.
 * @throws Problem `report.noPrinter` where there is no Chromium, `report.notPrinted` where it fails
 */
export async function printPdf(html: string | Buffer, chromium: string, longestMs = LONGEST_MS): Promise<Buffer> {
  const folder = await mkdtemp(join(tmpdir(), 'jolly-print-'));
  try {
    const [page, pdf] = [join(folder, 'page.html'), join(folder, 'page.pdf')];
    await writeFile(page, html);
    // As root there is no sandbox to be had; the page has no scripts, and everything in it is escaped.
    const asRoot = process.getuid?.() === 0 ? ['--no-sandbox'] : [];
    await run(
      chromium,
      [...FLAGS, ...asRoot, `--user-data-dir=${join(folder, 'profile')}`, `--print-to-pdf=${pdf}`, `file://${page}`],
      folder,
      longestMs,
    );
    return await readFile(pdf).catch(() => {
      throw new Problem('report.notPrinted');
    });
  } finally {
    await rm(folder, { recursive: true, force: true, maxRetries: 3 });
  }
}
