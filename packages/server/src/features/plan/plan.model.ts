import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface DateMoveRow {
  id: string;
  byUser: string;
  at: Date;
  told: boolean;
  changes: unknown;
  undoneAt: Date | null;
}
/** A note in the plan of a class. */
export interface PlanNoteRow {
  id: string;
  classId: string;
  /** null: for sometime */
  day: string | null;
  text: string;
  /** what it is about, where it is about a question of a quiz or a whole assignment */
  assignmentId: string | null;
  questionId: string | null;
  byUser: string;
  madeAt: Date;
  doneAt: Date | null;
  version: number;
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
    notes: sequelize.define<Model<PlanNoteRow>>(
      'planNote',
      {
        id: key(),
        classId: DataTypes.STRING,
        day: DataTypes.STRING,
        text: DataTypes.STRING,
        assignmentId: DataTypes.STRING,
        questionId: DataTypes.STRING,
        byUser: DataTypes.STRING,
        madeAt: DataTypes.DATE(3),
        doneAt: DataTypes.DATE(3),
        version: DataTypes.INTEGER,
      },
      { tableName: 'plan_notes' },
    ),
  };
}
