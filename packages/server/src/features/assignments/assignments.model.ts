import type { Language, RoundRule } from '@jolly/core';
import { DataTypes, type Model, type Sequelize } from 'sequelize';

/** What is asked, the same for every class it is set for. */
export interface BriefRow {
  id: string;
  kind: 'assignment' | 'handout';
  title: string;
  instructions: unknown;
  spoken: unknown;
  /** of title, instructions and recording */
  language: Language;
  /** the same in other languages; null: in none */
  otherWords: unknown;
  attachments: unknown;
  how: 'handIn' | 'quiz' | 'inClass';
  quizRun: unknown;
  /** what a quiz asks: its sets and questions; not read in lists */
  questions?: unknown;
  accepts: unknown;
  scoring: unknown;
  pointsMilli: number | null;
  aims: unknown;
  voiceAnswers: boolean;
  minutes: number | null;
  rounds: number | null;
  roundRule: RoundRule;
  lateRule: unknown;
  standingHolds: boolean;
  familyTick: boolean;
  fromShelf: string | null;
  createdBy: string;
  createdAt: Date;
  version: number;
}
/** A brief set for one class. */
export interface AssignmentRow {
  id: string;
  briefId: string;
  classId: string;
  opensAt: Date | null;
  dueAt: Date | null;
  closesAt: Date | null;
  unitId: string | null;
  categoryId: string | null;
  counts: boolean;
  isBonus: boolean;
  audience: unknown;
  groupingId: string | null;
  position: number;
  issuedAt: Date | null;
  toldAt: Date | null;
  /** whoever marks sees no names until a piece is returned */
  namesHidden: boolean;
  /** the teacher who scores a second time, without seeing the first */
  secondMarker: string | null;
}

export function defineAssignments(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  return {
    briefs: sequelize.define<Model<BriefRow>>(
      'brief',
      {
        id: key(),
        kind: DataTypes.STRING,
        title: DataTypes.STRING,
        instructions: DataTypes.JSON,
        spoken: DataTypes.JSON,
        language: DataTypes.STRING,
        otherWords: DataTypes.JSON,
        attachments: DataTypes.JSON,
        how: DataTypes.STRING,
        quizRun: DataTypes.JSON,
        questions: DataTypes.JSON,
        accepts: DataTypes.JSON,
        scoring: DataTypes.JSON,
        pointsMilli: DataTypes.INTEGER,
        aims: DataTypes.JSON,
        voiceAnswers: DataTypes.BOOLEAN,
        minutes: DataTypes.INTEGER,
        rounds: DataTypes.INTEGER,
        roundRule: DataTypes.STRING,
        lateRule: DataTypes.JSON,
        standingHolds: DataTypes.BOOLEAN,
        familyTick: DataTypes.BOOLEAN,
        fromShelf: DataTypes.STRING,
        createdBy: DataTypes.STRING,
        createdAt: DataTypes.DATE(3),
        version: DataTypes.INTEGER,
      },
      { tableName: 'briefs' },
    ),
    assignments: sequelize.define<Model<AssignmentRow>>(
      'assignment',
      {
        id: key(),
        briefId: DataTypes.STRING,
        classId: DataTypes.STRING,
        opensAt: DataTypes.DATE(3),
        dueAt: DataTypes.DATE(3),
        closesAt: DataTypes.DATE(3),
        unitId: DataTypes.STRING,
        categoryId: DataTypes.STRING,
        counts: DataTypes.BOOLEAN,
        isBonus: DataTypes.BOOLEAN,
        audience: DataTypes.JSON,
        groupingId: DataTypes.STRING,
        position: DataTypes.INTEGER,
        issuedAt: DataTypes.DATE(3),
        toldAt: DataTypes.DATE(3),
        namesHidden: DataTypes.BOOLEAN,
        secondMarker: DataTypes.STRING,
      },
      { tableName: 'assignments' },
    ),
  };
}
