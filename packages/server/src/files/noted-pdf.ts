import fontkit from '@pdf-lib/fontkit';
import type { Place } from '@jolly/core';
import {
  concatTransformationMatrix,
  LineCapStyle,
  LineJoinStyle,
  lineTo,
  moveTo,
  popGraphicsState,
  pushGraphicsState,
  setLineCap,
  setLineJoin,
  setLineWidth,
  setStrokingColor,
  stroke,
  type PDFDocument,
  type PDFEmbeddedPage,
  type PDFFont,
  type PDFPage,
} from 'pdf-lib';
import { colour, openPaper, shownPage, type PaperToFlatten } from './flatten-paper';
import { drawLine, linesOf } from './paper-text';

/** A note as it goes on paper: where it is pinned in the file, and its number, by which its words are found on the last page. */
export interface NoteOnPaper {
  id: string;
  place: Extract<Place, { kind: 'area' | 'pen' }>;
  number: number | null;
  text: string;
}
export interface NotedFile extends Pick<PaperToFlatten, 'paper' | 'mediaType' | 'title' | 'printed' | 'font'> {
  notes: readonly NoteOnPaper[];
}

const PIN = { size: 9, radius: 9, line: 2.2 };
const [INK, PEN, MARIGOLD] = [colour('#14262e'), colour('#d8452e'), colour('#f4a91f')];
const SHEET = { width: 595.28, height: 841.89, margin: 50, size: 11, step: 16, number: 26 };
const THOUSAND = 1000;

function drawNote(
  page: PDFPage,
  font: PDFFont,
  { width, height }: { width: number; height: number },
  { place, number }: NoteOnPaper,
): void {
  const at = (x: number, y: number) => [(x / THOUSAND) * width, height - (y / THOUSAND) * height] as const;
  if (place.kind === 'pen') {
    for (const points of place.strokes) {
      const along = (n: number) => at(points[n]!, points[n + 1]!);
      page.pushOperators(
        pushGraphicsState(),
        setLineCap(LineCapStyle.Round),
        setLineJoin(LineJoinStyle.Round),
        setLineWidth(PIN.line),
        setStrokingColor(PEN),
        moveTo(...along(0)),
        ...Array.from({ length: points.length / 2 - 1 }, (_, n) => lineTo(...along(2 * n + 2))),
        stroke(),
        popGraphicsState(),
      );
    }
    return;
  }
  const [x, y] = at(place.x, place.y);
  const [wide, high] = [(place.width / THOUSAND) * width, (place.height / THOUSAND) * height];
  if (wide > 0) page.drawRectangle({ x, y: y - high, width: wide, height: high, borderColor: MARIGOLD, borderWidth: PIN.line, opacity: 0 });
  if (number === null) return;
  page.drawCircle({ x, y, size: PIN.radius, color: MARIGOLD });
  const text = String(number);
  page.drawText(text, { x: x - font.widthOfTextAtSize(text, PIN.size) / 2, y: y - PIN.size * 0.36, size: PIN.size, font, color: INK });
}

/** The words of the notes, on as many pages as they need. */
function writeNotes(
  doc: PDFDocument,
  font: PDFFont,
  { title, notes }: Pick<NotedFile, 'title' | 'notes'>,
  printed: ReadonlyMap<string, PDFEmbeddedPage>,
): void {
  const said = notes.filter((note) => note.text.trim() !== '');
  if (said.length === 0) return;
  const inner = SHEET.width - 2 * SHEET.margin;
  let page = doc.addPage([SHEET.width, SHEET.height]);
  let top = SHEET.height - SHEET.margin;
  const room = (needed: number) => {
    if (top - needed >= SHEET.margin) return;
    page = doc.addPage([SHEET.width, SHEET.height]);
    top = SHEET.height - SHEET.margin;
  };
  const line = (text: string, x: number, width: number, size: number = SHEET.size) => {
    drawLine(page, font, text, { x, top, width, size, step: SHEET.step }, INK);
  };
  for (const words of linesOf(font, title, inner, 15)) {
    line(words, SHEET.margin, inner, 15);
    top -= 24;
  }
  for (const note of said) {
    const [x, width] = [SHEET.margin + SHEET.number, inner - SHEET.number];
    const whole = printed.get(note.id);
    room(whole ? whole.height * (width / whole.width) : SHEET.step);
    if (note.number !== null) line(String(note.number), SHEET.margin, SHEET.number);
    if (whole) {
      const scale = width / whole.width;
      page.drawPage(whole, { x, y: top - whole.height * scale, xScale: scale, yScale: scale });
      top -= whole.height * scale;
    } else
      for (const words of linesOf(font, note.text, width, SHEET.size)) {
        room(SHEET.step);
        line(words, x, width);
        top -= SHEET.step;
      }
    top -= SHEET.step / 2;
  }
}

/** A file of a hand-in with the notes and pen marks on its pages, and what the notes say on pages after them. */
export async function notedPdf(task: NotedFile): Promise<Uint8Array> {
  const doc = await openPaper(task);
  doc.registerFontkit(fontkit);
  const font = await doc.embedFont(task.font, { subset: true });
  const printed = new Map<string, PDFEmbeddedPage>();
  if (task.printed) {
    const pages = await doc.embedPdf(
      task.printed.pdf,
      task.printed.ids.map((_, index) => index),
    );
    task.printed.ids.forEach((id, index) => pages[index] && printed.set(id, pages[index]));
  }
  for (const [index, shown] of doc.getPages().map(shownPage).entries()) {
    const here = task.notes.filter((note) => note.place.page === index + 1);
    if (here.length === 0) continue;
    shown.page.pushOperators(pushGraphicsState(), concatTransformationMatrix(...shown.matrix));
    for (const note of here) drawNote(shown.page, font, shown, note);
    shown.page.pushOperators(popGraphicsState());
  }
  writeNotes(doc, font, task, printed);
  return doc.save();
}
