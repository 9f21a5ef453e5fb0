import { FileStore as PartStore } from '@tus/file-store';
import { Server as PartServer } from '@tus/server';
import type { Request, Response } from 'express';
import { randomUUID } from 'node:crypto';
import type { SaidPlace } from '@jolly/core';
import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { DataTypes, Op, type Model, type Sequelize } from 'sequelize';
import { rowOf, rowsOf } from '../../db/rows';
import { jsonOrNull } from '../../db/json-column';
import type { WorkFile } from '../../contract';
import { MOST_FILE_BYTES, safeFileName, type FileStore } from '../../files/file-store';
import { Problem } from '../../http/problem';
import type { Student } from '../pieces/own-pieces.service';
import type { WorkingService } from '../pieces/working.service';
import type { WorksService } from '../pieces/works.service';

interface UploadRow {
  id: string;
  userId: string;
  assignmentId: string;
  name: string;
  size: number;
  answers: unknown;
  begunAt: Date;
  fileId: string | null;
}

export const UPLOADS_PATH = '/api/my/uploads';
/** An upload that nobody went on with for so long is let go. */
const KEPT_MS = 7 * 86_400_000;

/** Uploads that one student may have begun and not finished, and their bytes together. */
const MOST_OPEN = 40;
const MOST_OPEN_BYTES = 500 * 1024 * 1024;

/** What an upload is of, as its first request says. */
export interface UploadOf {
  assignmentId: string;
  name: string;
  size: number;
  /** of a recording: the written part that it answers */
  answers: SaidPlace | null;
}

interface Collaborators {
  sequelize: Sequelize;
  fileStore: FileStore;
  working: WorkingService;
  works: WorksService;
}

/**
 * Files that come in parts and may be resumed after a break, by the open protocol tus 1.0 (creation, HEAD, PATCH).
 * The parts gather on disk; once they are all there the upload is finished by an act of its own, which can be
 * repeated: a server that is killed at any point in between leaves either parts to go on with or a whole file.
 */
export function uploadsService({ sequelize, fileStore, working, works }: Collaborators) {
  const uploads = sequelize.define<Model<UploadRow>>(
    'upload',
    {
      id: { type: DataTypes.STRING(36), primaryKey: true },
      userId: DataTypes.STRING,
      assignmentId: DataTypes.STRING,
      name: DataTypes.STRING,
      size: DataTypes.BIGINT,
      answers: DataTypes.JSON,
      begunAt: DataTypes.DATE(3),
      fileId: DataTypes.STRING,
    },
    { tableName: 'uploads' },
  );
  const parts = new PartStore({ directory: fileStore.uploads });
  const names = new WeakMap<object, string>();
  const server = new PartServer({
    path: UPLOADS_PATH,
    datastore: parts,
    maxSize: MOST_FILE_BYTES,
    relativeLocation: true,
    // No page from elsewhere may read the replies.
    allowedOrigins: ['https://nowhere.invalid'],
    namingFunction: (req) => names.get(req)!,
    onResponseError: async (_req, res, error) => {
      const { code } = error as { code?: string };
      if (code !== 'ENOSPC' && code !== 'EDQUOT' && code !== 'EFBIG') return undefined;
      const { status, title } = new Problem('server.diskFull');
      res.setHeader('Content-Type', 'application/problem+json');
      return { status_code: status, body: JSON.stringify({ type: 'server.diskFull', title, status }) };
    },
  });

  async function own(student: Student, id: string): Promise<UploadRow> {
    const row = await rowOf(uploads, { where: { id, userId: student.userId } });
    if (!row) throw new Problem('upload.gone');
    return row;
  }

  const bytesHere = async (id: string): Promise<number> => (await parts.getUpload(id).catch(() => null))?.offset ?? 0;

  return {
    /** Begins an upload. @throws Problem `file.tooLarge`, `upload.tooMany`, or whatever keeps the student from attaching it */
    async begin(
      student: Student,
      { assignmentId, name, size, answers }: UploadOf,
      now: number,
      { req, res }: { req: Request; res: Response },
    ): Promise<void> {
      if (size === 0) throw new Problem('file.empty', { values: { name: safeFileName(name) } });
      if (size > MOST_FILE_BYTES) throw new Problem('file.tooLarge');
      await working.mayAttach(student, assignmentId, now);
      const open = await rowsOf(uploads, {
        attributes: ['size'],
        where: { userId: student.userId, fileId: null },
        limit: MOST_OPEN,
      });
      if (open.length >= MOST_OPEN || open.reduce((sum, row) => sum + Number(row.size), size) > MOST_OPEN_BYTES)
        throw new Problem('upload.tooMany');
      const id = randomUUID();
      await uploads.create({
        id,
        userId: student.userId,
        assignmentId,
        name: safeFileName(name),
        size,
        answers,
        begunAt: new Date(now),
        fileId: null,
      });
      names.set(req, id);
      await server.handle(req, res);
    },

    /** Says how much is here, or takes more of it. */
    async go(student: Student, id: string, { req, res }: { req: Request; res: Response }): Promise<void> {
      await own(student, id);
      await server.handle(req, res);
    },

    /**
     * Attaches what has come in whole. Asked again it says the same file.
     * @throws Problem `upload.incomplete` while bytes are missing
     */
    async finish(student: Student, id: string, now: number): Promise<WorkFile> {
      const row = await own(student, id);
      if (row.fileId !== null) return (await works.file(row.fileId))!.file;
      if ((await bytesHere(id)) !== Number(row.size)) throw new Problem('upload.incomplete');
      const kept = await fileStore.keep(createReadStream(join(fileStore.uploads, id)));
      const file = await working.attach(
        student,
        row.assignmentId,
        { ...kept, name: row.name },
        now,
        jsonOrNull<SaidPlace>(row.answers),
        async ({ id: fileId }, transaction) => {
          const [taken] = await uploads.update({ fileId }, { where: { id, fileId: null }, transaction });
          // Two tabs finish the same upload: the second finds it done.
          if (taken === 0) throw new Problem('conflict.changedMeanwhile');
        },
      );
      await parts.remove(id).catch(() => undefined);
      return file;
    },

    async stop(student: Student, id: string): Promise<void> {
      await own(student, id);
      await parts.remove(id).catch(() => undefined);
      await uploads.destroy({ where: { id } });
    },

    /** Lets go of uploads that nobody went on with, a few a round. @returns how many */
    async clear(now: number): Promise<number> {
      const old = await rowsOf(uploads, {
        where: { begunAt: { [Op.lt]: new Date(now - KEPT_MS) } },
        limit: 50,
      });
      for (const { id } of old) await parts.remove(id).catch(() => undefined);
      await uploads.destroy({ where: { id: { [Op.in]: old.map((row) => row.id) } } });
      return old.length;
    },
  };
}

export type UploadsService = ReturnType<typeof uploadsService>;
