import { shuffled } from '../chance';

/** Somebody who reviews and whose work is reviewed. */
export interface Peer {
  id: string;
  /** works with these; nobody reviews somebody of a group of theirs */
  groupIds: readonly string[];
}
export interface Pair {
  reviewerId: string;
  authorId: string;
}
interface Wanted {
  reviewers: readonly (Peer & { gives: number })[];
  authors: readonly (Peer & { gets: number })[];
  /** pairs that are there already and are not made again */
  taken?: readonly Pair[];
  seed: string;
}

const key = ({ reviewerId, authorId }: Pair) => `${reviewerId} ${authorId}`;

/**
 * Finds as many pairs as there can be, so that everybody gives and gets no more than they should, nobody
 * reviews themselves or somebody of their own group, and nobody the same twice. It follows from the seed alone,
 * in whatever order people are named. Each round first, so that nobody has two before everybody has one where
 * that can be had; then paths along which pairs change hands until no pair can be added.
 */
function mostPairs({ reviewers, authors, taken = [], seed }: Wanted): Pair[] {
  const not = new Set(taken.map(key));
  const author = new Map(authors.map((one) => [one.id, one]));
  const order = shuffled(
    authors.map((one) => one.id),
    `${seed} authors`,
  );
  const givers = shuffled(
    reviewers.map((one) => one.id),
    `${seed} reviewers`,
  );
  const giver = new Map(reviewers.map((one) => [one.id, one]));
  const may = new Map(
    givers.map((id) => {
      const own = giver.get(id)!;
      // Each begins at another place of the ring, so that the first free one is a different one for each.
      const at = givers.indexOf(id) % Math.max(1, order.length);
      const ring = [...order.slice(at), ...order.slice(0, at)];
      return [
        id,
        ring.filter(
          (other) =>
            other !== id &&
            !not.has(key({ reviewerId: id, authorId: other })) &&
            !author.get(other)!.groupIds.some((group) => own.groupIds.includes(group)),
        ),
      ];
    }),
  );
  const gives = new Map(givers.map((id) => [id, new Set<string>()]));
  const gets = new Map(order.map((id) => [id, new Set<string>()]));
  const link = (reviewerId: string, authorId: string) => void (gives.get(reviewerId)!.add(authorId), gets.get(authorId)!.add(reviewerId));
  const unlink = (reviewerId: string, authorId: string) =>
    void (gives.get(reviewerId)!.delete(authorId), gets.get(authorId)!.delete(reviewerId));

  /** One more for this reviewer, if need be by giving away what others have and finding them another. */
  function oneMore(start: string, mostGets: (id: string) => number): boolean {
    const from = new Map<string, { reviewerId: string; authorId: string } | null>([[start, null]]);
    const seen = new Set<string>();
    const queue = [start];
    while (queue.length > 0) {
      const reviewerId = queue.shift()!;
      for (const authorId of may.get(reviewerId)!) {
        if (seen.has(authorId) || gives.get(reviewerId)!.has(authorId)) continue;
        seen.add(authorId);
        if (gets.get(authorId)!.size < mostGets(authorId)) {
          let step: { reviewerId: string; authorId: string } | null = { reviewerId, authorId };
          while (step) {
            const before: { reviewerId: string; authorId: string } | null = from.get(step.reviewerId)!;
            if (before) unlink(step.reviewerId, before.authorId);
            link(step.reviewerId, step.authorId);
            // Who had `before.authorId` until now gives it to whoever reached them by it.
            step = before;
          }
          return true;
        }
        for (const holder of gets.get(authorId)!) {
          if (from.has(holder)) continue;
          from.set(holder, { reviewerId, authorId });
          queue.push(holder);
        }
      }
    }
    return false;
  }
  const most = Math.max(0, ...reviewers.map((one) => one.gives));
  for (let round = 1; round <= most; round++) {
    for (const id of givers)
      if (giver.get(id)!.gives >= round && gives.get(id)!.size < round) oneMore(id, (other) => Math.min(round, author.get(other)!.gets));
  }
  for (const id of givers) while (gives.get(id)!.size < giver.get(id)!.gives && oneMore(id, (other) => author.get(other)!.gets));
  return givers
    .flatMap((reviewerId) => [...gives.get(reviewerId)!].map((authorId) => ({ reviewerId, authorId })))
    .sort((a, b) => (key(a) < key(b) ? -1 : 1));
}

/**
 * Deals out reviews: everybody gives and gets n, nobody their own or their own group's. Where that cannot be
 * (a group of more than half the class), as many as there can be.
 *
 * @param n how many each gives and gets
 * @param seed the same peers and seed give the same pairs, in whatever order the peers are named
 */
export function allocateReviews(peers: readonly Peer[], n: number, seed: string): Pair[] {
  return mostPairs({ reviewers: peers.map((peer) => ({ ...peer, gives: n })), authors: peers.map((peer) => ({ ...peer, gets: n })), seed });
}

/**
 * Gives reviews that somebody has not begun in time to others, who have the fewest first, nobody more than the
 * others if it can be helped.
 *
 * @param kept pairs that stay: what is done or begun
 * @param loose authors whose reviews are free again, as often as each is
 * @returns only what is given out anew
 */
export function redistributeReviews(
  willing: readonly Peer[],
  authors: readonly Peer[],
  kept: readonly Pair[],
  loose: readonly string[],
  seed: string,
): Pair[] {
  const wanted = authors.map((peer) => ({ ...peer, gets: loose.filter((id) => id === peer.id).length })).filter((peer) => peer.gets > 0);
  const has = (id: string) => kept.filter((pair) => pair.reviewerId === id).length;
  let best: Pair[] = [];
  const most = Math.max(0, ...willing.map(({ id }) => has(id))) + loose.length;
  // The lowest level to which all are filled up at which everything that is loose has found somebody.
  for (let level = Math.min(...willing.map(({ id }) => has(id)), most); level <= most; level++) {
    const found = mostPairs({
      reviewers: willing.map((peer) => ({ ...peer, gives: Math.max(0, level - has(peer.id)) })),
      authors: wanted,
      taken: kept,
      seed,
    });
    if (found.length > best.length) best = found;
    if (best.length === loose.length) break;
  }
  return best;
}
