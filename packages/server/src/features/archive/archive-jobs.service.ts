import { classInFile, localDateAt, type Actor, type Instant } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { Readable } from 'node:stream';
import { Op, type Sequelize } from 'sequelize';
import type { ArchiveJob, ArchiveLook, BringRequest, BroughtAs, CourseLook } from '../../contract';
import { jsonOrNull } from '../../db/json-column';
import { rowOf, rowsOf } from '../../db/rows';
import { inTransaction } from '../../db/transaction';
import type { StoredBytes } from '../../files/file-store';
import type { OpenZip } from '../../files/zip-file';
import { fileStem } from '../../files/write-table';
import type { Values } from '../../http/field-problems';
import { Problem } from '../../http/problem';
import type { ProblemCode } from '../../http/problems';
import type { Lease } from '../../jobs/lease';
import { JobStopped, TO_DO, workOnWaiting } from '../../jobs/waiting-jobs';
import type { AccountsService } from '../accounts/accounts.service';
import type { ClassesService } from '../classes/classes.service';
import type { CoursePackagesService, CourseSource } from '../course-package/course-packages.service';
import { isCourse } from '../course-package/read-course';
import { LARGEST_ARCHIVE } from './archive-format';
import { defineArchiveJobs, type ArchiveJobRow } from './archives.model';
import { bringIn, classHere, classIn, lookOf } from './bring-in';
import { openArchive, openSent, refused } from './read-archive';
import { writeArchive, type ArchiveSources } from './write-archive';

type Teacher = Actor & { userId: string };
const OUT = { kind: 'out', fingerprint: null, size: null } as const;
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
  coursePackages: CoursePackagesService;
}

/** What a job is of: a class, a folder, or what has been sent. */
type JobOf = Pick<ArchiveJobRow, 'kind' | 'holds' | 'classId' | 'folder' | 'title' | 'fingerprint' | 'size'>;
type Progress = (done: number, total: number) => Promise<void>;

/**
 * Archives of classes and packages of courses being made and being brought in: each a row that one of several servers works on under a
 * lease, and that goes on where a server stopped, from the beginning: nothing of it is there before all of it is.
 */
