import type { RubricChoices } from '@jolly/core';
import type { AcrossAnswersReply, AnswerToScore } from '@jolly/server/contract';
import { useLocalStorage } from '@vueuse/core';
import { computed, effectScope, onScopeDispose, ref, watch, type Ref } from 'vue';
import { ApiProblem, ask } from '../../api/client';
import { useKeptHere } from '../../ui/kept-here';

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
  const placeOf = useKeptHere();
  const questionId = computed(() => reply.value?.question.id ?? '');
  // A mark is about one answer to one question; what is under way for another question stays with that.
  const keyOf = ({ tryId }: AnswerToScore, about = questionId.value) => `${about} ${tryId}`;
  const marks = ref<Record<string, Mark>>({});
  const failures = ref<Record<string, string>>({});
  // It outlives the page until what was pending is stored, or what is stored would be taken for unstored the next time.
  const scope = effectScope(true);
  /** words to answers that are not stored */
  const typed = scope.run(() =>
    useLocalStorage<Record<string, string>>(() => placeOf('answer-words', reply.value?.assignmentId ?? ''), {}, { flush: 'sync' }),
  )!;
  /** saved remarks that were used, to be counted */
  const used = new Map<string, string[]>();
  const pending = new Map<string, { timer: ReturnType<typeof setTimeout>; store: () => Promise<void> }>();
  watch(reply, (now) => {
    for (const one of now?.answers ?? []) {
      const key = keyOf(one);
      delete failures.value[key];
      if (one.mark) marks.value[key] = one.mark;
      else delete marks.value[key];
    }
  });

  const going = new Map<string, Promise<void>>();
  /** Each mark of an answer is stored one after the other. */
  async function give(one: AnswerToScore, given: Given, about = questionId.value): Promise<void> {
    const { assignmentId } = reply.value!;
    const key = keyOf(one, about);
    const work = (async () => {
      await going.get(key);
      const before = marks.value[key];
      const body = {
        points: given.choices ? null : given.points === undefined ? (before?.points ?? null) : given.points,
        choices: given.points !== undefined ? null : given.choices === undefined ? (before?.choices ?? null) : given.choices,
        remark: given.remark ?? before?.remark ?? '',
        remarks: used.get(key) ?? [],
        version: before?.version ?? 0,
      };
      const said = (of: Pick<Mark, 'points' | 'choices' | 'remark'>) => JSON.stringify([of.points, of.choices, of.remark]);
      if (before && said(before) === said(body)) return;
      try {
        const { mark } = await ask('PUT /api/assignments/:assignmentId/quiz/tries/:tryId/marks/:questionId', {
          params: { assignmentId, tryId: one.tryId, questionId: about },
          body,
        });
        used.delete(key);
        marks.value[key] = mark!;
        delete failures.value[key];
        if (typed.value[key]?.trim() === mark!.remark) forget(key);
      } catch (error) {
        failures.value[key] = error instanceof ApiProblem ? error.title : String(error);
        if (error instanceof ApiProblem && error.current) marks.value[key] = error.current as Mark;
      }
    })();
    going.set(key, work);
    await work;
  }
  function forget(key: string): void {
    typed.value = Object.fromEntries(Object.entries(typed.value).filter(([other]) => other !== key));
  }

  async function storeWords(one: AnswerToScore, about = questionId.value): Promise<void> {
    const key = keyOf(one, about);
    clearTimeout(pending.get(key)?.timer);
    pending.delete(key);
    const words = typed.value[key];
    if (words === undefined) return;
    if (words.trim() === (marks.value[key]?.remark ?? '')) forget(key);
    else await give(one, { remark: words.trim() }, about);
  }
  // Whoever leaves the page in the middle of a word has it stored too.
  onScopeDispose(() => void Promise.all([...pending.values()].map(({ store }) => store())).then(() => scope.stop()));

  return {
    give,
    storeWords,
    markOf: (one: AnswerToScore): Mark | undefined => marks.value[keyOf(one)],
    failureOf: (one: AnswerToScore): string | undefined => failures.value[keyOf(one)],
    remarkOf: (one: AnswerToScore): string => typed.value[keyOf(one)] ?? marks.value[keyOf(one)]?.remark ?? '',
    /** It is only here yet: it was typed before the window was closed, or the line was away. */
    isUnstored: (one: AnswerToScore): boolean => {
      const words = typed.value[keyOf(one)];
      return words !== undefined && words.trim() !== (marks.value[keyOf(one)]?.remark ?? '') && !pending.has(keyOf(one));
    },
    type(one: AnswerToScore, words: string): void {
      const [key, about] = [keyOf(one), questionId.value];
      typed.value = { ...typed.value, [key]: words };
      clearTimeout(pending.get(key)?.timer);
      const store = () => storeWords(one, about);
      pending.set(key, { store, timer: setTimeout(() => void store(), STORE_AFTER_MS) });
    },
    /** Notes that a saved remark was used in the words to an answer. */
    uses(one: AnswerToScore, remarkId: string): void {
      used.set(keyOf(one), [...new Set([...(used.get(keyOf(one)) ?? []), remarkId])]);
    },
  };
}
