import { EMPTY_TEXT, isBlank, unmilli } from '@jolly/core';
import type { DeskPieceReply } from '@jolly/server/contract';
import type { Fields } from './DeskForm.vue';

/** A form in which nothing is typed. */
export const BLANK: Fields = { earned: '', chosen: null, remark: EMPTY_TEXT, words: {}, adjustBy: '', adjustReason: '', remarks: [] };

const signed = (milli: number) => `${milli < 0 ? '−' : '+'}${unmilli(Math.abs(milli))}`;

/** The form of a piece as it is stored. @param points how points are written */
export function fieldsOf({ row: { score }, second, blind }: DeskPieceReply, points: (milli: number) => string): Fields {
  if (blind || !score) return { ...BLANK, ...(second && blind ? { chosen: second.chosen } : {}) };
  const base = score.earned === null ? null : score.earned - (score.adjust?.by ?? 0);
  return {
    ...BLANK,
    earned: base === null ? '' : points(base),
    chosen: score.chosen,
    remark: score.remark,
    words: score.words,
    adjustBy: score.adjust ? signed(score.adjust.by) : '',
    adjustReason: score.adjust?.reason ?? '',
  };
}

/** The members of a group whose score is another one than that of the piece on the desk, as it is typed. */
export const differing = ({ row: own, team }: DeskPieceReply, points: (milli: number) => string): Record<string, string> =>
  Object.fromEntries(
    [own, ...team]
      .filter((one) => one.score?.earned != null && one.score.earned !== own.score?.earned)
      .map((one) => [one.student.id, points(one.score!.earned!)]),
  );

/** What of a form is compared: a remark with nothing in it is none, and which saved remarks were used says nothing. */
export const comparable = ({ remarks: _, remark, ...rest }: Fields) => ({ ...rest, remark: isBlank(remark) ? '' : remark });
