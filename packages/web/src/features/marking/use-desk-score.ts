import { isBlank, parsePoints, plainText, rubricScore } from '@jolly/core';
import type { AssignmentReply, DeskPieceReply, ScoreRequest } from '@jolly/server/contract';
import { computed, type Ref } from 'vue';
import type { Fields } from './DeskForm.vue';
import type { Held } from './use-holding';

/** What is typed on the desk, read as a score: what it comes to, what in it cannot be read, and how it is sent. */
export function useDeskScore(at: {
  fields: Ref<Fields>;
  /** members of the group with another score, as it is typed, by student */
  differ: Ref<Record<string, string>>;
  assignment: Ref<AssignmentReply | null>;
  forGroup: Ref<boolean>;
}) {
  const { fields, differ, assignment, forGroup } = at;
  const byChoice = computed(() => assignment.value !== null && ['rubric', 'words', 'done'].includes(assignment.value.scoring.by));
  const typedDiffer = computed(() => Object.fromEntries(Object.entries(differ.value).filter(([, typed]) => typed.trim() !== '')));
  const earned = computed(() => (fields.value.earned.trim() === '' ? null : parsePoints(fields.value.earned)));
  const badNumber = computed(() => fields.value.earned.trim() !== '' && earned.value === null);
  const adjustBy = computed(() => {
    const match = /^([+−-]?)\s*(.+)$/.exec(fields.value.adjustBy.trim());
    const milli = match ? parsePoints(match[2]!) : null;
    return milli === null ? null : match![1] === '−' || match![1] === '-' ? -milli : milli;
  });
  const badAdjust = computed(() => fields.value.adjustBy.trim() !== '' && adjustBy.value === null);
  const differs = computed(() =>
    Object.entries(typedDiffer.value).map(([studentId, typed]) => ({ studentId, earned: parsePoints(typed) })),
  );
  const badDiffer = computed(() => differs.value.some((one) => one.earned === null));
  /** What the score would be, as far as the page can say. */
  const result = computed(() => {
    const { scoring, points: max } = assignment.value ?? { scoring: { by: 'none' as const }, points: null };
    const { chosen } = fields.value;
    const base =
      scoring.by === 'rubric' && chosen?.by === 'rubric' && max !== null
        ? rubricScore(scoring.rubric, max, chosen.choices).earned
        : byChoice.value
          ? null
          : earned.value;
    return base === null ? null : base + (adjustBy.value ?? 0);
  });
  const empty = computed(
    () =>
      fields.value.earned.trim() === '' &&
      fields.value.chosen === null &&
      isBlank(fields.value.remark) &&
      Object.values(fields.value.words).every((one) => one === ''),
  );
  function requestOf(
    current: DeskPieceReply,
    { bonus, version }: { bonus: boolean; version: number },
  ): ScoreRequest & { remarks: string[] } {
    const { chosen, remark, words, adjustReason, remarks } = fields.value;
    const adjust = adjustBy.value === null || adjustBy.value === 0 ? null : { by: adjustBy.value, reason: adjustReason };
    const group =
      current.team.length > 0 && forGroup.value ? { group: { differ: differs.value.map((one) => ({ ...one, earned: one.earned! })) } } : {};
    return {
      earned: byChoice.value ? null : earned.value,
      chosen: byChoice.value ? chosen : null,
      remark,
      words,
      adjust,
      bonusConfirmed: bonus,
      version,
      remarks,
      ...group,
    };
  }
  /** What is sent to hold what is typed: the score, or the second one where the first is not to be seen. */
  const heldOf = (current: DeskPieceReply, how: { bonus: boolean; version: number }): Held =>
    current.blind
      ? {
          secondScore: {
            earned: byChoice.value ? null : earned.value,
            chosen: byChoice.value ? fields.value.chosen : null,
            remark: plainText(fields.value.remark).trim(),
          },
        }
      : { score: requestOf(current, how) };
  return { byChoice, typedDiffer, earned, badNumber, badAdjust, differs, badDiffer, result, empty, heldOf };
}
