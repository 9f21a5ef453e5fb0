import type { RichText } from '@jolly/core';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { WorkFile } from '../../contract';
import { fromJson } from '../../db/json-column';
import { rowsOf } from '../../db/rows';
import { toWorkFile } from './pieces.mapper';
import { definePieces } from './pieces.model';
import type { WorkSheetRow } from './pieces-rows';
import type { SheetRecord } from './work-records';

const toSheetRecord = (row: WorkSheetRow): SheetRecord => ({
  attachmentId: row.attachmentId,
  studentId: row.studentId || null,
  source: fromJson<RichText>(row.source),
  text: fromJson<RichText>(row.text),
  begun: Boolean(row.begun),
  version: row.version,
});

/** What is being worked on as it is now: files attached, copies of worksheets. */
export function workDrafts(sequelize: Sequelize) {
  const { files, sheets } = definePieces(sequelize);
  const inTx = (transaction?: Transaction) => (transaction ? { transaction } : {});

  async function draftFiles(workId: string, transaction?: Transaction): Promise<WorkFile[]> {
    const rows = await rowsOf(files, {
      where: { workId, inDraft: true },
      order: [
        ['addedAt', 'ASC'],
        ['id', 'ASC'],
      ],
      ...inTx(transaction),
    });
    return rows.map(toWorkFile);
  }

  async function sheetsOf(workIds: readonly string[], transaction?: Transaction): Promise<(SheetRecord & { workId: string })[]> {
    const rows = await rowsOf(sheets, {
      where: { workId: { [Op.in]: [...workIds] } },
      order: [['attachmentId', 'ASC']],
      ...inTx(transaction),
    });
    return rows.map((row) => ({ ...toSheetRecord(row), workId: row.workId }));
  }

  return { draftFiles, sheetsOf };
}

export type WorkDrafts = ReturnType<typeof workDrafts>;
