import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex } from '@noble/hashes/utils';

/** What a try's draw and orders follow from (docs/rules.md, 11). */
export const trySeed = (quizId: string, studentId: string, number: number): string => `${quizId}:${studentId}:${number}`;

const hash = (text: string): string => bytesToHex(sha256(text));

/** Ids in the order of the lower-case hex SHA-256 of `seed:id`, in whatever order they are named. */
export function inHashOrder(seed: string, ids: readonly string[]): string[] {
  const keyed = ids.map((id) => ({ id, key: hash(`${seed}:${id}`) }));
  return keyed.sort((a, b) => (a.key < b.key ? -1 : 1)).map((one) => one.id);
}

/** A set of questions of which some are drawn; all of its questions have the same points. */
export interface QuestionSet {
  id: string;
  name: string;
  take: number;
}

/**
 * The questions one try gets, in its order (docs/rules.md, 11). A set stands where its first question stands.
 *
 * @param ownOrder the questions in an order of their own; sets keep their places as blocks unless `mixSets`
 * @example drawnQuestions(…, ownOrder false) -> the written order, of each set those that were drawn
 */
export function drawnQuestions({
  seed,
  questions,
  sets,
  ownOrder,
  mixSets = false,
}: {
  seed: string;
  questions: readonly { id: string; setId: string | null }[];
  sets: readonly QuestionSet[];
  ownOrder: boolean;
  mixSets?: boolean;
}): string[] {
  const written = new Map(questions.map((one, index) => [one.id, index]));
  const blocks: { ids: string[]; set: boolean }[] = [];
  const seen = new Set<string>();
  for (const { id, setId } of questions) {
    const set = setId === null ? undefined : sets.find((one) => one.id === setId);
    if (!set) blocks.push({ ids: [id], set: false });
    else if (!seen.has(set.id)) {
      seen.add(set.id);
      const within = questions.filter((one) => one.setId === set.id).map((one) => one.id);
      const drawn = inHashOrder(seed, within).slice(0, set.take);
      blocks.push({ ids: ownOrder ? drawn : drawn.sort((a, b) => written.get(a)! - written.get(b)!), set: true });
    }
  }
  const all = blocks.flatMap((block) => block.ids);
  if (!ownOrder) return all;
  if (mixSets) return inHashOrder(seed, all);
  const alone = inHashOrder(
    seed,
    blocks.filter((block) => !block.set).flatMap((block) => block.ids),
  );
  let next = 0;
  return blocks.flatMap((block) => (block.set ? block.ids : [alone[next++]!]));
}

/**
 * Options or entries of one question in this try's order; those that stay last stay so, in their written order.
 */
export function entryOrder<T extends { id: string; staysLast?: boolean }>(seed: string, questionId: string, entries: readonly T[]): T[] {
  const byId = new Map(entries.map((one) => [one.id, one]));
  const moved = entries.filter((one) => !one.staysLast).map((one) => one.id);
  return [...inHashOrder(`${seed}:${questionId}`, moved).map((id) => byId.get(id)!), ...entries.filter((one) => one.staysLast)];
}

/** Items to be put in order as a try shows them; if they would come out solved, the first goes to the end. */
export function scrambledItems<T extends { id: string }>(seed: string, questionId: string, items: readonly T[]): T[] {
  const order = entryOrder(seed, questionId, items);
  const solved = items.length > 1 && order.every((one, index) => one.id === items[index]!.id);
  return solved ? [...order.slice(1), order[0]!] : order;
}
