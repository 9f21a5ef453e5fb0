import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { FamilyReport } from '../../contract';
import { fromJson } from '../../db/json-column';
import { rowOf, rowsOf } from '../../db/rows';
import type { PrintPdf } from '../../files/print-pdf';
import { Problem } from '../../http/problem';
import type { ReportDocument } from '../reports/report-document';
import { makeReport } from '../reports/report-maker';
import { defineFamilies, type FamilyReportRow } from './families.model';
import type { FamiliesService, Family } from './families.service';

const MOST_LISTED = 100;

/** Reports that teachers gave families, kept as they were then; a family gets each as a PDF from its own page. */
export function familyReportsService({
  sequelize,
  families,
  printPdf,
}: {
  sequelize: Sequelize;
  families: FamiliesService;
  printPdf: PrintPdf;
}) {
  const { reports } = defineFamilies(sequelize);
  return {
    /** Gives a report; the same id again gives nothing. */
    async give(row: FamilyReportRow, transaction: Transaction): Promise<void> {
      await reports.bulkCreate([row], { ignoreDuplicates: true, transaction });
    },

    /** What a family was given of a child, newest first. */
    async list(family: Family, studentId: string): Promise<FamilyReport[]> {
      await families.child(family, 'child.look', studentId);
      const rows = await rowsOf(reports, {
        attributes: { exclude: ['document'] },
        where: { familyId: family.userId, studentId },
        order: [
          ['givenAt', 'DESC'],
          ['id', 'ASC'],
        ],
        limit: MOST_LISTED,
      });
      return rows.map(({ id, title, className, givenAt }) => ({ id, title, className, givenAt: givenAt.getTime() }));
    },

    /** One of them as a PDF. @throws Problem `thing.unknown` where it is not this family's, or the child is not any more */
    async file(family: Family, id: string): Promise<{ name: string; mediaType: string; bytes: Buffer }> {
      const children = await families.childrenOf(family.userId);
      const where = { id, familyId: family.userId, studentId: { [Op.in]: children.map((child) => child.id) } };
      const row = family.role === 'family' ? await rowOf(reports, { where }) : null;
      if (!row) throw new Problem('thing.unknown');
      const bytes = await printPdf(await makeReport('html', [fromJson<ReportDocument>(row.document)]));
      return { name: `${row.title || 'report'}.pdf`, mediaType: 'application/pdf', bytes };
    },
  };
}

export type FamilyReportsService = ReturnType<typeof familyReportsService>;
