import { classInFile, localDateAt, type Actor, type Instant } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { Readable } from 'node:stream';
import { Op, type Sequelize } from 'sequelize';
import type { ArchiveJob, ArchiveLook, BroughtAs } from '../../contract';
import { jsonOrNull } from '../../db/json-column';
import { rowOf, rowsOf } from '../../db/rows';
import type { StoredBytes } from '../../files/file-store';
import { fileStem } from '../../files/write-table';
import type { Values } from '../../http/field-problems';
import { Problem } from '../../http/problem';
import type { ProblemCode } from '../../http/problems';
import type { Lease } from '../../jobs/lease';
import { JobStopped, TO_DO, workOnWaiting } from '../../jobs/waiting-jobs';
import type { AccountsService } from '../accounts/accounts.service';
import type { ClassesService } from '../classes/classes.service';
import { LARGEST_ARCHIVE } from './archive-format';
import { defineArchiveJobs, type ArchiveJobRow } from './archives.model';
import { bringIn, classHere, classIn, lookOf } from './bring-in';
import { openArchive } from './read-archive';
import { writeArchive, type ArchiveSources } from './write-archive';

type Teacher = Actor & { userId: string };
const MOST_LISTED = 20;
const MOST_WAITING = 10;
/** How far it is, is noted so often; whether it was stopped is seen then. */
const NOTED_EVERY_MS = 500;
const FORGETS_EVERY_MS = 3_600_000;
/** An archive is kept so long for being fetched, and one that came in for saying how it is to be brought in. */
export const ARCHIVE_KEPT_MS = 14 * 86_400_000;

interface Collaborators extends ArchiveSources {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
}

/**
 * Archives being made and being brought in: each a row that one of several servers works on under a lease, and that goes on where a
 * server stopped, from the beginning: nothing of it is there before all of it is.
 */
