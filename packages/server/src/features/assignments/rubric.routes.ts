import { readRubricTable, RUBRIC_HEAD, rubricToTable } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { ReadRubricReply } from '../../contract';
import { readTable, TableError } from '../../files/read-table';
import { csv, workbookOf } from '../../files/write-table';
import { Problem } from '../../http/problem';
import type { Route } from '../../http/route';
import { readRubricBody, rubricTableBody } from './assignments.schema';

const WHY = {
  noPoints: 'has no points; it counts as 0.',
  notPoints: 'has points that are no number; they count as 0.',
  noCriterion: 'names no criterion and is left out.',
};
const WIDTHS = [28, 9, 16, 9, 9, 60, 24];
const BOUNDS = { rows: 1000, columns: 40 };

/** Rubrics as tables. Nothing is stored here: a rubric belongs to an assignment or to the shelf. */
export const rubricRoutes = (): Route[] => [
  {
    route: 'POST /api/rubrics/read',
    action: 'rubric.read',
    does: 'Reads a rubric from cells that were pasted, a CSV file or a workbook.',
    takesTable: true,
    body: readRubricBody,
    handle: async ({ table, body }): Promise<ReadRubricReply> => {
      const rows = await readTable(table!, BOUNDS).catch((error: unknown) => {
        throw error instanceof TableError ? new Problem('rubric.notReadable') : error;
      });
      const { criteria, problems } = readRubricTable(rows, randomUUID);
      if (criteria.length === 0) throw new Problem('rubric.notReadable');
      return {
        rubric: { name: body.name, criteria },
        problems: problems.map(({ row, why }) => ({ row, message: `Row ${row} ${WHY[why]}` })),
      };
    },
  },
  {
    route: 'POST /api/rubrics/table',
    action: 'rubric.read',
    does: 'A rubric as a CSV file or a workbook; read again it is the same rubric.',
    body: rubricTableBody,
    repliesItself: true,
    handle: async ({ body, res }) => {
      const { rubric, format } = body;
      const name = rubric.name.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-+|-+$/g, '') || 'rubric';
      const rows = rubricToTable(rubric);
      if (format === 'csv') {
        res.attachment(`${name}.csv`).type('text/csv; charset=utf-8').send(csv(RUBRIC_HEAD, rows));
        return;
      }
      const columns = RUBRIC_HEAD.map((header, index) => ({ header, width: WIDTHS[index]! }));
      const book = await workbookOf(name, 'Rubric', columns, rows);
      res.attachment(book.name).type(book.mediaType).send(book.bytes);
    },
  },
];
