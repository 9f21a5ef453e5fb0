import { DataTypes, type Model, type Sequelize } from 'sequelize';

export interface ReviewRoundRow {
  assignmentId: string;
  byRubric: boolean;
  eachGives: number;
  guidance: string;
  dueAt: Date | null;
  seed: string;
  begunBy: string;
  begunAt: Date;
  /** null: authors do not read their reviews yet */
  shownAt: Date | null;
  version: number;
}
export interface PeerReviewRow {
  id: string;
  assignmentId: string;
  reviewerId: string;
  authorId: string;
  choices: unknown;
  text: string;
  begunAt: Date | null;
  givenAt: Date | null;
  hidden: boolean;
  version: number;
}

export function defineReviews(sequelize: Sequelize) {
  const key = () => ({ type: DataTypes.STRING(36), primaryKey: true });
  const { STRING, INTEGER, BOOLEAN, JSON } = DataTypes;
  const time = DataTypes.DATE(3);
  return {
    rounds: sequelize.define<Model<ReviewRoundRow>>(
      'reviewRound',
      {
        assignmentId: key(),
        byRubric: BOOLEAN,
        eachGives: INTEGER,
        guidance: STRING,
        dueAt: time,
        seed: STRING,
        begunBy: STRING,
        begunAt: time,
        shownAt: time,
        version: INTEGER,
      },
      { tableName: 'review_rounds' },
    ),
    reviews: sequelize.define<Model<PeerReviewRow>>(
      'peerReview',
      {
        id: key(),
        assignmentId: STRING,
        reviewerId: STRING,
        authorId: STRING,
        choices: JSON,
        text: STRING,
        begunAt: time,
        givenAt: time,
        hidden: BOOLEAN,
        version: INTEGER,
      },
      { tableName: 'peer_reviews' },
    ),
  };
}
