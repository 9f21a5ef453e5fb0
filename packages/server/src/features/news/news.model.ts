import type { LetterShows } from '../../contract';
import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface NewsRow {
  id: string;
  userId: string;
  kind: string;
  onceKey: string;
  assignmentId: string | null;
  classId: string | null;
  data: unknown;
  madeAt: Date;
  seenAt: Date | null;
  /** when a mail about it may go out; null: none does */
  mailAt: Date | null;
  mailedAt: Date | null;
}
export interface TellingRow {
  userId: string;
  choices: unknown;
  quietFrom: string;
  quietTo: string;
  letterShows: LetterShows;
}
export interface DateChangeRow {
  id: string;
  byUser: string;
  at: Date;
  beforeWindows: unknown;
}

export function defineNews(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  return {
    news: sequelize.define<Model<NewsRow>>(
      'newsItem',
      {
        id: key(),
        userId: DataTypes.STRING,
        kind: DataTypes.STRING,
        onceKey: DataTypes.STRING,
        assignmentId: DataTypes.STRING,
        classId: DataTypes.STRING,
        data: DataTypes.JSON,
        madeAt: DataTypes.DATE(3),
        seenAt: DataTypes.DATE(3),
        mailAt: DataTypes.DATE(3),
        mailedAt: DataTypes.DATE(3),
      },
      { tableName: 'news' },
    ),
    settings: sequelize.define<Model<TellingRow>>(
      'tellingSetting',
      { userId: key(), choices: DataTypes.JSON, quietFrom: DataTypes.STRING, quietTo: DataTypes.STRING, letterShows: DataTypes.STRING },
      { tableName: 'telling_settings' },
    ),
    dateChanges: sequelize.define<Model<DateChangeRow>>(
      'dateChange',
      { id: key(), byUser: DataTypes.STRING, at: DataTypes.DATE(3), beforeWindows: DataTypes.JSON },
      { tableName: 'date_changes' },
    ),
  };
}
