import { addressOf, ask } from '../../api/client';
import { useLive } from '../../api/use-live';
import { useLoad } from '../../api/use-load';

/**
 * What is asked now in a student's classes, heard of as it happens.
 * @param heard something was asked, shown or put up
 */
export function useAskedNow(heard: () => void = () => {}) {
  const load = useLoad(() => ask('GET /api/my/live-questions'));
  useLive(
    () => addressOf('GET /api/my/live-questions/live', {}),
    () => {
      heard();
      void load.reload();
    },
  );
  return load;
}
