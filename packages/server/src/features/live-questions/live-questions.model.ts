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
  /** is it recorded who answered what? */
  names: boolean;
  /** may an answer be changed while it takes answers? */
  mayChange: boolean;
  /** since when it counts in the mark book, and as which assignment */
  countedAt: Date | null;
  assignmentId: string | null;
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

/** That a student has answered, where names are not recorded. */
export interface LiveMarkRow {
  liveQuestionId: string;
  studentId: string;
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
        names: DataTypes.BOOLEAN,
        mayChange: DataTypes.BOOLEAN,
        countedAt: moment,
        assignmentId: DataTypes.STRING,
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
    marks: sequelize.define<Model<LiveMarkRow>>('liveMark', { liveQuestionId: key(), studentId: key() }, { tableName: 'live_marks' }),
  };
}
