import { DataTypes, type Model, type Sequelize } from 'sequelize';
import type { ReportFormat, ReportJob } from '../../contract';

export interface ReportPresetRow {
  id: string;
  ownerId: string;
  name: string;
  settings: unknown;
  madeAt: Date;
}
export interface ReportJobRow {
  id: string;
  ownerId: string;
  title: string;
  /** what its file is called, without the ending; empty for one that was begun before files had names of their own */
  stem: string;
  format: ReportFormat;
  settings: unknown;
  state: ReportJob['state'];
  students: number;
  problem: string | null;
  madeAt: Date;
  tries: number;
  /** of the finished file; null until then */
  fingerprint: string | null;
}
/** One file of a job: whom it is of, and once it is made its bytes. */
export interface ReportPartRow {
  jobId: string;
  place: number;
  title: string;
  reportKeys: unknown;
  fingerprint: string | null;
}

export function defineReports(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  const { STRING, INTEGER, JSON } = DataTypes;
  const time = DataTypes.DATE(3);
  return {
    presets: sequelize.define<Model<ReportPresetRow>>(
      'reportPreset',
      { id: key(), ownerId: STRING, name: STRING, settings: JSON, madeAt: time },
      { tableName: 'report_presets' },
    ),
    jobs: sequelize.define<Model<ReportJobRow>>(
      'reportJob',
      {
        id: key(),
        ownerId: STRING,
        title: STRING,
        stem: STRING,
        format: STRING,
        settings: JSON,
        state: STRING,
        students: INTEGER,
        problem: STRING,
        madeAt: time,
        tries: INTEGER,
        fingerprint: STRING,
      },
      { tableName: 'report_jobs' },
    ),
    parts: sequelize.define<Model<ReportPartRow>>(
      'reportPart',
      { jobId: key(), place: { type: INTEGER, primaryKey: true }, title: STRING, reportKeys: JSON, fingerprint: STRING },
      { tableName: 'report_parts' },
    ),
  };
}
