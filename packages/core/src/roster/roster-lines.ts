/** A student as typed into a roster. */
export interface StudentName {
  givenName: string;
  familyName: string;
}

export const LONGEST_NAME = 80;

/**
 * Does a line hold what cannot be seen: NUL, a line break or another control character, or marks that turn the writing around
 * so that it reads as something else? Names and titles with it are refused.
 */
export const hasHidden = (line: string): boolean => /[\p{Cc}\u2028\u2029\u202a-\u202e\u2066-\u2069]/u.test(line);

/** Text as it is kept: no control characters, no marks that turn it around, no doubled spaces, none at the ends. */
export const tidyText = (text: string): string =>
  text
    // Control characters come with pasted cells and would be invisible on screen ever after.

    .replace(/[\u0000-\u001f\u007f\u200b\u2060\ufeff\u202a-\u202e\u2066-\u2069]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

/**
 * A name from one line: `Given Family` or `Family, Given`. The first word is the given name; who needs another
 * split uses the comma. A single name is a given name.
 *
 * @example 'Lindqvist, Bao' -> { givenName: 'Bao', familyName: 'Lindqvist' }
 */
export function nameOfLine(line: string): StudentName {
  const comma = line.indexOf(',');
  if (comma >= 0) {
    const [familyName, givenName] = [tidyText(line.slice(0, comma)), tidyText(line.slice(comma + 1))];
    return givenName ? { givenName, familyName } : { givenName: familyName, familyName: '' };
  }
  const words = tidyText(line).split(' ');
  return { givenName: words[0] ?? '', familyName: words.slice(1).join(' ') };
}

/** A name as compared when asking "is this the same person?": no case, no accents, no doubled spaces. */
export function nameKey({ givenName, familyName }: StudentName): string {
  return `${givenName} ${familyName}`.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase().replace(/\s+/g, ' ').trim();
}

/** Words as compared between tables of different programs: letters and digits only, no case, no accents; what has none stays itself. */
export function looseKey(text: string): string {
  const words = text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
  return words === '' ? text.trim() : words;
}

/** The order of a roster: family name, then given name, by the letters' usual order. */
export function compareNames(a: StudentName, b: StudentName): number {
  return collator.compare(a.familyName || a.givenName, b.familyName || b.givenName) || collator.compare(a.givenName, b.givenName);
}
const collator = new Intl.Collator('en', { sensitivity: 'base', numeric: true });
