/**
 * The arrow keys and arrow signs of what follows the layout: the next piece, a later week, one column on. In a language that
 * is written from right to left pages lie mirrored, and what is next lies to the left. What follows a picture, such as a place
 * on a paper, keeps to the arrows as they are.
 */
const mirrored = () => document.documentElement.dir === 'rtl';

/**
 * How an arrow key steps along a line of the page.
 * @returns 1 for the arrow that leads on, -1 for the one that leads back, 0 for every other key
 * @example arrowStep('ArrowRight') // 1 in English, -1 in Arabic
 */
export function arrowStep(key: string): 1 | -1 | 0 {
  if (key !== 'ArrowLeft' && key !== 'ArrowRight') return 0;
  return (key === 'ArrowRight') === mirrored() ? -1 : 1;
}

/** The key that steps on (1) or back (-1), and its sign as people read it. */
export const arrowFor = (step: 1 | -1): { key: string; shown: string } =>
  (step === 1) === mirrored() ? { key: 'ArrowLeft', shown: '←' } : { key: 'ArrowRight', shown: '→' };
