/** A figure of ten-thousandths with two decimals, with a minus that is one. @example figureText(-4800) -> '−0.48' */
export const figureText = (tenThousandths: number): string => (tenThousandths / 10_000).toFixed(2).replace('-', '−');

/** The same as a whole percentage, without its sign. @example wholePercent(5512) -> 55 */
export const wholePercent = (tenThousandths: number): number => Math.round(tenThousandths / 100);
