import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface SavedRemarkRow {
  id: string;
  ownerId: string;
  text: string;
  folder: string;
  aim: string;
  criterion: string;
  /** every colleague may use it */
  shared: boolean;
  keptAt: Date;
  version: number;
}
export interface RemarkUseRow {
  remarkId: string;
  pieceId: string;
  at: Date;
  byUser: string;
}

export function defineRemarks(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  const { STRING, INTEGER, BOOLEAN } = DataTypes;
  const time = DataTypes.DATE(3);
  return {
    remarks: sequelize.define<Model<SavedRemarkRow>>(
      'savedRemark',
      {
        id: key(),
        ownerId: STRING,
        text: STRING,
        folder: STRING,
        aim: STRING,
        criterion: STRING,
        shared: BOOLEAN,
        keptAt: time,
        version: INTEGER,
      },
      { tableName: 'saved_remarks' },
    ),
    uses: sequelize.define<Model<RemarkUseRow>>(
      'remarkUse',
      { remarkId: key(), pieceId: key(), at: time, byUser: STRING },
      { tableName: 'remark_uses' },
    ),
  };
}
