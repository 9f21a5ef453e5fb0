import type { ReportSettings } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { Sequelize } from 'sequelize';
import { rowOf, rowsOf } from '../../db/rows';
import type { ReportPreset, ReportPresetRequest, ReportPreviewReply, ReportPreviewRequest } from '../../contract';
import { fromJson } from '../../db/json-column';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { Teacher } from '../marking/desk.service';
import type { ComposeService } from './compose.service';
import { reportPage } from './report-html';
import { defineReports, type ReportPresetRow } from './reports.model';

export { makeReport } from './report-maker';
export type { ReportDocument } from './report-document';

/** How much is looked at beforehand: enough to see what it will be, at once. */
const SHOWN = 4;
/** Of how many students the order is found out beforehand. */
const MOST_ORDERED = 400;
/** How many sections a browser is given to print. */
const MOST_PRINTED = 120;
const MOST_PRESETS = 100;

/** Reports as they are put together: looked at, and kept for next time. */
export function reportsService({ sequelize, compose }: { sequelize: Sequelize; compose: ComposeService }) {
  const { presets } = defineReports(sequelize);

  return {
    async preview(teacher: Teacher, { settings, whole = false }: ReportPreviewRequest, now: number): Promise<ReportPreviewReply> {
      const keys = await compose.keys(teacher, settings);
      const students = new Set(keys.map((key) => key.studentId)).size;
      const sections = settings.by === 'class' ? settings.classIds.length : settings.by === 'student' ? keys.length : students;
      if (whole && sections > MOST_PRINTED) throw new Problem('report.tooLong');
      // Who is left out, and who comes first, follows from everybody's work: of one class all are counted, of more the first.
      const most = whole || settings.by === 'class' ? Infinity : settings.onlyWith || settings.sort !== 'name' ? MOST_ORDERED : SHOWN * 3;
      const first = new Set([...new Set(keys.map((key) => key.studentId))].slice(0, most));
      const looked = keys.filter((key) => first.has(key.studentId));
      const { document, unknown } = await compose.compose(
        teacher,
        settings,
        looked,
        now,
        settings.by === 'class' ? settings.classIds : undefined,
      );
      const all = whole ? document.sections : document.sections.slice(0, SHOWN);
      const counted = looked.length === keys.length ? document.sections.length : sections;
      return {
        ...reportPage({ ...document, sections: all }, { fontAt: (name) => `/report-fonts/${name}`, policy: "'self'" }),
        shown: all.length,
        sections: counted,
        students,
        unknown,
      };
    },

    async presets(teacher: Teacher): Promise<ReportPreset[]> {
      const rows = await rowsOf(presets, {
        where: { ownerId: teacher.userId },
        order: [['name', 'ASC']],
        limit: MOST_PRESETS,
      });
      return rows.map(({ id, name, settings }) => ({ id, name, settings: fromJson<ReportSettings>(settings) }));
    },

    /** Keeps settings under a name; the same name again replaces them. */
    async keepPreset(teacher: Teacher, { name, settings }: ReportPresetRequest, now: number): Promise<ReportPreset> {
      return inTransaction(sequelize, async (transaction) => {
        const where = { ownerId: teacher.userId, name };
        const known = await rowOf(presets, { where, transaction });
        if (!known && (await presets.count({ where: { ownerId: teacher.userId }, transaction })) >= MOST_PRESETS)
          throw new Problem('report.tooManyPresets');
        const row: ReportPresetRow = { id: known?.id ?? randomUUID(), ...where, settings, madeAt: new Date(now) };
        await presets.upsert(row, { transaction });
        return { id: row.id, name, settings };
      });
    },

    async dropPreset(teacher: Teacher, id: string): Promise<void> {
      if ((await presets.destroy({ where: { id, ownerId: teacher.userId } })) === 0) throw new Problem('thing.unknown');
    },
  };
}

export type ReportsService = ReturnType<typeof reportsService>;
