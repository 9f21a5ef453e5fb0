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
};
const BLOCKS = new Set(['paragraph', 'heading', 'listItem', 'codeBlock', 'blockquote', 'hardBreak', 'horizontalRule']);
const isNullOr =
  (check: AttributeCheck): AttributeCheck =>
  (v) =>
    v === null || check(v);
const isShortText: AttributeCheck = (v) => typeof v === 'string' && v.length <= 2000;
const MARKS: Record<string, Record<string, AttributeCheck>> = {
  bold: {},
  italic: {},
  underline: {},
  strike: {},
  code: {},
  link: { href: isSafeLink, target: isNullOr(isShortText), rel: isNullOr(isShortText), class: isNullOr(isShortText), title: isNullOr(isShortText) },
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

/** The document's words as plain text, a line break after each block. */
export function plainText(node: RichNode | null): string {
  if (!node) return '';
  const inner = (node.content ?? []).map(plainText).join('');
  const own = (node.text ?? '') + inner;
  return BLOCKS.has(node.type) && !own.endsWith('\n') ? `${own}\n` : own;
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
