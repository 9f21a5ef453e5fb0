import { isBlank, type SaidPlace } from '@jolly/core';
import type { MyPieceReply, WorkFile } from '@jolly/server/contract';
import { computed, onBeforeUnmount, ref, unref, watch, type MaybeRef, type Ref } from 'vue';
import { onBeforeRouteLeave } from 'vue-router';
import { addressOf, amendLast, ApiProblem, ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useLive } from '../../api/use-live';
import { useLoad } from '../../api/use-load';
import { useWords } from '../../ui/use-words';
import { saidAt, useUploads } from '../files';
import { useDraft } from './use-draft';
import { useKeptPapers } from './use-kept-papers';

/** So long after a save of one's own a change is taken for that save. */
const OWN_ECHO_MS = 2500;

/** Something of a piece that is saved as one works. */
interface SavedPlace {
  save: () => Promise<boolean>;
  status: MaybeRef<string>;
}

/**
 * One piece as its student works on it: loaded, written, files put up, handed in and taken back, and kept up with what others who
 * share it do. Whichever page shows it.
 *
 * @param others more that is saved on the page, such as copies of worksheets
 */
export function usePiece({ id, userId, others = ref([]) }: { id: string; userId: string; others?: Ref<readonly SavedPlace[]> }) {
  const { t } = useWords();
  const own = { assignmentId: id };
  const draft = useDraft({
    name: id,
    userId,
    async store(body) {
      const stored = await ask('PUT /api/my/work/:assignmentId/text', { params: own, body });
      void amendLast('GET /api/my/work/:assignmentId', { params: own }, (seen) => ({
        ...seen,
        draft: { ...seen.draft, ...stored, text: body.text },
      }));
      return stored;
    },
  });
  const papersKept = useKeptPapers(userId, id);
  const files = ref<WorkFile[]>([]);
  const beat = ref(0);
  let begun = false;
  const { state, value, why, reload } = useLoad(async () => {
    // Looking makes one's copies of worksheets; on a broken line the piece itself still says what is wrong.
    if (!begun)
      await Promise.all([
        ask('POST /api/my/work/:assignmentId/look', { params: own }).catch(() => undefined),
        papersKept.save().catch(() => undefined),
      ]);
    const reply = await ask('GET /api/my/work/:assignmentId', { params: own });
    // What was refused is tried again only once the piece is open again.
    if (!begun || (draft.status.value === 'refused' && reply.mayHandIn === null)) draft.begin(reply.draft);
    else draft.refresh(reply.draft);
    begun = true;
    files.value = reply.draft.files;
    if (reply.piece.returned && reply.piece.returned.readAt === null)
      void ask('POST /api/my/work/:assignmentId/read', { params: own }).catch(() => undefined);
    if (reply.unreadNotes > 0) void ask('POST /api/my/work/:assignmentId/notes/read', { params: own }).catch(() => undefined);
    return reply;
  });
  const piece = computed(() => value.value?.piece ?? null);
  const working = computed(() => value.value !== null && value.value.mayHandIn === null);
  const { problem, busy, attempt } = useAttempt();

  const { uploads, add, stop, again, copyOf, resume } = useUploads({
    assignmentId: id,
    userId,
    onSentElsewhere: () => void reload(),
    onAttached: (file) => !files.value.some((one) => one.id === file.id) && files.value.push(file),
  });
  watch(
    () => (value.value ? working.value : null),
    (open) => open !== null && void resume({ open }),
    { immediate: true },
  );
  // What a member of the group writes, or oneself on another device, comes in while one writes.
  let quiet: ReturnType<typeof setTimeout> | undefined;
  let ownSave = -Infinity;
  watch(draft.savedAt, () => (ownSave = performance.now()));
  useLive<{ talked: string[] }>(
    () => (value.value ? addressOf('GET /api/my/work/:assignmentId/live', { params: own }) : null),
    (event) => {
      // What one has just saved oneself comes back as a change; it is here already.
      if (event?.talked.length === 0 && !value.value?.team && performance.now() - ownSave < OWN_ECHO_MS) return;
      clearTimeout(quiet);
      quiet = setTimeout(() => {
        beat.value += 1;
        void reload();
      }, 400);
    },
    { lookAgain: true },
  );
  onBeforeUnmount(() => clearTimeout(quiet));

  async function detach(file: WorkFile): Promise<void> {
    await attempt(async () => {
      await ask('DELETE /api/my/work/:assignmentId/files/:fileId', { params: { assignmentId: id, fileId: file.id } });
      files.value = files.value.filter((one) => one.id !== file.id);
    });
  }
  /** Recordings that answer this part, and those on their way; null where it is to be written. */
  const said = (place: SaidPlace) =>
    value.value?.voiceAnswers ? { files: saidAt(files.value, place), uploads: saidAt(uploads.value, place) } : null;

  // The key stays the same until the server has answered, so that trying again cannot hand in twice.
  let handInKey = crypto.randomUUID();
  const all = computed((): SavedPlace[] => [draft, papersKept, ...others.value]);
  const handIn = () =>
    attempt(async () => {
      for (const place of all.value) {
        if (await place.save()) continue;
        if (draft.refusal.value.code) throw new ApiProblem(draft.refusal.value.code, draft.refusal.value.title, 409);
        throw new ApiProblem('piece.notYetSent', t('piece.notYetSent'), 0);
      }
      try {
        await ask('POST /api/my/work/:assignmentId/hand-in', { params: own, idempotencyKey: handInKey });
      } catch (error) {
        // Whether it is in is not known until the server says so; asking again with the same key cannot double it.
        if (error instanceof ApiProblem && error.status === 0) throw new ApiProblem('piece.handInUnsure', t('piece.handInUnsure'), 0);
        if (!(error instanceof ApiProblem) || error.code !== 'piece.alreadyIn') throw error;
      }
      handInKey = crypto.randomUUID();
      await reload();
    });
  // Once everything is with the server, or it has said what is in, what was said of a broken line is over.
  const allThere = computed(() => all.value.every((place) => unref(place.status) === 'saved'));
  watch(allThere, (there) => there && problem.value?.code === 'piece.notYetSent' && (problem.value = null));
  watch(value, () => problem.value?.code === 'piece.handInUnsure' && (problem.value = null));
  async function anew(): Promise<void> {
    begun = false;
    await reload();
  }
  const takeBack = () =>
    attempt(async () => {
      await ask('POST /api/my/work/:assignmentId/take-back', { params: own });
      await anew();
    });
  const sheetsBegun = computed(
    () =>
      (value.value?.sheets ?? []).filter((one) => one.begun).length + (value.value?.papers ?? []).filter((one) => one.objects > 0).length,
  );
  const nothing = computed(() => isBlank(draft.text.value) && files.value.length === 0 && sheetsBegun.value === 0);
  const onTheWay = computed(() => uploads.value.filter((one) => one.state !== 'refused').length);
  // Locked under one's hands: a member or another tab has handed it in.
  watch(draft.status, (status) => status === 'refused' && draft.refusal.value.code === 'piece.alreadyIn' && void reload());
  // Leaving the page sends what is still on its way; it is kept in the browser in any case.
  onBeforeRouteLeave(() => void draft.save());

  function check(choices: MyPieceReply['selfCheck']): void {
    if (!value.value || !choices) return;
    value.value = { ...value.value, selfCheck: choices };
    void attempt(() => ask('PUT /api/my/work/:assignmentId/self-check', { params: own, body: { choices } }));
  }

  return {
    ...{ state, value, why, reload, piece, working, problem, busy, attempt },
    ...{ draft, papersKept, files, uploads, add, stop, again, copyOf, detach, said },
    ...{ handIn, takeBack, anew, check, beat, sheetsBegun, nothing, onTheWay },
  };
}
