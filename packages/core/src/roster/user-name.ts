import type { StudentName } from './roster-lines';

// Letters that do not come apart into a base letter and a mark.
const PLAIN: Readonly<Record<string, string>> = { ø: 'o', ı: 'i', ł: 'l', đ: 'd', ð: 'd', þ: 'th', ß: 'ss', æ: 'ae', œ: 'oe', ŋ: 'ng' };

export const LONGEST_USER_NAME = 64;
/** What a user name may be: no spaces, @ or slashes, which people mistype or which mean something in addresses, nor anything that cannot be seen. */
export const USER_NAME = /^[^\s@/\\\p{Cc}\u200b-\u200f\u202a-\u202e\u2066-\u2069]{2,64}$/u;

/**
 * A user name that can be typed on any keyboard, from a name; not yet known to be free.
 * @param toLatin writes a name of another writing in Latin letters, as well as that can be done
 * @example Ümit Yıldız -> umit.yildiz; Дмитрий Волков, written as Dmitriy Volkov -> dmitriy.volkov; of nothing readable -> student
 */
export function userNameFrom({ givenName, familyName }: StudentName, toLatin: (name: string) => string = (name) => name): string {
  const plain = toLatin(`${givenName} ${familyName}`)
    .toLowerCase()
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/[^\u0000-\u007f]/g, (letter) => PLAIN[letter] ?? ' ')
    .replace(/['’]/g, '')
    .replace(/[^a-z0-9]+/g, '.')
    .replace(/^\.+|\.+$/g, '')
    .slice(0, LONGEST_USER_NAME - 6);
  return plain.length < 2 ? 'student' : plain;
}

/**
 * The first of bao.lindqvist, bao.lindqvist2, bao.lindqvist3 … that is not taken.
 * @param taken user names in lower case
 */
export function freeUserName(wanted: string, taken: ReadonlySet<string>): string {
  if (!taken.has(wanted)) return wanted;
  for (let number = 2; ; number++) if (!taken.has(`${wanted}${number}`)) return `${wanted}${number}`;
}
