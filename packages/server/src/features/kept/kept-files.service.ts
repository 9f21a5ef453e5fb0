import type { Actor } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import { rowByKey, rowsOf } from '../../db/rows';
import type { KeptFile } from '../../contract';
import type { TakenFile } from '../../files/take-file';
import { Problem } from '../../http/problem';
import { defineKeptFiles, type FileUseRow, type KeptFileRow } from './kept-files.model';

const toKeptFile = ({ id, name, size, mediaType }: KeptFileRow): KeptFile => ({ id, name, size: Number(size), mediaType });

/** What shows a file: a brief or something on the shelf. */
export type Holder = Omit<FileUseRow, 'fileId'>;

/** Files that teachers put up, and what shows them. */
export function keptFilesService({ sequelize }: { sequelize: Sequelize }) {
  const { keptFiles, fileUses } = defineKeptFiles(sequelize);
  return {
    async keep(teacher: Actor & { userId: string }, file: TakenFile, now: number): Promise<KeptFile> {
      const { name, size, mediaType, fingerprint } = file;
      const row: KeptFileRow = { id: randomUUID(), ownerId: teacher.userId, fingerprint, name, size, mediaType, keptAt: new Date(now) };
      await keptFiles.create(row);
      return toKeptFile(row);
    },

    /** The file of this name and these bytes that this teacher has, or else a new one. */
    async keepOnce(teacher: Actor & { userId: string }, file: TakenFile, now: number, transaction: Transaction): Promise<KeptFile> {
      const { name, size, mediaType, fingerprint } = file;
      const same = await rowsOf(keptFiles, {
        where: { ownerId: teacher.userId, fingerprint, name },
        order: [['id', 'ASC']],
        limit: 1,
        transaction,
      });
      if (same[0]) return toKeptFile(same[0]);
      const row: KeptFileRow = { id: randomUUID(), ownerId: teacher.userId, fingerprint, name, size, mediaType, keptAt: new Date(now) };
      await keptFiles.create(row, { transaction });
      return toKeptFile(row);
    },

    /** Files with these bytes that this teacher has put up, the first one first. */
    async ownByFingerprint(teacher: Actor & { userId: string }, fingerprint: string): Promise<KeptFile[]> {
      const rows = await rowsOf(keptFiles, {
        where: { ownerId: teacher.userId, fingerprint },
        order: [
          ['keptAt', 'ASC'],
          ['id', 'ASC'],
        ],
        limit: 100,
      });
      return rows.map(toKeptFile);
    },

    async byId(id: string): Promise<{ file: KeptFile & { fingerprint: string }; ownerId: string; holders: Holder[] } | null> {
      const row = await rowByKey(keptFiles, id);
      if (!row) return null;
      const uses = await rowsOf(fileUses, { where: { fileId: id }, limit: 500 });
      return { file: { ...toKeptFile(row), fingerprint: row.fingerprint }, ownerId: row.ownerId, holders: uses };
    },

    /** What lies under these files, those of them that are there. */
    async bytesOf(ids: readonly string[]): Promise<Pick<KeptFileRow, 'id' | 'name' | 'fingerprint' | 'mediaType'>[]> {
      if (ids.length === 0) return [];
      return rowsOf(keptFiles, { attributes: ['id', 'name', 'fingerprint', 'mediaType'], where: { id: { [Op.in]: [...ids] } } });
    },

    /**
     * The files by their ids, if this teacher put them up or they are shown by one of these holders already.
     * @throws Problem `file.notYours` for any other: an id is no right to look
     */
    async usable(userId: string, ids: readonly string[], holderIds: readonly string[]): Promise<Map<string, KeptFile>> {
      if (ids.length === 0) return new Map();
      const rows = await rowsOf(keptFiles, { where: { id: { [Op.in]: [...ids] } } });
      const foreign = rows.filter((row) => row.ownerId !== userId).map((row) => row.id);
      const shown =
        foreign.length === 0
          ? []
          : (
              await rowsOf(fileUses, {
                where: { fileId: { [Op.in]: foreign }, holderId: { [Op.in]: [...holderIds] } },
              })
            ).map((use) => use.fileId);
      if (rows.length !== new Set(ids).size || foreign.some((id) => !shown.includes(id))) throw new Problem('file.notYours');
      return new Map(rows.map((row) => [row.id, toKeptFile(row)]));
    },

    /** Notes what a holder shows now, in the transaction that stores the holder; what it showed before too where that is still looked at. */
    async setUses(holder: Holder, ids: readonly string[], transaction: Transaction, { keepOld = false } = {}): Promise<void> {
      if (!keepOld) await fileUses.destroy({ where: { ...holder }, transaction });
      await fileUses.bulkCreate(
        [...new Set(ids)].map((fileId) => ({ ...holder, fileId })),
        { ignoreDuplicates: true, transaction },
      );
    },
  };
}

export type KeptFilesService = ReturnType<typeof keptFilesService>;
