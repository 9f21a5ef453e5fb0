import { isSafeLink, type RichNode } from '@jolly/core';
import { FONT_FILES, fontFaces, PAGE_FAMILIES, pagePolicy } from './page-fonts';

const BLOCKS: Record<string, string> = {
  paragraph: 'p',
  bulletList: 'ul',
  orderedList: 'ol',
  listItem: 'li',
  blockquote: 'blockquote',
  codeBlock: 'pre',
  table: 'table',
  tableRow: 'tr',
  tableCell: 'td',
  tableHeader: 'th',
  answerSpace: 'div class="answer"',
};
const MARKS: Record<string, string> = { bold: 'strong', italic: 'em', underline: 'u', strike: 's', code: 'code' };

/** Text as it may stand in a page, in an attribute too. */
export const escaped = (text: string): string => text.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);

/** How a page shows what is more than words, where it can; each says HTML of its own making. */
export interface MoreThanWords {
  image?: (fileId: string, alt: string) => string;
  formula?: (latex: string, block: boolean) => string;
  /** what stands for three low lines or more */
  gap?: () => string;
}
const GAP = /_{3,}/;

/** A document as HTML, node by node from our own list: nothing that somebody wrote becomes a tag. */
export function richTextHtml(node: RichNode | null, more: MoreThanWords = {}): string {
  if (!node) return '';
  if (node.type === 'text') {
    return (node.marks ?? []).reduce(
      (inner, mark) => {
        if (mark.type === 'link')
          return isSafeLink(mark.attrs?.href)
            ? `<a href="${escaped(String(mark.attrs?.href))}" rel="noopener noreferrer nofollow">${inner}</a>`
            : inner;
        const tag = MARKS[mark.type];
        return tag ? `<${tag}>${inner}</${tag}>` : inner;
      },
      more.gap ? (node.text ?? '').split(GAP).map(escaped).join(more.gap()) : escaped(node.text ?? ''),
    );
  }
  const inside = (node.content ?? []).map((one) => richTextHtml(one, more)).join('');
  if (node.type === 'hardBreak') return '<br>';
  if (node.type === 'horizontalRule') return '<hr>';
  if (node.type === 'image' && more.image) return more.image(String(node.attrs?.fileId), String(node.attrs?.alt ?? ''));
  if (node.type === 'image') return `<p>[${escaped(String(node.attrs?.alt ?? ''))}]</p>`;
  if ((node.type === 'inlineMath' || node.type === 'blockMath') && more.formula)
    return more.formula(String(node.attrs?.latex ?? ''), node.type === 'blockMath');
  if (node.type === 'inlineMath' || node.type === 'blockMath') return `<code>${escaped(String(node.attrs?.latex ?? ''))}</code>`;
  if (node.type === 'heading') return node.attrs?.level === 3 ? `<h3>${inside}</h3>` : `<h2>${inside}</h2>`;
  const tag = BLOCKS[node.type];
  if (!tag) return inside;
  const spans = ['colspan', 'rowspan']
    .filter((name) => Number(node.attrs?.[name] ?? 1) > 1)
    .map((name) => ` ${name}="${Number(node.attrs![name])}"`);
  return `<${tag}${spans.join('')}>${inside}</${tag.split(' ')[0]}>`;
}

const STYLE =
  'body{font:17px/1.6 Georgia,serif;max-width:42rem;margin:2rem auto;padding:0 1rem;color:#14262e}header{border-bottom:1px solid #999;margin-bottom:1.5rem;font-family:sans-serif}table{border-collapse:collapse}td,th{border:1px solid #999;padding:.3rem .6rem}.answer{border-left:4px solid #164e5c;padding-left:.8rem}p,h1,h2,h3,li,td,th,pre{unicode-bidi:plaintext;text-align:start}';
const ON_PAPER = `@page{size:A4;margin:20mm}body{font:11pt/1.5 ${PAGE_FAMILIES};margin:0;padding:0;max-width:none;overflow-wrap:anywhere}header{font-family:inherit}header p{margin:0 0 2pt}header{padding-bottom:6pt}tr,li{break-inside:avoid}h1,h2,h3{break-after:avoid}`;

/** What a hand-in says on paper: of what, by whom and when, and its texts. */
export interface HandInPage {
  title: string;
  facts: string[];
  parts: { title: string; text: RichNode | null }[];
}

/**
 * A whole page of a student's words, to be read anywhere: no script, nothing from elsewhere.
 * @param on a screen, in the fonts of whoever reads it, or the paper that this machine prints, in ours
 */
export function handInPage({ title, facts, parts }: HandInPage, on: 'screen' | 'paper' = 'screen'): string {
  const fonts = on === 'paper' ? FONT_FILES : null;
  const body = parts.map((part) => `${part.title === '' ? '' : `<h2>${escaped(part.title)}</h2>`}${richTextHtml(part.text)}`).join('\n');
  return `<!doctype html><html><head><meta charset="utf-8">${pagePolicy(fonts)}<title>${escaped(title)}</title><style>${fonts ? fontFaces(fonts) : ''}${STYLE}${fonts ? ON_PAPER : ''}</style></head><body dir="auto"><header><h1>${escaped(title)}</h1>${facts.map((fact) => `<p>${escaped(fact)}</p>`).join('')}</header>${body}</body></html>`;
}
