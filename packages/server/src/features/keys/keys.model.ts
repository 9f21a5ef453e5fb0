import { DataTypes, type Model, type Sequelize } from 'sequelize';
import type { KeyScope } from '../../contract';

export interface AccessKeyRow {
  id: string;
  userId: string;
  name: string;
  /** of the key; it is shown once and kept nowhere */
  hash: string;
  scope: KeyScope;
  madeAt: Date;
  endsAt: Date | null;
  usedAt: Date | null;
}

export const defineAccessKeys = (sequelize: Sequelize) =>
  sequelize.define<Model<AccessKeyRow>>(
    'accessKey',
    {
      id: { type: DataTypes.STRING(36), primaryKey: true },
      userId: DataTypes.STRING,
      name: DataTypes.STRING,
      hash: DataTypes.STRING,
      scope: DataTypes.STRING,
      madeAt: DataTypes.DATE(3),
      endsAt: DataTypes.DATE(3),
      usedAt: DataTypes.DATE(3),
    },
    { tableName: 'access_keys' },
  );
