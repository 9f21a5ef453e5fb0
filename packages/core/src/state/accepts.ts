import { isSafeLink, plainText, type RichNode } from '../richtext';

/** What students may hand in. */
export type HandInKind = 'text' | 'files' | 'photos' | 'drawing' | 'recording' | 'link';

/** The written part of a work that a recording answers: the work's own text (both null), a worksheet or paper, one place on it. */
export interface SaidPlace {
  attachmentId: string | null;
  placeId: string | null;
}

/** Is a file of this media type something that was said: sound, or film? */
export const isRecording = (mediaType: string): boolean => mediaType.startsWith('audio/') || mediaType.startsWith('video/');

/** Is a file of this media type among what is accepted? Photos and drawings are pictures, recordings sound or film. */
export function acceptsFile(accepts: readonly HandInKind[], mediaType: string): boolean {
  if (accepts.includes('files')) return true;
  if (mediaType.startsWith('image/')) return accepts.includes('photos') || accepts.includes('drawing');
  if (isRecording(mediaType)) return accepts.includes('recording');
  return false;
}

/** Is this text accepted? Where only a link is asked for, nothing but one web address, or nothing yet. */
export function acceptsText(accepts: readonly HandInKind[], text: RichNode): boolean {
  if (accepts.includes('text')) return true;
  if (!accepts.includes('link')) return false;
  const words = plainText(text).trim();
  return words === '' || (isSafeLink(words) && !words.startsWith('mailto:'));
}

/**
 * Is anything there of what was asked for? Handing in something else is allowed, and said.
 *
 * @param work the text, the media types of the files, and whether a written part was answered aloud
 * @example hasAskedFor(['recording'], { text: EMPTY_TEXT, files: ['application/pdf'] }) // false
 */
export function hasAskedFor(
  accepts: readonly HandInKind[],
  { text, files, said = false }: { text: RichNode | null; files: readonly string[]; said?: boolean },
): boolean {
  if (said) return true;
  if (files.some((mediaType) => acceptsFile(accepts, mediaType))) return true;
  return text !== null && plainText(text).trim() !== '' && acceptsText(accepts, text);
}
