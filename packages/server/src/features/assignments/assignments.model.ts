import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface AssignmentRow {
  id: string;
  classId: string;
  title: string;
  instructions: unknown;
  how: 'handIn' | 'inClass';
  accepts: unknown;
  pointsMilli: number | null;
  opensAt: Date | null;
  dueAt: Date | null;
  closesAt: Date | null;
  unitId: string | null;
  categoryId: string | null;
  counts: boolean;
  isBonus: boolean;
  issuedAt: Date | null;
  createdBy: string;
  createdAt: Date;
  version: number;
}

export const defineAssignments = (sequelize: Sequelize) =>
  sequelize.define<Model<AssignmentRow>>(
    'assignment',
    {
      id: { type: DataTypes.STRING(36), primaryKey: true },
      classId: DataTypes.STRING,
      title: DataTypes.STRING,
      instructions: DataTypes.JSON,
      how: DataTypes.STRING,
      accepts: DataTypes.JSON,
      pointsMilli: DataTypes.INTEGER,
      opensAt: DataTypes.DATE(3),
      dueAt: DataTypes.DATE(3),
      closesAt: DataTypes.DATE(3),
      unitId: DataTypes.STRING,
      categoryId: DataTypes.STRING,
      counts: DataTypes.BOOLEAN,
      isBonus: DataTypes.BOOLEAN,
      issuedAt: DataTypes.DATE(3),
      createdBy: DataTypes.STRING,
      createdAt: DataTypes.DATE(3),
      version: DataTypes.INTEGER,
    },
    { tableName: 'assignments' },
  );
