import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface MembershipRow {
  id: string;
  classId: string;
  userId: string;
  joinedOn: string;
  leftOn: string | null;
  /** the name that classmates are shown */
  shownAs: string | null;
  isPractice: boolean;
}

export const defineMemberships = (sequelize: Sequelize) =>
  sequelize.define<Model<MembershipRow>>(
    'classStudent',
    {
      id: { type: DataTypes.STRING(36), primaryKey: true },
      classId: DataTypes.STRING,
      userId: DataTypes.STRING,
      joinedOn: DataTypes.DATEONLY,
      leftOn: DataTypes.DATEONLY,
      shownAs: DataTypes.STRING,
      isPractice: DataTypes.BOOLEAN,
    },
    { tableName: 'class_students' },
  );
