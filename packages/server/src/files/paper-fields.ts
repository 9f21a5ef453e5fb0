import { fieldId, TICKED } from '@jolly/core';
import {
  PDFCheckBox,
  PDFDropdown,
  PDFName,
  PDFOptionList,
  PDFRadioGroup,
  PDFTextField,
  type PDFDocument,
  type PDFField,
  type PDFPage,
} from 'pdf-lib';

/** Where an answer stands on a page as it is shown, in points; `top` counts from below. */
export interface FieldSpot {
  page: number;
  x: number;
  top: number;
  width: number;
  height: number;
  tick: boolean;
  /** the answer that ticks it */
  on: string;
}
interface Turned {
  page: PDFPage;
  matrix: [number, number, number, number, number, number];
}

/** A rectangle of the page's own space as the page is shown. */
function asShown([a, b, c, d, e, f]: Turned['matrix'], box: { x: number; y: number; width: number; height: number }) {
  // The matrix turns by quarters, so that its inverse is its mirror at the diagonal.
  const back = (x: number, y: number): [number, number] => [a * (x - e) + b * (y - f), c * (x - e) + d * (y - f)];
  const [[x1, y1], [x2, y2]] = [back(box.x, box.y), back(box.x + box.width, box.y + box.height)];
  return { x: Math.min(x1, x2), top: Math.max(y1, y2), width: Math.abs(x2 - x1), height: Math.abs(y2 - y1) };
}

/** What a field says by itself gives way to the answer; its frame stays. */
function empty(field: PDFField): void {
  if (field instanceof PDFTextField) {
    // The field's own most letters bound what it shows, not what somebody writes beside it.
    field.removeMaxLength();
    field.setText('');
  } else if (field instanceof PDFCheckBox) field.uncheck();
  else if (field instanceof PDFRadioGroup || field instanceof PDFDropdown || field instanceof PDFOptionList) field.clear();
}

const attempt = (work: () => void): boolean => {
  try {
    work();
    return true;
  } catch {
    // A form that is not made as the standard says: what can be read of it is kept as it is.
    return false;
  }
};

/** What is left of a form after it is flat: nothing may point to fields that are gone. */
function tidy(doc: PDFDocument, pages: readonly Turned[]): void {
  doc.catalog.delete(PDFName.of('AcroForm'));
  for (const { page } of pages) {
    const onPage = page.node.Annots();
    for (let at = (onPage?.size() ?? 0) - 1; at >= 0; at -= 1) if (onPage!.lookup(at) === undefined) onPage!.remove(at);
  }
}

/**
 * The places of those fields of a PDF that have an answer, by the answers' ids. After it the form is flat: no field can be filled in
 * any more, and those with an answer are empty for it.
 */
export function fieldsOf(doc: PDFDocument, pages: readonly Turned[], answered: ReadonlySet<string>): Map<string, FieldSpot[]> {
  const found = new Map<string, FieldSpot[]>();
  if (!doc.catalog.getAcroForm()) return found;
  const form = doc.getForm();
  const pageOf = new Map<unknown, number>();
  pages.forEach(({ page }, index) =>
    page.node
      .Annots()
      ?.asArray()
      .forEach((one) => pageOf.set(doc.context.lookup(one), index)),
  );
  for (const field of form.getFields()) {
    const id = fieldId(field.getName());
    if (!answered.has(id)) continue;
    const ticks = field instanceof PDFCheckBox || field instanceof PDFRadioGroup;
    const spots: FieldSpot[] = [];
    attempt(() => {
      for (const widget of field.acroField.getWidgets()) {
        const index = pageOf.get(widget.dict);
        if (index === undefined) continue;
        const box = asShown(pages[index]!.matrix, widget.getRectangle());
        const on = field instanceof PDFRadioGroup ? ((widget.getOnValue() as PDFName | undefined)?.decodeText() ?? '') : TICKED;
        spots.push({ page: index + 1, ...box, tick: ticks, on });
      }
    });
    found.set(id, spots);
    attempt(() => empty(field));
  }
  if (attempt(() => form.flatten()) || attempt(() => form.flatten({ updateFieldAppearances: false }))) tidy(doc, pages);
  return found;
}
