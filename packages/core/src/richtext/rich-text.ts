/** A node of the editor's document; the editor's own JSON (docs/decisions). */
export interface RichNode {
  type: string;
  attrs?: Record<string, unknown>;
  content?: RichNode[];
  marks?: { type: string; attrs?: Record<string, unknown> }[];
  text?: string;
}

/** A whole document. */
export interface RichText extends RichNode {
  type: 'doc';
}

export const EMPTY_TEXT: RichText = { type: 'doc', content: [{ type: 'paragraph' }] };

/** Attributes each kind of node or mark may carry, and how each is checked; anything else is refused. */
type AttributeCheck = (value: unknown) => boolean;
const isNullOr =
  (check: AttributeCheck): AttributeCheck =>
  (v) =>
    v === null || check(v);
const isShortText: AttributeCheck = (v) => typeof v === 'string' && v.length <= 2000;
const isSpan: AttributeCheck = (v) => Number.isInteger(v) && (v as number) >= 1 && (v as number) <= 100;
const isFileId: AttributeCheck = (v) => typeof v === 'string' && /^[0-9a-f-]{36}$/.test(v);
const CELL = { colspan: isSpan, rowspan: isSpan, colwidth: isNullOr((v) => Array.isArray(v) && v.every((one) => Number.isInteger(one))) };
const NODES: Record<string, Record<string, AttributeCheck>> = {
  doc: {},
  paragraph: {},
  text: {},
  heading: { level: (v) => v === 2 || v === 3 },
  bulletList: {},
  orderedList: { start: (v) => Number.isInteger(v), type: (v) => v === null },
  listItem: {},
  blockquote: {},
  codeBlock: { language: (v) => v === null || typeof v === 'string' },
  hardBreak: {},
  horizontalRule: {},
  // A picture is one of our own files; an address elsewhere would tell others who reads this.
  image: { fileId: isFileId, alt: isShortText },
  table: {},
  tableRow: {},
  tableHeader: CELL,
  tableCell: CELL,
  inlineMath: { latex: isShortText },
  blockMath: { latex: isShortText },
  // Where a student writes on a worksheet; the key stays while the sheet is corrected around it.
  answerSpace: { key: (v) => typeof v === 'string' && /^[\w-]{1,40}$/.test(v) },
};
const BLOCKS = new Set([
  'paragraph',
  'heading',
  'listItem',
  'codeBlock',
  'blockquote',
  'hardBreak',
  'horizontalRule',
  'tableCell',
  'tableHeader',
  'blockMath',
]);
/** Nodes that are nothing without what names them. */
const NEEDS: Record<string, string> = { image: 'fileId', inlineMath: 'latex', blockMath: 'latex', answerSpace: 'key' };
const MARKS: Record<string, Record<string, AttributeCheck>> = {
  bold: {},
  italic: {},
  underline: {},
  strike: {},
  code: {},
  link: {
    href: isSafeLink,
    target: isNullOr(isShortText),
    rel: isNullOr(isShortText),
    class: isNullOr(isShortText),
    title: isNullOr(isShortText),
  },
};

export const DEEPEST = 24;
export const MOST_CHARACTERS = 200_000;

/** May this be followed from somebody's text? Only web and mail addresses; never a script. */
export function isSafeLink(href: unknown): boolean {
  return typeof href === 'string' && href.length <= 2000 && /^(https?:\/\/|mailto:)[^\s]+$/i.test(href);
}

interface Found {
  path: string;
  problem: 'unknownNode' | 'unknownMark' | 'badAttribute' | 'badShape' | 'tooDeep' | 'tooLong' | 'unsafeLink';
}

/**
 * The first thing in a document that is not of ours, or null. Checked on the server for every text that
 * comes in: the page's editor is only one of the ways to send one.
 */
export function richTextProblem(value: unknown): Found | null {
  let characters = 0;
  const attributesProblem = (allowed: Record<string, AttributeCheck>, attrs: unknown, path: string): Found | null => {
    if (attrs === undefined) return null;
    if (typeof attrs !== 'object' || attrs === null) return { path, problem: 'badShape' };
    for (const [key, v] of Object.entries(attrs)) {
      if (!allowed[key]?.(v)) return { path: `${path}.${key}`, problem: key === 'href' ? 'unsafeLink' : 'badAttribute' };
    }
    return null;
  };
  const visit = (node: unknown, path: string, depth: number): Found | null => {
    if (typeof node !== 'object' || node === null || Array.isArray(node)) return { path, problem: 'badShape' };
    if (depth > DEEPEST) return { path, problem: 'tooDeep' };
    const { type, attrs, content, marks, text, ...rest } = node as Record<string, unknown>;
    if (Object.keys(rest).length > 0) return { path, problem: 'badShape' };
    const allowed = typeof type === 'string' && Object.hasOwn(NODES, type) ? NODES[type] : undefined;
    if (!allowed || (type === 'doc') !== (depth === 0)) return { path, problem: 'unknownNode' };
    if ((type === 'text') !== (typeof text === 'string')) return { path, problem: 'badShape' };
    if (typeof text === 'string' && (characters += text.length) > MOST_CHARACTERS) return { path, problem: 'tooLong' };
    const bad = attributesProblem(allowed, attrs, `${path}.attrs`);
    if (bad) return bad;
    const needed = NEEDS[type as string];
    if (needed && (attrs as Record<string, unknown> | undefined)?.[needed] === undefined)
      return { path: `${path}.attrs.${needed}`, problem: 'badShape' };
    if (marks !== undefined) {
      if (!Array.isArray(marks)) return { path, problem: 'badShape' };
      for (const mark of marks as Record<string, unknown>[]) {
        const known = typeof mark?.type === 'string' && Object.hasOwn(MARKS, mark.type) ? MARKS[mark.type] : undefined;
        if (!known) return { path: `${path}.marks`, problem: 'unknownMark' };
        const badMark = attributesProblem(known, mark.attrs, `${path}.marks.attrs`);
        if (badMark) return badMark;
      }
    }
    if (content !== undefined && !Array.isArray(content)) return { path, problem: 'badShape' };
    for (const [index, child] of ((content as unknown[] | undefined) ?? []).entries()) {
      const found = visit(child, `${path}.content[${index}]`, depth + 1);
      if (found) return found;
    }
    return null;
  };
  return visit(value, 'text', 0);
}

