import { DataTypes, type Model, type Sequelize } from 'sequelize';

/** A question asked in the lesson. */
export interface LiveQuestionRow {
  id: string;
  classId: string;
  question: unknown;
  byUser: string;
  askedAt: Date;
  endedAt: Date | null;
  /** since when everybody sees how it was answered, and the key */
  spreadAt: Date | null;
  keyAt: Date | null;
  version: number;
}
/** The answer of a student that stands. */
export interface LiveAnswerRow {
  id: string;
  liveQuestionId: string;
  studentId: string | null;
  /** `{ given }`, as answers of quizzes are */
  answer: unknown;
  at: Date;
  version: number;
}

export function defineLiveQuestions(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  const moment = DataTypes.DATE(3);
  return {
    questions: sequelize.define<Model<LiveQuestionRow>>(
      'liveQuestion',
      {
        id: key(),
        classId: DataTypes.STRING,
        question: DataTypes.JSON,
        byUser: DataTypes.STRING,
        askedAt: moment,
        endedAt: moment,
        spreadAt: moment,
        keyAt: moment,
        version: DataTypes.INTEGER,
      },
      { tableName: 'live_questions' },
    ),
    answers: sequelize.define<Model<LiveAnswerRow>>(
      'liveAnswer',
      {
        id: key(),
        liveQuestionId: DataTypes.STRING,
        studentId: DataTypes.STRING,
        answer: DataTypes.JSON,
        at: moment,
        version: DataTypes.INTEGER,
      },
      { tableName: 'live_answers' },
    ),
  };
}