export function archiveJobsService({ sequelize, accounts, classes, fileStore, coursePackages, ...sources }: Collaborators) {
  const jobs = defineArchiveJobs(sequelize);
  let forgotAt = 0;

  // A sentence is made when it is read, in the language of its reader: what is kept is which one it is.
  const kept = ({ code, more: { values } }: Problem): string => JSON.stringify({ code, values });
  const sentence = (problem: string): string => {
    const { code, values } = JSON.parse(problem) as { code: ProblemCode; values?: Values };
    return new Problem(code, values ? { values } : {}).title;
  };
  const toJob = ({
    id,
    kind,
    holds,
    title,
    state,
    done,
    total,
    problem,
    madeAt,
    size,
    classId,
    folder,
    look,
  }: ArchiveJobRow): ArchiveJob => ({
    ...{ id, kind, holds, title, state, done, total, classId, folder },
    problem: problem === null ? null : sentence(problem),
    madeAt: madeAt.getTime(),
    size: size === null ? null : Number(size),
    look: holds === 'class' ? jsonOrNull<ArchiveLook>(look) : null,
    course: holds === 'course' ? jsonOrNull<CourseLook>(look) : null,
  });
  async function mine(teacher: Teacher, id: string): Promise<ArchiveJobRow> {
    const row = await rowOf(jobs, { where: { id, ownerId: teacher.userId } });
    if (!row) throw new Problem('thing.unknown');
    return row;
  }
  async function begin(teacher: Teacher, of: JobOf, now: Instant) {
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

  const teacherOf = ({ ownerId }: ArchiveJobRow): Teacher => ({ role: 'teacher', userId: ownerId });
  const placeOf = ({ classId, folder }: ArchiveJobRow): CourseSource => (classId !== null ? { classId } : { folder: folder ?? '' });
  const keepZip = (zip: Readable) => fileStore.keep(zip, { most: LARGEST_ARCHIVE });

  async function makeOut(row: ArchiveJobRow, now: Instant, lease: Lease): Promise<Partial<ArchiveJobRow>> {
    const teacher = teacherOf(row);
    const progress = noting(row.id, lease);
    if (row.holds === 'course') {
      const language = await accounts.languageOf(row.ownerId);
      const { fingerprint, size } = await coursePackages.write(teacher, placeOf(row), { language, now, progress }, keepZip);
      return { state: 'done', fingerprint, size };
    }
    const schoolClass = await classes.forTeacher(teacher, 'archive.make', row.classId!);
    const { fingerprint, size } = await writeArchive(
      { sequelize, fileStore, ...sources },
      { teacher, schoolClass, now, progress },
      keepZip,
    );
    return { state: 'done', fingerprint, size };
  }

  /** Reads a course and brings it in once it is said where: with the job's own end, so that it is there once. */
  async function takeCourse(
    row: ArchiveJobRow,
    zip: OpenZip,
    { now, lease, progress }: { now: Instant; lease: Lease; progress: Progress },
  ): Promise<Partial<ArchiveJobRow> | null> {
    try {
      const half: Progress = row.broughtAs === null ? progress : (done, total) => progress(done, total * 2);
      const course = await coursePackages.read(zip, half);
      const look = coursePackages.look(course);
      if (row.broughtAs === null) return { state: 'looked', holds: 'course', look, title: look.title || row.title };
      const [teacher, target] = [teacherOf(row), placeOf(row)];
      await coursePackages.requireTarget(teacher, target);
      const second: Progress = (done, total) => progress(total + done, total * 2);
      const store = await coursePackages.prepare(teacher, { zip, course, target, now, progress: second });
      await inTransaction(sequelize, async (transaction) => {
        const missed = [...look.missed, ...(await store(transaction))];
        await lease.require();
        const became = { state: 'done', look: { ...look, missed } } as const;
        const [done] = await jobs.update(became, { where: { id: row.id, state: 'running' }, transaction });
        if (done === 0) throw new JobStopped();
      });
      return null;
    } catch (error) {
      throw refused(error);
    } finally {
      zip.close();
    }
  }

  async function takeIn(row: ArchiveJobRow, now: Instant, lease: Lease): Promise<Partial<ArchiveJobRow> | null> {
    const file = await fileStore.at(row.fingerprint!);
    if (!file) throw new Problem('file.gone');
    const progress = noting(row.id, lease);
    const zip = await openSent(file.path);
    if (isCourse(zip)) return takeCourse(row, zip, { now, lease, progress });
    zip.close();
    // Bringing in reads all of it once more: what was looked at days ago is not taken on trust.
    const half = row.broughtAs === null ? progress : (done: number, total: number) => progress(done, total * 2);
    const archive = await openArchive(file.path, half);
    try {
      if (row.broughtAs === null) {
        const look = await lookOf(sequelize, row.ownerId, archive);
        return { state: 'looked', look, title: look.className };
      }
      const as = row.broughtAs as BroughtAs;
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
    if (became === null) return;
    await lease.require();
    await jobs.update(became, { where: { id: row.id, state: 'running' } });
  }

  return {
    /** Begins to write a class into one file. */
    async make(teacher: Teacher, classId: string, now: Instant): Promise<ArchiveJob> {
      const { label } = await classes.forTeacher(teacher, 'archive.make', classId);
      return begin(teacher, { ...OUT, holds: 'class', classId, folder: null, title: label }, now);
    },

    /** Begins to write a course into one file: of a class, or of a folder of the shelf. @throws Problem `course.emptyFolder` */
    async makeCourse(teacher: Teacher, source: CourseSource, now: Instant): Promise<ArchiveJob> {
      const title = (await coursePackages.titleOf(teacher, source)).slice(0, 200);
      const place = 'classId' in source ? { classId: source.classId, folder: null } : { classId: null, folder: source.folder };
      return begin(teacher, { ...OUT, holds: 'course', ...place, title }, now);
    },

    /** Begins to look at an archive or a course. @param file its bytes, which are kept already */
    take: (teacher: Teacher, { fingerprint, size, name }: StoredBytes & { name: string }, now: Instant): Promise<ArchiveJob> =>
      begin(teacher, { ...{ kind: 'in', holds: 'class', classId: null, folder: null }, title: name.slice(0, 200), fingerprint, size }, now),

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
    async bring(teacher: Teacher, id: string, request: BringRequest): Promise<ArchiveJob> {
      const row = await mine(teacher, id);
      const { as } = request;
      if (row.state !== 'looked') throw new Problem('archive.notReady');
      const target =
        as === 'drafts' ? { classId: request.classId, folder: null } : as === 'shelf' ? { classId: null, folder: request.folder } : null;
      if ((target === null) !== (row.holds === 'class')) throw new Problem('archive.otherKind');
      if (target)
        await coursePackages.requireTarget(teacher, target.classId !== null ? { classId: target.classId } : { folder: target.folder });
      if (as === 'past' && jsonOrNull<ArchiveLook>(row.look)?.here) throw new Problem('archive.here');
      const waiting = { state: 'waiting', broughtAs: as, done: 0, tries: 0, ...target } as const;
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
      const ofIt = row.classId === null ? null : await classes.forTeacher(teacher, 'archive.make', row.classId);
      const file = await fileStore.read(row.fingerprint!);
      if (!file) throw new Problem('file.gone');
      const [first] = ofIt ? [ofIt] : await classes.load((await classes.taughtBy(teacher.userId, { away: true })).slice(0, 1));
      const day = localDateAt(first?.calendar.zone ?? 'UTC', row.madeAt.getTime());
      const stem = fileStem(ofIt ? classInFile(ofIt) : row.title || 'shelf');
      return { name: row.holds === 'course' ? `${stem}-course-${day}.imscc` : `${stem}-archive-${day}.zip`, ...file };
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
