import type { SaidPlace } from '@jolly/core';
import type { WorkFile } from '@jolly/server/contract';
import { createStore, del, get, keys, set } from 'idb-keyval';
import { onScopeDispose, ref } from 'vue';
import { ApiProblem, ask, askSession } from '../../api/client';
import { useWake } from '../../api/use-wake';
import { reduced } from './reduce-photo';
import { sendUpload } from './send-upload';

/** A file on its way, as this browser keeps it until the server has it whole. */
interface KeptUpload {
  userId: string;
  assignmentId: string;
  name: string;
  /** of a recording: the written part that it answers; null: it is a file of its own */
  answers: SaidPlace | null;
  blob: Blob;
  /** where its bytes go, once the server has said so */
  address: string | null;
  at: number;
}
/** The same as it is shown. */
export interface Upload {
  key: string;
  name: string;
  size: number;
  /** how much is there, from 0 to 1 */
  share: number;
  state: 'reducing' | 'sending' | 'waiting' | 'refused';
  why: string;
  answers: SaidPlace | null;
}

/** The id that the server has put at the end of an upload's address. */
const idIn = (address: string): string => new URL(address, location.href).pathname.split('/').at(-1) ?? '';

const MOST_AT_ONCE = 2;
const shelf = () => createStore('jolly-uploads', 'files');

/** Sends a file from one tab at a time: a second one waits, and finds it sent. @throws ApiProblem while another has it */
async function inOneTab<T>(key: string, work: () => Promise<T>): Promise<T> {
  if (!('locks' in navigator)) return work();
  return navigator.locks.request(`jolly-upload ${key}`, { ifAvailable: true }, (lock) => {
    if (lock === null) throw new ApiProblem('network', '', 0);
    return work();
  }) as Promise<T>;
}

/**
 * Files on their way to the server. Each is first kept in this browser and let go only when the server has it
 * whole: a broken line, a closed tab or a restart goes on from where it was. Large photos are made smaller first.
 */
