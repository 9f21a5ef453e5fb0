import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface TimedReturnRow {
  id: string;
  assignmentId: string;
  /** none: whatever is held then */
  studentIds: unknown;
  at: Date;
  byUser: string;
}
export interface ScoreQuestionRow {
  id: string;
  pieceId: string;
  byUser: string;
  at: Date;
  text: string;
  answer: string | null;
  answeredAt: Date | null;
  answeredBy: string | null;
}
export interface SecondScoreRow {
  assignmentId: string;
  studentId: string;
  byUser: string;
  at: Date;
  earnedMilli: number | null;
  chosen: unknown;
  remark: string;
  agreedAt: Date | null;
}

export function defineMarking(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  const { STRING, INTEGER, JSON } = DataTypes;
  const time = DataTypes.DATE(3);
  return {
    timed: sequelize.define<Model<TimedReturnRow>>(
      'timedReturn',
      { id: key(), assignmentId: STRING, studentIds: JSON, at: time, byUser: STRING },
      { tableName: 'timed_returns' },
    ),
    scoreQuestions: sequelize.define<Model<ScoreQuestionRow>>(
      'scoreQuestion',
      { id: key(), pieceId: STRING, byUser: STRING, at: time, text: STRING, answer: STRING, answeredAt: time, answeredBy: STRING },
      { tableName: 'score_questions' },
    ),
    seconds: sequelize.define<Model<SecondScoreRow>>(
      'secondScore',
      {
        assignmentId: key(),
        studentId: key(),
        byUser: STRING,
        at: time,
        earnedMilli: INTEGER,
        chosen: JSON,
        remark: STRING,
        agreedAt: time,
      },
      { tableName: 'second_scores' },
    ),
  };
}
