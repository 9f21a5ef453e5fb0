import fc from 'fast-check';
import { pointsSoFar, type CountedPiece } from '.';

const piece = (points: number | null, effective: number | null, state: CountedPiece['state'], stillAccepted = false): CountedPiece => ({
  points: points === null ? null : points * 1000,
  effective: effective === null ? null : effective * 1000,
  state,
  stillAccepted,
});

it('adds up what is scored and how far it can still move', () => {
  expect(pointsSoFar([piece(20, 15, 'returned'), piece(30, 25, 'scored'), piece(10, null, 'open')])).toEqual({
    earned: 40_000,
    possible: 50_000,
    percent: '80',
    atLeast: '67',
    atMost: '83',
  });
});

it('leaves out excused, unscored without points and closed missing work', () => {
  const pieces = [piece(20, 10, 'returned'), piece(20, null, 'excused'), piece(null, null, 'in'), piece(20, null, 'missing')];
  expect(pointsSoFar(pieces)).toMatchObject({ percent: '50', atLeast: '50', atMost: '50' });
  expect(pointsSoFar([])).toEqual({ earned: 0, possible: 0, percent: null, atLeast: null, atMost: null });
});

it('at least never exceeds the figure, nor that at most, whatever order the pieces come in', () => {
  const any = fc.record({
    points: fc.integer({ min: 1, max: 50_000 }),
    effective: fc.option(fc.nat(60_000), { nil: null }),
    state: fc.constantFrom('open' as const, 'returned' as const, 'missing' as const),
    stillAccepted: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(any, { maxLength: 8 }), (pieces) => {
      const result = pointsSoFar(pieces);
      expect(pointsSoFar([...pieces].reverse())).toEqual(result);
      if (result.percent !== null) {
        expect(Number(result.atLeast)).toBeLessThanOrEqual(Number(result.percent));
        expect(Number(result.percent)).toBeLessThanOrEqual(Number(result.atMost));
      }
    }),
  );
});
