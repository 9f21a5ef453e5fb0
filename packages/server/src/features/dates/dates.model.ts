import { DataTypes, type Model, type Sequelize } from 'sequelize';
import type { CalendarWishes } from '../../contract';

export interface CalendarAddressRow {
  userId: string;
  secret: string;
  madeAt: Date;
  dueAs: CalendarWishes['dueAs'];
  alarmMinutes: number | null;
}
/** What was served to somebody's calendar program: the same date keeps its UID, a change counts its sequence up. */
export interface ServedEntryRow {
  userId: string;
  uid: string;
  sequence: number;
  digest: string;
  entry: unknown;
  changedAt: Date;
  cancelledAt: Date | null;
}

export function defineDates(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  return {
    addresses: sequelize.define<Model<CalendarAddressRow>>(
      'calendarAddress',
      {
        userId: key(),
        secret: DataTypes.STRING,
        madeAt: DataTypes.DATE(3),
        dueAs: DataTypes.STRING,
        alarmMinutes: DataTypes.SMALLINT.UNSIGNED,
      },
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
