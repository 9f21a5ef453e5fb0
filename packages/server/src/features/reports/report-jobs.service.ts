import archiver from 'archiver';
import { localDateAt, type ReportSettings } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import { Op, type Sequelize } from 'sequelize';
import { rowOf, rowsOf } from '../../db/rows';
import type { ReportFormat, ReportJob, ReportJobRequest } from '../../contract';
import { fromJson } from '../../db/json-column';
import { inTransaction } from '../../db/transaction';
import type { FileStore } from '../../files/file-store';
import type { PrintPdf } from '../../files/print-pdf';
import { OPEN_DOCUMENT_SHEET } from '../../files/open-document';
import { WORKBOOK } from '../../files/workbook';
import { fileStem } from '../../files/write-table';
import { Problem } from '../../http/problem';
import type { Lease } from '../../jobs/lease';
import { TO_DO, workOnWaiting } from '../../jobs/waiting-jobs';
import type { Teacher } from '../marking/desk.service';
import type { ComposeService, ReportKey } from './compose.service';
import type { ReportDocument } from './report-document';
import { makeReport } from './report-maker';
import { defineReports, type ReportJobRow, type ReportPartRow } from './reports.model';

const LONGEST_STEM = 150;
/** What a report is called among files: its title, its classes, and the day there. @example Progress-report-Rivers-2026-11-25 */
function stemOf(title: string, keys: readonly { inFiles: string; zone: string }[], now: number): string {
  const classNames = [...new Set(keys.map((key) => key.inFiles))].join(' ');
  return `${fileStem([title || 'report', classNames].join(' ')).slice(0, LONGEST_STEM)}-${localDateAt(keys[0]!.zone, now)}`;
}

/** Students of one file: a class, as a rule. */
const PART_SIZE = 45;
const MOST_LISTED = 20;
const MOST_WAITING = 10;

const MEDIA: Record<ReportFormat, string> = {
  pdf: 'application/pdf',
  xlsx: WORKBOOK,
  ods: OPEN_DOCUMENT_SHEET,
  csv: 'text/csv; charset=utf-8',
};

async function readAll(stream: Readable): Promise<Buffer> {
  const parts: Buffer[] = [];
  for await (const part of stream) parts.push(part as Buffer);
  return Buffer.concat(parts);
}

interface Collaborators {
  sequelize: Sequelize;
  fileStore: FileStore;
  compose: ComposeService;
  /** the program that prints */
  printPdf: PrintPdf;
}

/**
 * Reports being made. A report is a row with a part for each file; a part that is made is kept, so that a server that
 * stops in between goes on with the next one. A job is worked on under a lease: by one of several
 * servers, and nothing is noted by one that has lost it.
 */
