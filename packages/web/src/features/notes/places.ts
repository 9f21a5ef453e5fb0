import { partKeys, plainText, textPlace, type Place, type TextPlace } from '@jolly/core';
import type { HandInView, MarginNote } from '@jolly/server/contract';

/** One part of a hand-in that has words of its own. */
export interface Part {
  key: string;
  title: string;
  text: HandInView['sheets'][number]['text'];
}

/** The text and the worksheets of a hand-in, as places name them. */
export function partsOf({ text, sheets }: Pick<HandInView, 'text' | 'sheets'>): Part[] {
  const own = text && plainText(text).trim() !== '' ? [{ key: 'text', title: '', text }] : [];
  const keys = partKeys(sheets);
  return [...own, ...sheets.map((one, index) => ({ key: keys[index]!, title: one.title, text: one.text }))];
}

/** The sentences of a part, as places; what is only space is left out. */
export function sentencesOf({ key, text }: Part): TextPlace[] {
  const plain = plainText(text);
  return [...new Intl.Segmenter(undefined, { granularity: 'sentence' }).segment(plain)].flatMap(({ segment, index }) => {
    const start = index + (segment.length - segment.trimStart().length);
    const end = index + segment.trimEnd().length;
    return end > start ? [textPlace(key, plain, start, end)] : [];
  });
}

/** Where in a part's plain words something in the page is: the page says at which character each text begins. */
function offsetIn(node: Node, offset: number): number | null {
  const span = (node instanceof Element ? node : node.parentElement)?.closest<HTMLElement>('[data-at]');
  if (!span) return null;
  const before = document.createRange();
  before.setStart(span, 0);
  before.setEnd(node, offset);
  return Number(span.dataset.at) + before.toString().length;
}

/** What is selected in a part of the page, as a place; null for nothing, or for a selection that leaves it. */
export function selectedPlace(box: HTMLElement, parts: readonly Part[]): TextPlace | null {
  const selection = window.getSelection();
  if (!selection || selection.isCollapsed || selection.rangeCount === 0) return null;
  const range = selection.getRangeAt(0);
  const part = (range.startContainer instanceof Element ? range.startContainer : range.startContainer.parentElement)?.closest<HTMLElement>(
    '[data-part]',
  );
  if (!part || !box.contains(part) || !part.contains(range.endContainer)) return null;
  const [start, end] = [offsetIn(range.startContainer, range.startOffset), offsetIn(range.endContainer, range.endOffset)];
  const found = parts.find((one) => one.key === part.dataset.part);
  if (start === null || end === null || !found || end <= start) return null;
  const plain = plainText(found.text);
  const quote = plain.slice(start, end);
  const [from, to] = [start + (quote.length - quote.trimStart().length), start + quote.trimEnd().length];
  return to > from ? textPlace(found.key, plain, from, to) : null;
}

/** Two text places of one part as one stretch. */
export function spanOf(a: TextPlace, b: TextPlace, part: Part): TextPlace {
  return textPlace(part.key, plainText(part.text), Math.min(a.start, b.start), Math.max(a.end, b.end));
}

export const onFile = (place: Place | null, fileId: string, page: number): boolean =>
  place !== null && place.kind !== 'text' && place.fileId === fileId && (!('page' in place) || place.page === page);

/** 1:05 */
export const clock = (ms: number): string => `${Math.floor(ms / 60_000)}:${String(Math.floor(ms / 1000) % 60).padStart(2, '0')}`;

/** What a note says about its place, for a list without the work beside it. */
export const quoteOf = ({ place }: MarginNote): string => (place.kind === 'text' ? place.quote : '');
