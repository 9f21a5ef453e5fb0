import { SHIPPED_REPORTS, type ReportSettings } from '@jolly/core';
import type { ReportPreviewReply } from '@jolly/server/contract';
import { onScopeDispose, ref, watch } from 'vue';
import { ApiProblem, ask } from '../../api/client';

const WAIT_MS = 350;

/** The settings of a report and how it looks by them: asked for anew a moment after each change; an answer that comes too late is dropped. */
export function useReport(first: Partial<ReportSettings>) {
  const settings = ref<ReportSettings>({ ...structuredClone(SHIPPED_REPORTS.progress), ...first });
  const preview = ref<ReportPreviewReply | null>(null);
  const why = ref('');
  const looking = ref(false);
  let round = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  async function look(): Promise<void> {
    const mine = ++round;
    if (settings.value.classIds.length === 0) {
      preview.value = null;
      looking.value = false;
      return;
    }
    looking.value = true;
    try {
      const reply = await ask('POST /api/reports/preview', { body: { settings: settings.value } });
      if (mine !== round) return;
      preview.value = reply;
      why.value = '';
    } catch (error) {
      if (mine !== round) return;
      why.value =
        error instanceof ApiProblem ? [error.title, ...error.errors.map((one) => `${one.path} ${one.message}`)].join(' ') : String(error);
    }
    looking.value = false;
  }
  watch(
    settings,
    () => {
      clearTimeout(timer);
      timer = setTimeout(() => void look(), WAIT_MS);
    },
    { deep: true },
  );
  onScopeDispose(() => {
    round += 1;
    clearTimeout(timer);
  });
  void look();
  return { settings, preview, why, looking };
}
