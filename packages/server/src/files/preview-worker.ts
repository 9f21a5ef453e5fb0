import mammoth from 'mammoth';
import { readFileSync } from 'node:fs';
import { parentPort, workerData } from 'node:worker_threads';
import { SaxesParser } from 'saxes';
import type { FileWords } from '../contract';
import { decodeTable, isZip, readWorkbook, TableError, unzip, workbookKind } from './read-table';

const MOST_LETTERS = 200_000;
const MOST_ROWS = 500;
const MOST_COLUMNS = 60;

const asText = (text: string): FileWords => ({ kind: 'text', text: text.slice(0, MOST_LETTERS), cut: text.length > MOST_LETTERS });

/** The words of an OpenDocument text, a line for each paragraph and heading. */
function openDocumentText(xml: string): string {
  let text = '';
  let depth = 0;
  const isLine = (name: string) => name === 'text:p' || name === 'text:h';
  const parser = new SaxesParser();
  parser.on('opentag', ({ name }) => {
    if (isLine(name)) depth += 1;
    else if (depth > 0) text += { 'text:tab': '\t', 'text:s': ' ', 'text:line-break': '\n' }[name] ?? '';
  });
  parser.on('text', (piece) => {
    if (depth > 0) text += piece;
  });
  parser.on('closetag', ({ name }) => {
    if (!isLine(name)) return;
    depth -= 1;
    text += '\n';
  });
  parser.write(xml).close();
  return text;
}

/** The words of a file. What is packed is unpacked and measured first, before anything else reads it. */
async function wordsOf(bytes: Buffer): Promise<FileWords> {
  if (!isZip(bytes)) return asText(decodeTable(bytes).text);
  const entries = await unzip(bytes);
  const named = (name: string) => entries.find((entry) => entry.name === name);
  const kind = workbookKind(entries);
  if (kind !== null) {
    const rows = await readWorkbook(bytes, kind, { rows: MOST_ROWS, columns: MOST_COLUMNS });
    return { kind: 'table', rows, cut: rows.length >= MOST_ROWS };
  }
  if (named('word/document.xml')) {
    const { value } = await mammoth.extractRawText({ buffer: bytes });
    return asText(value.replace(/\n{3,}/g, '\n\n').trim());
  }
  const content = named('content.xml');
  if (!content) throw new TableError('notReadable');
  return asText(openDocumentText(content.bytes.toString('utf8')));
}

wordsOf(readFileSync(workerData as string)).then(
  (words) => parentPort!.postMessage(words),
  (error: unknown) =>
    parentPort!.postMessage({
      kind: 'none',
      why: error instanceof TableError && error.why === 'tooLarge' ? 'tooLarge' : 'notReadable',
    } satisfies FileWords),
);
