import { diffArrays, diffWordsWithSpace } from 'diff';
import { plainText, type RichNode } from '../richtext';

/** A stretch of words that both have, that only the later text has, or only the earlier. */
export interface Difference {
  kind: 'same' | 'added' | 'removed';
  text: string;
}

/** More edits than this within one stretch are shown as a stretch that was replaced. */
const MOST_EDITS = 1500;

function joined(all: readonly Difference[]): Difference[] {
  const result: Difference[] = [];
  for (const one of all) {
    const last = result.at(-1);
    if (one.text === '') continue;
    if (last?.kind === one.kind) result[result.length - 1] = { ...last, text: last.text + one.text };
    else result.push(one);
  }
  return result;
}

function differWords(before: string, after: string): Difference[] {
  const parts = diffWordsWithSpace(before, after, { maxEditLength: MOST_EDITS });
  if (!parts)
    return [
      { kind: 'removed', text: before },
      { kind: 'added', text: after },
    ];
  return parts.map(({ value, added, removed }) => ({ kind: added ? 'added' : removed ? 'removed' : 'same', text: value }));
}

/**
 * What differs between two states of a text, word by word. Put together, `same` and `removed` are the words
 * of the earlier one, `same` and `added` those of the later.
 *
 * @example "the tide turns" and "the tide rises" -> same "the tide ", removed "turns", added "rises"
 */
export function compareTexts(before: RichNode | null, after: RichNode | null): Difference[] {
  const lines = (node: RichNode | null) => plainText(node).match(/[^\n]*\n|[^\n]+/g) ?? [];
  const all: Difference[] = [];
  let removed = '';
  // Whole paragraphs first, so that a long text with one changed word costs little.
  for (const part of diffArrays(lines(before), lines(after))) {
    const text = part.value.join('');
    if (part.removed) removed += text;
    else if (part.added) {
      all.push(...differWords(removed, text));
      removed = '';
    } else {
      all.push({ kind: 'removed', text: removed }, { kind: 'same', text });
      removed = '';
    }
  }
  return joined([...all, { kind: 'removed', text: removed }]);
}
