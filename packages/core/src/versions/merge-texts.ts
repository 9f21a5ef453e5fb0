import { diff3Merge } from 'node-diff3';
import type { RichNode, RichText } from '../richtext';

/** What came of a merge: one text, or null where both changed the same words. */
export type Merged = RichText | null;

const isPlain = (node: RichNode): boolean =>
  (node.content ?? []).every((child) => child.type === 'text' && (child.marks ?? []).length === 0);
const wordsOf = (node: RichNode): string[] =>
  (node.content ?? [])
    .map((child) => child.text ?? '')
    .join('')
    .match(/\s+|[^\s]+/g) ?? [];
const withoutContent = ({ content: _, ...rest }: RichNode): string => JSON.stringify(rest);

/** Merges three lists of strings; null where two changes touch the same stretch. */
function mergeLists(base: string[], mine: string[], theirs: string[]): string[] | null {
  const result: string[] = [];
  for (const region of diff3Merge(mine, base, theirs, { excludeFalseConflicts: true })) {
    if (!region.ok) return null;
    result.push(...region.ok);
  }
  return result;
}

/** One block that both changed: merged by words if it is plain and of one kind in all three. */
function mergeBlock(base: RichNode, mine: RichNode, theirs: RichNode): RichNode | null {
  if (
    ![base, mine, theirs].every(isPlain) ||
    withoutContent(base) !== withoutContent(mine) ||
    withoutContent(base) !== withoutContent(theirs)
  )
    return null;
  const words = mergeLists(wordsOf(base), wordsOf(mine), wordsOf(theirs));
  if (words === null) return null;
  const text = words.join('');
  const { content: _, ...node } = base;
  return text === '' ? node : { ...node, content: [{ type: 'text', text }] };
}

const isParagraph = (node: RichNode): boolean =>
  node.type === 'paragraph' && isPlain(node) && withoutContent(node) === '{"type":"paragraph"}';
const END = '\n';

/** A stretch of plain paragraphs that both changed, as one row of words in which the end of a paragraph is a word too. */
function mergeParagraphs(base: RichNode[], mine: RichNode[], theirs: RichNode[]): RichNode[] | null {
  if (![...base, ...mine, ...theirs].every(isParagraph)) return null;
  const row = (nodes: RichNode[]) => nodes.flatMap((node) => [...wordsOf(node), END]);
  const words = mergeLists(row(base), row(mine), row(theirs));
  if (words === null) return null;
  const paragraphs: RichNode[] = [];
  let text = '';
  for (const word of words) {
    if (word !== END) text += word;
    else {
      paragraphs.push(text === '' ? { type: 'paragraph' } : { type: 'paragraph', content: [{ type: 'text', text }] });
      text = '';
    }
  }
  return paragraphs;
}

/** What stands where both changed something: together if it can be. */
function mergeStretch(base: RichNode[], mine: RichNode[], theirs: RichNode[]): RichNode[] | null {
  // Both put something new in one place: both stay, in an order that is the same from either side.
  if (base.length === 0) return JSON.stringify(mine) <= JSON.stringify(theirs) ? [...mine, ...theirs] : [...theirs, ...mine];
  const together = mergeParagraphs(base, mine, theirs);
  if (together !== null) return together;
  if (mine.length !== base.length || theirs.length !== base.length) return null;
  const blocks = base.map((block, index) => mergeBlock(block, mine[index]!, theirs[index]!));
  return blocks.every((block) => block !== null) ? blocks : null;
}

/**
 * One text out of two that were written from the same one on two devices, or by two members of a group.
 * What only one side changed is taken from it; a paragraph that both changed is merged word by word; what both
 * added in one place is there twice over, first one, then the other.
 *
 * @param base the text both began from
 * @returns the merged text, or null where both changed the same words: then both are kept and shown, and a
 *   person chooses
 * @example base "a b", mine "A b", theirs "a b c" (three paragraphs of one word each) -> "A b c"
 */
export function mergeTexts({ base, mine, theirs }: { base: RichText; mine: RichText; theirs: RichText }): Merged {
  const blocksOf = (text: RichText) => (text.content ?? []).map((block) => JSON.stringify(block));
  const blocks = (keys: readonly string[]) => keys.map((key) => JSON.parse(key) as RichNode);
  const content: RichNode[] = [];
  for (const region of diff3Merge(blocksOf(mine), blocksOf(base), blocksOf(theirs), { excludeFalseConflicts: true })) {
    if (region.ok) {
      content.push(...blocks(region.ok));
      continue;
    }
    const { a, o, b } = region.conflict!;
    const merged = mergeStretch(blocks(o), blocks(a), blocks(b));
    if (merged === null) return null;
    content.push(...merged);
  }
  return { type: 'doc', content };
}
