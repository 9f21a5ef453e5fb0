import type { PieceRow } from '@jolly/server/contract';
import { useWords } from '../../ui/use-words';

/** How a score is written in a word or two. */
export function useScoreText(): (one: PieceRow) => string {
  const { t, points } = useWords();
  return (one) =>
    one.score?.counted != null
      ? points(one.score.counted)
      : one.score?.chosen?.by === 'words'
        ? one.score.chosen.word
        : one.score
          ? t('desk.wordsOnly')
          : '–';
}
