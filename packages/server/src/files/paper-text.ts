import bidiFactory, { type Bidi } from 'bidi-js';
import { rgb, type Color, type PDFFont, type PDFPage } from 'pdf-lib';

/** How much smaller the letters of the PDF are drawn than those of the page, whose font is narrower, so that lines break alike. */
const NARROWER = 0.9;
const LINE = 1.3;
const SMALLEST = 3;
const RIGHT_TO_LEFT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/;

let bidi: Bidi | undefined;

/** A stretch of a line in one direction, as it is to be handed to the font, which itself turns letters that run to the left. */
function runsOf(line: string): { runs: string[]; fromRight: boolean } {
  if (!RIGHT_TO_LEFT.test(line)) return { runs: [line], fromRight: false };
  bidi ??= bidiFactory();
  const { levels, paragraphs } = bidi.getEmbeddingLevels(line);
  const runs: { text: string; level: number }[] = [];
  [...line].reduce((at, letter) => {
    const level = levels[at]!;
    const last = runs.at(-1);
    if (last?.level === level) last.text += letter;
    else runs.push({ text: letter, level });
    return at + letter.length;
  }, 0);
  const highest = Math.max(...runs.map((run) => run.level));
  // From the innermost level outwards, each stretch of runs at or above a level is turned round.
  for (let level = highest; level >= 1; level -= 1)
    for (let from = 0; from < runs.length; from += 1) {
      let to = from;
      while (to < runs.length && runs[to]!.level >= level) to += 1;
      if (to > from + 1) runs.splice(from, to - from, ...runs.slice(from, to).reverse());
      from = Math.max(from, to - 1);
    }
  const turned = runs.map(({ text, level }) =>
    level % 2 === 1 && !RIGHT_TO_LEFT.test(text)
      ? [...text].reverse().map((letter) => bidi!.getMirroredCharacter(letter) ?? letter).join('') // prettier-ignore
      : text,
  );
  return { runs: turned, fromRight: paragraphs[0]?.level === 1 };
}

/** Lines of a text in a width: at spaces, and within a word that is wider than the width. */
function wrap(text: string, width: number, measure: (line: string) => number): string[] {
  return text.split('\n').flatMap((paragraph) => {
    const lines: string[] = [];
    let line = '';
    for (const word of paragraph.split(/(?<=\s)/)) {
      if (line !== '' && measure((line + word).trimEnd()) > width) {
        lines.push(line.trimEnd());
        line = '';
      }
      line += word;
      while (measure(line.trimEnd()) > width && [...line].length > 1) {
        const letters = [...line];
        let fits = letters.length - 1;
        while (fits > 1 && measure(letters.slice(0, fits).join('')) > width) fits -= 1;
        lines.push(letters.slice(0, fits).join(''));
        line = letters.slice(fits).join('');
      }
    }
    return [...lines, line.trimEnd()];
  });
}

/** A box for words on a page, in points, its top left corner; `height` null: as high as the words need. */
export interface TextBox {
  x: number;
  top: number;
  width: number;
  height: number | null;
  size: number;
}

/** Draws words into a box; in one with a height the letters get smaller until all of them are in it. */
export function drawWords(page: PDFPage, font: PDFFont, text: string, box: TextBox, color: Color = rgb(0, 0, 0)): void {
  const measure = (size: number) => (line: string) => font.widthOfTextAtSize(line, size);
  let size = box.size * NARROWER;
  let lines = wrap(text, box.width, measure(size));
  while (box.height !== null && lines.length * size * LINE > box.height && size > SMALLEST) {
    size *= 0.93;
    lines = wrap(text, box.width, measure(size));
  }
  const step = box.height === null ? box.size * LINE : size * LINE;
  // One line stands in the middle of its place, several begin at its top.
  const slack = box.height !== null && lines.length === 1 ? (box.height - step) / 2 : 0;
  lines.forEach((line, index) => drawLine(page, font, line, { ...box, top: box.top - slack - index * step, step, size }, color));
}

/** Lines of a text in a width, as they are drawn in letters of a size. */
export const linesOf = (font: PDFFont, text: string, width: number, size: number): string[] =>
  wrap(text, width, (line) => font.widthOfTextAtSize(line, size));

/** Draws one line, its runs in their directions; one that begins at the right ends at the left. */
export function drawLine(
  page: PDFPage,
  font: PDFFont,
  line: string,
  { x: left, top, width, size, step }: { x: number; top: number; width: number; size: number; step: number },
  color: Color = rgb(0, 0, 0),
): void {
  if (line === '') return;
  const { runs, fromRight } = runsOf(line);
  const widths = runs.map((run) => font.widthOfTextAtSize(run, size));
  let x = fromRight ? left + width - widths.reduce((sum, one) => sum + one, 0) : left;
  runs.forEach((run, at) => {
    page.drawText(run, { x, y: top - step * 0.77, size, font, color });
    x += widths[at]!;
  });
}
