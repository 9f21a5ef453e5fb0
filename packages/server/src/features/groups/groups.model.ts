import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface GroupingRow {
  id: string;
  classId: string;
  name: string;
  seed: string | null;
  untilDay: string | null;
  madeAt: Date;
  dissolvedAt: Date | null;
  version: number;
}
export interface GroupRow {
  id: string;
  groupingId: string;
  name: string;
  position: number;
  /** its members keep the dates that were given to it */
  dissolvedAt: Date | null;
}
export interface GroupStudentRow {
  groupId: string;
  studentId: string;
  position: number;
}

export function defineGroups(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  return {
    groupings: sequelize.define<Model<GroupingRow>>(
      'grouping',
      {
        id: key(),
        classId: DataTypes.STRING,
        name: DataTypes.STRING,
        seed: DataTypes.STRING,
        untilDay: DataTypes.DATEONLY,
        madeAt: DataTypes.DATE(3),
        dissolvedAt: DataTypes.DATE(3),
        version: DataTypes.INTEGER,
      },
      { tableName: 'groupings' },
    ),
    groups: sequelize.define<Model<GroupRow>>(
      'classGroup',
      { id: key(), groupingId: DataTypes.STRING, name: DataTypes.STRING, position: DataTypes.INTEGER, dissolvedAt: DataTypes.DATE(3) },
      { tableName: 'class_groups' },
    ),
    students: sequelize.define<Model<GroupStudentRow>>(
      'groupStudent',
      { groupId: key(), studentId: key(), position: DataTypes.INTEGER },
      { tableName: 'group_students' },
    ),
  };
}
