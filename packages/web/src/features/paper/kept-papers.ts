import type { PaperChange } from '@jolly/core';
import type { PaperChangeReply, PaperChangeRequest } from '@jolly/server/contract';
import { ask } from '../../api/client';

/** Sent at a time, so that a paper drawn full without a line goes up in parts that each arrive. */
const MOST_AT_ONCE = 200;

/**
 * A change that the server does not have yet, with the version of the paper in which each object was last seen by who changed it:
 * only so can the server tell what they wrote over from what they never saw.
 */
export interface Unsent extends PaperChange {
  seen: Record<string, number>;
}
interface Kept extends Unsent {
  writer: string;
}
export interface WhichPaper {
  userId: string;
  assignmentId: string;
  attachmentId: string;
}

const ofPiece = (userId: string, assignmentId: string) => `jolly-paper ${userId} ${assignmentId} `;
export const placeOf = ({ userId, assignmentId, attachmentId }: WhichPaper, writer: string): string =>
  `${ofPiece(userId, assignmentId)}${attachmentId} ${writer}`;
export const isNothing = ({ put, drop }: PaperChange): boolean => put.length + drop.length === 0;

/** A part of what is unsent that can go in one request: seen in one version, and not too much. */
export function firstOf({ put, drop, seen }: Unsent): PaperChange & { seen: number } {
  const ids = [...put.map((one) => one.id), ...drop];
  const version = seen[ids[0]!] ?? 0;
  const alike = put.filter((one) => (seen[one.id] ?? 0) === version).slice(0, MOST_AT_ONCE);
  const gone = drop.filter((id) => (seen[id] ?? 0) === version).slice(0, MOST_AT_ONCE - alike.length);
  return { put: alike, drop: gone, seen: version };
}
/** What is left once a part is stored: also what was changed again meanwhile. */
export function without(unsent: Unsent, sent: PaperChange): Unsent {
  const put = unsent.put.filter((one) => !sent.put.includes(one));
  const drop = unsent.drop.filter((id) => !sent.drop.includes(id));
  const left = new Set([...put.map((one) => one.id), ...drop]);
  return { put, drop, seen: Object.fromEntries(Object.entries(unsent.seen).filter(([id]) => left.has(id))) };
}

export const send = (params: { assignmentId: string; attachmentId: string }, body: PaperChangeRequest): Promise<PaperChangeReply> =>
  ask('POST /api/my/work/:assignmentId/papers/:attachmentId/changes', { params, body });

/** Keeps what is unsent in this browser, or lets it go. */
export function keepUnsent(place: string, unsent: Unsent, writer: string): void {
  if (isNothing(unsent)) return localStorage.removeItem(place);
  try {
    localStorage.setItem(place, JSON.stringify({ ...unsent, writer } satisfies Kept));
  } catch {
    // No room in the browser: it is on the page, and on its way.
  }
}
/** What this browser keeps whose place begins so: of one piece, or of one paper. */
export function keptAt(start: string): { place: string; attachmentId: string; kept: Kept }[] {
  return Array.from({ length: localStorage.length }, (_, index) => localStorage.key(index) ?? '')
    .filter((place) => place.startsWith(start))
    .map((place) => ({ place, attachmentId: place.split(' ')[3]!, kept: JSON.parse(localStorage.getItem(place)!) as Kept }));
}
/** Sends what is kept in one place, under the writer it was written by, and lets it go. @throws ApiProblem; then it stays */
async function sendKept(assignmentId: string, { place, attachmentId, kept }: ReturnType<typeof keptAt>[number]): Promise<void> {
  let rest: Unsent = kept;
  while (!isNothing(rest)) {
    const part = firstOf(rest);
    await send({ assignmentId, attachmentId }, { ...part, writer: kept.writer });
    rest = without(rest, part);
    keepUnsent(place, rest, kept.writer);
  }
}

/** Are there changes of papers of this piece that never reached the server? */
export const hasKeptPapers = (userId: string, assignmentId: string): boolean => keptAt(ofPiece(userId, assignmentId)).length > 0;

/**
 * Sends what was written on papers of a piece and never reached the server, before it is handed in.
 * @throws ApiProblem where it does not get there; what is not sent stays kept
 */
export async function sendKeptPapers(userId: string, assignmentId: string): Promise<void> {
  for (const one of keptAt(ofPiece(userId, assignmentId))) await sendKept(assignmentId, one);
}

/** Holds a place as long as a page of this browser writes there, so that another page does not send for it. @returns lets it go */
export function holdPlace(place: string): () => void {
  let release = () => undefined as void;
  void globalThis.navigator?.locks?.request(place, () => new Promise<void>((done) => (release = done))).catch(() => undefined);
  return () => release();
}
/** Places that pages hold which are open now. */
export async function heldPlaces(): Promise<Set<string | undefined>> {
  const locks = await globalThis.navigator?.locks?.query().catch(() => null);
  return new Set(locks?.held?.map((lock) => lock.name));
}
