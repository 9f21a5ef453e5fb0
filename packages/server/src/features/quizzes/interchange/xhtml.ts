import { isSafeLink, type RichNode, type RichText } from '@jolly/core';
import katex from 'katex';
import { textIn, type Html, type Xml, type XmlWriter } from './xml';

/** Texts of ours as XHTML in an item, and back. */

const MARKS: Readonly<Record<string, string>> = { bold: 'strong', italic: 'em', underline: 'u', strike: 's', code: 'code' };
const BLOCKS: Readonly<Record<string, string>> = {
  paragraph: 'p',
  bulletList: 'ul',
  orderedList: 'ol',
  listItem: 'li',
  blockquote: 'blockquote',
  codeBlock: 'pre',
  tableRow: 'tr',
  tableCell: 'td',
  tableHeader: 'th',
};
const SPANS = ['colspan', 'rowspan'] as const;
const NAMES = Object.fromEntries([...Object.entries(BLOCKS), ['doc', 'div']].map(([type, tag]) => [tag, type]));

/** How a text is written: where its pictures lie in the package, and what stands for its gaps. */
export interface XhtmlWriting {
  pathOf: (fileId: string) => string | null;
  gap?: () => Html;
}
const GAP = /_{3,}/;

/** Nodes of a text as XHTML. */
export function toXhtml(nodes: readonly RichNode[], w: XmlWriter, how: XhtmlWriting): Html[] {
  return nodes.map((node) => nodeToXhtml(node, w, how));
}
function nodeToXhtml(node: RichNode, w: XmlWriter, how: XhtmlWriting): Html {
  if (node.type === 'text') {
    const [first = '', ...rest] = how.gap ? (node.text ?? '').split(GAP) : [node.text ?? ''];
    const words = rest.reduce<(string | Html)[]>((found, one) => [...found, how.gap!(), one], [first]);
    const [plain, ...marks] = [
      { html: words.map((one) => (typeof one === 'string' ? w.h('x', {}, one).html.replace(/^<x\/?>|<\/x>$/g, '') : one.html)).join('') },
      ...(node.marks ?? []),
    ];
    return (marks as NonNullable<RichNode['marks']>).reduce<Html>(
      (inner, mark) =>
        MARKS[mark.type]
          ? w.h(MARKS[mark.type]!, {}, inner)
          : mark.type === 'link' && isSafeLink(mark.attrs?.href)
            ? w.h('a', { href: String(mark.attrs?.href) }, inner)
            : inner,
      plain!,
    );
  }
  const inside = toXhtml(node.content ?? [], w, how);
  switch (node.type) {
    case 'hardBreak':
      return w.h('br');
    case 'horizontalRule':
      return w.h('hr');
    case 'heading':
      return w.h(node.attrs?.level === 3 ? 'h3' : 'h2', {}, ...inside);
    case 'image': {
      const path = how.pathOf(String(node.attrs?.fileId));
      const alt = String(node.attrs?.alt ?? '');
      return path === null ? w.h('p', {}, alt) : w.h('p', {}, w.h('img', { src: path, alt }));
    }
    case 'inlineMath':
    case 'blockMath': {
      const math = katex.renderToString(String(node.attrs?.latex ?? ''), {
        output: 'mathml',
        displayMode: node.type === 'blockMath',
        throwOnError: false,
        trust: false,
      });
      const bare = { html: math.replace(/^<span class="katex[^"]*">|<\/span>$/g, '') };
      return node.type === 'blockMath' ? w.h('p', {}, bare) : bare;
    }
    case 'table':
      return w.h('table', {}, w.h('tbody', {}, ...inside));
    default: {
      const tag = BLOCKS[node.type];
      const spans = SPANS.filter((name) => Number(node.attrs?.[name] ?? 1) > 1).map((name) => [name, Number(node.attrs![name])] as const);
      return tag ? w.h(tag, Object.fromEntries(spans), ...inside) : { html: inside.map((one) => one.html).join('') };
    }
  }
}

/** What a text of somebody else's holds that ours cannot. */
export type LeftBehind = 'picture' | 'formula' | 'media' | 'styles' | 'script';

/** How a text is read: what becomes of a picture, and of an interaction in the middle of words. */
export interface XhtmlReading {
  /** @returns the id of a file of ours; null: it cannot be taken */
  pictureOf: (path: string) => string | null;
  interaction: (element: Xml) => string | null;
  missed: (what: LeftBehind) => void;
  /** what a text points at that is no address of the web: a file beside it */
  pointsAt?: (path: string) => void;
}

const isBlock = (node: RichNode) => !['text', 'hardBreak', 'inlineMath'].includes(node.type);
const INLINE: Readonly<Record<string, string>> = {
  strong: 'bold',
  b: 'bold',
  em: 'italic',
  i: 'italic',
  u: 'underline',
  s: 'strike',
  del: 'strike',
  code: 'code',
  tt: 'code',
};

/** Inline nodes and blocks of an element's content, with marks carried in. */
function nodesOf(children: readonly (Xml | string)[], how: XhtmlReading, marks: NonNullable<RichNode['marks']> = []): RichNode[] {
  return children.flatMap((one): RichNode[] => {
    const words = (text: string): RichNode[] => {
      // A space that must not break is a sign of its own.
      const tidy = text.replace(/[ \t\n\r\f]+/g, ' ');
      return tidy === '' ? [] : [{ type: 'text', text: tidy, ...(marks.length > 0 ? { marks } : {}) }];
    };
    if (typeof one === 'string') return words(one);
    const put = how.interaction(one);
    if (put !== null) return put === '' ? [] : [{ type: 'text', text: put }];
    const mark = INLINE[one.name];
    if (mark) return nodesOf(one.children, how, [...marks, { type: mark }]);
    switch (one.name) {
      case 'br':
        return [{ type: 'hardBreak' }];
      case 'hr':
        return [{ type: 'horizontalRule' }];
      case 'a':
        if (one.attrs.href && !isSafeLink(one.attrs.href)) how.pointsAt?.(one.attrs.href);
        return isSafeLink(one.attrs.href)
          ? nodesOf(one.children, how, [...marks, { type: 'link', attrs: { href: one.attrs.href } }])
          : nodesOf(one.children, how, marks);
      case 'img':
      case 'object': {
        const fileId = how.pictureOf(one.attrs.src ?? one.attrs.data ?? '');
        if (fileId === null) how.missed(one.name === 'img' || (one.attrs.type ?? '').startsWith('image/') ? 'picture' : 'media');
        return fileId === null
          ? words(one.attrs.alt ?? textIn(one))
          : [{ type: 'image', attrs: { fileId, alt: (one.attrs.alt ?? textIn(one)).trim().slice(0, 2000) } }];
      }
      case 'math': {
        const latex = texOf(one);
        if (latex === null) how.missed('formula');
        return latex === null
          ? words(textIn(one))
          : [{ type: one.attrs.display === 'block' ? 'blockMath' : 'inlineMath', attrs: { latex } }];
      }
      case 'audio':
      case 'video':
        how.missed('media');
        return [];
      case 'script':
        how.missed('script');
        return [];
      case 'style':
      case 'title':
        return [];
      case 'h1':
      case 'h2':
        return heading(2, nodesOf(one.children, how, marks));
      case 'h3':
      case 'h4':
      case 'h5':
      case 'h6':
        return heading(3, nodesOf(one.children, how, marks));
      case 'p':
        return blocksOf(nodesOf(one.children, how, marks));
      case 'ul':
      case 'ol':
        return some(NAMES[one.name]!, blocksOf(nodesOf(one.children, how, marks)).map(asListItem));
      case 'tr':
        return some(
          'tableRow',
          nodesOf(one.children, how, marks).filter((node) => /^table(Cell|Header)$/.test(node.type)),
        );
      case 'td':
      case 'th':
        return [{ type: NAMES[one.name]!, ...spansOf(one), content: orEmpty(blocksOf(nodesOf(one.children, how, marks))) }];
      case 'li':
        return [listItem(blocksOf(nodesOf(one.children, how, marks)))];
      case 'blockquote':
        return [{ type: NAMES[one.name]!, content: orEmpty(blocksOf(nodesOf(one.children, how, marks))) }];
      case 'table':
        return some(
          'table',
          nodesOf(one.children, how, marks).filter((node) => node.type === 'tableRow'),
        );
      case 'pre':
        return [{ type: 'codeBlock', content: textIn(one) === '' ? [] : [{ type: 'text', text: textIn(one) }] }];
      default:
        return nodesOf(one.children, how, marks);
    }
  });
}
/** Over how many columns and rows a cell goes, where it is more than one. */
function spansOf({ attrs }: Xml): Pick<RichNode, 'attrs'> {
  const spans = SPANS.map((name) => [name, Number(attrs[name])] as const).filter(([, n]) => Number.isInteger(n) && n > 1 && n <= 100);
  return spans.length > 0 ? { attrs: Object.fromEntries(spans) } : {};
}
const some = (type: string, content: RichNode[]): RichNode[] => (content.length > 0 ? [{ type, content }] : []);
/** A heading, and below it what of it is no line of words: a picture. */
function heading(level: 2 | 3, nodes: RichNode[]): RichNode[] {
  const content = trimmed(inlineOnly(nodes));
  return [...(content.length > 0 ? [{ type: 'heading', attrs: { level }, content }] : []), ...nodes.filter(isBlock)];
}
/** An entry of a list begins with a line of words, as the editor has it. */
const listItem = (blocks: RichNode[]): RichNode => ({
  type: 'listItem',
  content: blocks[0]?.type === 'paragraph' ? blocks : [{ type: 'paragraph' }, ...blocks],
});
const asListItem = (node: RichNode): RichNode => (node.type === 'listItem' ? node : listItem([node]));
const inlineOnly = (nodes: RichNode[]): RichNode[] => nodes.filter((node) => !isBlock(node));
const orEmpty = (blocks: RichNode[]): RichNode[] => (blocks.length > 0 ? blocks : [{ type: 'paragraph' }]);

/** The source of a formula, where its MathML says it. */
function texOf(math: Xml): string | null {
  const find = (of: Xml): string | null => {
    for (const one of of.children) {
      if (typeof one === 'string') continue;
      if (one.name === 'annotation' && /tex/i.test(one.attrs.encoding ?? '')) return textIn(one).trim().slice(0, 2000);
      const inside = find(one);
      if (inside !== null) return inside;
    }
    return null;
  };
  return find(math);
}

/** Words that stand loose come into paragraphs of their own. */
function blocksOf(nodes: readonly RichNode[]): RichNode[] {
  const blocks: RichNode[] = [];
  let open: RichNode[] = [];
  const close = () => {
    const said = open.some((node) => node.type !== 'text' || (node.text ?? '').trim() !== '');
    if (said) blocks.push({ type: 'paragraph', content: trimmed(open) });
    open = [];
  };
  for (const node of nodes)
    if (isBlock(node)) {
      close();
      blocks.push(node);
    } else open.push(node);
  close();
  return blocks;
}
/** Without the white space of how the document is laid out at either end; neighbours of one look are one. */
function trimmed(nodes: readonly RichNode[]): RichNode[] {
  const joined: RichNode[] = [];
  for (const node of nodes) {
    const last = joined.at(-1);
    if (node.type === 'text' && last?.type === 'text' && JSON.stringify(last.marks) === JSON.stringify(node.marks))
      last.text = `${last.text}${node.text}`.replace(/ {2,}/g, ' ');
    else joined.push({ ...node });
  }
  if (joined[0]?.type === 'text') joined[0].text = joined[0].text!.trimStart();
  const last = joined.at(-1);
  if (last?.type === 'text') last.text = last.text!.trimEnd();
  return joined.filter((node) => node.type !== 'text' || node.text !== '');
}

/** The content of an element as a text of ours. */
export function fromXhtml(children: readonly (Xml | string)[], how: XhtmlReading): RichText {
  return { type: 'doc', content: orEmpty(blocksOf(nodesOf(children, how))) };
}
