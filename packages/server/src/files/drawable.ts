import { Problem } from '../http/problem';

/** More points than any camera takes; unpacked, such a picture would fill the memory of a phone. */
export const MOST_PIXELS = 80_000_000;

/** Is it a picture that can be drawn? */
export const isDrawable = ({ mediaType, pixels }: { mediaType: string; pixels: number | null }): boolean =>
  mediaType.startsWith('image/') && (pixels ?? 0) <= MOST_PIXELS;

/**
 * A picture that is to stand in a text or a question is one, and can be drawn.
 * @throws Problem `file.notPicture`, `file.tooManyPixels`
 */
export function requireDrawable({ name, mediaType, pixels }: { name: string; mediaType: string; pixels: number | null }): void {
  if (!mediaType.startsWith('image/')) throw new Problem('file.notPicture', { values: { name } });
  if ((pixels ?? 0) > MOST_PIXELS)
    throw new Problem('file.tooManyPixels', { values: { n: Math.round(pixels! / 1_000_000), most: MOST_PIXELS / 1_000_000 } });
}
