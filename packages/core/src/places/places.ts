import type { Milliseconds } from '../quantities';

/** A stretch of the plain text of one part of a hand-in, with the words around it by which it is known again. */
export interface TextPlace {
  kind: 'text';
  /** `text`, or what partKeys calls the worksheet */
  part: string;
  /** characters of the part's plain text, the end excluded */
  start: number;
  end: number;
  quote: string;
  before: string;
  after: string;
}
/** A point (no width and height) or an area of a picture or a page; thousandths of its unturned width and height. */
export interface AreaPlace {
  kind: 'area';
  fileId: string;
  /** 1 for a picture */
  page: number;
  x: number;
  y: number;
  width: number;
  height: number;
}
/** Strokes of a pen; each is x, y, x, y, … in thousandths of the unturned width and height. */
export interface PenPlace {
  kind: 'pen';
  fileId: string;
  page: number;
  strokes: number[][];
}
/** A moment of a recording. */
export interface MomentPlace {
  kind: 'moment';
  fileId: string;
  at: Milliseconds;
}
export type Place = TextPlace | AreaPlace | PenPlace | MomentPlace;

/**
 * What the worksheets of a hand-in are called as parts of it: by their attachment; where each of a group has a
 * copy, the further copies with their number. Whose copy it is stays out of it.
 * @example partKeys([{ attachmentId: 'a' }, { attachmentId: 'b' }, { attachmentId: 'a' }]) -> ['a', 'b', 'a/2']
 */
export function partKeys(sheets: readonly { attachmentId: string }[]): string[] {
  return sheets.map(({ attachmentId }, index) => {
    const nth = sheets.slice(0, index + 1).filter((one) => one.attachmentId === attachmentId).length;
    return nth === 1 ? attachmentId : `${attachmentId}/${nth}`;
  });
}

/** So many characters on either side are kept to tell equal words apart. */
export const CONTEXT = 32;

/** The place of a stretch of a part's plain text. */
export function textPlace(part: string, text: string, start: number, end: number): TextPlace {
  return {
    kind: 'text',
    part,
    start,
    end,
    quote: text.slice(start, end),
    before: text.slice(Math.max(0, start - CONTEXT), start),
    after: text.slice(end, end + CONTEXT),
  };
}

const sharedEnd = (a: string, b: string): number => {
  let n = 0;
  while (n < a.length && n < b.length && a[a.length - 1 - n] === b[b.length - 1 - n]) n += 1;
  return n;
};
const sharedStart = (a: string, b: string): number => {
  let n = 0;
  while (n < a.length && n < b.length && a[n] === b[n]) n += 1;
  return n;
};

/**
 * Where the same words stand in a later text: of several such stretches the one whose surroundings are most
 * alike, of equally alike ones the nearest. Null where they do not stand any more: then the note stays with the
 * version it was written on.
 */
export function carryPlace(place: TextPlace, text: string): TextPlace | null {
  if (place.quote === '') return null;
  let best: { at: number; alike: number } | null = null;
  for (let at = text.indexOf(place.quote); at >= 0; at = text.indexOf(place.quote, at + 1)) {
    const end = at + place.quote.length;
    const alike =
      sharedEnd(place.before, text.slice(Math.max(0, at - CONTEXT), at)) + sharedStart(place.after, text.slice(end, end + CONTEXT));
    const nearer = best !== null && alike === best.alike && Math.abs(at - place.start) < Math.abs(best.at - place.start);
    if (best === null || alike > best.alike || nearer) best = { at, alike };
  }
  return best === null ? null : textPlace(place.part, text, best.at, best.at + place.quote.length);
}
