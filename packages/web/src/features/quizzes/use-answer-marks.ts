import type { RubricChoices } from '@jolly/core';
import type { AcrossAnswersReply, AnswerToScore } from '@jolly/server/contract';
import { useLocalStorage } from '@vueuse/core';
import { computed, inject, onScopeDispose, ref, watch, type Ref } from 'vue';
import { ApiProblem, ask } from '../../api/client';
import { LIST_OWNER } from '../../ui/list-view';

type Mark = NonNullable<AnswerToScore['mark']>;
interface Given {
  points?: number | null;
  choices?: RubricChoices | null;
  remark?: string;
}
const STORE_AFTER_MS = 1200;

/**
 * What a teacher gives for the answers to one question. Points are stored at once, words when there is a pause; words that are
 * not stored yet are kept in this browser, so that neither a closed window nor a broken line loses them.
 */
export function useAnswerMarks(reply: Ref<AcrossAnswersReply | null>) {
  const marked = ref<Record<string, Mark>>({});
  const failed = ref<Record<string, string>>({});
  const person = inject(LIST_OWNER, null);
  const questionId = computed(() => reply.value?.question.id ?? '');
  /** by try: words to answers of this question that are not stored */
  const typed = useLocalStorage<Record<string, string>>(
    () => `jolly-answer-words ${person?.value ?? ''} ${reply.value?.assignmentId ?? ''} ${questionId.value}`,
    {},
    { flush: 'sync' },
  );
  /** saved remarks that were used, by try, to be counted */
  const used = new Map<string, string[]>();
  const timers = new Map<string, ReturnType<typeof setTimeout>>();
  const stopTimers = () => {
    timers.forEach(clearTimeout);
    timers.clear();
  };
  onScopeDispose(stopTimers);
  watch(reply, (now, before) => {
    // A word is about one question; of another question of the same students it says nothing.
    if (now?.question.id !== before?.question.id) {
      failed.value = {};
      stopTimers();
    }
    marked.value = Object.fromEntries((now?.answers ?? []).flatMap((one) => (one.mark ? [[one.tryId, one.mark]] : [])));
  });

  const going = new Map<string, Promise<void>>();
  /** Each mark is stored one after the other for each student. */
  async function give(one: AnswerToScore, given: Given): Promise<void> {
    const [{ assignmentId }, about] = [reply.value!, questionId.value];
    const work = (async () => {
      await going.get(one.tryId);
      const before = marked.value[one.tryId];
      const body = {
        points: given.choices ? null : given.points === undefined ? (before?.points ?? null) : given.points,
        choices: given.points !== undefined ? null : given.choices === undefined ? (before?.choices ?? null) : given.choices,
        remark: given.remark ?? before?.remark ?? '',
        remarks: used.get(one.tryId) ?? [],
        version: before?.version ?? 0,
      };
      const said = (of: Pick<Mark, 'points' | 'choices' | 'remark'>) => JSON.stringify([of.points, of.choices, of.remark]);
      if (before && said(before) === said(body)) return;
      try {
        const { mark } = await ask('PUT /api/assignments/:assignmentId/quiz/tries/:tryId/marks/:questionId', {
          params: { assignmentId, tryId: one.tryId, questionId: about },
          body,
        });
        used.delete(one.tryId);
        if (about !== questionId.value) return;
        marked.value = { ...marked.value, [one.tryId]: mark! };
        delete failed.value[one.tryId];
        if (typed.value[one.tryId]?.trim() === mark!.remark) forget(one);
      } catch (error) {
        if (about !== questionId.value) return;
        failed.value = { ...failed.value, [one.tryId]: error instanceof ApiProblem ? error.title : String(error) };
        if (error instanceof ApiProblem && error.current) marked.value = { ...marked.value, [one.tryId]: error.current as Mark };
      }
    })();
    going.set(one.tryId, work);
    await work;
  }
  function forget({ tryId }: AnswerToScore): void {
    typed.value = Object.fromEntries(Object.entries(typed.value).filter(([id]) => id !== tryId));
  }

  const remarkOf = ({ tryId }: AnswerToScore): string => typed.value[tryId] ?? marked.value[tryId]?.remark ?? '';
  async function storeWords(one: AnswerToScore): Promise<void> {
    clearTimeout(timers.get(one.tryId));
    timers.delete(one.tryId);
    const words = typed.value[one.tryId];
    if (words === undefined) return;
    if (words.trim() === (marked.value[one.tryId]?.remark ?? '')) forget(one);
    else await give(one, { remark: words.trim() });
  }
  return {
    marked,
    failed,
    give,
    remarkOf,
    storeWords,
    /** It is only here yet: it was typed a moment ago, or before the window was closed, or the line was away. */
    isUnstored: ({ tryId }: AnswerToScore): boolean =>
      typed.value[tryId] !== undefined && typed.value[tryId].trim() !== (marked.value[tryId]?.remark ?? '') && !timers.has(tryId),
    type(one: AnswerToScore, words: string): void {
      typed.value = { ...typed.value, [one.tryId]: words };
      clearTimeout(timers.get(one.tryId));
      timers.set(
        one.tryId,
        setTimeout(() => void storeWords(one), STORE_AFTER_MS),
      );
    },
    /** Notes that a saved remark was used in the words to an answer. */
    uses({ tryId }: AnswerToScore, remarkId: string): void {
      used.set(tryId, [...new Set([...(used.get(tryId) ?? []), remarkId])]);
    },
  };
}