export function useUploads({
  assignmentId,
  userId,
  onAttached,
  onSentElsewhere,
}: {
  assignmentId: string;
  userId: string;
  onAttached: (file: WorkFile) => void;
  /** another tab has sent it, or let it go: what is attached is to be looked at anew */
  onSentElsewhere: () => void;
}) {
  const uploads = ref<Upload[]>([]);
  const stops = new Map<string, () => void>();
  let store: ReturnType<typeof shelf> | null = null;
  let running = 0;
  let over = false;

  const shown = (key: string) => uploads.value.find((one) => one.key === key);
  const kept = async (key: string) => (store ? await get<KeptUpload>(key, store).catch(() => undefined) : undefined) ?? memory.get(key);
  // Where the browser keeps nothing (a private window, no room) the file is at least kept as long as the tab is open.
  const memory = new Map<string, KeptUpload>();
  async function keep(key: string, upload: KeptUpload): Promise<void> {
    memory.set(key, upload);
    if (store) await set(key, upload, store).catch(() => undefined);
  }
  async function letGo(key: string): Promise<void> {
    memory.delete(key);
    stops.delete(key);
    uploads.value = uploads.value.filter((one) => one.key !== key);
    if (store) await del(key, store).catch(() => undefined);
  }

  async function go(key: string): Promise<void> {
    const one = shown(key);
    if (!one || over || running >= MOST_AT_ONCE) return;
    // Taken: nobody else begins with it.
    stops.set(key, () => undefined);
    const upload = await kept(key);
    if (!upload) {
      await letGo(key);
      return onSentElsewhere();
    }
    running += 1;
    try {
      const file = await inOneTab(key, async () => {
        const address = await sendUpload(upload, {
          address: (to) => void keep(key, { ...upload, address: to }),
          share: (share) => {
            const sending = shown(key);
            if (sending) sending.share = share;
          },
          stop: (halt) => stops.set(key, halt),
        });
        return ask('POST /api/my/uploads/:uploadId/finish', { params: { uploadId: idIn(address) } });
      });
      await letGo(key);
      onAttached(file);
    } catch (error) {
      const problem = error instanceof ApiProblem ? error : new ApiProblem('network', '', 0);
      const now = shown(key);
      if (!now || over) return;
      if (problem.code === 'upload.gone' && upload.address) {
        // The server has forgotten it: from the start, for the file is still here.
        await keep(key, { ...upload, address: null });
        now.state = 'waiting';
      } else if (problem.code === 'session.needed' || problem.code === 'request.csrf') {
        // A fresh token, or the sign-in over the page; then it goes on.
        now.state = 'waiting';
        void (problem.code === 'request.csrf' ? askSession() : ask('GET /api/my/work/:assignmentId', { params: { assignmentId } })).catch(
          () => undefined,
        );
      } else if (problem.status >= 400 && problem.status < 500) {
        now.state = 'refused';
        // It stays here until the student lets it go: a drawing or a recording is nowhere else.
        now.why = problem.title;
      } else now.state = 'waiting';
    } finally {
      running -= 1;
      if (!over) next();
    }
  }
  function next(): void {
    const sendable = uploads.value.find((one) => one.state === 'sending' && !stops.has(one.key));
    if (sendable) void go(sendable.key);
  }
  /** Tries again what waits for the line. */
  function again(): void {
    for (const one of uploads.value) {
      if (one.state !== 'waiting') continue;
      one.state = 'sending';
      stops.delete(one.key);
    }
    next();
    next();
  }

  /** Takes files: kept here first, photos made smaller, then sent. */
  async function add(files: Iterable<File>, answers: SaidPlace | null = null): Promise<void> {
    for (const file of files) {
      const key = `${userId} ${assignmentId} ${crypto.randomUUID()}`;
      uploads.value.push({ key, name: file.name, size: file.size, share: 0, state: 'reducing', why: '', answers });
      void (async () => {
        const smaller = await reduced(file);
        const one = shown(key);
        if (!one) return;
        await keep(key, { userId, assignmentId, name: smaller.name, answers, blob: smaller, address: null, at: Date.now() });
        Object.assign(one, { name: smaller.name, size: smaller.size, state: 'sending' });
        next();
      })();
    }
  }
  async function stop(key: string): Promise<void> {
    stops.get(key)?.();
    const upload = await kept(key);
    await letGo(key);
    if (upload?.address)
      void ask('DELETE /api/my/uploads/:uploadId', { params: { uploadId: idIn(upload.address) } }).catch(() => undefined);
  }

  /** A copy for the student to save, of what does not go in. */
  async function copyOf(key: string): Promise<void> {
    const upload = await kept(key);
    if (!upload) return;
    const address = URL.createObjectURL(upload.blob);
    Object.assign(document.createElement('a'), { href: address, download: upload.name }).click();
    setTimeout(() => URL.revokeObjectURL(address), 60_000);
  }

  /** Takes up what an earlier visit left behind, and goes on sending it where that is still possible. */
  async function resume({ open }: { open: boolean }): Promise<void> {
    try {
      store = shelf();
      const all = (await keys<string>(store)).filter((key) => key.startsWith(`${userId} ${assignmentId} `) && !shown(key));
      for (const key of all) {
        const upload = await kept(key);
        if (upload)
          uploads.value.push({
            ...{ key, name: upload.name, size: upload.blob.size, share: 0, state: open ? 'sending' : 'refused', why: '' },
            // What was kept by an older page does not say.
            answers: upload.answers ?? null,
          });
      }
    } catch {
      store = null;
    }
    if (open) for (const one of uploads.value) if (one.state === 'refused' && one.why === '') one.state = 'sending';
    next();
    next();
  }
  useWake({ awake: () => uploads.value.some((one) => one.state === 'waiting') && again() });
  const timer = setInterval(() => uploads.value.some((one) => one.state === 'waiting') && again(), 5000);
  onScopeDispose(() => {
    over = true;
    clearInterval(timer);
    for (const halt of stops.values()) halt();
  });
  return { uploads, add, stop, again, copyOf, resume };
}
