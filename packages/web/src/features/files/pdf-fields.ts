import { fieldId, onPage, PAPER_SIDE, TICKED } from '@jolly/core';
import type { PDFPageProxy } from 'pdfjs-dist';

// The library's words for what lies on a page are not ours, so that they stand in quotes.
type Page = Pick<PDFPageProxy, 'getAnnotations' | 'getViewport'>;
/** How a page is drawn: with the fields of its form as they look on paper, or without them, for fields of ours to lie there. */
export const drawnWith = (fieldsOfOurs: boolean) => ({ ['annotationMode']: fieldsOfOurs ? 2 : 1 });
/** The longest name of a field that can be written into. */
const LONGEST_NAME = 190;

/** A field of a PDF's form where it lies on its page, in ten-thousandths of its sides. */
export interface PdfField {
  id: string;
  kind: 'words' | 'tick' | 'choice';
  x: number;
  y: number;
  width: number;
  height: number;
  label: string;
  /** what stands in it before anybody has written */
  value: string;
  /** of a tick: the value when it is ticked */
  on: string;
  options: { value: string; label: string }[];
}

/** What the reader of PDFs says of a field. */
interface Widget {
  subtype: string;
  fieldType?: 'Tx' | 'Btn' | 'Ch';
  fieldName?: string;
  fieldValue?: unknown;
  alternativeText?: string;
  rect: number[];
  readOnly?: boolean;
  hidden?: boolean;
  checkBox?: boolean;
  radioButton?: boolean;
  exportValue?: string;
  buttonValue?: string;
  options?: { exportValue: string; displayValue: string }[];
}

/** The fields of a page that somebody can fill in. */
export async function fieldsOf(page: Page): Promise<PdfField[]> {
  const viewport = page.getViewport({ scale: 1 });
  const widgets = (await page['getAnnotations']({ intent: 'display' })) as Widget[];
  return widgets.flatMap((one): PdfField[] => {
    const name = one.fieldName ?? '';
    const ticks = one.fieldType === 'Btn' && (one.checkBox === true || one.radioButton === true);
    if (one.subtype !== 'Widget' || one.readOnly || one.hidden || name === '' || name.length > LONGEST_NAME) return [];
    if (one.fieldType !== 'Tx' && one.fieldType !== 'Ch' && !ticks) return [];
    const [x1, y1, x2, y2] = viewport.convertToViewportRectangle(one.rect) as [number, number, number, number];
    const across = (value: number) => onPage((value / viewport.width) * PAPER_SIDE);
    const down = (value: number) => onPage((value / viewport.height) * PAPER_SIDE);
    const value = Array.isArray(one.fieldValue) ? one.fieldValue[0] : one.fieldValue;
    return [
      {
        id: fieldId(name),
        kind: ticks ? 'tick' : one.fieldType === 'Ch' ? 'choice' : 'words',
        x: across(Math.min(x1, x2)),
        y: down(Math.min(y1, y2)),
        width: across(Math.abs(x2 - x1)),
        height: down(Math.abs(y2 - y1)),
        label: one.alternativeText || name,
        value: typeof value === 'string' && value !== 'Off' ? value : '',
        on: one.radioButton ? (one.buttonValue ?? TICKED) : TICKED,
        options: (one.options ?? []).map((option) => ({ value: option.exportValue, label: option.displayValue })),
      },
    ];
  });
}
