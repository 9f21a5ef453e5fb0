/** Classes written into one file, and such files being brought in. */
import type { Instant } from '@jolly/core';

/** How an archive is brought in: as a class that is over, or as a new one without its students. */
export type BroughtAs = 'past' | 'new';
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
export interface ArchiveJob {
  id: string;
  /** a class going out, or an archive coming in */
  kind: 'out' | 'in';
  title: string;
  /** looked: read through, and waits for how it is to be brought in */
  state: 'waiting' | 'running' | 'looked' | 'done' | 'failed' | 'stopped';
  done: number;
  total: number;
  problem: string | null;
  madeAt: Instant;
  /** bytes of the archive; null while it is made */
  size: number | null;
  /** the class that goes out, or that it has become */
  classId: string | null;
  look: ArchiveLook | null;
}
