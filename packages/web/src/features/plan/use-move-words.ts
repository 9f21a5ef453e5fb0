import type { MovePreview } from '@jolly/server/contract';
import { localDayLong } from '../../time/format';
import { useWords } from '../../ui/use-words';

/** What a move does to days, and what is to be said of its dates, in sentences. */
export function useMoveWords() {
  const { t, count } = useWords();
  return {
    heavy: ({ heavy }: MovePreview): { text: string; worse: boolean }[] =>
      heavy.map(({ day, before, after }) => ({
        worse: after > before,
        text:
          after > before
            ? t('move.heavier', { day: localDayLong(day), students: count('common.students', after) })
            : t('move.lighter', {
                day: localDayLong(day),
                before: count('common.students', before),
                after: after === 0 ? t('move.none') : after,
              }),
      })),
    said: ({ said }: MovePreview): string[] => said.map(({ title, why }) => t(`move.${why}`, { title })),
  };
}
