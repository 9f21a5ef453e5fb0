import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction, type WhereOptions } from 'sequelize';
import { rowByKey, rowsOf } from '../../db/rows';
import type { FeedbackFile } from '../../contract';
import type { TakenFile } from '../../files/take-file';
import { defineFeedbackFiles, type FeedbackFileRow } from './feedback-files.model';

const toFile = ({ id, name, size, mediaType, kind }: FeedbackFileRow): FeedbackFile => ({ id, name, size: Number(size), mediaType, kind });

/** Annotated files that teachers brought back, and what they said aloud. They are kept back until the piece is returned, as its score is. */
export function feedbackFilesService({ sequelize }: { sequelize: Sequelize }) {
  const files = defineFeedbackFiles(sequelize);
  const load = async (where: WhereOptions<FeedbackFileRow>) => await rowsOf(files, { where, order: [['addedAt', 'ASC']] });
  return {
    /** Adds a file to a piece; one of the same name that is not returned yet is replaced, and so is what was said aloud. */
    async add(
      pieceId: string,
      { fingerprint, name, size, mediaType }: TakenFile,
      byUser: string,
      now: number,
      transaction: Transaction,
      kind: FeedbackFile['kind'] = 'file',
    ): Promise<FeedbackFile> {
      await files.destroy({ where: { pieceId, returnedAt: null, kind, ...(kind === 'voice' ? {} : { name }) }, transaction });
      const row: FeedbackFileRow = {
        id: randomUUID(),
        pieceId,
        fingerprint,
        name,
        size,
        mediaType,
        byUser,
        addedAt: new Date(now),
        returnedAt: null,
        kind,
      };
      await files.create(row, { transaction });
      return toFile(row);
    },

    /** Takes one away that the student does not have yet. @returns whether there was one */
    async remove(pieceId: string, id: string, transaction: Transaction): Promise<boolean> {
      return (await files.destroy({ where: { id, pieceId, returnedAt: null }, transaction })) > 0;
    },

    /** Lets students have what was brought back for these pieces. */
    async giveBack(pieceIds: readonly string[], now: number, transaction: Transaction): Promise<void> {
      await files.update({ returnedAt: new Date(now) }, { where: { pieceId: { [Op.in]: [...pieceIds] }, returnedAt: null }, transaction });
    },

    /** What the student may have. */
    async returned(pieceId: string): Promise<FeedbackFile[]> {
      return (await load({ pieceId, returnedAt: { [Op.ne]: null } })).map(toFile);
    },

    /** Everything that was brought back for these pieces, by piece. */
    async ofPieces(pieceIds: readonly string[]): Promise<Map<string, (FeedbackFile & { returned: boolean })[]>> {
      const result = new Map<string, (FeedbackFile & { returned: boolean })[]>();
      if (pieceIds.length === 0) return result;
      for (const row of await load({ pieceId: { [Op.in]: [...pieceIds] } }))
        result.set(row.pieceId, [...(result.get(row.pieceId) ?? []), { ...toFile(row), returned: row.returnedAt !== null }]);
      return result;
    },

    async byId(id: string): Promise<{ file: FeedbackFile & { fingerprint: string }; pieceId: string; returned: boolean } | null> {
      const row = await rowByKey(files, id);
      return row && { file: { ...toFile(row), fingerprint: row.fingerprint }, pieceId: row.pieceId, returned: row.returnedAt !== null };
    },
  };
}

export type FeedbackFilesService = ReturnType<typeof feedbackFilesService>;
