import { instantOf, localDateAt } from '../calendar';
import { plusDays, type Instant, type LocalDate } from '../quantities';
import { isChosen, type Audience } from '../state';

/** Who reads a notice: only those who teach a class, its students too, or their families too. */
export const NOTICE_READERS = ['teachers', 'students', 'families'] as const;
export type NoticeReaders = (typeof NOTICE_READERS)[number];

/** Who may answer it: nobody, each student to the teachers only, or for the class to read. */
export const NOTICE_ANSWERS = ['nobody', 'teacher', 'class'] as const;
export type NoticeAnswers = (typeof NOTICE_ANSWERS)[number];

/** May students put up notices of their own: no, each with a teacher's yes, or at once. */
export const STUDENT_NOTICES = ['never', 'asked', 'atOnce'] as const;
export type StudentNotices = (typeof STUDENT_NOTICES)[number];

/** A notice is at most so long, as read: a longer text is a handout. */
export const LONGEST_NOTICE = 20_000;

/** When a notice is there. */
export interface NoticeTimes {
  /** from when; null: a draft, or one that waits for a teacher's yes */
  showAt: Instant | null;
  /** the last day on which it is there; null: it stays */
  until: LocalDate | null;
}

/** A draft, waiting for its time, up, or past its last day. */
export type NoticeStand = 'draft' | 'timed' | 'up' | 'over';

/**
 * How a notice stands: compared with the clock each time it is looked at, so that nothing has to be done for it to go up or
 * come down.
 *
 * @param zone of the class it is looked at in: its last day ends there
 * @example noticeStand('Europe/Lisbon', { showAt: t, until: '2026-11-27' }, t) -> 'up'
 */
export function noticeStand(zone: string, { showAt, until }: NoticeTimes, now: Instant): NoticeStand {
  if (showAt === null) return 'draft';
  if (showAt > now) return 'timed';
  return until !== null && now >= endOfDay(zone, until) ? 'over' : 'up';
}

/** The first moment after a day. */
const endOfDay = (zone: string, day: LocalDate): Instant => instantOf(zone, { date: plusDays(day, 1), msOfDay: 0 });

/** Does its last day lie before the day on which it goes up? Then nobody would ever read it. */
export const isOverBeforeUp = (zone: string, showAt: Instant, until: LocalDate | null): boolean =>
  until !== null && until < localDateAt(zone, showAt);

/** A student as audiences count them. */
export interface NoticeMember {
  id: string;
  groupIds: readonly string[];
  joined: LocalDate;
  left: LocalDate | null;
}

/**
 * Is a notice of a class for this student? By the audience, as of assignments; whoever has left reads nothing of the class any more.
 * @param shown the day on which it went up, or goes up
 */
export const isNoticeFor = (audience: Audience, member: NoticeMember, shown: LocalDate): boolean =>
  member.left === null && isChosen(audience, member, shown);

/** May it be answered now? Closed answers, and those of a notice that is not up, take nothing more. */
export const takesNoticeAnswers = ({ answers, closed, stand }: { answers: NoticeAnswers; closed: boolean; stand: NoticeStand }): boolean =>
  answers !== 'nobody' && !closed && stand === 'up';

/**
 * Does a student read this answer? Their own always, with what a teacher wrote below it; those of others only where they were
 * written for the class, and only what is not hidden. What was written to the teacher alone stays so, whatever the notice
 * allows later.
 *
 * @param answer `of`: whose thread it is in, the student who began it
 */
export const readsAnswer = (answer: { by: string; of: string | null; hidden: boolean; forClass: boolean }, studentId: string): boolean =>
  answer.by === studentId || (!answer.hidden && (answer.forClass || answer.of === studentId));
