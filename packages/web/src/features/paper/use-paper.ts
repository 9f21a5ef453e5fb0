import { applyChange, together, undoing, type PaperChange, type PaperObject } from '@jolly/core';
import type { PaperChangeReply, PaperChangeRequest } from '@jolly/server/contract';
import { computed, onScopeDispose, ref, shallowRef } from 'vue';
import { ApiProblem, ask } from '../../api/client';

const SAVE_AFTER_MS = 700;
const TRY_AGAIN_AFTER_MS = 5000;
/** Sent at a time, so that a paper drawn full without a line goes up in parts that each arrive. */
const MOST_AT_ONCE = 200;
const MOST_UNDONE = 300;
/** Something of what was sent is wrong, not the time for it. */
const WRONG = 422;
const NOTHING: PaperChange = { put: [], drop: [] };

interface Kept extends PaperChange {
  seen: number;
  writer: string;
}
export interface WhichPaper {
  userId: string;
  assignmentId: string;
  attachmentId: string;
}
const ofPiece = (userId: string, assignmentId: string) => `jolly-paper ${userId} ${assignmentId} `;
const placeOf = ({ userId, assignmentId, attachmentId }: WhichPaper, writer: string) =>
  `${ofPiece(userId, assignmentId)}${attachmentId} ${writer}`;
const isNothing = ({ put, drop }: PaperChange) => put.length + drop.length === 0;

/** What this browser keeps of papers because the server does not have it: of one piece, or of one paper. */
function keptAt(start: string): { place: string; attachmentId: string; kept: Kept }[] {
  return Array.from({ length: localStorage.length }, (_, index) => localStorage.key(index) ?? '')
    .filter((place) => place.startsWith(start))
    .map((place) => ({ place, attachmentId: place.split(' ')[3]!, kept: JSON.parse(localStorage.getItem(place)!) as Kept }));
}

const send = (params: { assignmentId: string; attachmentId: string }, body: PaperChangeRequest): Promise<PaperChangeReply> =>
  ask('POST /api/my/work/:assignmentId/papers/:attachmentId/changes', { params, body });
const firstOf = ({ put, drop }: PaperChange): PaperChange => {
  const first = put.slice(0, MOST_AT_ONCE);
  return { put: first, drop: drop.slice(0, MOST_AT_ONCE - first.length) };
};
/** What is left of a change once a part of it is stored, unless it was changed again meanwhile. */
const without = (change: PaperChange, sent: PaperChange): PaperChange => ({
  put: change.put.filter((one) => !sent.put.includes(one)),
  drop: change.drop.filter((id) => !sent.drop.includes(id)),
});

/** Are there changes of papers of this piece that never reached the server? */
export const hasKeptPapers = (userId: string, assignmentId: string): boolean => keptAt(ofPiece(userId, assignmentId)).length > 0;

/**
 * Sends what was written on papers of a piece and never reached the server, before it is handed in.
 * @throws ApiProblem where it does not get there; what is not sent stays kept
 */
export async function sendKeptPapers(userId: string, assignmentId: string): Promise<void> {
  for (const { place, attachmentId, kept } of keptAt(ofPiece(userId, assignmentId))) {
    let rest: PaperChange = kept;
    while (!isNothing(rest)) {
      const part = firstOf(rest);
      await send({ assignmentId, attachmentId }, { ...part, seen: kept.seen, writer: kept.writer });
      rest = without(rest, part);
    }
    localStorage.removeItem(place);
  }
}

/**
 * A paper that is written on: every change is at once on the page and in this browser, and soon after with the server, which brings
 * together what two devices wrote, object by object. Nothing is ever to choose from.
 */
