import type { StudentName } from '../roster';

/** What a file is named after. */
export interface TakenHome {
  className: string;
  /** whose it is: a student's names in the order of the class, a group's name, or nobody */
  student: readonly string[];
  title: string;
  version: number;
  /** with its dot left out, as `pdf`; anything else than letters and digits becomes `bin` */
  ending: string;
}

/** Which name of a student comes first in the names of files. */
export const FILE_STUDENTS = ['familyFirst', 'givenFirst'] as const;
export type FileStudents = (typeof FILE_STUDENTS)[number];

/** What a class is called in the names of files: as it was set, else as it is called. */
export const classInFile = ({ fileClass, label }: { fileClass: string; label: string }): string => fileClass || label;

/** A student's names in the order in which a class has them in the names of files. */
export const namesInFile = ({ givenName, familyName }: StudentName, order: FileStudents): string[] =>
  order === 'familyFirst' ? [familyName, givenName] : [givenName, familyName];

/** UTF-8 bytes of one part; four of these, the version and the ending stay under the 255 of common file systems. */
const LONGEST_PART_BYTES = 52;

const bytesOf = (text: string): number =>
  [...text].reduce((sum, letter) => sum + (letter < '\u0080' ? 1 : letter < '\u0800' ? 2 : letter.length === 1 ? 3 : 4), 0);

const UNSEEN = /[\u034F\u115F\u1160\u17B4\u17B5\u180B-\u180F\u3164\uFE00-\uFE0F\uFFA0\u20DD-\u20E4\u{E0100}-\u{E01EF}]/gu;

/** A part of a name: letters, digits and marks of any script; a space becomes a dash; underscores part the parts. */
function partOf(text: string): string {
  const plain = text
    .normalize('NFC')
    .replace(/[\s_]+/gu, '-')
    // What is not seen would make two names that look the same: letters without a shape, and what chooses the look of a picture.
    .replace(UNSEEN, '')
    .replace(/[^\p{L}\p{N}\p{M}.-]/gu, '')
    // A mark without a letter of its own would sit on a dash.
    .replace(/(?<![\p{L}\p{N}\p{M}])\p{M}+/gu, '')
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
 * A name for each file, in their order. Further files of the same name are counted before the ending, all with as many digits, so
 * that they sort as they are counted.
 *
 * @example Rivers 8, [Lindqvist, Bao], "Meander notes", version 2, two PDFs ->
 *   `Rivers-8_Lindqvist_Bao_Meander-notes_v2.pdf`, `Rivers-8_Lindqvist_Bao_Meander-notes_v2_2.pdf`
 */
export function takeHomeNames(files: readonly TakenHome[]): string[] {
  const stems = files.map(({ className, student, title, version }) => {
    const parts = [className, ...student].filter((part) => part.trim() !== '');
    return `${[...parts, title].map(partOf).join('_')}_v${version}`;
  });
  const times = new Map<string, number>();
  for (const stem of stems) times.set(alike(stem), (times.get(alike(stem)) ?? 0) + 1);
  const taken = new Set<string>();
  return files.map(({ ending }, index) => {
    const stem = stems[index]!;
    const digits = String(times.get(alike(stem))).length;
    // Two files of one stem and different endings would come back as one if a program changed the ending.
    for (let count = 1; ; count += 1) {
      const numbered = count === 1 ? stem : `${stem}_${String(count).padStart(digits, '0')}`;
      if (taken.has(alike(numbered))) continue;
      taken.add(alike(numbered));
      return `${numbered}.${endingOf(ending)}`;
    }
  });
}

/** The name without its ending and without what browsers and programs add to a copy: " (1)", " - Copy". */
function stemOf(name: string): string {
  const withoutEnding = name.replace(/\.[^.]{1,8}$/, '');
  // A count may come back from a time when it had fewer digits.
  return alike(withoutEnding.replace(/(\s*\(\d+\)|\s+-\s+[\p{L} ]+)+$/u, ''))
    .trim()
    .replace(/_0+(?=\d+$)/, '_');
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