export function reportJobsService({ sequelize, fileStore, compose, printPdf }: Collaborators) {
  const { jobs, parts } = defineReports(sequelize);

  const fileName = ({ title, stem, format }: Pick<ReportJobRow, 'title' | 'stem' | 'format'>, count: number) =>
    `${stem || fileStem(title || 'report')}.${format === 'pdf' && count > 1 ? 'zip' : format}`;
  function toJob(row: ReportJobRow, own: readonly Pick<ReportPartRow, 'fingerprint'>[]): ReportJob {
    const { id, title, format, state, students, madeAt, problem } = row;
    const done = own.filter((part) => part.fingerprint !== null).length;
    return {
      id,
      title,
      format,
      state,
      students,
      problem,
      parts: own.length,
      done,
      madeAt: madeAt.getTime(),
      fileName: fileName(row, own.length),
    };
  }
  const partsOf = async (jobIds: readonly string[]) =>
    await rowsOf(parts, {
      where: { jobId: { [Op.in]: [...jobIds] } },
      order: [['place', 'ASC']],
    });
  async function mine(teacher: Teacher, id: string): Promise<ReportJobRow> {
    const row = await rowOf(jobs, { where: { id, ownerId: teacher.userId } });
    if (!row) throw new Problem('thing.unknown');
    return row;
  }

  /** Students in order, cut into files: by class where a report is by class, so that nobody looks for theirs in another's. */
  function cut(keys: readonly (ReportKey & { className: string })[], by: ReportSettings['by']): { title: string; keys: ReportKey[] }[] {
    const files: { title: string; keys: ReportKey[] }[] = [];
    const students = [...new Set(keys.map((key) => key.studentId))];
    const groups: { name: string; keys: (ReportKey & { className: string })[][] }[] =
      by === 'studentAll'
        ? [{ name: '', keys: students.map((id) => keys.filter((key) => key.studentId === id)) }]
        : [...new Set(keys.map((key) => key.classId))].map((id) => {
            const own = keys.filter((key) => key.classId === id);
            return { name: own[0]!.className, keys: own.map((key) => [key]) };
          });
    for (const { name, keys: own } of groups)
      for (let at = 0; at < own.length; at += PART_SIZE) {
        const title = own.length > PART_SIZE ? `${name} ${at + 1}-${Math.min(own.length, at + PART_SIZE)}`.trim() : name;
        files.push({
          title,
          keys: own.slice(at, at + PART_SIZE).flatMap((one) => one.map(({ classId, studentId }) => ({ classId, studentId }))),
        });
      }
    return files;
  }

  const keep = (bytes: Buffer) => fileStore.keep(Readable.from([bytes]));

  /** Makes one part: the PDF itself, or for tables the document that goes into one at the end. */
  async function makePart(job: ReportJobRow, part: ReportPartRow, now: number, lease: Lease): Promise<void> {
    const teacher: Teacher = { role: 'teacher', userId: job.ownerId };
    const { document } = await compose.compose(
      teacher,
      fromJson<ReportSettings>(job.settings),
      fromJson<ReportKey[]>(part.reportKeys),
      now,
    );
    const bytes = job.format === 'pdf' ? await printPdf(await makeReport('html', [document])) : Buffer.from(JSON.stringify(document));
    const { fingerprint } = await keep(bytes);
    await inTransaction(sequelize, async (transaction) => {
      await lease.require(transaction);
      await parts.update({ fingerprint }, { where: { jobId: job.id, place: part.place }, transaction });
    });
  }

  async function finish(job: ReportJobRow, own: readonly ReportPartRow[]): Promise<string> {
    const read = async (part: ReportPartRow) => readAll((await fileStore.read(part.fingerprint!))!.stream);
    if (job.format !== 'pdf') {
      const documents: ReportDocument[] = [];
      for (const part of own) documents.push(JSON.parse((await read(part)).toString()) as ReportDocument);
      return (await keep(await makeReport(job.format, documents))).fingerprint;
    }
    if (own.length === 1) return own[0]!.fingerprint!;
    const zip = archiver('zip');
    const kept = fileStore.keep(zip);
    for (const [place, part] of own.entries()) {
      const file = (await fileStore.read(part.fingerprint!))!;
      zip.append(file.stream, { name: `${String(place + 1).padStart(2, '0')} ${fileStem(part.title || job.title)}.pdf` });
    }
    await zip.finalize();
    return (await kept).fingerprint;
  }

  /** Works on a job until it is done or stopped. @throws LeaseLost when another server has gone on with it */
  async function workOn(job: ReportJobRow, now: number, lease: Lease): Promise<void> {
    for (const part of await partsOf([job.id])) {
      if ((await jobs.count({ where: { id: job.id, state: 'running' } })) === 0) return;
      if (part.fingerprint === null) await makePart(job, part, now, lease);
    }
    const fingerprint = await finish(job, await partsOf([job.id]));
    await inTransaction(sequelize, async (transaction) => {
      await lease.require(transaction);
      await jobs.update({ state: 'done', fingerprint }, { where: { id: job.id, state: 'running' }, transaction });
    });
  }

  return {
    /** Begins to make a report. @throws Problem `report.nobody` where it would be of nobody */
    async begin(teacher: Teacher, { settings, format }: ReportJobRequest, now: number): Promise<ReportJob> {
      const keys = await compose.keys(teacher, settings);
      if (keys.length === 0) throw new Problem('report.nobody');
      if ((await jobs.count({ where: { ownerId: teacher.userId, state: { [Op.in]: TO_DO } } })) >= MOST_WAITING)
        throw new Problem('report.tooManyJobs');
      const files = cut(keys, settings.by);
      const row: ReportJobRow = {
        id: randomUUID(),
        ownerId: teacher.userId,
        title: settings.title,
        stem: stemOf(settings.title, keys, now),
        format,
        settings,
        state: 'waiting',
        students: new Set(keys.map((key) => key.studentId)).size,
        problem: null,
        madeAt: new Date(now),
        tries: 0,
        fingerprint: null,
      };
      const own = files.map(({ title, keys: reportKeys }, place): ReportPartRow => ({
        jobId: row.id,
        place,
        title,
        reportKeys,
        fingerprint: null,
      }));
      await inTransaction(sequelize, async (transaction) => {
        await jobs.create(row, { transaction });
        await parts.bulkCreate(own, { transaction });
      });
      return toJob(row, own);
    },

    /** This teacher's last reports, newest first. */
    async list(teacher: Teacher): Promise<ReportJob[]> {
      const rows = await rowsOf(jobs, {
        where: { ownerId: teacher.userId },
        order: [
          ['madeAt', 'DESC'],
          ['id', 'ASC'],
        ],
        limit: MOST_LISTED,
      });
      const own = await partsOf(rows.map((row) => row.id));
      return rows.map((row) =>
        toJob(
          row,
          own.filter((part) => part.jobId === row.id),
        ),
      );
    },

    async at(teacher: Teacher, id: string): Promise<ReportJob> {
      return toJob(await mine(teacher, id), await partsOf([id]));
    },

    async stop(teacher: Teacher, id: string): Promise<void> {
      await mine(teacher, id);
      await jobs.update({ state: 'stopped' }, { where: { id, state: { [Op.in]: TO_DO } } });
    },

    /** The finished file. @throws Problem `report.notReady` before that */
    async file(teacher: Teacher, id: string): Promise<{ name: string; mediaType: string; size: number; stream: Readable }> {
      const row = await mine(teacher, id);
      if (row.state !== 'done' || row.fingerprint === null) throw new Problem('report.notReady');
      const file = await fileStore.read(row.fingerprint);
      if (!file) throw new Problem('file.gone');
      const name = fileName(row, (await partsOf([id])).length);
      return { name, mediaType: name.endsWith('.zip') ? 'application/zip' : MEDIA[row.format], ...file };
    },

    /** Takes up what waits, or what a server that stopped has left. @returns how many jobs were worked on */
    work: (now: number): Promise<number> =>
      workOnWaiting(
        { sequelize, jobs, name: 'report', most: 5 },
        (row, lease) => workOn(row, now, lease),
        (problem) => problem?.title ?? 'Something went wrong on our side. Begin the report again.',
      ),
  };
}

export type ReportJobsService = ReturnType<typeof reportJobsService>;