export function usePaper(which: WhichPaper) {
  const { assignmentId, attachmentId } = which;
  const params = { assignmentId, attachmentId };
  const objects = shallowRef<PaperObject[]>([]);
  const status = ref<'saved' | 'changed' | 'saving' | 'kept' | 'refused'>('saved');
  const savedAt = ref<number | null>(null);
  const refusal = ref('');
  /** the piece takes nothing any more; otherwise what was refused can be taken back, and the rest goes */
  const isShut = ref(false);
  const undone = shallowRef<{ change: PaperChange; joins: string | null }[]>([]);
  const redone = shallowRef<PaperChange[]>([]);
  let writer: string = crypto.randomUUID();
  let place = placeOf(which, writer);
  let version = 0;
  let pending: PaperChange = NOTHING;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let running: Promise<void> | null = null;

  function keep(): void {
    if (isNothing(pending)) return localStorage.removeItem(place);
    try {
      localStorage.setItem(place, JSON.stringify({ ...pending, seen: version, writer } satisfies Kept));
    } catch {
      // No room in the browser: it is on the page, and on its way.
    }
  }
  function begin(stored: { written: PaperObject[]; version: number; savedAt: number | null }): void {
    version = stored.version;
    savedAt.value = stored.savedAt;
    objects.value = stored.written;
    undone.value = [];
    redone.value = [];
    // What was written here before and never reached the server goes on under the id it was written with.
    const [first, ...more] = keptAt(placeOf(which, ''));
    if (!first) return;
    ({ writer } = first.kept);
    place = first.place;
    pending = more.reduce<PaperChange>((all, one) => together(all, one.kept), first.kept);
    pending = { put: pending.put, drop: pending.drop };
    objects.value = applyChange(objects.value, pending);
    keep();
    for (const one of more) localStorage.removeItem(one.place);
    status.value = 'changed';
    plan(0);
  }
  let isOver = false;
  function plan(after: number): void {
    clearTimeout(timer);
    // A page that is left tries no more; what it could not send is kept, and sent when the piece is opened.
    if (isOver) return;
    timer = setTimeout(() => void save(), after);
  }
  function put(change: PaperChange): void {
    objects.value = applyChange(objects.value, change);
    pending = together(pending, change);
    keep();
    if (isShut.value) return;
    if (status.value !== 'saving') status.value = 'changed';
    plan(SAVE_AFTER_MS);
  }
  /**
   * Changes the paper.
   * @param joins changes that follow each other under one name, such as letters typed in one box, are undone as one
   */
  function change(wanted: PaperChange, joins: string | null = null): void {
    const takesNothing = wanted.put.length === 0 && !objects.value.some((one) => wanted.drop.includes(one.id));
    if (isNothing(wanted) || takesNothing) return;
    const back = undoing(objects.value, wanted);
    const last = undone.value.at(-1);
    // What takes both back is what takes back the later one, and then the earlier one.
    if (joins !== null && last?.joins === joins)
      undone.value = [...undone.value.slice(0, -1), { change: together(back, last.change), joins }];
    else undone.value = [...undone.value, { change: back, joins }].slice(-MOST_UNDONE);
    redone.value = [];
    put(wanted);
  }
  function undo(): void {
    const last = undone.value.at(-1);
    if (!last) return;
    undone.value = undone.value.slice(0, -1);
    redone.value = [...redone.value, undoing(objects.value, last.change)];
    put(last.change);
  }
  function redo(): void {
    const next = redone.value.at(-1);
    if (!next) return;
    redone.value = redone.value.slice(0, -1);
    undone.value = [...undone.value, { change: undoing(objects.value, next), joins: null }];
    put(next);
  }
  /** Takes in what stands otherwise with the server; what is changed here and not sent yet stays as it is here. */
  function take(reply: PaperChangeReply): void {
    const mine = new Set([...pending.put.map((one) => one.id), ...pending.drop]);
    objects.value = applyChange(objects.value, {
      put: reply.put.filter((one) => !mine.has(one.id)),
      drop: reply.drop.filter((id) => !mine.has(id)),
    });
    version = Math.max(version, reply.version);
    savedAt.value = reply.savedAt;
  }
  /** Sends what is not sent yet and waits for it. @returns whether the server now has everything */
  async function save(): Promise<boolean> {
    clearTimeout(timer);
    while (running) await running;
    if (isShut.value) return false;
    if (isNothing(pending)) {
      status.value = 'saved';
      return true;
    }
    running = (async () => {
      const part = firstOf(pending);
      status.value = 'saving';
      try {
        const reply = await send(params, { ...part, seen: version, writer });
        pending = without(pending, part);
        take(reply);
        keep();
        status.value = isNothing(pending) ? 'saved' : 'changed';
      } catch (error) {
        const problem = error instanceof ApiProblem ? error : null;
        if (problem && problem.status >= 400 && problem.status < 500) {
          refusal.value = problem.title;
          isShut.value = problem.status !== WRONG;
          status.value = 'refused';
        } else {
          status.value = 'kept';
          plan(TRY_AGAIN_AFTER_MS);
        }
      } finally {
        running = null;
      }
    })();
    await running;
    return (status.value as string) === 'changed' ? save() : (status.value as string) === 'saved';
  }
  /** Looks what others have written since. */
  async function refresh(): Promise<void> {
    if (running || isShut.value) return;
    const reply = await ask('GET /api/my/work/:assignmentId/papers/:attachmentId/changes', { params, query: { since: version } }).catch(
      () => null,
    );
    if (reply && reply.version > version) take(reply);
  }
  const online = () => status.value === 'kept' && plan(0);
  window.addEventListener('online', online);
  onScopeDispose(() => {
    isOver = true;
    clearTimeout(timer);
    window.removeEventListener('online', online);
    // What is still on its way when the page is left goes at once; it is kept in any case.
    if (status.value === 'changed') void save();
  });
  return {
    objects,
    status,
    savedAt,
    refusal,
    isShut,
    canUndo: computed(() => undone.value.length > 0),
    canRedo: computed(() => redone.value.length > 0),
    begin,
    change,
    undo,
    redo,
    save,
    refresh,
  };
}
export type Paper = ReturnType<typeof usePaper>;
