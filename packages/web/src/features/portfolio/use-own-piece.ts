import type { LookBack, OwnPortfolioRequest, PortfolioPiece } from '@jolly/server/contract';
import { useLocalStorage } from '@vueuse/core';
import { computed, nextTick, reactive, ref, watch } from 'vue';
import { ApiProblem, ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useKeptHere } from '../../ui/kept-here';
import { reduced } from '../files';

/** A file on its way, or one that did not arrive: its bytes stay here until it is sent or given up. */
export interface Sending {
  key: string;
  file: File;
  why: string;
}

/** Where the id of something new is kept until it is stored: opened again, it is the same piece. */
const placeOfNew = (placeOf: PlaceOf, about: LookBack | null) =>
  about ? placeOf('portfolio', about.classId, about.termFrom) : placeOf('portfolio', 'new');
type PlaceOf = ReturnType<typeof useKeptHere>;

/** What was begun before and is not put in: it is gone on with, not begun a second time. */
export const begunBefore = (pieces: readonly PortfolioPiece[], about: LookBack | null, placeOf: PlaceOf): PortfolioPiece | null =>
  pieces.find((one) =>
    about ? one.classId === about.classId && one.termFrom === about.termFrom : one.id === localStorage.getItem(placeOfNew(placeOf, null)),
  ) ?? null;

/**
 * A piece of one's own as it is put together. What is typed is kept in the browser until it is stored; each file goes to the
 * server at once, onto a draft that is there from the first act on.
 *
 * @param first what is changed; null: something new
 * @param about the term one looks back on
 */
export function useOwnPiece(first: PortfolioPiece | null, about: LookBack | null, classId: string) {
  const { problem, busy, attempt } = useAttempt();
  const piece = ref<PortfolioPiece | null>(first);
  const placeOf = useKeptHere();
  const ownPlace = placeOfNew(placeOf, about);
  const id: string = first?.id ?? localStorage.getItem(ownPlace) ?? crypto.randomUUID();
  if (!first) localStorage.setItem(ownPlace, id);
  const termFrom = first?.termFrom ?? about?.termFrom ?? null;
  const place = placeOf('portfolio', 'piece', id);
  const words = useLocalStorage(place, {
    classId: first?.classId ?? about?.classId ?? classId,
    title: first?.title ?? about?.term ?? '',
    text: first?.text ?? '',
    /** the version they were written over */
    over: first?.version ?? 0,
  });
  /** it was changed elsewhere since these words were begun */
  const isOver = ref(first !== null && words.value.over !== first.version);
  // What one does oneself, a file for instance, is no change made elsewhere.
  watch(piece, (now) => now && (words.value.over = now.version), { flush: 'sync' });
  const sending = reactive(new Map<string, Sending>());
  const version = () => piece.value?.version ?? 0;

  const stored = (done: boolean): Promise<PortfolioPiece> => {
    const { over: _, ...own } = words.value;
    const body: OwnPortfolioRequest = { ...own, title: own.title.trim(), termFrom, version: version(), done };
    return ask('PUT /api/my/portfolio/own/:pieceId', { params: { pieceId: id }, body });
  };
  /** Keeps it, and with `done` puts it in. @returns whether it is stored */
  const keep = async (done: boolean): Promise<boolean> => {
    const isStored = await attempt(async () => void (piece.value = await stored(done)));
    if (isStored) {
      // What is to be kept is written in the next turn; only then it can be let go.
      await nextTick();
      for (const one of [place, ownPlace]) localStorage.removeItem(one);
    } else if (problem.value?.code === 'conflict.changedMeanwhile') {
      // Seen once, the other version may be written over.
      piece.value = problem.value.current as PortfolioPiece;
      isOver.value = true;
    }
    return isStored;
  };

  // One after the other: each changes the version that the next one goes by.
  let last: Promise<unknown> = Promise.resolve();
  async function send(one: Sending): Promise<void> {
    sending.set(one.key, { ...one, why: '' });
    try {
      if (!piece.value) piece.value = await stored(false);
      const file = await reduced(one.file);
      piece.value = await ask('POST /api/my/portfolio/own/:pieceId/files', { params: { pieceId: id }, file });
      sending.delete(one.key);
    } catch (error) {
      sending.set(one.key, { ...one, why: error instanceof ApiProblem ? error.title : String(error) });
    }
  }
  const add = (files: readonly File[]): void => {
    for (const file of files) {
      const one = { key: crypto.randomUUID(), file, why: '' };
      sending.set(one.key, one);
      last = last.then(() => send(one));
    }
  };
  return {
    ...{ id, piece, words, isOver, sending, problem, busy, keep, add },
    again: (one: Sending) => void (last = last.then(() => send(one))),
    giveUp: (key: string) => void sending.delete(key),
    removeFile: (fileId: string) =>
      attempt(
        async () =>
          void (piece.value = await ask('DELETE /api/my/portfolio/own/:pieceId/files/:fileId', { params: { pieceId: id, fileId } })),
      ),
    underWay: computed(() => [...sending.values()].some((one) => one.why === '')),
  };
}
