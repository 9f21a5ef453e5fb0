import type { Bearing, ReasonText } from '@jolly/core';
import type { ProgressPiece } from '@jolly/server/contract';
import { useWords } from '../../ui/use-words';

/** Bearings, steps and pieces as sentences. */
export function useProgressWords() {
  const { t, count, when, points, number, length } = useWords();
  const reason = (of: 'why' | 'own', one: ReasonText): string =>
    one.why === 'missing'
      ? count(`bearing.${of}.missing`, one.number, { limit: one.limit })
      : t(`bearing.${of}.${one.why}`, { number: number(one.number), limit: number(one.limit) });

  /** What could be done about a piece, and until when. */
  function stepText(piece: ProgressPiece, zone: string): string {
    const { state, window, stillAccepted, againBy, lateCost } = piece;
    const parts: string[] = [];
    if (state === 'missing') {
      if (!stillAccepted)
        return window.closes === null
          ? t('progress.overInClass', { when: when(window.due ?? 0, zone) })
          : t('progress.over', { when: when(window.closes, zone) });
      parts.push(
        t('progress.since', { when: when(window.due ?? 0, zone) }),
        window.closes === null ? t('progress.acceptedOn') : t('progress.acceptedUntil', { when: when(window.closes, zone) }),
      );
    } else if (state === 'sentBack')
      parts.push(againBy === null ? t('progress.sentBackOn') : t('progress.sentBackBy', { when: when(againBy, zone) }));
    else {
      parts.push(window.due === null ? t('common.noDue') : t('common.due', { when: when(window.due, zone) }));
      if (state === 'notOpen' && window.opens !== null) parts.push(t('common.opens', { when: when(window.opens, zone) }));
      if (state === 'started' && piece.activeAt !== null) parts.push(t('progress.worked', { when: when(piece.activeAt, zone) }));
    }
    if (lateCost > 0) parts.push(t('progress.off', { n: points(lateCost) }, lateCost / 1000));
    return parts.join(' · ');
  }

  return {
    reasonText: (one: ReasonText) => reason('why', one),
    /** the same said to the student */
    ownReasonText: (one: ReasonText) => reason('own', one),
    stepText,
    /** what a list of all work says beside a piece */
    workText: (piece: ProgressPiece, zone: string, own: boolean): string => {
      const parts: string[] = [];
      if (piece.lateBy > 0) parts.push(t('common.late', { length: length(piece.lateBy) }));
      if (piece.state === 'missing') parts.push(piece.stillAccepted ? t('assignment.stillAccepted') : t('assignment.closedNow'));
      if (piece.overdue) parts.push(t('assignment.overdue'));
      if (piece.state === 'excused' && piece.exceptionReason) parts.push(piece.exceptionReason);
      if (piece.state === 'returned' && !own)
        parts.push(piece.readAt === null ? t('progress.unread') : t('progress.read', { when: when(piece.readAt, zone) }));
      return parts.join(' · ');
    },
  };
}

/** How a bearing is drawn on the line: its shape says it, not only its colour. */
export const LOOK_OF: Record<Bearing, 'filled' | 'half' | 'outline' | 'dotted'> = {
  offCourse: 'filled',
  drifting: 'half',
  onCourse: 'outline',
  noBearing: 'dotted',
};
