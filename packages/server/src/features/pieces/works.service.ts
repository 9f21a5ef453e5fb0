import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { WorkFile } from '../../contract';
import { rowByKey, rowOf, rowsOf } from '../../db/rows';
import { openWorks } from './open-work';
import { toWorkFile, toWorkRecord } from './pieces.mapper';
import { definePieces } from './pieces.model';
import type { WorkRow } from './pieces-rows';
import type { WorkRecord } from './records';
import { workDrafts } from './work-drafts';
import { workPapers } from './work-papers';
import { workVersions } from './work-versions';

/** What is worked on: text, files, copies of worksheets, their versions and hand-ins. */
export function worksService({ sequelize }: { sequelize: Sequelize }) {
  const { works, files } = definePieces(sequelize);
  const drafts = workDrafts(sequelize);
  const papers = workPapers(sequelize);
  const { noteVersion, ...versions } = workVersions(sequelize, drafts, papers);
  const open = openWorks(sequelize, drafts, { noteVersion, ...versions }, papers);

  return {
    ...drafts,
    ...versions,
    papersOf: papers.papersOf,
    written: papers.written,
    changedSince: papers.changedSince,

    /** Opens the work of a group, or with the id of a piece the work of one student; makes it if it is not there. */
    async openOrMake(
      { assignmentId, groupId, pieceId }: { assignmentId: string; groupId: string | null; pieceId: string },
      transaction: Transaction,
    ) {
      const where = groupId === null ? { id: pieceId } : { assignmentId, groupId };
      const found = await rowOf(works, { where, lock: true, transaction });
      if (found) return open(found, transaction);
      const row: WorkRow = {
        id: groupId === null ? pieceId : randomUUID(),
        assignmentId,
        groupId,
        text: null,
        savedAt: null,
        savedBy: null,
        version: 0,
        words: 0,
      };
      await works.create(row, { transaction });
      return open(row, transaction);
    },

    /** Works by their ids; with their texts only if asked for. */
    async byIds(
      ids: readonly string[],
      { texts, transaction }: { texts: boolean; transaction?: Transaction },
    ): Promise<Map<string, WorkRecord>> {
      if (ids.length === 0) return new Map();
      const rows = await rowsOf(works, {
        ...(texts ? {} : { attributes: { exclude: ['text'] } }),
        where: { id: { [Op.in]: [...new Set(ids)] } },
        ...(transaction ? { transaction } : {}),
      });
      return new Map(rows.map((row) => [row.id, toWorkRecord(row)]));
    },

    /** A file and the work it belongs to. */
    async file(id: string): Promise<{ file: WorkFile; workId: string } | null> {
      const row = await rowByKey(files, id);
      return row && { file: toWorkFile(row), workId: row.workId };
    },
  };
}

export type WorksService = ReturnType<typeof worksService>;
