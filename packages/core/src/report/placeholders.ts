/** What can be filled into the notes of a report. */
export const PLACEHOLDERS = ['student', 'firstName', 'class', 'term', 'teacher', 'date', 'total', 'missing'] as const;
export type Placeholder = (typeof PLACEHOLDERS)[number];

/**
 * Fills {student} and the like into a text. What is no placeholder stays as it was written; nothing that is filled in
 * is read again.
 * @example fillIn('Dear family of {student}', { student: 'Bao' }) -> 'Dear family of Bao'
 */
export function fillIn(text: string, values: Readonly<Record<string, string | number>>): string {
  return text.replace(/\{(\w+)\}/g, (whole, name: string) => (Object.hasOwn(values, name) ? String(values[name]) : whole));
}

/** Words in braces that nothing is filled into, each once: typed wrongly, most likely. */
export function unknownPlaceholders(text: string): string[] {
  const known = new Set<string>(PLACEHOLDERS);
  return [...new Set([...text.matchAll(/\{(\w+)\}/g)].map(([, name]) => name!))].filter((name) => !known.has(name));
}
