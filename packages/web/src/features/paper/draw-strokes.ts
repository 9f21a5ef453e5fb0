import { INK_COLOURS, PAPER_SIDE, type PaperStroke } from '@jolly/core';

type Look = Pick<PaperStroke, 'tool' | 'ink' | 'width'>;
/** A marker lets through what is below it, here as in the PDF. */
const MARKER_OPACITY = 0.45;

function begin(context: CanvasRenderingContext2D, { tool, ink, width }: Look): void {
  context.lineCap = context.lineJoin = 'round';
  context.strokeStyle = INK_COLOURS[ink];
  context.globalAlpha = tool === 'marker' ? MARKER_OPACITY : 1;
  context.lineWidth = (width / PAPER_SIDE) * context.canvas.width;
}

/** One stroke from its points, straight from one to the next, as in the PDF. */
export function drawStroke(context: CanvasRenderingContext2D, stroke: Look & Pick<PaperStroke, 'points'>): void {
  const { width, height } = context.canvas;
  begin(context, stroke);
  context.beginPath();
  for (let at = 0; at + 1 < stroke.points.length; at += 2)
    context.lineTo((stroke.points[at]! / PAPER_SIDE) * width, (stroke.points[at + 1]! / PAPER_SIDE) * height);
  context.stroke();
}

/** Everything that is drawn on a page, anew. */
export function drawAll(canvas: HTMLCanvasElement, strokes: readonly PaperStroke[]): void {
  const context = canvas.getContext('2d');
  if (!context) return;
  context.clearRect(0, 0, canvas.width, canvas.height);
  for (const stroke of strokes) drawStroke(context, stroke);
}
