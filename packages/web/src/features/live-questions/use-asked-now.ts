import { addressOf, ask } from '../../api/client';
import { useLive } from '../../api/use-live';
import { useLoad } from '../../api/use-load';

/** What is asked now in a student's classes, heard of as it happens. */
export function useAskedNow() {
  const load = useLoad(() => ask('GET /api/my/live-questions'));
  useLive(
    () => addressOf('GET /api/my/live-questions/live', {}),
    () => void load.reload(),
  );
  return load;
}
