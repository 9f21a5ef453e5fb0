import { DataTypes, type Model, type Sequelize } from 'sequelize';

/** A reminder: of one person, for that person. */
export interface ReminderRow {
  id: string;
  ownerId: string;
  text: string;
  at: Date;
  zone: string;
  byMail: boolean;
  mailedAt: Date | null;
  doneAt: Date | null;
  version: number;
}

export const defineReminders = (sequelize: Sequelize) =>
  sequelize.define<Model<ReminderRow>>(
    'reminder',
    {
      id: { type: DataTypes.STRING(36), primaryKey: true },
      ownerId: DataTypes.STRING,
      text: DataTypes.STRING,
      at: DataTypes.DATE(3),
      zone: DataTypes.STRING,
      byMail: DataTypes.BOOLEAN,
      mailedAt: DataTypes.DATE(3),
      doneAt: DataTypes.DATE(3),
      version: DataTypes.INTEGER,
    },
    { tableName: 'reminders' },
  );
