import {
  blankQuestion,
  copiedQuestion,
  EMPTY_QUIZ,
  formulasOf,
  questionDoubts,
  questionFaults,
  quizFaults,
  quizMax,
  quizMinutes,
  runDoubts,
  type Question,
  type QuestionKind,
  type Quiz,
} from '@jolly/core';
import type { BriefBody, SetFor } from '@jolly/server/contract';
import { computed, ref, watch, type Ref } from 'vue';

/** Whether a formula can be read is the setter's to say; it comes when a quiz has one. */
function useFormulas(all: () => string[]): (latex: string) => boolean {
  const bad = ref<ReadonlySet<string>>(new Set());
  watch(
    () => all().join('\n'),
    async () => {
      const formulas = all();
      if (formulas.length === 0) return;
      const { default: katex } = await import('katex');
      const unreadable = formulas.filter((latex) => {
        try {
          katex.renderToString(latex, { throwOnError: true, trust: false, maxExpand: 200, maxSize: 20 });
          return false;
        } catch {
          return true;
        }
      });
      bad.value = new Set(unreadable);
    },
    { immediate: true },
  );
  return (latex) => !bad.value.has(latex);
}

/** The questions of a quiz while they are written, and what is to be said about them before it goes out. */
export function useQuiz({ body, sets }: { body: Ref<BriefBody>; sets: Ref<SetFor[]> }) {
  const quiz = computed(() => body.value.quiz ?? EMPTY_QUIZ);
  const questions = computed(() => quiz.value.questions);
  const write = (more: Partial<Quiz>) => (body.value.quiz = { ...quiz.value, ...more });
  /** which one is being written */
  const editing = ref<string | null>(null);
  /** which one the keys are at */
  const at = ref(0);
  const removed = ref<{ question: Question; index: number } | null>(null);
  const newId = () => crypto.randomUUID();
  const isFormula = useFormulas(() => quiz.value.questions.flatMap(formulasOf));

  const max = computed(() => quizMax(questions.value, quiz.value.sets));
  // What the assignment is out of follows its questions until somebody types another number.
  watch(max, (now, before) => {
    if (body.value.points === null || body.value.points === before) body.value.points = now === 0 ? null : now;
  });
  const notes = computed(() => questions.value.map((one) => ({ faults: questionFaults(one), doubts: questionDoubts(one, isFormula) })));
  const minutes = computed(() => quizMinutes(questions.value, quiz.value.sets));
  const wholeFaults = computed(() => quizFaults(questions.value, quiz.value.sets));
  const runNotes = computed(() =>
    runDoubts(quiz.value.run, {
      tries: body.value.rounds,
      closes: sets.value.length > 0 && sets.value.every((set) => set.closes !== null),
    }),
  );
  const tooShort = computed(() => quiz.value.run.limitMinutes !== null && minutes.value > quiz.value.run.limitMinutes);

  function insert(fresh: readonly Question[], index = questions.value.length): void {
    write({ questions: [...questions.value.slice(0, index), ...fresh, ...questions.value.slice(index)] });
    at.value = index + fresh.length - 1;
  }
  /** A set without questions says nothing. */
  const tidySets = (all: readonly Question[]) => quiz.value.sets.filter((set) => all.some((one) => one.setId === set.id));

  return {
    quiz,
    questions,
    editing,
    at,
    removed,
    max,
    minutes,
    notes,
    wholeFaults,
    runNotes,
    tooShort,
    write,
    insert,
    /** Takes questions from elsewhere, with the sets they are drawn from. */
    take({ questions: found, sets: ofThem }: { questions: readonly Question[]; sets: Quiz['sets'] }): void {
      const known = new Set(questions.value.map((one) => one.id));
      const fresh = found.map((one) => (known.has(one.id) ? copiedQuestion(one, newId) : one));
      const here = new Set(quiz.value.sets.map((one) => one.id));
      write({ sets: [...quiz.value.sets, ...ofThem.filter((one) => !here.has(one.id))] });
      insert(fresh);
    },
    add(kind: QuestionKind): void {
      const fresh = blankQuestion(kind, newId);
      insert([fresh]);
      editing.value = fresh.id;
    },
    change(question: Question): void {
      const all = questions.value.map((one) => (one.id === question.id ? question : one));
      write({ questions: all, sets: tidySets(all) });
    },
    copy(index: number): void {
      const fresh = copiedQuestion(questions.value[index]!, newId);
      insert([fresh], index + 1);
      editing.value = fresh.id;
    },
    remove(index: number): void {
      const question = questions.value[index];
      if (!question) return;
      removed.value = { question, index };
      const all = questions.value.filter((_, place) => place !== index);
      write({ questions: all, sets: tidySets(all) });
      if (editing.value === question.id) editing.value = null;
      at.value = Math.max(0, Math.min(index, all.length - 1));
    },
    putBack(): void {
      if (!removed.value) return;
      const { question, index } = removed.value;
      insert(
        [question.setId !== null && !quiz.value.sets.some((set) => set.id === question.setId) ? { ...question, setId: null } : question],
        index,
      );
      removed.value = null;
    },
    move(from: number, to: number): void {
      if (to < 0 || to >= questions.value.length || from === to) return;
      const all = [...questions.value];
      const [moved] = all.splice(from, 1);
      all.splice(to, 0, moved!);
      write({ questions: all });
      at.value = to;
    },
    newSet(question: Question): void {
      const set = { id: newId(), name: '', take: 1 };
      write({
        sets: [...quiz.value.sets, set],
        questions: questions.value.map((one) => (one.id === question.id ? { ...one, setId: set.id } : one)),
      });
    },
  };
}
