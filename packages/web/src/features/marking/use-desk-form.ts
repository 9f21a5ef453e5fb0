import type { AssignmentReply, DeskPieceReply } from '@jolly/server/contract';
import { computed, ref, watch, type Ref } from 'vue';
import { addressOf } from '../../api/client';
import { keepTyped, useOwnWords } from '../../ui/own-words';
import { useWords } from '../../ui/use-words';
import { BLANK, comparable, differing, fieldsOf } from './desk-fields';
import type { Fields } from './DeskForm.vue';
import { pieceAt } from './piece-at';
import { useDeskScore } from './use-desk-score';

const DESK_PIECE = 'GET /api/assignments/:assignmentId/pieces/:studentId';

/** What of the form a reply is the answer to. */
export interface Sent {
  fields: Fields;
  differ: Record<string, string>;
}
// What was typed for a piece and not held yet survives a closed tab, with what it was typed over.
interface KeptHere extends Sent {
  before: Fields;
}

/**
 * The form of the piece on the desk: what is typed, what is stored under it, and what is kept in this browser until it is held.
 * @param onDesk the key of the piece that lies there
 */
export function useDeskForm(at: {
  desk: Ref<DeskPieceReply | null>;
  onDesk: Ref<string | null>;
  assignment: Ref<AssignmentReply | null>;
  me: string;
}) {
  const { desk, onDesk, assignment, me } = at;
  const { points } = useWords();
  const own = useOwnWords<Fields>(BLANK);
  const { typed: fields, before: stored } = own;
  const ownDiffer = useOwnWords<Record<string, string>>({});
  const { typed: differ } = ownDiffer;
  const forGroup = ref(true);
  const score = useDeskScore({
    fields,
    differ,
    assignment,
    forGroup,
  });
  /** what lay here of a piece when its score was sent */
  const sentFrom = new Map<string, string | null>();
  // By the address of the piece: what browsers have kept already lies there.
  const keptKey = (key: string) => `jolly-marking ${me} ${addressOf(DESK_PIECE, { params: pieceAt(key) })}`;
  const inForm = (): Sent => JSON.parse(JSON.stringify({ fields: fields.value, differ: differ.value })) as Sent;
  /** Puts a piece on the desk: the form begins with what is stored. */
  function lay(reply: DeskPieceReply): void {
    desk.value = reply;
    own.begin(fieldsOf(reply, points));
    ownDiffer.begin(differing(reply, points));
    forGroup.value = reply.team.length > 0;
  }
  /** Takes in what is stored of the piece on the desk; what was typed and not stored stays. @param sent what it is the answer to */
  function take(reply: DeskPieceReply, sent?: Sent): void {
    desk.value = reply;
    own.arrive(fieldsOf(reply, points), sent?.fields);
    ownDiffer.arrive(differing(reply, points), sent?.differ);
  }
  /** Puts back what was typed for a piece and not held. */
  function restore(key: string): void {
    const kept = JSON.parse(localStorage.getItem(keptKey(key)) ?? 'null') as KeptHere | null;
    if (!kept) return;
    fields.value = keepTyped({ before: kept.before, typed: kept.fields, stored: stored.value });
    differ.value = { ...differ.value, ...kept.differ };
  }
  /** What is typed goes out now. @returns what the reply will be the answer to */
  function sends(key: string): Sent {
    sentFrom.set(key, localStorage.getItem(keptKey(key)));
    return inForm();
  }
  /** It is held. What was typed after it was sent is not, and stays here. */
  function isHeld(key: string): void {
    if (localStorage.getItem(keptKey(key)) === sentFrom.get(key)) localStorage.removeItem(keptKey(key));
  }
  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
  const dirty = computed(
    () =>
      !same(comparable(fields.value), comparable(stored.value)) ||
      (desk.value !== null && !same(score.typedDiffer.value, differing(desk.value, points))),
  );
  watch(
    [fields, differ, stored],
    () => {
      if (!onDesk.value) return;
      if (dirty.value)
        localStorage.setItem(keptKey(onDesk.value), JSON.stringify({ ...inForm(), before: stored.value } satisfies KeptHere));
      else localStorage.removeItem(keptKey(onDesk.value));
    },
    { deep: true },
  );

  return { fields, differ, forGroup, ...score, dirty, lay, take, restore, sends, isHeld };
}
