import { shuffled } from '../chance';
import { RuleError } from '../quantities';

/**
 * Deals students into `count` groups whose sizes differ by at most one. The same seed, students and count
 * give the same groups, in whatever order the students are named.
 *
 * @param ids distinct; @param seed what the teacher sees and can type again
 * @throws RuleError `groups.count` if count is not a whole number of at least 1
 */
export function randomGroups(ids: readonly string[], count: number, seed: string): string[][] {
  if (!Number.isInteger(count) || count < 1) throw new RuleError('groups.count', { count });
  const groups: string[][] = Array.from({ length: count }, () => []);
  for (const [index, id] of shuffled(ids, seed).entries()) groups[index % count]!.push(id);
  return groups;
}
