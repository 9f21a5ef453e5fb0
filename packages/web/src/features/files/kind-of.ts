/** Unpacked, more pixels than these would fill a browser's memory. */
const MOST_PIXELS = 100_000_000;
const WORDS =
  /\.(docx|odt|xlsx|csv|tsv|txt|md|json|xml|html?|css|js|ts|py|java|c|cpp|h|cs|rb|go|rs|php|sql|sh|r|tex|ya?ml|ini|log|srt|vtt)$/i;

export type FileKind = 'picture' | 'tooManyPixels' | 'pdf' | 'sound' | 'film' | 'words' | 'none';

/** How a file is shown in place: by what it is, not by what it is called, but for texts. */
export function kindOf({ mediaType, name, pixels }: { mediaType: string; name: string; pixels?: number | null }): FileKind {
  if (/^image\/(png|jpeg|gif|webp)$/.test(mediaType)) return (pixels ?? 0) > MOST_PIXELS ? 'tooManyPixels' : 'picture';
  if (mediaType === 'application/pdf') return 'pdf';
  if (mediaType.startsWith('audio/')) return 'sound';
  if (mediaType.startsWith('video/')) return 'film';
  return mediaType === 'text/plain' || WORDS.test(name) ? 'words' : 'none';
}