/**
 * A document with everything taken out that is not ours: foreign styles, marks, attributes, links that are no
 * links. Nodes we do not know go, their words stay. What it is made of must be in shape (richTextProblem).
 */
export function cleanRichText(value: RichNode): RichNode {
  const kept = (attrs: Record<string, unknown> | undefined, allowed: Record<string, AttributeCheck>) =>
    Object.fromEntries(Object.entries(attrs ?? {}).filter(([key, v]) => Object.hasOwn(allowed, key) && allowed[key]!(v)));
  const inner = (nodes: RichNode[] | undefined) => (Array.isArray(nodes) ? nodes.flatMap(clean) : []);
  const clean = (node: RichNode): RichNode[] => {
    const { type, attrs, content, marks, text } = node;
    const allowed = Object.hasOwn(NODES, type) && type !== 'doc' ? NODES[type] : undefined;
    if (!allowed) return inner(content);
    if (type === 'text') {
      if (typeof text !== 'string' || text === '') return [];
      const known = (marks ?? []).flatMap((mark) => {
        const rules = Object.hasOwn(MARKS, mark.type) ? MARKS[mark.type] : undefined;
        const own = rules && kept(mark.attrs, rules);
        if (!own || (mark.type === 'link' && own.href === undefined)) return [];
        return [{ type: mark.type, ...(Object.keys(own).length > 0 ? { attrs: own } : {}) }];
      });
      return [{ type, text, ...(known.length > 0 ? { marks: known } : {}) }];
    }
    const own = kept(attrs, allowed);
    const needed = NEEDS[type];
    if (needed && own[needed] === undefined) return [];
    const children = inner(content);
    return [{ type, ...(Object.keys(own).length > 0 ? { attrs: own } : {}), ...(children.length > 0 ? { content: children } : {}) }];
  };
  // Words that stood in a node we do not know may now stand bare; a document holds only blocks.
  const blocks = inner(value.content).map((node) => (node.type === 'text' ? { type: 'paragraph', content: [node] } : node));
  return { type: 'doc', content: blocks };
}

/** The files a document shows. */
export function filesIn(node: RichNode | null): string[] {
  if (!node) return [];
  const own = node.type === 'image' && typeof node.attrs?.fileId === 'string' ? [node.attrs.fileId] : [];
  return [...own, ...(node.content ?? []).flatMap(filesIn)];
}

/** The document's words as plain text, a line break after each block. */
export function plainText(node: RichNode | null): string {
  if (!node) return '';
  const inner = (node.content ?? []).map(plainText).join('');
  const own = (node.text ?? (typeof node.attrs?.latex === 'string' ? node.attrs.latex : '')) + inner;
  return BLOCKS.has(node.type) && !own.endsWith('\n') ? `${own}\n` : own;
}

/** Where each text of a document begins in its plain words (plainText), for pinning something to a stretch of them. */
export function textStarts(node: RichNode): Map<RichNode, number> {
  const starts = new Map<RichNode, number>();
  const visit = (one: RichNode, at: number): number => {
    if (one.text !== undefined) starts.set(one, at);
    const own = one.text ?? (typeof one.attrs?.latex === 'string' ? one.attrs.latex : '');
    let end = at + own.length;
    for (const child of one.content ?? []) end = visit(child, end);
    return BLOCKS.has(one.type) && !plainText(one.content ? { type: '', content: one.content } : { type: '', text: own }).endsWith('\n')
      ? end + 1
      : end;
  };
  visit(node, 0);
  return starts;
}

/** How many words a document has: runs of letters and digits, in any script. */
export function wordCount(node: RichNode | null): number {
  return plainText(node).match(/[\p{L}\p{N}][\p{L}\p{N}\p{M}'’-]*/gu)?.length ?? 0;
}

/** Is there anything in it at all? */
export function isBlank(node: RichNode | null): boolean {
  return plainText(node).trim() === '';
}

/** A document of plain paragraphs, one a line. */
export function textOf(text: string): RichText {
  const paragraphs = text.split('\n').map((line): RichNode => ({
    type: 'paragraph',
    ...(line === '' ? {} : { content: [{ type: 'text', text: line }] }),
  }));
  return { type: 'doc', content: paragraphs };
}
