/**
 * The letters and digits of join codes. Left out is whatever is mistaken for something else when written on
 * a board or read out: 0 O Q D, 1 I L J, 2 Z, 5 S, 8 B, 6 G, U V W Y, and the vowels that would make words.
 */
export const JOIN_CODE_ALPHABET = '3479CFHKMNPRTX';
export const JOIN_CODE_LENGTH = 7;

/**
 * A join code from random bytes, which the caller draws.
 * @returns null if too many bytes had to be thrown away to keep every character equally likely: draw more
 */
export const joinCodeFrom = (randomBytes: Uint8Array): string | null => codeFrom(randomBytes, JOIN_CODE_LENGTH);

/** A longer one of the same letters, for whatever else is read from paper and typed. */
export function codeFrom(randomBytes: Uint8Array, length: number): string | null {
  const fair = 256 - (256 % JOIN_CODE_ALPHABET.length);
  let code = '';
  for (const byte of randomBytes) {
    if (byte >= fair) continue;
    code += JOIN_CODE_ALPHABET[byte % JOIN_CODE_ALPHABET.length];
    if (code.length === length) return code;
  }
  return null;
}

/** What was typed, as a code: capitals, without spaces and dashes. */
export function tidyJoinCode(typed: string): string {
  return typed.replace(/[\s-]/g, '').toUpperCase();
}
