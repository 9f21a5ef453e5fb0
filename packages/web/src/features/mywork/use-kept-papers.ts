import { ref } from 'vue';
import { ApiProblem } from '../../api/client';
import { hasKeptPapers, sendKeptPapers } from '../paper';

/** What was written on papers of a piece and only this browser has, as one more place whose words must be sent before handing in. */
export function useKeptPapers(userId: string, assignmentId: string) {
  const status = ref<'saved' | 'kept'>(hasKeptPapers(userId, assignmentId) ? 'kept' : 'saved');
  return {
    status,
    /** @returns whether the server now has everything. @throws ApiProblem where it refuses what is kept */
    async save(): Promise<boolean> {
      await sendKeptPapers(userId, assignmentId).catch((error: unknown) => {
        if (error instanceof ApiProblem && error.status === 422) throw error;
      });
      status.value = hasKeptPapers(userId, assignmentId) ? 'kept' : 'saved';
      return status.value === 'saved';
    },
  };
}
