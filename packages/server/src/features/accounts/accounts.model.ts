import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface UserRow {
  id: string;
  role: 'teacher' | 'student';
  userName: string | null;
  givenName: string;
  familyName: string;
  nameKey: string;
  passwordHash: string | null;
  createdAt: Date;
}

export const defineUsers = (sequelize: Sequelize) =>
  sequelize.define<Model<UserRow>>(
    'user',
    {
      id: { type: DataTypes.STRING(36), primaryKey: true },
      role: DataTypes.STRING,
      userName: DataTypes.STRING,
      givenName: DataTypes.STRING,
      familyName: DataTypes.STRING,
      nameKey: DataTypes.STRING,
      passwordHash: DataTypes.STRING,
      createdAt: DataTypes.DATE(3),
    },
    { tableName: 'users' },
  );
