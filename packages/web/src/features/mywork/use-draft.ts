import type { SaveTextRequest } from '@jolly/server/contract';
import { EMPTY_TEXT, mergeTexts, type RichText } from '@jolly/core';
import { onScopeDispose, ref } from 'vue';
import { ApiProblem, now } from '../../api/client';
import { useWake } from '../../api/use-wake';

const SAVE_AFTER_MS = 900;
const TRY_AGAIN_AFTER_MS = 5000;

interface Kept {
  text: RichText;
  version: number;
  /** the text that was changed, for bringing two changes together */
  base?: RichText;
}
/** A text as the server has it. */
export interface Stored {
  text: RichText | null;
  version: number;
  savedAt?: number | null;
}

const keyOf = (userId: string, name: string) => `jolly-draft ${userId} ${name}`;
/**
 * The texts of somebody that this browser keeps because the server does not have them.
 *
 * @param start of their names; what follows it is the name in the reply
 */
export function keptDrafts(userId: string, start: string): { name: string; text: RichText }[] {
  const prefix = keyOf(userId, start);
  const keys = Array.from({ length: localStorage.length }, (_, index) => localStorage.key(index) ?? '');
  return keys
    .filter((key) => key.startsWith(prefix))
    .map((key) => ({ name: key.slice(prefix.length), text: (JSON.parse(localStorage.getItem(key)!) as Kept).text }));
}

type Store = (sent: SaveTextRequest) => Promise<{ version: number; savedAt?: number | null }>;

/**
 * A text that is saved as one types. Each change is first kept in this browser, so that neither a broken
 * line nor an ended session nor a closed tab loses it, and then sent; what is kept is let go only when the
 * server has it. What somebody else saved meanwhile is brought together with it; where both changed the
 * same words both are kept and a person chooses.
 *
 * @param name tells texts of one person in one browser apart
 * @param store sends the text with the version it goes by, and replies with the version it now has
 */
export function useDraft({ name, userId, store }: { name: string; userId: string; store: Store }) {
  const key = keyOf(userId, name);
  const text = ref<RichText>(EMPTY_TEXT);
  const savedAt = ref<number | null>(null);
  const status = ref<'saved' | 'changed' | 'saving' | 'kept' | 'conflict' | 'refused'>('saved');
  const other = ref<Kept | null>(null);
  const refusal = ref<{ code: string; title: string }>({ code: '', title: '' });
  /** how often something written elsewhere was brought together with what is here */
  const merged = ref(0);
  let version = 0;
  let base: RichText = EMPTY_TEXT;
  /** what the server has at the next save is kept as a version of its own */
  let keepBefore = false;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let running: Promise<void> | null = null;

  const keep = () => localStorage.setItem(key, JSON.stringify({ text: text.value, version, base } satisfies Kept));

  /** Takes in what the server has beside what is here: together, or as two to choose from. */
  function meet(theirs: Stored): void {
    const there = theirs.text ?? EMPTY_TEXT;
    // The very same words have come by another way: there is nothing left to send.
    if (JSON.stringify(there) === JSON.stringify(text.value)) {
      version = theirs.version;
      base = there;
      savedAt.value = theirs.savedAt ?? savedAt.value;
      localStorage.removeItem(key);
      status.value = 'saved';
      return;
    }
    const both = mergeTexts({ base, mine: text.value, theirs: there });
    if (both === null) {
      other.value = { text: there, version: theirs.version };
      status.value = 'conflict';
      return;
    }
    version = theirs.version;
    base = there;
    text.value = both;
    merged.value += 1;
    keep();
    status.value = 'changed';
    plan(0);
  }

  function begin(stored: Stored): void {
    version = stored.version;
    savedAt.value = stored.savedAt ?? null;
    text.value = base = stored.text ?? EMPTY_TEXT;
    status.value = 'saved';
    const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as Kept | null;
    if (!kept) return;
    if (JSON.stringify(kept.text) === JSON.stringify(stored.text)) return localStorage.removeItem(key);
    // Something typed here never reached the server. If nobody else wrote meanwhile it simply goes on.
    text.value = kept.text;
    if (kept.version === stored.version) {
      status.value = 'changed';
      plan(0);
    } else {
      base = kept.base ?? EMPTY_TEXT;
      meet(stored);
    }
  }
  /** Takes what somebody else, or this person elsewhere, has saved since. */
  function refresh(stored: Stored): void {
    if (stored.version <= version || running || status.value === 'conflict') return;
    if (status.value === 'saved') {
      version = stored.version;
      text.value = base = stored.text ?? EMPTY_TEXT;
      savedAt.value = stored.savedAt ?? null;
    } else meet(stored);
  }
  function plan(after: number): void {
    clearTimeout(timer);
    timer = setTimeout(() => void save(), after);
  }
  function change(changed: RichText): void {
    text.value = changed;
    keep();
    if (status.value === 'conflict') return;
    status.value = 'changed';
    plan(SAVE_AFTER_MS);
  }
  /** Sends what is not sent yet and waits for it. @returns whether the server now has everything */
  async function save(): Promise<boolean> {
    clearTimeout(timer);
    while (running) await running;
    if (status.value === 'saved') return true;
    if (status.value === 'conflict') return false;
    let met = false;
    running = (async () => {
      const sent = text.value;
      status.value = 'saving';
      try {
        const reply = await store({ text: sent, version, ...(keepBefore ? { keepBefore } : {}) });
        keepBefore = false;
        version = reply.version;
        base = sent;
        savedAt.value = reply.savedAt ?? now();
        if (text.value === sent) {
          localStorage.removeItem(key);
          status.value = 'saved';
        } else {
          keep();
          status.value = 'changed';
          plan(SAVE_AFTER_MS);
        }
      } catch (error) {
        const problem = error instanceof ApiProblem ? error : null;
        if (problem?.code === 'conflict.changedMeanwhile') {
          meet(problem.current as Stored);
          met = (status.value as string) === 'changed';
        } else if (problem && problem.status >= 400 && problem.status < 500) {
          refusal.value = { code: problem.code, title: problem.title };
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
    // What was brought together goes on its way at once.
    return met ? save() : (status.value as string) === 'saved';
  }
  /** Goes on with what is here; what the server had stays as a version. */
  async function keepMine(): Promise<boolean> {
    if (other.value) ({ version, text: base } = other.value);
    other.value = null;
    keepBefore = true;
    status.value = 'changed';
    return save();
  }
  /** Goes on with what the server had; what was here is sent first, so that it stays as a version. */
  async function takeOther(): Promise<void> {
    const theirs = other.value;
    if (!theirs || !(await keepMine())) return;
    keepBefore = true;
    change(theirs.text);
    await save();
  }
  const unsent = () => status.value === 'kept' || status.value === 'changed';
  useWake({ asleep: () => unsent() && save(), awake: () => unsent() && plan(0) });
  onScopeDispose(() => clearTimeout(timer));
  return { text, savedAt, status, other, refusal, merged, begin, refresh, change, save, keepMine, takeOther };
}
export type Draft = ReturnType<typeof useDraft>;
