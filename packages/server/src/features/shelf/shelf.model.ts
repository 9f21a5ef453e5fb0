import { DataTypes, type Model, type Sequelize } from 'sequelize';
import type { ShelfKind } from '../../contract';

export interface ShelfItemRow {
  id: string;
  ownerId: string;
  kind: ShelfKind;
  title: string;
  folder: string;
  tags: unknown;
  body: unknown;
  /** of a kept question: what it is looked for by, and what tells whether the same is kept already */
  questionKind: string | null;
  aims: unknown;
  words: string | null;
  contentHash: string | null;
  keptAt: Date;
  changedAt: Date;
  version: number;
}
/** A quiz that has a copy of a kept question, or that it was kept from. */
export interface QuestionUseRow {
  itemId: string;
  briefId: string;
  /** which one in the quiz */
  questionId: string;
}
export interface ShelfShareRow {
  itemId: string;
  teacherId: string;
}

export function defineShelf(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  return {
    items: sequelize.define<Model<ShelfItemRow>>(
      'shelfItem',
      {
        id: key(),
        ownerId: DataTypes.STRING,
        kind: DataTypes.STRING,
        title: DataTypes.STRING,
        folder: DataTypes.STRING,
        tags: DataTypes.JSON,
        body: DataTypes.JSON,
        questionKind: DataTypes.STRING,
        aims: DataTypes.JSON,
        words: DataTypes.TEXT,
        contentHash: DataTypes.STRING,
        keptAt: DataTypes.DATE(3),
        changedAt: DataTypes.DATE(3),
        version: DataTypes.INTEGER,
      },
      { tableName: 'shelf_items' },
    ),
    shares: sequelize.define<Model<ShelfShareRow>>('shelfShare', { itemId: key(), teacherId: key() }, { tableName: 'shelf_shares' }),
    uses: sequelize.define<Model<QuestionUseRow>>(
      'keptQuestionUse',
      { itemId: key(), briefId: key(), questionId: key() },
      { tableName: 'kept_question_uses' },
    ),
  };
}
