import type { CountShown } from '@jolly/core';
import { DataTypes, type Model, type Sequelize } from 'sequelize';

/** A show of hands; the notice that it hangs on says what is asked. */
export interface HandRow {
  noticeId: string;
  choices: unknown;
  several: boolean;
  names: boolean;
  countShown: CountShown;
  endsAt: Date | null;
  mayChange: boolean;
  picture: unknown;
  endedAt: Date | null;
  version: number;
}
/** What a student chose, where names are recorded. */
export interface HandVoteRow {
  noticeId: string;
  studentId: string;
  chosen: unknown;
  at: Date;
  version: number;
}
/** That a student has chosen, where names are not recorded: without a time, and never with what. */
export interface HandMarkRow {
  noticeId: string;
  studentId: string;
}
/** How often a choice was made, where names are not recorded. */
export interface HandCountRow {
  noticeId: string;
  choiceId: string;
  n: number;
}

export function defineHands(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  const moment = DataTypes.DATE(3);
  return {
    hands: sequelize.define<Model<HandRow>>(
      'hands',
      {
        noticeId: key(),
        choices: DataTypes.JSON,
        several: DataTypes.BOOLEAN,
        names: DataTypes.BOOLEAN,
        countShown: DataTypes.STRING,
        endsAt: moment,
        mayChange: DataTypes.BOOLEAN,
        picture: DataTypes.JSON,
        endedAt: moment,
        version: DataTypes.INTEGER,
      },
      { tableName: 'hands' },
    ),
    votes: sequelize.define<Model<HandVoteRow>>(
      'handVote',
      { noticeId: key(), studentId: key(), chosen: DataTypes.JSON, at: moment, version: DataTypes.INTEGER },
      { tableName: 'hand_votes' },
    ),
    marks: sequelize.define<Model<HandMarkRow>>('handMark', { noticeId: key(), studentId: key() }, { tableName: 'hand_marks' }),
    counts: sequelize.define<Model<HandCountRow>>(
      'handCount',
      { noticeId: key(), choiceId: key(), n: DataTypes.INTEGER },
      { tableName: 'hand_counts' },
    ),
  };
}
