import { INKS, type Ink, type Sign } from '@jolly/core';
import { reactive } from 'vue';

/** What a press on a paper does. */
export type Tool =
  | { kind: 'move' | 'text' | 'pen' | 'marker' | 'eraser' }
  | { kind: 'sign'; sign: Sign }
  | { kind: 'sticker'; /** one of ours, or the id of a picture of the teacher's */ sticker: string };

/** Sizes of what is put on a paper, of the page's width: of lines by tool, of letters, of signs. */
export const TIPS = ['fine', 'middle', 'broad'] as const;
export type Tip = (typeof TIPS)[number];
export const LINE_WIDTHS: Record<'pen' | 'marker', Record<Tip, number>> = {
  pen: { fine: 25, middle: 45, broad: 90 },
  marker: { fine: 130, middle: 220, broad: 340 },
};
export const LETTER_SIZES: Record<Tip, number> = { fine: 180, middle: 240, broad: 360 };
export const SIGN_SIZES: Record<Tip, number> = { fine: 260, middle: 400, broad: 640 };
export const STICKER_SIZE = 900;
export const ERASER: Record<Tip, number> = { fine: 60, middle: 140, broad: 280 };
/** So far may a thinned stroke lie beside the drawn one: less than anybody sees. */
export const STROKE_OFF = 6;

export interface Choice {
  tool: Tool;
  ink: Ink;
  tip: Tip;
}
export const firstChoice = (): Choice => reactive<Choice>({ tool: { kind: 'pen' }, ink: INKS[0], tip: 'middle' });

/** Does it draw where the pointer goes? Then a finger cannot move the page. */
export const draws = ({ kind }: Tool): boolean => kind === 'pen' || kind === 'marker' || kind === 'eraser';

/** Outlines of the tools, each in a square of 24 by 24. */
export const TOOL_SIGNS: Record<Exclude<Tool['kind'], 'sign'>, string> = {
  move: 'M12 2l4 4h-3v5h5V8l4 4-4 4v-3h-5v5h3l-4 4-4-4h3v-5H6v3l-4-4 4-4v3h5V6H8z',
  text: 'M4 4h16v4h-2V6h-5v12h3v2H8v-2h3V6H6v2H4z',
  pen: 'M3 21l1.2-5.2L16 4l4 4L8.2 19.8zM17 3l1.5-1.5 4 4L21 7z',
  marker: 'M8 15l3 3 9-12-3-3zM7 16l3 3-2 2H3z',
  eraser: 'M15 3l6 6-9 9H7l-4-4zM4 20h17v2H4z',
  sticker: 'M3 3h18v11l-7 7H3zM14 14h5l-5 5z',
};
export const ACT_SIGNS = {
  undo: 'M9 4v4h5a6 6 0 0 1 0 12H7v-3h7a3 3 0 0 0 0-6H9v4L3 9.5z',
  redo: 'M15 4v4h-5a6 6 0 0 0 0 12h7v-3h-7a3 3 0 0 1 0-6h5v4l6-5.5z',
};
