import { isEmptyObject, type PaperObject } from './objects';

/** What is to become of a paper: objects put (new, or instead of the one with the same id), and ids of objects taken away. */
export interface PaperChange {
  put: PaperObject[];
  drop: string[];
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/**
 * A paper after a change. What was there stays in its order; what is new comes on top.
 * @example applyChange([a], { put: [b], drop: ['a'] }) -> [b]
 */
export function applyChange(objects: readonly PaperObject[], { put, drop }: PaperChange): PaperObject[] {
  const gone = new Set(drop);
  const putById = new Map(put.map((one) => [one.id, one]));
  const kept = objects.flatMap((one) => {
    if (gone.has(one.id) && !putById.has(one.id)) return [];
    const newer = putById.get(one.id);
    putById.delete(one.id);
    return [newer ?? one];
  });
  return [...kept, ...putById.values()].filter((one) => !isEmptyObject(one));
}

/** The change that takes a change back, from what was there before it. */
export function undoing(before: readonly PaperObject[], { put, drop }: PaperChange): PaperChange {
  const was = new Map(before.map((one) => [one.id, one]));
  return {
    put: [...put.map((one) => one.id), ...drop].flatMap((id) => was.get(id) ?? []),
    drop: put.filter((one) => !was.has(one.id)).map((one) => one.id),
  };
}

/** Two changes, one after the other, as one. */
export function together(first: PaperChange, then: PaperChange): PaperChange {
  const put = new Map(first.put.map((one) => [one.id, one]));
  const drop = new Set(first.drop);
  for (const id of then.drop) {
    put.delete(id);
    drop.add(id);
  }
  for (const one of then.put) {
    put.set(one.id, one);
    drop.delete(one.id);
  }
  return { put: [...put.values()], drop: [...drop] };
}

/** An object as it is stored: in which version of the paper it came to be so, and in which writer's hands. */
export interface StoredObject {
  object: PaperObject;
  since: number;
  /** the page on a device that sent it, by an id of its own */
  writer: string;
}

/**
 * Both of two texts that were written into one box, line by line: a line that goes on with one of the other text stands once.
 * @example both('A crab\nlives', 'A crab hides') -> 'lives\nA crab hides'
 */
function both(theirs: string, mine: string): string {
  const [there, here] = [theirs.split('\n'), mine.split('\n')];
  const isBegunIn = (line: string, lines: readonly string[]) => lines.some((other) => other.startsWith(line));
  const kept = there.filter((line) => !isBegunIn(line, here));
  return [...kept, ...here.filter((line) => !isBegunIn(line, kept))].join('\n');
}

/**
 * What of a change is to be stored on a paper that somebody else has changed meanwhile: object by object, and nothing that somebody
 * wrote is lost. What both moved or coloured is as the later one sends it; words that both wrote into one box stand there
 * one below the other; what one took away and the other changed stays. What the same writer sent before, whether or not it
 * heard of it, is simply followed.
 *
 * @param stored what stands on the paper now, by id
 * @param seen the version of the paper that the change was made on
 * @example a box with "4" that another device, unseen, made "5": a change to "6" -> "5\n6"
 */
export function bringTogether(
  stored: ReadonlyMap<string, StoredObject>,
  { put, drop }: PaperChange,
  { seen, writer }: { seen: number; writer: string },
): PaperChange {
  const unseen = (id: string) => {
    const there = stored.get(id);
    return there !== undefined && there.since > seen && there.writer !== writer;
  };
  const emptied = put.filter(isEmptyObject).map((one) => one.id);
  return {
    put: put.flatMap((mine) => {
      const there = stored.get(mine.id)?.object;
      if (isEmptyObject(mine) || same(there, mine)) return [];
      if (unseen(mine.id) && mine.kind === 'text' && there?.kind === 'text') return [{ ...mine, text: both(there.text, mine.text) }];
      if (unseen(mine.id) && mine.kind === 'answer' && there?.kind === 'answer') return [{ ...mine, value: both(there.value, mine.value) }];
      return [mine];
    }),
    drop: [...new Set([...drop, ...emptied])].filter((id) => stored.has(id) && !unseen(id)),
  };
}
