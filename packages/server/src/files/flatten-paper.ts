import fontkit from '@pdf-lib/fontkit';
import {
  answerLetters,
  EMPTIED,
  INK_COLOURS,
  inDrawingOrder,
  isOwnSticker,
  PAPER_SIDE,
  SIGN_OUTLINES,
  STICKERS,
  type PaperObject,
} from '@jolly/core';
import {
  degrees,
  LineCapStyle,
  LineJoinStyle,
  PDFDocument,
  concatTransformationMatrix,
  lineTo,
  moveTo,
  popGraphicsState,
  pushGraphicsState,
  rgb,
  setGraphicsState,
  setLineCap,
  setLineJoin,
  setLineWidth,
  setStrokingColor,
  stroke,
  type PDFEmbeddedPage,
  type PDFFont,
  type PDFImage,
  type PDFPage,
} from 'pdf-lib';
import { fieldsOf, type FieldSpot } from './paper-fields';
import { drawWords } from './paper-text';

const A4 = { short: 595.28, long: 841.89 };
/** A marker lets through what is below it. */
const MARKER = { opacity: 0.45, blend: 'Multiply' };

export interface PaperToFlatten {
  paper: Uint8Array;
  mediaType: string;
  title: string;
  objects: readonly PaperObject[];
  /** the teacher's own stickers that stand on it */
  stickers: readonly { id: string; mediaType: string; bytes: Uint8Array }[];
  /** words in letters that the font lacks, laid out by another program: a page for each of these objects */
  printed: { ids: readonly string[]; pdf: Uint8Array } | null;
  font: Uint8Array;
}

export const colour = (hex: string) =>
  rgb(...([1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16) / 255) as [number, number, number]));

/** A page as it is shown: its size, and the way from there into the page's own space, however it is turned and cut. */
interface Shown {
  page: PDFPage;
  width: number;
  height: number;
  matrix: [number, number, number, number, number, number];
}
export function shownPage(page: PDFPage): Shown {
  const [crop, media] = [page.getCropBox(), page.getMediaBox()];
  const [x, y] = [Math.max(crop.x, media.x), Math.max(crop.y, media.y)];
  const w = Math.min(crop.x + crop.width, media.x + media.width) - x;
  const h = Math.min(crop.y + crop.height, media.y + media.height) - y;
  const turn = ((page.getRotation().angle % 360) + 360) % 360;
  if (turn === 90) return { page, width: h, height: w, matrix: [0, 1, -1, 0, x + w, y] };
  if (turn === 180) return { page, width: w, height: h, matrix: [-1, 0, 0, -1, x + w, y + h] };
  if (turn === 270) return { page, width: h, height: w, matrix: [0, -1, 1, 0, x, y + h] };
  return { page, width: w, height: h, matrix: [1, 0, 0, 1, x, y] };
}

/** A picture as the one page of a PDF, upright as whoever took it held the camera. @param orientation as Exif counts it, 1 to 8 */
async function pageOfPicture(doc: PDFDocument, picture: PDFImage, orientation: number): Promise<void> {
  const lies = orientation >= 5;
  const [wide, high] = lies ? [picture.height, picture.width] : [picture.width, picture.height];
  const width = wide > high ? A4.long : A4.short;
  const height = (width * high) / wide;
  const page = doc.addPage([width, height]);
  const [w, h] = lies ? [height, width] : [width, height];
  if (orientation === 3 || orientation === 4) page.drawImage(picture, { x: width, y: height, width: w, height: h, rotate: degrees(180) });
  else if (orientation === 6 || orientation === 7) page.drawImage(picture, { x: 0, y: height, width: w, height: h, rotate: degrees(-90) });
  else if (lies) page.drawImage(picture, { x: width, y: 0, width: w, height: h, rotate: degrees(90) });
  else page.drawImage(picture, { x: 0, y: 0, width: w, height: h });
}

/** A paper as a PDF document. @throws for one that is protected or broken */
export async function openPaper({ paper, mediaType }: Pick<PaperToFlatten, 'paper' | 'mediaType'>): Promise<PDFDocument> {
  if (mediaType === 'application/pdf') return PDFDocument.load(paper, { updateMetadata: false });
  const doc = await PDFDocument.create({ updateMetadata: false });
  const [{ default: exifr }, picture] = [
    await import('exifr'),
    await (mediaType === 'image/png' ? doc.embedPng(paper) : doc.embedJpg(paper)),
  ];
  const orientation = await exifr.orientation(paper).catch(() => undefined);
  await pageOfPicture(doc, picture, orientation ?? 1);
  return doc;
}

type Drawing = { shown: Shown; font: PDFFont; stickers: Map<string, PDFImage>; printed: Map<string, PDFEmbeddedPage> };

/** A square outline of the core in the middle of a place. */
function outline({ page }: Shown, path: string, x: number, y: number, size: number, hex: string): void {
  page.drawSvgPath(path, { x: x - size / 2, y: y + size / 2, scale: size / 100, color: colour(hex), borderWidth: 0 });
}

