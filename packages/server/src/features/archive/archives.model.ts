import { DataTypes, type Model, type Sequelize } from 'sequelize';
import type { ArchiveJob, BroughtAs, CourseAs } from '../../contract';

export interface ArchiveJobRow {
  id: string;
  ownerId: string;
  kind: ArchiveJob['kind'];
  holds: ArchiveJob['holds'];
  classId: string | null;
  /** of the shelf: what it is taken out of, or goes into */
  folder: string | null;
  title: string;
  state: ArchiveJob['state'];
  /** of one coming in: how it was said to be; null: it is only looked at yet */
  broughtAs: BroughtAs | CourseAs | null;
  done: number;
  total: number;
  look: unknown;
  problem: string | null;
  /** of the archive; of one going out null until it is made */
  fingerprint: string | null;
  size: number | null;
  tries: number;
  madeAt: Date;
}

export const defineArchiveJobs = (sequelize: Sequelize) =>
  sequelize.define<Model<ArchiveJobRow>>(
    'archiveJob',
    {
      id: { type: DataTypes.STRING(36), primaryKey: true },
      ownerId: DataTypes.STRING,
      kind: DataTypes.STRING,
      holds: DataTypes.STRING,
      classId: DataTypes.STRING,
      folder: DataTypes.STRING,
      title: DataTypes.STRING,
      state: DataTypes.STRING,
      broughtAs: DataTypes.STRING,
      done: DataTypes.INTEGER,
      total: DataTypes.INTEGER,
      look: DataTypes.JSON,
      problem: DataTypes.STRING,
      fingerprint: DataTypes.STRING,
      size: DataTypes.BIGINT,
      tries: DataTypes.INTEGER,
      madeAt: DataTypes.DATE(3),
    },
    { tableName: 'archive_jobs' },
  );
