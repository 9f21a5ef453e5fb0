/** Classes and courses written into one file, and such files being brought in. */
import type { Instant } from '@jolly/core';

/** How an archive is brought in: as a class that is over, or as a new one without its students. */
export type BroughtAs = 'past' | 'new';
/** How a course is brought in: as drafts of a class, or onto the shelf. */
export type CourseAs = 'drafts' | 'shelf';
export type BringRequest = { as: BroughtAs } | { as: 'drafts'; classId: string } | { as: 'shelf'; folder: string };
/** What is in an archive, before it is brought in. */
export interface ArchiveLook {
  className: string;
  madeAt: Instant;
  students: number;
  /** of them, who is here already and recognised */
  known: number;
  assignments: number;
  handIns: number;
  files: number;
  bytes: number;
  /** the past class that this archive is here already */
  here: { classId: string; className: string } | null;
}
/** What of a course is not taken, or not all of it, and why. */
export const COURSE_MISSES = [
  'unreadable',
  'doctype',
  'tooLarge',
  'notThere',
  'outsideTool',
  'unknownKind',
  'noAddress',
  'tooMany',
  'notNamed',
  'noQuestions',
  'questionKind',
  'questionScoring',
  'questionKey',
  'tooManyQuestions',
  'tooManyFiles',
  'picture',
  'formula',
  'media',
  'styles',
  'script',
  'elsewhere',
  'forTeachers',
  'discussion',
  'handoutLink',
  'paper',
] as const;
export type CourseMiss = (typeof COURSE_MISSES)[number];
/** What is in a package of a course, before it is brought in. */
export interface CourseLook {
  title: string;
  units: number;
  assignments: number;
  quizzes: number;
  handouts: number;
  /** rubrics, worksheets and files that stand by themselves */
  others: number;
  files: number;
  bytes: number;
  /** thing by thing what is not taken, or not all of it */
  missed: { title: string; why: CourseMiss }[];
  /** as many more are not told one by one */
  missedMore: number;
}
export interface ArchiveJob {
  id: string;
  /** going out, or coming in */
  kind: 'out' | 'in';
  /** a whole class, or a course: what is prepared, without people and dates; of one coming in known once it was looked at */
  holds: 'class' | 'course';
  title: string;
  /** looked: read through, and waits for how it is to be brought in */
  state: 'waiting' | 'running' | 'looked' | 'done' | 'failed' | 'stopped';
  done: number;
  total: number;
  problem: string | null;
  madeAt: Instant;
  /** bytes of the archive; null while it is made */
  size: number | null;
  /** the class that goes out, or that it has become or goes into */
  classId: string | null;
  /** of the shelf: what a course is taken out of, or goes into; null: none */
  folder: string | null;
  look: ArchiveLook | null;
  course: CourseLook | null;
}
