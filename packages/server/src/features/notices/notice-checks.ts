import {
  filesIn,
  handFaults,
  isOverBeforeUp,
  LANGUAGES,
  LONGEST_NOTICE,
  noticeIn,
  phraseProblem,
  plainText,
  type Instant,
} from '@jolly/core';
import type { NoticeBody, NoticeRequest } from '../../contract';
import { fieldProblem, type FieldProblem } from '../../http/field-problems';
import { Problem } from '../../http/problem';
import type { Notice } from './notice-rows';

/** The files that a notice shows. */
export const filesOfNotice = ({
  words,
  attachments,
  spoken,
  hands,
}: Pick<NoticeBody, 'words' | 'attachments' | 'spoken' | 'hands'>): string[] => [
  ...new Set([
    ...LANGUAGES.flatMap((language) => filesIn(words[language]?.text ?? null)),
    ...attachments.flatMap((one) => (one.kind === 'file' ? [one.file.id] : [])),
    ...(spoken ? [spoken.id] : []),
    ...(hands?.picture ? [hands.picture.file.id] : []),
  ]),
];

/** What a notice says, as far as telling people again makes sense when it changes. */
export const sameWording = (a: NoticeBody, b: NoticeBody): boolean => {
  const said = ({ words, phrases, attachments, spoken, briefId }: NoticeBody) =>
    JSON.stringify([LANGUAGES.map((one) => words[one] ?? null), phrases, attachments, spoken, briefId]);
  return said(a) === said(b);
};

/** What keeps a notice from going out, at its fields. */
export function faultsOf(request: NoticeRequest): FieldProblem[] {
  const { title } = noticeIn([request.language], request);
  const asks = request.words[request.language]?.title.trim() ?? '';
  const unfilled = request.phrases.findIndex((phrase) => phraseProblem(phrase) !== null);
  return [
    ...(title === '' || (request.hands !== null && asks === '') ? [fieldProblem('title', 'notice.untitled')] : []),
    ...(unfilled === -1 ? [] : [fieldProblem('phrases', 'notice.phrase', { n: unfilled + 1 })]),
    ...(request.hands ? handFaults(request.hands).map((fault) => fieldProblem('choices', `hands.${fault}`)) : []),
  ];
}

/**
 * Refuses what cannot be stored or go out.
 * @param zones of its classes
 * @throws Problem naming the first reason
 */
export function refuseNotice(request: NoticeRequest, before: Notice | null, zones: readonly string[], now: Instant): void {
  for (const language of LANGUAGES) {
    const length = plainText(request.words[language]?.text ?? null).length;
    if (length > LONGEST_NOTICE) throw new Problem('notice.tooLong', { values: { n: length, most: LONGEST_NOTICE } });
  }
  const isUp = before?.showAt != null && before.showAt <= now;
  if (isUp && request.goesOut !== 'now') throw new Problem('notice.isUp');
  if (request.goesOut === 'draft') return;
  const errors = faultsOf(request);
  if (errors.length > 0) throw new Problem('notice.notReady', { errors });
  if (request.goesOut === 'at' && request.at! <= now) throw new Problem('notice.past');
  const showAt = isUp ? before.showAt! : (request.at ?? now);
  if (zones.some((zone) => isOverBeforeUp(zone, showAt, request.until))) throw new Problem('notice.overBefore');
  if (request.hands?.endsAt != null && request.hands.endsAt <= showAt) throw new Problem('hands.endsBefore');
}
