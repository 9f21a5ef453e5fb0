import { plainText, type Actor, type Overlap, type RichNode } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import type { Worker } from 'node:worker_threads';
import { startThread } from '../../files/thread';
import type { AssignmentReply, OverlapReply } from '../../contract';
import { Problem } from '../../http/problem';
import { fullName } from '../accounts/person';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import type { BoardService } from '../pieces/board.service';

import type { WorksService } from '../pieces/works.service';
import type { OverlapNews, OverlapTask } from './overlap-worker';
import { isApartFromName, pieceName } from '../pieces/nameless';
import { isWithTeacher } from '../pieces/records';
import { teacherViewer } from '../pieces/sight';

type Teacher = Actor & { userId: string };

const WORKER = join(__dirname, 'overlap-worker');
const MOST_EARLIER = 400;
const MOST_JOBS = 50;

interface Job {
  teacherId: string;
  worker: Worker;
  reply: OverlapReply;
}

interface Collaborators {
  classes: ClassesService;
  assignments: AssignmentsService;
  board: BoardService;
  works: WorksService;
}

/** Looks where pieces of an assignment share words with each other, and with those of earlier classes. */
export function overlapService({ classes, assignments, board, works }: Collaborators) {
  /** Computed in this server's memory, newest last; a comparison that is gone is simply begun again. */
  const jobs = new Map<string, Job>();

  /** The same assignment in the teacher's other classes, put away or not: of the same brief, or of the same title where a class was copied. */
  async function earlier(teacher: Teacher, { id, briefId, title }: AssignmentReply, now: number): Promise<AssignmentReply[]> {
    const all = await assignments.ofClasses(await classes.taughtBy(teacher.userId, { away: true }), { drafts: false, now });
    return all.filter((one) => one.id !== id && (one.briefId === briefId || one.title.toLowerCase() === title.toLowerCase()));
  }

  async function handedIn(teacher: Teacher, all: readonly AssignmentReply[], now: number) {
    const sights = (await board.as(teacherViewer(teacher)).ofAssignments(all, now)).filter(({ record }) => isWithTeacher(record));
    const handIns = await works.allHandIns(sights.map(({ record }) => record!.work.id));
    const seen = new Set<string>();
    return sights.flatMap(({ record, member, assignment, schoolClass, team }) => {
      const handIn = handIns.get(record!.work.id)?.at(-1);
      // A group's piece is one piece.
      if (!handIn || seen.has(record!.work.id)) return [];
      seen.add(record!.work.id);
      const text = [handIn.text, ...handIn.sheets.map((sheet) => sheet.text)]
        .map((one: RichNode | null) => plainText(one))
        .join('\n')
        .trim();
      const apart = isApartFromName({ assignment, record });
      const name = apart ? pieceName(record!) : team?.name || fullName(member.student);
      // As on the desk: known by the id of the piece, and not by the minute in which it came.
      const who = apart ? { studentId: record!.id, handedInAt: 0 } : { studentId: member.student.id, handedInAt: handIn.at };
      return text === '' ? [] : [{ name, className: schoolClass.label, text, assignmentId: assignment.id, ...who }];
    });
  }

  return {
    /** Begins to compare, in a thread of its own. */
    async begin(teacher: Teacher, assignmentId: string, { withEarlier }: { withEarlier: boolean }, now: number): Promise<OverlapReply> {
      const assignment = await assignments.forTeacher(teacher, 'piece.look', assignmentId);
      const present = await handedIn(teacher, [assignment], now);
      const before = withEarlier ? (await handedIn(teacher, await earlier(teacher, assignment, now), now)).slice(0, MOST_EARLIER) : [];
      const texts = [...present, ...before];
      const given = [assignment.instructions, ...assignment.attachments.flatMap((one) => (one.kind === 'worksheet' ? [one.text] : []))].map(
        (one) => plainText(one),
      );
      const task: OverlapTask = { texts: texts.map(({ text }, index) => ({ text, earlier: index >= present.length })), given };
      const worker = startThread(WORKER, { workerData: task });
      const job: Job = { teacherId: teacher.userId, worker, reply: { id: randomUUID(), done: 0, of: texts.length, result: null } };
      const begun = performance.now();
      worker.on('message', (news: OverlapNews) => {
        if ('done' in news) job.reply.done = news.done;
        else job.reply.result = { took: Math.round(performance.now() - begun), texts, pairs: news.found.map(toPair) };
      });
      worker.on('error', () => jobs.delete(job.reply.id));
      jobs.set(job.reply.id, job);
      for (const [id, old] of jobs) {
        if (jobs.size <= MOST_JOBS) break;
        void old.worker.terminate();
        jobs.delete(id);
      }
      return job.reply;
    },

    /** How far a comparison is, and what came of it. @throws Problem `overlap.gone` for one that is not kept */
    at(teacher: Teacher, id: string): OverlapReply {
      const job = jobs.get(id);
      if (!job || job.teacherId !== teacher.userId) throw new Problem('overlap.gone');
      return job.reply;
    },

    async stop(teacher: Teacher, id: string): Promise<void> {
      const job = jobs.get(id);
      if (!job || job.teacherId !== teacher.userId) throw new Problem('overlap.gone');
      jobs.delete(id);
      await job.worker.terminate();
    },
  };
}

const toPair = ({ a, b, wordsA, wordsB, sharedA, sharedB, passages }: Overlap) => ({
  a: { text: Number(a), words: wordsA, shared: sharedA },
  b: { text: Number(b), words: wordsB, shared: sharedB },
  passages,
});

export type OverlapService = ReturnType<typeof overlapService>;
