import type { RichNode } from '@jolly/core';
import type { Content, ContentText, TDocumentDefinitions } from 'pdfmake/interfaces';
import { inReadingOrder, pdfmake } from './pdf';
import type { HandInPage } from './rich-text-html';

export type { HandInPage } from './rich-text-html';

const LETTERS_A_LINE = 80;

type Run = Exclude<ContentText['text'], string | number>;

/** Runs of a paragraph. One written from right to left is broken into lines here, for the layout would break it the wrong way round. */
function runs(nodes: readonly RichNode[]): Content {
  const plain = nodes.map((node) => (node.type === 'hardBreak' ? '\n' : (node.text ?? String(node.attrs?.latex ?? '')))).join('');
  if (inReadingOrder(plain) !== plain) {
    const lines = plain.match(new RegExp(`(?:.{1,${LETTERS_A_LINE}})(?:\\s|$)|\\S+`, 'gu')) ?? [];
    return { stack: lines.map((line): Content => ({ text: inReadingOrder(line.trim()), alignment: 'right' })) };
  }
  const text = nodes.map((node) => {
    const has = (mark: string) => node.marks?.some((one) => one.type === mark) ?? false;
    return {
      text: node.type === 'hardBreak' ? '\n' : (node.text ?? String(node.attrs?.latex ?? '')),
      bold: has('bold'),
      italics: has('italic') && !has('code'),
      ...(has('underline') ? { decoration: 'underline' as const } : has('strike') ? { decoration: 'lineThrough' as const } : {}),
      ...(has('code') ? { font: 'Mono' } : {}),
    };
  });
  return { text: text as Run };
}

const stack = (nodes: readonly RichNode[] | undefined): Content[] => (nodes ?? []).map(blockOf);

function blockOf(node: RichNode): Content {
  const margin: [number, number, number, number] = [0, 0, 0, 7];
  switch (node.type) {
    case 'heading':
      return { stack: [runs(node.content ?? [])], bold: true, fontSize: node.attrs?.level === 3 ? 12 : 14, margin: [0, 8, 0, 4] };
    case 'bulletList':
      return { ul: (node.content ?? []).map((item) => ({ stack: stack(item.content) })), margin };
    case 'orderedList':
      return { ol: (node.content ?? []).map((item) => ({ stack: stack(item.content) })), start: Number(node.attrs?.start ?? 1), margin };
    case 'blockquote':
    case 'answerSpace':
      return { stack: stack(node.content), margin: [14, 0, 0, 7] };
    case 'horizontalRule':
      return { canvas: [{ type: 'line', x1: 0, y1: 0, x2: 480, y2: 0, lineWidth: 0.5 }], margin };
    case 'image':
      return { text: `[${String(node.attrs?.alt ?? '')}]`, color: '#566970', margin };
    case 'blockMath':
      return { text: String(node.attrs?.latex ?? ''), font: 'Mono', margin };
    case 'table':
      return tableOf(node, margin);
    default:
      return node.content?.some((child) => child.type !== 'text' && !['hardBreak', 'inlineMath'].includes(child.type))
        ? { stack: stack(node.content) }
        : { stack: [runs(node.content ?? [])], margin };
  }
}

function tableOf(node: RichNode, margin: [number, number, number, number]): Content {
  const rows = (node.content ?? []).map((row) =>
    (row.content ?? []).map((cell): Content => ({ stack: stack(cell.content), bold: cell.type === 'tableHeader' })),
  );
  const columns = Math.max(1, ...rows.map((row) => row.length));
  // Cells that reach over several are drawn in the first of them; what matters here is that no word is lost.
  const body = rows.map((row) => [...row, ...Array.from({ length: columns - row.length }, (): Content => ({ text: '' }))]);
  return { table: { widths: Array.from({ length: columns }, () => '*'), body: body as never }, margin };
}

/** A student's words as a PDF to be read and written on at home. */
export function handInPdf({ title, facts, parts }: HandInPage): Promise<Buffer> {
  const document: TDocumentDefinitions = {
    pageSize: 'A4',
    pageMargins: [56, 56, 56, 56],
    info: { title, creator: 'Jolly Compass' },
    defaultStyle: { font: 'Sans', fontSize: 11, lineHeight: 1.35 },
    content: [
      { text: inReadingOrder(title), bold: true, fontSize: 16, margin: [0, 0, 0, 4] },
      ...facts.map((fact): Content => ({ text: inReadingOrder(fact), fontSize: 9, color: '#566970' })),
      { text: '', margin: [0, 0, 0, 10] },
      ...parts.flatMap((part): Content[] => [
        ...(part.title === ''
          ? []
          : [{ text: inReadingOrder(part.title), bold: true, fontSize: 13, margin: [0, 10, 0, 6] as [number, number, number, number] }]),
        ...stack(part.text?.content),
      ]),
    ],
  };
  return pdfmake.createPdf(document).getBuffer();
}
