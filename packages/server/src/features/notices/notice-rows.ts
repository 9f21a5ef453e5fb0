import type { Audience, FilledPhrase, Instant } from '@jolly/core';
import type { KeptFile, NoticeAttachment, NoticeBody } from '../../contract';
import { fromJson } from '../../db/json-column';
import type { AskedHands } from '../hands/hands.service';
import type { NoticeClassRow, NoticeRow } from './notices.model';

/** A notice as it is stored, with its classes and its show of hands. */
export interface Notice extends NoticeBody {
  id: string;
  authorId: string;
  byStudent: boolean;
  showAt: Instant | null;
  closed: boolean;
  waits: boolean;
  hidden: { word: string } | null;
  wording: number;
  toldWording: number;
  tellWording: number;
  madeAt: Instant;
  version: number;
  /** since when its hands are ended; null: they are not, or there are none */
  handsEndedAt: Instant | null;
}

export const toNotice = (row: NoticeRow, classes: readonly NoticeClassRow[], hands: AskedHands | undefined): Notice => ({
  id: row.id,
  authorId: row.authorId,
  byStudent: Boolean(row.byStudent),
  readers: row.readers,
  answers: row.answers,
  language: row.language,
  words: fromJson<NoticeBody['words']>(row.words),
  phrases: fromJson<FilledPhrase[]>(row.phrases),
  attachments: fromJson<NoticeAttachment[]>(row.attachments),
  spoken: fromJson<KeptFile | null>(row.spoken),
  briefId: row.briefId,
  until: row.untilDay,
  pinned: Boolean(row.pinned),
  familyTick: Boolean(row.familyTick),
  classes: classes.map(({ classId, audience }) => ({ classId, audience: fromJson<Audience>(audience) })),
  hands: hands?.body ?? null,
  handsEndedAt: hands?.endedAt ?? null,
  showAt: row.showAt?.getTime() ?? null,
  closed: row.closedAt !== null,
  waits: Boolean(row.waits),
  hidden: row.hiddenAt === null ? null : { word: row.hiddenWord },
  wording: row.wording,
  toldWording: row.toldWording,
  tellWording: row.tellWording,
  madeAt: row.madeAt.getTime(),
  version: row.version,
});

/** The columns that a teacher writes. */
export const toColumns = (body: NoticeBody) => ({
  readers: body.readers,
  answers: body.answers,
  language: body.language,
  words: body.words,
  phrases: body.phrases,
  attachments: body.attachments,
  spoken: body.spoken,
  briefId: body.briefId,
  untilDay: body.until,
  pinned: body.pinned,
  familyTick: body.readers === 'families' && body.familyTick,
});