function drawStroke({ page, width, height }: Shown, one: Extract<PaperObject, { kind: 'stroke' }>): void {
  const along = (n: number) => [(one.points[n]! / PAPER_SIDE) * width, height - (one.points[n + 1]! / PAPER_SIDE) * height] as const;
  const look =
    one.tool === 'marker'
      ? [
          setGraphicsState(
            page.node.newExtGState('Paper', page.doc.context.obj({ Type: 'ExtGState', CA: MARKER.opacity, BM: MARKER.blend })),
          ),
        ]
      : [];
  const line = Array.from({ length: one.points.length / 2 - 1 }, (_, index) => lineTo(...along(2 * index + 2)));
  page.pushOperators(
    pushGraphicsState(),
    ...look,
    setLineCap(LineCapStyle.Round),
    setLineJoin(LineJoinStyle.Round),
    setLineWidth((one.width / PAPER_SIDE) * width),
    setStrokingColor(colour(INK_COLOURS[one.ink])),
    moveTo(...along(0)),
    ...line,
    stroke(),
    popGraphicsState(),
  );
}

/** Words in a box; in letters that the font lacks, as they were printed. */
function words({ shown, font, printed }: Drawing, id: string, text: string, box: Parameters<typeof drawWords>[3], hex: string): void {
  const page = printed.get(id);
  if (!page) return drawWords(shown.page, font, text, box, colour(hex));
  const scale = Math.min(box.width / page.width, box.height === null ? Infinity : box.height / page.height);
  shown.page.drawPage(page, { x: box.x, y: box.top - page.height * scale, xScale: scale, yScale: scale });
}

function drawObject(drawing: Drawing, one: PaperObject, fields: ReadonlyMap<string, FieldSpot[]>): void {
  const { shown, stickers } = drawing;
  const across = (value: number) => (value / PAPER_SIDE) * shown.width;
  const down = (value: number) => shown.height - (value / PAPER_SIDE) * shown.height;
  if (one.kind === 'stroke') return drawStroke(shown, one);
  if (one.kind === 'text') {
    const box = { x: across(one.x), top: down(one.y), width: across(one.width), height: null, size: across(one.size) };
    return words(drawing, one.id, one.text, box, INK_COLOURS[one.ink]);
  }
  if (one.kind === 'sign')
    return outline(shown, SIGN_OUTLINES[one.sign], across(one.x), down(one.y), across(one.size), INK_COLOURS[one.ink]);
  if (one.kind === 'sticker') {
    const size = across(one.size);
    if (isOwnSticker(one.sticker)) {
      for (const [hex, path] of STICKERS[one.sticker]) outline(shown, path, across(one.x), down(one.y), size, hex);
      return;
    }
    const picture = stickers.get(one.sticker);
    if (!picture) return;
    const fit = picture.scaleToFit(size, size);
    return shown.page.drawImage(picture, { x: across(one.x) - fit.width / 2, y: down(one.y) - fit.height / 2, ...fit });
  }
  const own: FieldSpot = {
    page: one.page,
    x: across(one.x),
    top: down(one.y),
    width: across(one.width),
    height: (one.height / PAPER_SIDE) * shown.height,
    tick: one.tick,
    on: one.value,
  };
  const spots = fields.get(one.id)?.filter((spot) => spot.page === one.page) ?? [own];
  if (one.value === EMPTIED) return;
  for (const spot of spots) {
    if (spot.tick) {
      if (spot.on === one.value)
        outline(
          shown,
          SIGN_OUTLINES.tick,
          spot.x + spot.width / 2,
          spot.top - spot.height / 2,
          Math.min(spot.width, spot.height) * 0.9,
          INK_COLOURS.ink,
        );
      continue;
    }
    const size = across(answerLetters((spot.height / shown.width) * PAPER_SIDE));
    words(drawing, one.id, one.value, { ...spot, x: spot.x + 2, width: spot.width - 4, size }, INK_COLOURS.ink);
  }
}

/**
 * A paper with what stands on it as one PDF in which nothing can be changed any more: words stay words, lines stay lines. The same
 * paper with the same objects is the same file.
 */
export async function flattenPaper(task: PaperToFlatten): Promise<Uint8Array> {
  const doc = await openPaper(task);
  doc.registerFontkit(fontkit);
  const font = await doc.embedFont(task.font, { subset: true });
  const answers = new Map(task.objects.flatMap((one) => (one.kind === 'answer' ? [[one.id, one.value] as const] : [])));
  const pages = doc.getPages().map(shownPage);
  const fields = fieldsOf(doc, pages, new Set(answers.keys()));
  const stickers = new Map<string, PDFImage>();
  for (const { id, mediaType, bytes } of task.stickers)
    stickers.set(id, await (mediaType === 'image/png' ? doc.embedPng(bytes) : doc.embedJpg(bytes)));
  const printed = new Map<string, PDFEmbeddedPage>();
  if (task.printed) {
    const embedded = await doc.embedPdf(
      task.printed.pdf,
      task.printed.ids.map((_, index) => index),
    );
    task.printed.ids.forEach((id, index) => embedded[index] && printed.set(id, embedded[index]));
  }
  for (const [index, shown] of pages.entries()) {
    const here = inDrawingOrder(task.objects).filter((one) => one.page === index + 1);
    if (here.length === 0) continue;
    shown.page.pushOperators(pushGraphicsState(), concatTransformationMatrix(...shown.matrix));
    for (const one of here) drawObject({ shown, font, stickers, printed }, one, fields);
    shown.page.pushOperators(popGraphicsState());
  }
  doc.setTitle(task.title, { showInWindowTitleBar: true });
  return doc.save();
}