export function archiveJobsService({ sequelize, accounts, classes, fileStore, ...sources }: Collaborators) {
  const jobs = defineArchiveJobs(sequelize);
  let forgotAt = 0;

  // A sentence is made when it is read, in the language of its reader: what is kept is which one it is.
  const kept = ({ code, more: { values } }: Problem): string => JSON.stringify({ code, values });
  const sentence = (problem: string): string => {
    const { code, values } = JSON.parse(problem) as { code: ProblemCode; values?: Values };
    return new Problem(code, values ? { values } : {}).title;
  };
  const toJob = ({ id, kind, title, state, done, total, problem, madeAt, size, classId, look }: ArchiveJobRow): ArchiveJob => ({
    ...{ id, kind, title, state, done, total, classId },
    problem: problem === null ? null : sentence(problem),
    madeAt: madeAt.getTime(),
    size: size === null ? null : Number(size),
    look: jsonOrNull<ArchiveLook>(look),
  });
  async function mine(teacher: Teacher, id: string): Promise<ArchiveJobRow> {
    const row = await rowOf(jobs, { where: { id, ownerId: teacher.userId } });
    if (!row) throw new Problem('thing.unknown');
    return row;
  }
  async function begin(teacher: Teacher, of: Pick<ArchiveJobRow, 'kind' | 'classId' | 'title' | 'fingerprint' | 'size'>, now: Instant) {
    if ((await jobs.count({ where: { ownerId: teacher.userId, state: { [Op.in]: TO_DO } } })) >= MOST_WAITING)
      throw new Problem('archive.tooMany');
    const row: ArchiveJobRow = {
      ...{ id: randomUUID(), ownerId: teacher.userId, state: 'waiting', broughtAs: null, done: 0, total: 0, look: null, problem: null },
      ...of,
      tries: 0,
      madeAt: new Date(now),
    };
    await jobs.create(row);
    return toJob(row);
  }

  /** Notes how far a job is, now and then. @throws JobStopped, LeaseLost */
  function noting(id: string, lease: Lease): (done: number, total: number) => Promise<void> {
    let last = 0;
    return async (done, total) => {
      if (performance.now() - last < NOTED_EVERY_MS && done < total) return;
      last = performance.now();
      await lease.require();
      const [noted] = await jobs.update({ done, total }, { where: { id, state: 'running' } });
      // MariaDB counts what was changed, so the same numbers again are asked for once more.
      if (noted === 0 && (await jobs.count({ where: { id, state: 'running' } })) === 0) throw new JobStopped();
    };
  }

  async function makeOut(row: ArchiveJobRow, now: Instant, lease: Lease): Promise<Partial<ArchiveJobRow>> {
    const teacher: Teacher = { role: 'teacher', userId: row.ownerId };
    const schoolClass = await classes.forTeacher(teacher, 'archive.make', row.classId!);
    const { fingerprint, size } = await writeArchive(
      { sequelize, fileStore, ...sources },
      { teacher, schoolClass, now, progress: noting(row.id, lease) },
      (zip) => fileStore.keep(zip, { most: LARGEST_ARCHIVE }),
    );
    return { state: 'done', fingerprint, size };
  }

  async function takeIn(row: ArchiveJobRow, now: Instant, lease: Lease): Promise<Partial<ArchiveJobRow>> {
    const file = await fileStore.at(row.fingerprint!);
    if (!file) throw new Problem('file.gone');
    const progress = noting(row.id, lease);
    // Bringing in reads all of it once more: what was looked at days ago is not taken on trust.
    const half = row.broughtAs === null ? progress : (done: number, total: number) => progress(done, total * 2);
    const archive = await openArchive(file.path, half);
    try {
      if (row.broughtAs === null) {
        const look = await lookOf(sequelize, row.ownerId, archive);
        return { state: 'looked', look, title: look.className };
      }
      const as = row.broughtAs;
      const space = as === 'past' ? archive.manifest.id : row.id;
      const there = row.tries > 0 ? await classHere(sequelize, classIn(archive, space)) : null;
      // It was all there when the server that did it stopped, before it could say so.
      if (there) return { state: 'done', classId: there.classId };
      const classId = await bringIn({ sequelize, fileStore, accounts }, archive, {
        ...{ teacherId: row.ownerId, as, now, space },
        progress: (done, total) => progress(total + done, total * 2),
      });
      return { state: 'done', classId };
    } finally {
      archive.close();
    }
  }

  async function workOn(row: ArchiveJobRow, now: Instant, lease: Lease): Promise<void> {
    const became = row.kind === 'out' ? await makeOut(row, now, lease) : await takeIn(row, now, lease);
    await lease.require();
    await jobs.update(became, { where: { id: row.id, state: 'running' } });
  }

  return {
    /** Begins to write a class into one file. */
    async make(teacher: Teacher, classId: string, now: Instant): Promise<ArchiveJob> {
      const { label } = await classes.forTeacher(teacher, 'archive.make', classId);
      return begin(teacher, { kind: 'out', classId, title: label, fingerprint: null, size: null }, now);
    },

    /** Begins to look at an archive. @param file its bytes, which are kept already */
    take: (teacher: Teacher, { fingerprint, size, name }: StoredBytes & { name: string }, now: Instant): Promise<ArchiveJob> =>
      begin(teacher, { kind: 'in', classId: null, title: name.slice(0, 200), fingerprint, size }, now),

    async list(teacher: Teacher): Promise<ArchiveJob[]> {
      const rows = await rowsOf(jobs, {
        where: { ownerId: teacher.userId },
        order: [
          ['madeAt', 'DESC'],
          ['id', 'ASC'],
        ],
        limit: MOST_LISTED,
      });
      return rows.map(toJob);
    },

    async at(teacher: Teacher, id: string): Promise<ArchiveJob> {
      return toJob(await mine(teacher, id));
    },

    /** Brings in one that was looked at. @throws Problem `archive.notReady` before that, `archive.here` for a past class that is here */
    async bring(teacher: Teacher, id: string, as: BroughtAs): Promise<ArchiveJob> {
      const row = await mine(teacher, id);
      if (row.state !== 'looked') throw new Problem('archive.notReady');
      if (as === 'past' && jsonOrNull<ArchiveLook>(row.look)?.here) throw new Problem('archive.here');
      const waiting = { state: 'waiting', broughtAs: as, done: 0, tries: 0 } as const;
      // Two tabs at once: one of them brings it in, and both are told of that.
      await jobs.update(waiting, { where: { id, state: 'looked' } });
      return toJob(await mine(teacher, id));
    },

    async stop(teacher: Teacher, id: string): Promise<void> {
      await mine(teacher, id);
      await jobs.update({ state: 'stopped' }, { where: { id, state: { [Op.in]: [...TO_DO, 'looked'] } } });
    },

    /** The archive that was made. @throws Problem `archive.notReady` before that */
    async file(teacher: Teacher, id: string): Promise<{ name: string; size: number; stream: Readable }> {
      const row = await mine(teacher, id);
      if (row.kind !== 'out' || row.state !== 'done') throw new Problem('archive.notReady');
      // Whoever does not teach the class any more has no business with its archive either.
      const schoolClass = await classes.forTeacher(teacher, 'archive.make', row.classId!);
      const file = await fileStore.read(row.fingerprint!);
      if (!file) throw new Problem('file.gone');
      const day = localDateAt(schoolClass.calendar.zone, row.madeAt.getTime());
      return { name: `${fileStem(classInFile(schoolClass))}-archive-${day}.zip`, ...file };
    },

    /** Takes up what waits, or what a server that stopped has left, and forgets what is old. @returns how many jobs were worked on */
    async work(now: Instant): Promise<number> {
      // A round comes every second; what is old is forgotten once an hour.
      if (Math.abs(now - forgotAt) >= FORGETS_EVERY_MS) {
        forgotAt = now;
        await jobs.destroy({ where: { madeAt: { [Op.lt]: new Date(now - ARCHIVE_KEPT_MS) }, state: { [Op.notIn]: [...TO_DO] } } });
      }
      return workOnWaiting(
        { sequelize, jobs, name: 'archive', most: 3 },
        (row, lease) => workOn(row, now, lease),
        (problem) => kept(problem ?? new Problem('archive.failed')),
      );
    },
  };
}

export type ArchiveJobsService = ReturnType<typeof archiveJobsService>;
