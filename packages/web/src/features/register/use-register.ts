import { PRESENT, type LocalDate, type RegisterEntry, type RegisterMark } from '@jolly/core';
import type { RegisterReply } from '@jolly/server/contract';
import { computed, ref, watch, type Ref } from 'vue';
import { ask } from '../../api/client';
import { useAttempt } from '../../api/use-attempt';
import { useWake } from '../../api/use-wake';

/**
 * The register of a class on a day, for marking as fast as one can press: what is pressed is shown at once and stored behind it,
 * all that came meanwhile together. What could not be stored stays, and is sent with the next.
 */
export function useRegister(classId: Ref<string>, day: Ref<LocalDate>, reply: Ref<RegisterReply | null>) {
  const { problem, attempt } = useAttempt();
  const lesson = ref('');
  /** what is shown and not stored yet, by lesson and student */
  const waiting = ref(new Map<string, { lesson: string; studentId: string; entry: RegisterEntry }>());
  const taking = ref(false);
  const storing = ref(false);
  const keyOf = (id: string) => `${lesson.value} ${id}`;
  watch(
    reply,
    (now) => {
      if (now && !now.lessons.some((one) => one.lesson === lesson.value)) lesson.value = now.lessons[0]?.lesson ?? '';
    },
    { immediate: true },
  );
  const entryOf = (studentId: string): RegisterEntry =>
    waiting.value.get(keyOf(studentId))?.entry ??
    reply.value?.students.find((one) => one.student.id === studentId)?.entries[lesson.value] ??
    PRESENT;

  async function flush(): Promise<void> {
    if (storing.value) return;
    storing.value = true;
    try {
      while (waiting.value.size > 0 || taking.value) {
        const first = [...waiting.value.values()][0]?.lesson ?? lesson.value;
        const sent = [...waiting.value.entries()].filter(([, one]) => one.lesson === first);
        const taken = taking.value && first === lesson.value;
        const done = await attempt(async () => {
          const body = { lesson: first, entries: sent.map(([, { studentId, entry }]) => ({ studentId, entry })), taken };
          const stored = await ask('PUT /api/classes/:classId/register/:day', { params: { classId: classId.value, day: day.value }, body });
          // Only what was sent is stored; what was pressed since waits on.
          for (const [key, one] of sent) if (waiting.value.get(key) === one) waiting.value.delete(key);
          if (taken) taking.value = false;
          reply.value = { ...stored, students: inOrderOf(reply.value, stored), bySeats: reply.value?.bySeats ?? stored.bySeats };
        });
        if (!done) return;
      }
    } finally {
      storing.value = false;
    }
  }
  /** The order that one looks at stays, whatever order the answer has. */
  function inOrderOf(before: RegisterReply | null, now: RegisterReply): RegisterReply['students'] {
    const place = new Map(before?.students.map((one, at) => [one.student.id, at]));
    return [...now.students].sort((a, b) => (place.get(a.student.id) ?? 0) - (place.get(b.student.id) ?? 0));
  }

  // What a sleeping phone could not send goes when it wakes.
  useWake({ awake: () => (waiting.value.size > 0 || taking.value) && flush() });

  return {
    problem,
    storing,
    lesson,
    entryOf,
    flush,
    unstored: computed(() => waiting.value.size > 0 || taking.value),
    set(studentId: string, entry: RegisterEntry): void {
      waiting.value.set(keyOf(studentId), { lesson: lesson.value, studentId, entry });
      void flush();
    },
    mark(studentId: string, mark: RegisterMark): void {
      const before = entryOf(studentId);
      if (before.mark === mark) return;
      waiting.value.set(keyOf(studentId), {
        lesson: lesson.value,
        studentId,
        entry: { mark, minutes: null, reason: mark === 'present' ? '' : before.reason },
      });
      void flush();
    },
    take(): void {
      taking.value = true;
      void flush();
    },
    attempt,
  };
}
