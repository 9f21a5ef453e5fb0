import { nameKey, nameOfLine, tidyText, type StudentName } from '../roster';

/** Groups as pasted, with students recognised by name; what could not be is named with its line, counted from 1. */
export interface ReadGroups {
  groups: { name: string; studentIds: string[] }[];
  unknown: { line: number; text: string; why: 'nobody' | 'several' }[];
}

/**
 * Groups from pasted lines: `Group: Ada Reef, Ben Kelp`, or two cells of a spreadsheet, group and student,
 * a student a line. Names are compared without case and accents; a name that two students share is not guessed.
 *
 * @example 'North: Ada Reef, Ben Kelp' -> one group of two
 */
export function readGroups(text: string, students: readonly (StudentName & { id: string })[]): ReadGroups {
  const byName = new Map<string, string[]>();
  for (const student of students) byName.set(nameKey(student), [...(byName.get(nameKey(student)) ?? []), student.id]);
  const groups = new Map<string, { name: string; studentIds: string[] }>();
  const unknown: ReadGroups['unknown'] = [];
  for (const [index, raw] of text.split(/\r\n|\r|\n/).entries()) {
    const split = /^([^\t:]*)[\t:](.*)$/.exec(raw);
    if (!split) {
      if (tidyText(raw) !== '') unknown.push({ line: index + 1, text: tidyText(raw), why: 'nobody' });
      continue;
    }
    const name = tidyText(split[1]!);
    const group = groups.get(name.toLowerCase()) ?? { name, studentIds: [] };
    groups.set(name.toLowerCase(), group);
    // Cells hold one name each, which may be written family name first; after a colon commas part the names.
    const names = raw.includes('\t') ? split[2]!.split('\t') : split[2]!.split(/[,;]/);
    for (const one of names.map(tidyText).filter(Boolean)) {
      const found = byName.get(nameKey(nameOfLine(one))) ?? [];
      if (found.length !== 1) unknown.push({ line: index + 1, text: one, why: found.length === 0 ? 'nobody' : 'several' });
      else if (!group.studentIds.includes(found[0]!)) group.studentIds.push(found[0]!);
    }
  }
  return { groups: [...groups.values()], unknown };
}
