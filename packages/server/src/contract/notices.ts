/** Notices, the answers to them, and shows of hands. */
import type {
  Audience,
  CountShown,
  FilledPhrase,
  Instant,
  Language,
  LocalDate,
  NoticeAnswers,
  NoticeInLanguage,
  NoticeReaders,
  NoticeStand,
  RichText,
  StudentName,
} from '@jolly/core';
import type { KeptFile } from './assignments';

/** Where news readers find the notices of a class; null: nowhere. */
export interface NoticeFeedReply {
  address: string | null;
}
/** What goes with a notice. */
export type NoticeAttachment = { id: string; title: string } & ({ kind: 'file'; file: KeptFile } | { kind: 'link'; url: string });

/** What a teacher wrote, in one language. */
export interface NoticeWords {
  title: string;
  text: RichText;
}
/** A show of hands as it is asked. */
export interface HandBody {
  choices: { id: string; text: string }[];
  several: boolean;
  names: boolean;
  countShown: CountShown;
  endsAt: Instant | null;
  mayChange: boolean;
  picture: { file: KeptFile; alt: string } | null;
}
/** What a notice says, to whom, and who may answer. */
export interface NoticeBody {
  classes: { classId: string; audience: Audience }[];
  readers: NoticeReaders;
  answers: NoticeAnswers;
  /** the language of the teacher's own words; what they wrote in others stands beside it */
  language: Language;
  words: { [L in Language]?: NoticeWords };
  /** sentences of the phrase stock: they stand in every language, before the words */
  phrases: FilledPhrase[];
  attachments: NoticeAttachment[];
  spoken: KeptFile | null;
  /** an assignment or a handout it points at */
  briefId: string | null;
  until: LocalDate | null;
  pinned: boolean;
  hands: HandBody | null;
  /** families are asked to tick that they have seen it */
  familyTick: boolean;
}
export interface NoticeRequest extends NoticeBody {
  /** kept as a draft, put up now, or at a time */
  goesOut: 'draft' | 'now' | 'at';
  at: Instant | null;
  /** of one that is up already: are those who had read it told of the new wording? */
  tell: boolean;
  /** 0: it is new */
  version: number;
}

/** How hands stand now. */
export interface HandCount {
  open: boolean;
  /** how many have chosen */
  chosen: number;
  of: number;
  /** by choice, in their order; null where it is not shown */
  counts: number[] | null;
}
/** A notice as teachers of one of its classes see it. */
export interface TeacherNotice extends NoticeBody {
  id: string;
  by: string;
  /** whose it is, where a student put it up */
  student: (StudentName & { id: string }) | null;
  stand: NoticeStand;
  showAt: Instant | null;
  /** a student's that waits for a yes */
  waits: boolean;
  hidden: { word: string } | null;
  answersClosed: boolean;
  /** may the one who asks change it? They teach all its classes, and no student wrote it */
  mine: boolean;
  classNames: string[];
  /** of this class: students who have read it, of how many; families likewise; answers, and the last one's time */
  read: number;
  of: number;
  familiesRead: number;
  /** of how many students a family has ticked it */
  ticked: number;
  families: number;
  /** how many had read a wording before the present one, and not this */
  readEarlier: number;
  answerCount: number;
  handCount: HandCount | null;
  /** what it points at, as it is called */
  about: string | null;
  version: number;
}
export interface NoticeboardReply {
  notices: TeacherNotice[];
}
/** Who has read a notice in a class, of those it is for. */
export interface NoticeReadersReply {
  students: {
    student: StudentName & { id: string };
    readAt: Instant | null;
    earlierWording: boolean;
    families: number;
    familiesRead: number;
    /** who of the family has ticked it */
    tickedBy: string[];
  }[];
}
/** A notice as students and families read it. */
/** in the reader's language, as far as the teacher wrote it so */
export interface ReadNotice extends NoticeInLanguage {
  /** the same in the other languages in which the teacher wrote it */
  inOthers: NoticeInLanguage[];
  /** of a family: it is asked to tick this, and when it did; null: it is not asked */
  tick: { at: Instant | null } | null;
  id: string;
  classId: string;
  className: string;
  hue: number;
  zone: string;
  by: string;
  /** theirs, or of another student of the class */
  byStudent: boolean;
  own: boolean;
  showAt: Instant | null;
  until: LocalDate | null;
  pinned: boolean;
  attachments: NoticeAttachment[];
  spoken: KeptFile | null;
  about: { title: string; kind: 'assignment' | 'handout'; assignmentId: string; briefId: string } | null;
  read: boolean;
  /** what they can do about it */
  answers: NoticeAnswers;
  takesAnswers: boolean;
  answerCount: number;
  hands: MyHands | null;
  /** of one's own: it waits for the teacher's yes, or was taken down with a word */
  waits: boolean;
  hidden: { word: string } | null;
}
/** A show of hands as a student has it. */
export interface MyHands extends Omit<HandBody, 'mayChange'>, HandCount {
  /** what one chose; null: nothing yet, or it was not recorded what */
  mine: string[] | null;
  has: boolean;
  mayChange: boolean;
}
export interface MyNoticesReply {
  notices: ReadNotice[];
  /** in which classes one may put up notices, and how; and where not for a time, with the word */
  writes: { classId: string; className: string; waits: boolean; pausedUntil: LocalDate | null; word: string }[];
}
export interface NoticeAnswer {
  id: string;
  by: string;
  teacher: boolean;
  own: boolean;
  /** in whose thread it is */
  studentId: string | null;
  /** the answer it stands below */
  below: string | null;
  text: string;
  at: Instant;
  hidden: { word: string } | null;
}
export interface NoticeAnswerRequest {
  id: string;
  text: string;
  below: string | null;
}
export interface StudentNoticeRequest {
  id: string;
  title: string;
  text: string;
}
/** What a teacher says of a student's notice or of an answer: it may stand, or it is hidden with a word. */
export interface NoticeVerdict {
  shown: boolean;
  word: string;
}
export interface NoticePause {
  student: StudentName & { id: string };
  until: LocalDate;
  word: string;
}
export interface NoticePauseRequest {
  /** null: the right is given back */
  until: LocalDate | null;
  word: string;
}
/** A show of hands as the board has it: never a name. */
export interface HandsBoardReply extends HandBody, HandCount {
  id: string;
  title: string;
  classId: string;
  className: string;
}
export interface HandVotesReply {
  rows: { student: StudentName & { id: string }; chosen: string[] | null }[];
}
