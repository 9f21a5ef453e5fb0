import { isNoAnswer, type Answer } from '@jolly/core';
import type { AnswersReply, RunningTry, StandingAnswer } from '@jolly/server/contract';
import { computed, onScopeDispose, ref } from 'vue';
import { ApiProblem, isUnreachable } from '../../api/client';
import { useWake } from '../../api/use-wake';

/** A text is sent when one stops typing for so long; a choice goes at once. */
const SEND_AFTER_MS = 700;
const TRY_AGAIN_AFTER_MS = 3_000;

interface Waiting {
  id: string;
  questionId: string;
  answer: Answer;
  insteadOf: string | null;
}
type Send = (answers: Waiting[]) => Promise<AnswersReply>;

/**
 * The answers of a try on this device. Each is kept in the browser before it is sent, and let go only when the server has it; so
 * neither a broken line nor a closed tab loses one, and another device goes on with what the server has.
 *
 * @param name under which it is kept: of one person, one quiz, one try
 * @param send stores answers and says which stand
 */
export function useTry({ name, send }: { name: string; send: Send }) {
  const key = `jolly-quiz ${name}`;
  const stands = ref<Record<string, StandingAnswer>>({});
  const beside = ref<Record<string, StandingAnswer[]>>({});
  const kept = () => JSON.parse(localStorage.getItem(key) ?? '[]') as Waiting[];
  const waiting = ref<Waiting[]>(kept());
  const refused = ref<Record<string, string>>({});
  const status = ref<'saved' | 'sending' | 'kept'>(waiting.value.length > 0 ? 'kept' : 'saved');
  const savedAt = ref<number | null>(null);
  const endsAt = ref<number | null>(null);
  /** how far the server's clock is ahead of this device's */
  const ahead = ref(0);
  const over = ref(false);
  const lost = ref<ApiProblem | null>(null);
  /** Answers that were never on their way. One that was may be at the server, and what is said under its id stays as it was. */
  const unsent = new Set<string>();
  let timer: ReturnType<typeof setTimeout> | undefined;
  let running: Promise<void> | null = null;

  /** What this tab has sent or let go; what else is kept under this name waits in another tab. */
  const gone = new Set<string>();
  function keep(): void {
    const mine = new Set(waiting.value.map((one) => one.id));
    const others = kept().filter((one) => !mine.has(one.id) && !gone.has(one.id));
    const all = [...others, ...waiting.value];
    if (all.length > 0) localStorage.setItem(key, JSON.stringify(all));
    else localStorage.removeItem(key);
  }
  function take({ stands: standing, beside: others, endsAt: end }: Pick<RunningTry, 'stands' | 'beside' | 'endsAt'>): void {
    stands.value = standing;
    beside.value = others;
    endsAt.value = end;
  }

  async function sendAll(): Promise<void> {
    while (waiting.value.length > 0) {
      const sent = waiting.value.map((one) => ({ ...one }));
      for (const one of sent) unsent.delete(one.id);
      status.value = 'sending';
      try {
        const reply = await send(sent);
        // What was changed while it was on its way is another answer by now, with an id of its own.
        for (const one of sent) gone.add(one.id);
        waiting.value = waiting.value.filter((one) => !gone.has(one.id));
        refused.value = Object.fromEntries(
          sent.flatMap((one) => (reply.refused[one.id] ? [[one.questionId, reply.refused[one.id]!]] : [])),
        );
        take(reply);
        over.value = reply.over;
        ahead.value = reply.now - Date.now();
        savedAt.value = reply.now;
        keep();
      } catch (error) {
        status.value = 'kept';
        if (error instanceof ApiProblem && !isUnreachable(error) && error.status < 500) lost.value = error;
        else later(TRY_AGAIN_AFTER_MS);
        return;
      }
    }
    status.value = 'saved';
  }
  /** Sends whatever waits, one batch after the other. @returns whether the server has everything */
  async function flush(): Promise<boolean> {
    clearTimeout(timer);
    running ??= sendAll().finally(() => (running = null));
    await running;
    return waiting.value.length === 0;
  }
  function later(ms: number): void {
    clearTimeout(timer);
    timer = setTimeout(() => void flush(), ms);
  }

  function change(questionId: string, answer: Answer, { atOnce }: { atOnce: boolean }): void {
    lost.value = null;
    const open = waiting.value.find((one) => one.questionId === questionId && unsent.has(one.id));
    if (open) open.answer = answer;
    else {
      const before = waiting.value.filter((one) => one.questionId === questionId).at(-1)?.id ?? stands.value[questionId]?.id ?? null;
      const id = crypto.randomUUID();
      unsent.add(id);
      waiting.value.push({ id, questionId, answer, insteadOf: before });
    }
    if (status.value === 'saved') status.value = 'sending';
    keep();
    later(atOnce ? 0 : SEND_AFTER_MS);
  }

  const sendRest = () => waiting.value.length > 0 && flush();
  useWake({ asleep: sendRest, awake: sendRest });
  onScopeDispose(() => void flush());

  const answers = computed<Record<string, Answer>>(() => ({
    ...Object.fromEntries(Object.entries(stands.value).map(([questionId, one]) => [questionId, one.answer])),
    ...Object.fromEntries(waiting.value.map((one) => [one.questionId, one.answer])),
  }));

  return {
    answers,
    beside,
    refused,
    status,
    savedAt,
    endsAt,
    ahead,
    over,
    lost,
    take,
    change,
    flush,
    /** Of two answers given on two devices, the one that is to stand. */
    choose: (questionId: string, answer: Answer) => change(questionId, answer, { atOnce: true }),
    isAnswered: (questionId: string) => !isNoAnswer(answers.value[questionId] ?? null),
    /** What is kept here is let go: the try is handed in. */
    done(): void {
      clearTimeout(timer);
      for (const one of waiting.value) gone.add(one.id);
      waiting.value = [];
      keep();
      status.value = 'saved';
    },
  };
}
