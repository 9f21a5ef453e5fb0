import { PAPER_SIDE, type PaperObject } from './objects';

/** Distance of a point from a stretch, squared. */
function awayFrom(x: number, y: number, ax: number, ay: number, bx: number, by: number): number {
  const [dx, dy] = [bx - ax, by - ay];
  const length = dx * dx + dy * dy;
  const along = length === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / length));
  return (x - ax - along * dx) ** 2 + (y - ay - along * dy) ** 2;
}

/**
 * A stroke with fewer points that is nowhere farther from the drawn one than `off` (Ramer, Douglas and Peucker); its ends stay.
 * @param points x, y, x, y, …
 * @example thinStroke([0, 0, 5, 1, 10, 0], 2) -> [0, 0, 10, 0]
 */
export function thinStroke(points: readonly number[], off: number): number[] {
  const count = points.length / 2;
  if (count < 3) return [...points];
  const kept = new Uint8Array(count);
  kept[0] = kept[count - 1] = 1;
  const open: [number, number][] = [[0, count - 1]];
  for (let range = open.pop(); range; range = open.pop()) {
    const [from, to] = range;
    let [farthest, most] = [-1, off * off];
    for (let at = from + 1; at < to; at += 1) {
      const away = awayFrom(
        points[2 * at]!,
        points[2 * at + 1]!,
        points[2 * from]!,
        points[2 * from + 1]!,
        points[2 * to]!,
        points[2 * to + 1]!,
      );
      if (away > most) [farthest, most] = [at, away];
    }
    if (farthest < 0) continue;
    kept[farthest] = 1;
    open.push([from, farthest], [farthest, to]);
  }
  return points.filter((_, index) => kept[index >> 1] === 1);
}

/**
 * What an eraser touches on a page, in a circle around a point: strokes, signs and stickers. Words in boxes are taken away by
 * themselves, so that no sentence goes with a careless move.
 * @param ratio width of the page by its height: across and down are counted by different sides
 * @param radius of the page's width
 */
export function erasedAt(
  objects: readonly PaperObject[],
  at: { page: number; x: number; y: number },
  { radius, ratio }: { radius: number; ratio: number },
): PaperObject[] {
  const down = (y: number) => y / ratio;
  return objects.filter((one) => {
    if (one.page !== at.page) return false;
    if (one.kind === 'sign' || one.kind === 'sticker')
      return (at.x - one.x) ** 2 + (down(at.y) - down(one.y)) ** 2 <= (radius + one.size / 2) ** 2;
    if (one.kind !== 'stroke') return false;
    const reach = (radius + one.width / 2) ** 2;
    const { points } = one;
    for (let n = 0; n + 1 < points.length; n += 2) {
      const [bx, by] = n + 3 < points.length ? [points[n + 2]!, points[n + 3]!] : [points[n]!, points[n + 1]!];
      if (awayFrom(at.x, down(at.y), points[n]!, down(points[n + 1]!), bx, down(by)) <= reach) return true;
    }
    return false;
  });
}

const layerOf = (one: PaperObject): number => (one.kind !== 'stroke' ? 2 : one.tool === 'marker' ? 0 : 1);
/** The order in which a paper is drawn, on a screen as in a PDF: markers lowest, then pens, then all that stands in boxes. */
export const inDrawingOrder = (objects: readonly PaperObject[]): PaperObject[] => [...objects].sort((a, b) => layerOf(a) - layerOf(b));

/** A number on the page: whole, and not beyond its edge. */
export const onPage = (value: number): number => Math.min(PAPER_SIDE, Math.max(0, Math.round(value)));
