import type { MilliPercent } from '../quantities';

/** Ten-thousandths of a picture's width and height. */
export type PicturePoint = readonly [x: number, y: number];

/** A part of a picture that counts, with how much of the question it earns; its edge belongs to it. */
export type Region = { percent: MilliPercent } & (
  | { shape: 'rect'; x: number; y: number; w: number; h: number }
  | { shape: 'ellipse'; cx: number; cy: number; rx: number; ry: number }
  | { shape: 'polygon'; points: [number, number][] }
);

type Shape = Region extends infer R ? (R extends { percent: number } ? Omit<R, 'percent'> : never) : never;

function inPolygon(points: readonly PicturePoint[], [x, y]: PicturePoint): boolean {
  let inside = false;
  for (const [index, [ax, ay]] of points.entries()) {
    const [bx, by] = points[(index + 1) % points.length]!;
    // Whole numbers below 10 000: a product of two differences is exact in a double.
    const cross = (bx - ax) * (y - ay) - (by - ay) * (x - ax);
    const between = Math.min(ax, bx) <= x && x <= Math.max(ax, bx) && Math.min(ay, by) <= y && y <= Math.max(ay, by);
    if (cross === 0 && between) return true;
    if (ay > y !== by > y && cross > 0 === by > ay) inside = !inside;
  }
  return inside;
}

/**
 * Does a part of a picture hold this point? Exactly; edges belong to it.
 * @example holdsPoint({ shape: 'rect', x: 0, y: 0, w: 100, h: 50 }, [100, 50]) -> true
 */
export function holdsPoint(region: Shape, [x, y]: PicturePoint): boolean {
  switch (region.shape) {
    case 'rect':
      return x >= region.x && x <= region.x + region.w && y >= region.y && y <= region.y + region.h;
    case 'ellipse': {
      // The fourth power of 10 000 does not fit a double.
      const [dx, dy, rx, ry] = [x - region.cx, y - region.cy, region.rx, region.ry].map((one) => BigInt(one)) as [
        bigint,
        bigint,
        bigint,
        bigint,
      ];
      if (rx === 0n || ry === 0n) return (rx === 0n ? dx === 0n : dx * dx <= rx * rx) && (ry === 0n ? dy === 0n : dy * dy <= ry * ry);
      return dx * dx * ry * ry + dy * dy * rx * rx <= rx * rx * ry * ry;
    }
    case 'polygon':
      return inPolygon(region.points, [x, y]);
  }
}
