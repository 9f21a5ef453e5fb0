/** A student as typed into a roster. */
export interface StudentName {
  givenName: string;
  familyName: string;
}

/** What one line means, or why it cannot be taken. `line` counts from 1. */
export type RosterLine = { line: number } & (({ ok: true } & StudentName) | { ok: false; reason: 'tooLong' | 'tooMany' });

export const LONGEST_NAME = 80;
export const MOST_LINES = 200;

const tidy = (text: string) =>
  text
    // Control characters come with pasted cells and would be invisible on screen ever after.

    .replace(/[\u0000-\u001f\u007f\u200b\u2060\ufeff]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

function nameOf(line: string): StudentName {
  const cells = line.split('\t').map(tidy);
  if (cells.length > 1) return { givenName: cells[0] ?? '', familyName: cells.slice(1).filter(Boolean).join(' ') };
  const comma = line.indexOf(',');
  if (comma >= 0) return { givenName: tidy(line.slice(comma + 1)), familyName: tidy(line.slice(0, comma)) };
  const words = tidy(line).split(' ');
  return { givenName: words[0] ?? '', familyName: words.slice(1).join(' ') };
}

/**
 * Students from typed or pasted lines, one a line: `Given Family`, `Family, Given`, or two cells of a
 * spreadsheet (given, family). The first word is the given name; who needs another split uses the comma.
 * Empty lines are skipped. A single name is a given name.
 *
 * @example 'Lindqvist, Bao' -> { givenName: 'Bao', familyName: 'Lindqvist' }
 */
export function readRosterLines(text: string): RosterLine[] {
  const lines: RosterLine[] = [];
  for (const [index, raw] of text.split(/\r\n|\r|\n/).entries()) {
    if (tidy(raw) === '') continue;
    const line = index + 1;
    const name = nameOf(raw);
    if (!name.givenName) [name.givenName, name.familyName] = [name.familyName, ''];
    if (lines.length >= MOST_LINES) lines.push({ line, ok: false, reason: 'tooMany' });
    else if (name.givenName.length > LONGEST_NAME || name.familyName.length > LONGEST_NAME) lines.push({ line, ok: false, reason: 'tooLong' });
    else lines.push({ line, ok: true, ...name });
  }
  return lines;
}

/** A name as compared when asking "is this the same person?": no case, no accents, no doubled spaces. */
export function nameKey({ givenName, familyName }: StudentName): string {
  return `${givenName} ${familyName}`.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase().replace(/\s+/g, ' ').trim();
}

/** The order of a roster: family name, then given name, by the letters' usual order. */
export function compareNames(a: StudentName, b: StudentName): number {
  return collator.compare(a.familyName || a.givenName, b.familyName || b.givenName) || collator.compare(a.givenName, b.givenName);
}
const collator = new Intl.Collator('en', { sensitivity: 'base', numeric: true });
