import { DataTypes, type Model, type Sequelize } from 'sequelize';

/** The questions of a quiz as they were when a try began; never changed. */
export interface EditionRow {
  id: string;
  briefId: string;
  /** SHA-256 of the questions, so that what did not change is one edition */
  fingerprint: string;
  questions: unknown;
  madeAt: Date;
}
/** One going-through by one student. */
export interface TryRow {
  id: string;
  assignmentId: string;
  studentId: string;
  number: number;
  editionId: string;
  begunAt: Date;
  /** of a quiz without going back: the index of the question that is open */
  position: number;
  /** when it may have ended by the clock; what decides is computed then */
  lookAt: Date | null;
  handedInAt: Date | null;
  /** answers that were received until then count */
  countsUntil: Date | null;
  byClock: boolean;
  receipt: string | null;
  /** the teacher counts what came late */
  lateCounts: boolean;
  /** of a try that came in with an archive, whose quiz has another id now; null: its quiz, student and number */
  seed: string | null;
}
/** An answer as it was received; appended. */
export interface AnswerRow {
  id: string;
  tryId: string;
  questionId: string;
  /** `{ given }`: a bare text in a JSON column is told apart from JSON by nobody */
  answer: unknown;
  /** the answer it takes the place of, as its device knew */
  insteadOf: string | null;
  receivedAt: Date;
  /** the how manyth of its try */
  nth: number;
}
/** What a teacher gave for one answer. */
export interface MarkRow {
  tryId: string;
  questionId: string;
  pointsMilli: number | null;
  choices: unknown;
  remark: string;
  byUser: string;
  at: Date;
  version: number;
}
/** Something counted as right, or a question left out, afterwards. */
export interface CorrectionRow {
  id: string;
  /** all corrections that were made in one go */
  actId: string;
  assignmentId: string;
  questionId: string;
  correction: unknown;
  byUser: string;
  at: Date;
  undoneAt: Date | null;
}

export function defineQuizzes(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  const moment = DataTypes.DATE(3);
  return {
    editions: sequelize.define<Model<EditionRow>>(
      'quizEdition',
      { id: key(), briefId: DataTypes.STRING, fingerprint: DataTypes.STRING, questions: DataTypes.JSON, madeAt: moment },
      { tableName: 'quiz_editions' },
    ),
    tries: sequelize.define<Model<TryRow>>(
      'quizTry',
      {
        id: key(),
        assignmentId: DataTypes.STRING,
        studentId: DataTypes.STRING,
        number: DataTypes.INTEGER,
        editionId: DataTypes.STRING,
        begunAt: moment,
        position: DataTypes.INTEGER,
        lookAt: moment,
        handedInAt: moment,
        countsUntil: moment,
        byClock: DataTypes.BOOLEAN,
        receipt: DataTypes.STRING,
        lateCounts: DataTypes.BOOLEAN,
        seed: DataTypes.STRING,
      },
      { tableName: 'quiz_tries' },
    ),
    answers: sequelize.define<Model<AnswerRow>>(
      'quizAnswer',
      {
        id: key(),
        tryId: DataTypes.STRING,
        questionId: DataTypes.STRING,
        answer: DataTypes.JSON,
        insteadOf: DataTypes.STRING,
        receivedAt: moment,
        nth: DataTypes.INTEGER,
      },
      { tableName: 'quiz_answers' },
    ),
    marks: sequelize.define<Model<MarkRow>>(
      'quizMark',
      {
        tryId: key(),
        questionId: key(),
        pointsMilli: DataTypes.INTEGER,
        choices: DataTypes.JSON,
        remark: DataTypes.TEXT,
        byUser: DataTypes.STRING,
        at: moment,
        version: DataTypes.INTEGER,
      },
      { tableName: 'quiz_marks' },
    ),
    corrections: sequelize.define<Model<CorrectionRow>>(
      'quizCorrection',
      {
        id: key(),
        actId: DataTypes.STRING,
        assignmentId: DataTypes.STRING,
        questionId: DataTypes.STRING,
        correction: DataTypes.JSON,
        byUser: DataTypes.STRING,
        at: moment,
        undoneAt: moment,
      },
      { tableName: 'quiz_corrections' },
    ),
  };
}
