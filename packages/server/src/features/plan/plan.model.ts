import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface DateMoveRow {
  id: string;
  byUser: string;
  at: Date;
  told: boolean;
  changes: unknown;
  undoneAt: Date | null;
}
export interface CalendarAddressRow {
  userId: string;
  secret: string;
  madeAt: Date;
}
export interface ServedEntryRow {
  userId: string;
  uid: string;
  sequence: number;
  digest: string;
  entry: unknown;
  changedAt: Date;
  cancelledAt: Date | null;
}

export function definePlan(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  return {
    moves: sequelize.define<Model<DateMoveRow>>(
      'dateMove',
      {
        id: key(),
        byUser: DataTypes.STRING,
        at: DataTypes.DATE(3),
        told: DataTypes.BOOLEAN,
        changes: DataTypes.JSON,
        undoneAt: DataTypes.DATE(3),
      },
      { tableName: 'date_moves' },
    ),
    addresses: sequelize.define<Model<CalendarAddressRow>>(
      'calendarAddress',
      { userId: key(), secret: DataTypes.STRING, madeAt: DataTypes.DATE(3) },
      { tableName: 'calendar_addresses' },
    ),
    served: sequelize.define<Model<ServedEntryRow>>(
      'servedEntry',
      {
        userId: key(),
        uid: { type: DataTypes.STRING, primaryKey: true },
        sequence: DataTypes.INTEGER,
        digest: DataTypes.STRING,
        entry: DataTypes.JSON,
        changedAt: DataTypes.DATE(3),
        cancelledAt: DataTypes.DATE(3),
      },
      { tableName: 'served_entries' },
    ),
  };
}
