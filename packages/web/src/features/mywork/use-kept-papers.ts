import { ref } from 'vue';
import { hasKeptPapers, sendKeptPapers } from '../paper';

/** What was written on papers of a piece and only this browser has, as one more place whose words must be sent before handing in. */
export function useKeptPapers(userId: string, assignmentId: string) {
  const status = ref<'saved' | 'kept'>(hasKeptPapers(userId, assignmentId) ? 'kept' : 'saved');
  return {
    status,
    /** @returns whether the server now has everything */
    async save(): Promise<boolean> {
      await sendKeptPapers(userId, assignmentId).catch(() => undefined);
      status.value = hasKeptPapers(userId, assignmentId) ? 'kept' : 'saved';
      return status.value === 'saved';
    },
  };
}
