import { applyChange, together, undoing, type PaperChange, type PaperObject } from '@jolly/core';
import type { PaperChangeReply } from '@jolly/server/contract';
import { computed, onScopeDispose, ref, shallowRef } from 'vue';
import { ApiProblem, ask } from '../../api/client';
import { useWake } from '../../api/use-wake';
import {
  firstOf,
  heldPlaces,
  holdPlace,
  isNothing,
  keepUnsent,
  keptAt,
  placeOf,
  send,
  without,
  type Unsent,
  type WhichPaper,
} from './kept-papers';

const SAVE_AFTER_MS = 700;
const TRY_AGAIN_AFTER_MS = 5000;
const MOST_UNDONE = 300;
/** So long after a save of one's own a change is most likely that save: what others wrote came with its reply. */
const OWN_ECHO_MS = 2500;
/** Something of what was sent is wrong, not the time for it. */
const WRONG = 422;

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
  const writer: string = crypto.randomUUID();
  const place = placeOf(which, writer);
  const letGo = holdPlace(place);
  let version = 0;
  let pending: Unsent = { put: [], drop: [], seen: {} };
  let timer: ReturnType<typeof setTimeout> | undefined;
  let looking: ReturnType<typeof setTimeout> | undefined;
  let running: Promise<void> | null = null;
  let savedLast = -Infinity;
  /** what pages that are gone have left here, and never reached the server */
  const leftHere = () => keptAt(placeOf(which, '')).filter((one) => one.place !== place);

  function begin(stored: { written: PaperObject[]; version: number; savedAt: number | null }): void {
    version = stored.version;
    savedAt.value = stored.savedAt;
    undone.value = [];
    redone.value = [];
    objects.value = [...leftHere().map((one) => one.kept), pending].reduce(applyChange, stored.written);
    void adopt();
  }
  /** Makes what pages that are gone have left one's own to send; a page that is still open sends its own. */
  async function adopt(): Promise<void> {
    const held = leftHere().length > 0 ? await heldPlaces() : new Set();
    for (const { place: other, kept } of leftHere()) {
      if (held.has(other)) continue;
      pending = { ...together(kept, pending), seen: { ...pending.seen, ...kept.seen } };
      keepUnsent(place, pending, writer);
      localStorage.removeItem(other);
    }
    if (isNothing(pending)) return;
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
    const ids = [...change.put.map((one) => one.id), ...change.drop];
    pending = { ...together(pending, change), seen: { ...Object.fromEntries(ids.map((id) => [id, version])), ...pending.seen } };
    keepUnsent(place, pending, writer);
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
      status.value = 'saving';
      try {
        const part = firstOf(pending);
        const reply = await send(params, { ...part, writer });
        pending = without(pending, part);
        take(reply);
        keepUnsent(place, pending, writer);
        savedLast = performance.now();
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
    clearTimeout(looking);
    if (isOver || running || isShut.value) return;
    const wait = savedLast + OWN_ECHO_MS - performance.now();
    if (wait > 0) {
      looking = setTimeout(() => void refresh(), wait);
      return;
    }
    const reply = await ask('GET /api/my/work/:assignmentId/papers/:attachmentId/changes', { params, query: { since: version } }).catch(
      () => null,
    );
    if (reply && reply.version > version) take(reply);
  }
  const unsent = () => status.value === 'kept' || status.value === 'changed';
  useWake({ asleep: () => unsent() && save(), awake: () => unsent() && plan(0) });
  onScopeDispose(() => {
    isOver = true;
    clearTimeout(timer);
    clearTimeout(looking);
    letGo();
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
