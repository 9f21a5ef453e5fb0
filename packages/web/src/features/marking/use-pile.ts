import { orderPile } from '@jolly/core';
import type { PieceRow, PileDeskReply } from '@jolly/server/contract';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ask } from '../../api/client';
import { useLoad } from '../../api/use-load';
import { useWords } from '../../ui/use-words';
import { useTermLine } from '../termline';
import { pieceKey } from './piece-at';
import { usePileChoices } from './use-pile-choices';
import { WAITING } from './waiting';

export type PileRow = PileDeskReply['rows'][number];
/** Where to go on to: the next piece that waits, the next student, or nowhere. */
export type Onward = 'waiting' | 'student' | null;

/** The pile of an assignment in the order it was asked for, and which piece of it the address names. */
export function usePile() {
  const { t, name } = useWords();
  const route = useRoute();
  const router = useRouter();
  const line = useTermLine();
  const choices = usePileChoices();
  const assignmentId = computed(() => String(route.params.id));
  const pile = useLoad(
    () =>
      ask('GET /api/assignments/:assignmentId/pile', {
        params: { assignmentId: assignmentId.value },
        query: { sections: choices.value.together ? 'together' : 'apart' },
      }),
    [assignmentId, () => choices.value.together],
  );

  const numbers = computed(
    () => new Map((pile.value.value?.rows ?? []).filter((row) => row.nameless).map((row, index) => [row.student.id, index + 1])),
  );
  const nameOf = (row: PieceRow) => (row.nameless ? t('desk.nameless', { n: numbers.value.get(row.student.id) ?? '' }) : name(row.student));
  const wanted = computed(() => (typeof route.params.student === 'string' ? route.params.student : ''));
  const all = computed(() => (pile.value.value?.rows ?? []).filter((row) => row.state !== 'excused'));
  const rows = computed(() => {
    const shown = choices.value.unscored ? all.value.filter((row) => row.score === null || row.student.id === wanted.value) : all.value;
    // Without names the order is one that says nothing about them.
    return shown.some((row) => row.nameless) ? shown : orderPile(shown, choices.value.order, assignmentId.value);
  });
  const keyOf = (one: Pick<PileRow, 'assignmentId' | 'student'>) => pieceKey({ assignmentId: one.assignmentId, studentId: one.student.id });
  // Where the address names nobody, what lies on the desk stays there once it has its score and waits no more.
  const lies = ref('');
  const row = computed(
    () =>
      rows.value.find((one) => one.student.id === wanted.value) ??
      rows.value.find((one) => wanted.value === '' && keyOf(one) === lies.value) ??
      rows.value.find((one) => WAITING.has(one.state)) ??
      rows.value[0] ??
      null,
  );
  watch(row, (one) => (lies.value = one ? keyOf(one) : ''));
  const position = computed(() => (row.value ? rows.value.indexOf(row.value) : -1));
  const key = computed(() => (row.value ? keyOf(row.value) : null));
  const assignment = computed(
    () => pile.value.value?.assignments.find((one) => one.id === row.value?.assignmentId) ?? pile.value.value?.assignments[0] ?? null,
  );
  const schoolClass = computed(() => (assignment.value ? line.classOf(assignment.value.classId) : undefined));
  const zone = computed(() => schoolClass.value?.zone ?? line.zone);

  function refreshRow(fresh: PieceRow): void {
    const list = pile.value.value;
    if (list)
      pile.value.value = {
        ...list,
        rows: list.rows.map((one) => (one.student.id === fresh.student.id ? { ...fresh, assignmentId: one.assignmentId } : one)),
      };
  }
  const goTo = (next: PileRow) => void router.replace({ params: { id: assignmentId.value, student: next.student.id }, query: route.query });
  return { choices, assignmentId, pile, nameOf, all, rows, row, position, keyOf, key, assignment, schoolClass, zone, refreshRow, goTo };
}

/**
 * Where one goes on to from the piece that lies on the desk.
 * @param me who marks @param isGoing whether the score of a piece is on its way
 */
export function useOnward(
  { rows, position, assignment, keyOf }: ReturnType<typeof usePile>,
  me: string,
  isGoing: (key: string) => boolean,
) {
  /** Does it wait for this teacher? Of a second marker what is in waits until they say otherwise: it does not say what they have scored. */
  const waits = (one: PileRow) =>
    (assignment.value?.secondMarker === me ? one.handedInAt !== null : WAITING.has(one.state) && one.score === null) &&
    !isGoing(keyOf(one));
  /** The next piece that waits, from this one on and round again. A second marker goes down the list once. */
  const nextWaiting = computed(() => {
    const [before, after] = [rows.value.slice(0, Math.max(0, position.value)), rows.value.slice(position.value + 1)];
    return [...after, ...(assignment.value?.secondMarker === me ? [] : before)].find(waits) ?? null;
  });
  const onwardTo = (next: Onward): PileRow | null =>
    next === null ? null : next === 'student' ? (rows.value[position.value + 1] ?? null) : nextWaiting.value;
  return onwardTo;
}
