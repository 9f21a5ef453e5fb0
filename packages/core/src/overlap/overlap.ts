/** Words of a stretch that is hashed. */
const STRETCH = 5;
/** Neighbouring hashes of which the least is kept. A shared run of STRETCH + WINDOW - 1 words is always found. */
const WINDOW = 4;

interface Word {
  /** as it is compared: lower case, without marks of the hand */
  plain: string;
  /** where it stands in the text, in UTF-16 units; `to` is behind it */
  from: number;
  to: number;
}

/** A text that was read once and can be compared many times. */
export interface ReadText {
  id: string;
  words: Word[];
  /** word stands in the task or the worksheet too */
  given: boolean[];
  /** kept hashes and the words they begin at */
  prints: Map<number, number[]>;
}

/** A run of words that both have, as places in the two texts. */
export interface SharedPassage {
  words: number;
  a: { from: number; to: number };
  b: { from: number; to: number };
}

export interface Overlap {
  a: string;
  b: string;
  /** words that are the student's own to share: without what was given */
  wordsA: number;
  wordsB: number;
  /** of these, how many lie in a shared passage */
  sharedA: number;
  sharedB: number;
  /** longest first */
  passages: SharedPassage[];
}

const readWords = (text: string): Word[] =>
  [...text.matchAll(/[\p{L}\p{N}][\p{L}\p{N}\p{M}'’-]*/gu)].map((match) => ({
    plain: match[0].normalize('NFKC').toLowerCase().replaceAll('’', "'"),
    from: match.index,
    to: match.index + match[0].length,
  }));

/** FNV-1a over the words of a stretch, 32 bits. */
function hashAt(words: readonly Word[], start: number): number {
  let hash = 0x811c9dc5;
  for (let index = start; index < start + STRETCH; index += 1) {
    const { plain } = words[index]!;
    for (let at = 0; at < plain.length; at += 1) hash = Math.imul(hash ^ plain.charCodeAt(at), 0x01000193);
    hash = Math.imul(hash ^ 0x20, 0x01000193);
  }
  return hash >>> 0;
}

const hashesOf = (words: readonly Word[]): number[] =>
  Array.from({ length: Math.max(0, words.length - STRETCH + 1) }, (_, start) => hashAt(words, start));

/** Reads a text for comparing. @param given the task's and the worksheet's texts; what stands there is not counted */
export function readForOverlap(id: string, text: string, given: readonly string[]): ReadText {
  const words = readWords(text);
  const hashes = hashesOf(words);
  const known = new Set(given.flatMap((one) => hashesOf(readWords(one))));
  const isGiven = words.map(() => false);
  for (const [start, hash] of hashes.entries()) if (known.has(hash)) isGiven.fill(true, start, start + STRETCH);
  const prints = new Map<number, number[]>();
  let kept = -1;
  for (let first = 0; first < hashes.length; first += 1) {
    if (hashes.length - first < WINDOW && first > 0) break;
    let least = first;
    // Of equal ones the last, so that a repeated word does not keep every place.
    for (let index = first; index < Math.min(first + WINDOW, hashes.length); index += 1)
      if (hashes[index]! <= hashes[least]!) least = index;
    if (least === kept) continue;
    kept = least;
    if (known.has(hashes[least]!)) continue;
    const places = prints.get(hashes[least]!);
    if (places) places.push(least);
    else prints.set(hashes[least]!, [least]);
  }
  return { id, words, given: isGiven, prints };
}

/**
 * What two texts share: every run of at least five words that both have and that was not given to both.
 *
 * @returns null if they share nothing
 * @example "we saw the tide come in at noon" and "at ten we saw the tide come in" share six words:
 *   "we saw the tide come in"
 */
export function overlapOf(a: ReadText, b: ReadText): Overlap | null {
  const [inA, inB] = [a.words.map(() => false), b.words.map(() => false)];
  const same = (i: number, j: number) =>
    a.words[i]?.plain !== undefined && a.words[i]!.plain === b.words[j]?.plain && !a.given[i] && !b.given[j];
  const passages: SharedPassage[] = [];
  for (const [hash, placesA] of a.prints) {
    for (const placeB of b.prints.get(hash) ?? []) {
      for (const placeA of placesA) {
        // Within a run that was found already, or a hash that is the same by chance.
        if ((inA[placeA] && inB[placeB]) || !same(placeA, placeB)) continue;
        let [from, length] = [0, 0];
        while (same(placeA + from - 1, placeB + from - 1)) from -= 1;
        while (same(placeA + from + length, placeB + from + length)) length += 1;
        if (length < STRETCH) continue;
        const [startA, startB] = [placeA + from, placeB + from];
        inA.fill(true, startA, startA + length);
        inB.fill(true, startB, startB + length);
        passages.push({
          words: length,
          a: { from: a.words[startA]!.from, to: a.words[startA + length - 1]!.to },
          b: { from: b.words[startB]!.from, to: b.words[startB + length - 1]!.to },
        });
      }
    }
  }
  if (passages.length === 0) return null;
  const count = (all: readonly boolean[]) => all.filter(Boolean).length;
  return {
    a: a.id,
    b: b.id,
    wordsA: a.words.length - count(a.given),
    wordsB: b.words.length - count(b.given),
    sharedA: count(inA),
    sharedB: count(inB),
    passages: passages.sort((one, other) => other.words - one.words || one.a.from - other.a.from),
  };
}
