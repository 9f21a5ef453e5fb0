import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface ShelvedRow {
  assignmentId: string;
  classId: string;
  folder: string;
  position: number;
  pinnedAt: Date;
}
export interface HandoutOpenRow {
  assignmentId: string;
  studentId: string;
  at: Date;
}

export function defineYearShelf(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  return {
    shelves: sequelize.define<Model<{ classId: string; version: number }>>(
      'yearShelf',
      { classId: key(), version: DataTypes.INTEGER },
      { tableName: 'year_shelves' },
    ),
    shelved: sequelize.define<Model<ShelvedRow>>(
      'shelvedHandout',
      {
        assignmentId: key(),
        classId: DataTypes.STRING,
        folder: DataTypes.STRING,
        position: DataTypes.INTEGER,
        pinnedAt: DataTypes.DATE(3),
      },
      { tableName: 'shelved_handouts' },
    ),
    opens: sequelize.define<Model<HandoutOpenRow>>(
      'handoutOpen',
      { assignmentId: key(), studentId: key(), at: DataTypes.DATE(3) },
      { tableName: 'handout_opens' },
    ),
  };
}
