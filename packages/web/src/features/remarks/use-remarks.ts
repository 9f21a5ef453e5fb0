import type { RemarkRequest, SavedRemark } from '@jolly/server/contract';
import { ref } from 'vue';
import { ask } from '../../api/client';
import { useSession } from '../accounts';

/** Saved remarks of whoever is signed in, loaded once for as long as they are. */
const remarks = ref<SavedRemark[]>([]);
let asked: Promise<void> | null = null;
let askedBy = '';

async function reload(): Promise<void> {
  remarks.value = await ask('GET /api/remarks');
}

export function useRemarks() {
  const me = useSession().me?.id ?? '';
  if (me !== askedBy) [askedBy, asked, remarks.value] = [me, null, []];
  asked ??= reload().catch(() => void (asked = null));
  return {
    remarks,
    reload,
    /** Keeps a remark for use again; what is kept already stays as it is. @throws ApiProblem */
    async keep(text: string, more: Partial<RemarkRequest> = {}): Promise<SavedRemark> {
      const kept = await ask('POST /api/remarks', { body: { text, folder: '', aim: '', criterion: '', shared: false, ...more } });
      if (!remarks.value.some((one) => one.id === kept.id)) remarks.value = [...remarks.value, kept];
      return kept;
    },
    /** Counts a use at once, so that the list is in order before the server says so. */
    used(id: string): void {
      remarks.value = remarks.value.map((one) => (one.id === id ? { ...one, uses: one.uses + 1 } : one));
    },
  };
}
