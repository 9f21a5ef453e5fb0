/** What a file is named after. */
export interface TakenHome {
  className: string;
  familyName: string;
  givenName: string;
  title: string;
  version: number;
  /** with its dot left out, as `pdf`; anything else than letters and digits becomes `bin` */
  ending: string;
}

/** UTF-8 bytes of one part; four of these, the version and the ending stay under the 255 of common file systems. */
const LONGEST_PART_BYTES = 52;

const bytesOf = (text: string): number =>
  [...text].reduce((sum, letter) => sum + (letter < '\u0080' ? 1 : letter < '\u0800' ? 2 : letter.length === 1 ? 3 : 4), 0);

/** A part of a name: letters, digits and marks of any script; a space becomes a dash; underscores part the parts. */
function partOf(text: string): string {
  const plain = text
    .normalize('NFC')
    .replace(/[\s_]+/gu, '-')
    .replace(/[^\p{L}\p{N}\p{M}.-]/gu, '')
    .replace(/\.+(?=-|$)/g, '')
    .replace(/-{2,}/g, '-')
    .replace(/^[.-]+|[.-]+$/g, '');
  let part = '';
  // By whole letters with their marks, so that none is cut in two.
  for (const { segment } of new Intl.Segmenter(undefined, { granularity: 'grapheme' }).segment(plain)) {
    if (bytesOf(part + segment) > LONGEST_PART_BYTES) break;
    part += segment;
  }
  return part.replace(/[.-]+$/, '') || 'x';
}

const endingOf = (ending: string): string => (/^[a-z0-9]{1,8}$/i.test(ending) ? ending.toLowerCase() : 'bin');
/** Names that some file system takes for the same. */
const alike = (name: string): string => name.normalize('NFKC').toLowerCase();

/**
 * A name for each file, in their order. A second file of the same name gets `_2` before its ending.
 *
 * @example Rivers 8, Lindqvist, Bao, "Meander notes", version 2, two PDFs ->
 *   `Rivers-8_Lindqvist_Bao_Meander-notes_v2.pdf`, `Rivers-8_Lindqvist_Bao_Meander-notes_v2_2.pdf`
 */
export function takeHomeNames(files: readonly TakenHome[]): string[] {
  const taken = new Set<string>();
  return files.map(({ className, familyName, givenName, title, version, ending }) => {
    const parts = [className, familyName, givenName].filter((part) => part.trim() !== '');
    const stem = `${[...parts, title].map(partOf).join('_')}_v${version}`;
    // Two files of one stem and different endings would come back as one if a program changed the ending.
    for (let count = 1; ; count += 1) {
      const numbered = count === 1 ? stem : `${stem}_${count}`;
      if (taken.has(alike(numbered))) continue;
      taken.add(alike(numbered));
      return `${numbered}.${endingOf(ending)}`;
    }
  });
}

/** The name without its ending and without what browsers and programs add to a copy: " (1)", " - Copy". */
function stemOf(name: string): string {
  const withoutEnding = name.replace(/\.[^.]{1,8}$/, '');
  return alike(withoutEnding.replace(/(\s*\(\d+\)|\s+-\s+[\p{L} ]+)+$/u, '')).trim();
}

/**
 * Which of the files that went home this one is, by its name; its ending may have changed.
 * @returns its place in `names`, or null for a name that is not ours
 */
export function whichTakenHome(fileName: string, names: readonly string[]): number | null {
  const stem = stemOf(fileName);
  const index = names.findIndex((name) => stemOf(name) === stem);
  return index === -1 ? null : index;
}
