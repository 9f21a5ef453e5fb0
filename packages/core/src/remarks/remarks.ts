import type { RichNode } from '../richtext';

/** What stands for the student's first name in a remark. It is filled in when the student reads it. */
export const FIRST_NAME = '{name}';

/** A remark as its student reads it. @example fillRemark('Well done, {name}.', { givenName: 'Bao' }) -> 'Well done, Bao.' */
export const fillRemark = (text: string, student: { givenName: string }): string => text.replaceAll(FIRST_NAME, () => student.givenName);

/** The same for a remark in rich text. */
export function fillRichRemark<T extends RichNode>(text: T, student: { givenName: string }): T {
  return {
    ...text,
    ...(text.text === undefined ? {} : { text: fillRemark(text.text, student) }),
    ...(text.content === undefined ? {} : { content: text.content.map((one) => fillRichRemark(one, student)) }),
  };
}

/** What finding needs to know of a saved remark. */
export interface Findable {
  text: string;
  folder: string;
  aim: string;
  criterion: string;
  uses: number;
}

const folded = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

/**
 * The remarks that have every word that was typed somewhere in them, in any part of theirs. Those for the
 * criterion at hand first, then those whose text begins with what was typed, then the most used.
 */
export function findRemarks<T extends Findable>(remarks: readonly T[], typed: string, criterion = ''): T[] {
  const wanted = folded(typed).split(/\s+/).filter(Boolean);
  const begins = (one: T) => wanted.length > 0 && folded(one.text).startsWith(folded(typed).trim());
  const fits = (one: T) => {
    const all = folded([one.text, one.folder, one.aim, one.criterion].join(' '));
    return wanted.every((word) => all.includes(word));
  };
  const here = (one: T) => criterion !== '' && folded(one.criterion) === folded(criterion);
  return remarks
    .filter(fits)
    .map((one, index) => ({ one, index }))
    .sort(
      (a, b) =>
        Number(here(b.one)) - Number(here(a.one)) ||
        Number(begins(b.one)) - Number(begins(a.one)) ||
        b.one.uses - a.one.uses ||
        a.index - b.index,
    )
    .map(({ one }) => one);
}
