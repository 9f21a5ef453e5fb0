/**
 * What somebody puts on their copy of a paper: a PDF or a picture to write on. Every length is in ten-thousandths, across of the
 * page's width and down of its height, as the page is shown (turned as its maker meant it), so that zooming leaves all in place.
 */

export const PAPER_SIDE = 10_000;
/** Bounds of one copy: more than anybody writes, so that whatever is sent is small enough to be kept and drawn. */
export const MOST_PAPER_OBJECTS = 5_000;
export const MOST_PAPER_PAGES = 200;
export const MOST_STROKE_POINTS = 2_000;
export const MOST_PAPER_LETTERS = 4_000;
export const MOST_PLACES = 300;
export const MOST_STICKERS = 40;

/** Inks by name; what they look like is the page's and the PDF's business. */
export const INKS = ['ink', 'blue', 'green', 'red', 'plum', 'yellow'] as const;
export type Ink = (typeof INKS)[number];
export const INK_COLOURS: Record<Ink, string> = {
  ink: '#14262e',
  blue: '#2b7bb0',
  green: '#2f7d5b',
  red: '#d8452e',
  plum: '#7a3b69',
  yellow: '#f4a91f',
};
export const SIGNS = ['tick', 'cross', 'ring'] as const;
export type Sign = (typeof SIGNS)[number];

interface OnPage {
  id: string;
  /** from 1 */
  page: number;
}
/** A line of a pen, or of a marker that lets through what is below; `width` is of the page's width. */
export interface PaperStroke extends OnPage {
  kind: 'stroke';
  tool: 'pen' | 'marker';
  ink: Ink;
  width: number;
  /** x, y, x, y, … */
  points: number[];
}
/** Words in a box as wide as `width`, as high as they need; `size` is the height of a line's letters, of the page's width. */
export interface PaperText extends OnPage {
  kind: 'text';
  x: number;
  y: number;
  width: number;
  size: number;
  ink: Ink;
  text: string;
}
/** A tick, a cross or a ring; `x` and `y` are its middle, `size` its side, of the page's width. */
export interface PaperSign extends OnPage {
  kind: 'sign';
  sign: Sign;
  x: number;
  y: number;
  size: number;
  ink: Ink;
}
/** A small picture: one of ours by its name, or one of the teacher's by its file. */
export interface PaperSticker extends OnPage {
  kind: 'sticker';
  sticker: string;
  x: number;
  y: number;
  size: number;
}
/**
 * What stands in a place to write. Its id is the place's, so that two devices write into the same one; it knows where the place was,
 * so that it stays where it is should the teacher take the place away. Ticked places have TICKED as their value, one of several
 * choices of a PDF's form the name of the choice.
 */
export interface PaperAnswer extends OnPage {
  kind: 'answer';
  x: number;
  y: number;
  width: number;
  height: number;
  tick: boolean;
  value: string;
}
export type PaperObject = PaperStroke | PaperText | PaperSign | PaperSticker | PaperAnswer;

/** A place to write that the teacher marked; `label` is what belongs there, read aloud with it. */
export interface PaperPlace {
  id: string;
  page: number;
  kind: 'words' | 'tick';
  x: number;
  y: number;
  width: number;
  height: number;
  label: string;
}

const FIELD = 'field:';
/** The id of what is written into a form field of the PDF itself. @example fieldId('Name') -> 'field:Name' */
export const fieldId = (name: string): string => FIELD + name;
/** The name of the PDF's form field that an answer is for; null for a place that the teacher marked. */
export const fieldName = (id: string): string | null => (id.startsWith(FIELD) ? id.slice(FIELD.length) : null);
/** What a tick in a place is stored as. */
export const TICKED = 'on';
/** The answer in a field of a PDF that had something in it, and was emptied: a sign that nobody types and nobody sees. */
export const EMPTIED = '\u2060';

/** The largest letters in a place to write, of the page's width: about twelve points on an upright sheet. */
export const ANSWER_LETTERS = 210;
/** And the most of the height of the place that one line of them takes. */
export const ANSWER_SHARE = 0.72;
/**
 * How high letters begin in a place to write; more words than it has room for make them smaller.
 * @param height of the place, of the page's width
 */
export const answerLetters = (height: number): number => Math.min(ANSWER_LETTERS, height * ANSWER_SHARE);

/** Is this kind of file one to write on? Others can only be taken away. */
export const isPaper = (mediaType: string): boolean => ['application/pdf', 'image/png', 'image/jpeg'].includes(mediaType);

/** An object with nothing in it says nothing: it is as if it were not there. */
export const isEmptyObject = (one: PaperObject): boolean =>
  (one.kind === 'text' && one.text.trim() === '') || (one.kind === 'answer' && one.value.trim() === '');

/** The words written on a paper, object by object, page by page, top to bottom. */
export function wordsOnPaper(objects: readonly PaperObject[]): string[] {
  const written = objects.flatMap((one): { page: number; y: number; words: string }[] => {
    if (one.kind === 'text') return [{ page: one.page, y: one.y, words: one.text.trim() }];
    return one.kind === 'answer' && !one.tick && one.value !== EMPTIED ? [{ page: one.page, y: one.y, words: one.value.trim() }] : [];
  });
  return written.sort((a, b) => a.page - b.page || a.y - b.y).flatMap(({ words }) => (words === '' ? [] : [words]));
}
