import { EMPTY_TEXT, type RichText } from '@jolly/core';
import type { SaveTextReply } from '@jolly/server/contract';
import { onScopeDispose, ref } from 'vue';
import { ApiProblem, ask, now } from '../../api/client';

const SAVE_AFTER_MS = 900;
const TRY_AGAIN_AFTER_MS = 5000;

interface Kept {
  text: RichText;
  version: number;
}

/**
 * A text that is saved as one types. Each change is first kept in this browser, so that neither a broken
 * line nor an ended session nor a closed tab loses it, and then sent; what is kept is let go only when the
 * server has it.
 */
export function useDraft({ assignmentId, userId }: { assignmentId: string; userId: string }) {
  const key = `jolly-draft ${userId} ${assignmentId}`;
  const text = ref<RichText>(EMPTY_TEXT);
  const savedAt = ref<number | null>(null);
  const status = ref<'saved' | 'changed' | 'saving' | 'kept' | 'conflict' | 'refused'>('saved');
  const other = ref<Kept | null>(null);
  const refusal = ref('');
  let version = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let running: Promise<void> | null = null;

  function begin(stored: { text: RichText | null; version: number; savedAt: number | null }): void {
    version = stored.version;
    savedAt.value = stored.savedAt;
    text.value = stored.text ?? EMPTY_TEXT;
    status.value = 'saved';
    const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as Kept | null;
    if (!kept) return;
    if (JSON.stringify(kept.text) === JSON.stringify(stored.text)) return localStorage.removeItem(key);
    // Something typed here never reached the server. If nobody else wrote meanwhile it simply goes on.
    if (kept.version === stored.version) {
      text.value = kept.text;
      status.value = 'changed';
      plan(0);
    } else {
      other.value = { text: text.value, version };
      text.value = kept.text;
      status.value = 'conflict';
    }
  }
  function plan(after: number): void {
    clearTimeout(timer);
    timer = setTimeout(() => void save(), after);
  }
  function change(changed: RichText): void {
    text.value = changed;
    localStorage.setItem(key, JSON.stringify({ text: changed, version } satisfies Kept));
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
    running = (async () => {
      const sent = text.value;
      status.value = 'saving';
      try {
        const reply = await ask<SaveTextReply>('PUT', `/api/my/work/${assignmentId}/text`, { body: { text: sent, version } });
        version = reply.version;
        savedAt.value = reply.savedAt;
        if (text.value === sent) {
          localStorage.removeItem(key);
          status.value = 'saved';
        } else {
          localStorage.setItem(key, JSON.stringify({ text: text.value, version } satisfies Kept));
          status.value = 'changed';
          plan(SAVE_AFTER_MS);
        }
      } catch (error) {
        const problem = error instanceof ApiProblem ? error : null;
        if (problem?.code === 'conflict.changedMeanwhile') {
          const current = problem.current as { text: RichText | null; version: number };
          other.value = { text: current.text ?? EMPTY_TEXT, version: current.version };
          status.value = 'conflict';
        } else if (problem && problem.status >= 400 && problem.status < 500) {
          refusal.value = problem.title;
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
    return (status.value as string) === 'saved';
  }
  async function keepMine(): Promise<void> {
    if (other.value) version = other.value.version;
    other.value = null;
    status.value = 'changed';
    await save();
  }
  function takeOther(): void {
    if (!other.value) return;
    ({ text: text.value, version } = other.value);
    other.value = null;
    localStorage.removeItem(key);
    status.value = 'saved';
    savedAt.value = now();
  }
  const online = () => status.value === 'kept' && plan(0);
  window.addEventListener('online', online);
  onScopeDispose(() => {
    clearTimeout(timer);
    window.removeEventListener('online', online);
  });
  return { text, savedAt, status, other, refusal, begin, change, save, keepMine, takeOther };
}
