import type { RubricChoices } from '@jolly/core';
import { Op, type Sequelize } from 'sequelize';
import { rowByKey, rowsOf } from '../../db/rows';
import type { ReceivedReview, ReviewRound } from '../../contract';
import { fromJson } from '../../db/json-column';
import { defineReviews, type PeerReviewRow, type ReviewRoundRow } from './reviews.model';

/** A review as stored. */
export interface PeerReview {
  id: string;
  assignmentId: string;
  reviewerId: string;
  authorId: string;
  choices: RubricChoices;
  text: string;
  begunAt: number | null;
  givenAt: number | null;
  hidden: boolean;
  version: number;
}

export function toRound(row: ReviewRoundRow): ReviewRound {
  const { byRubric, eachGives, guidance, dueAt, seed, shownAt, version } = row;
  return {
    byRubric: Boolean(byRubric),
    each: eachGives,
    guidance,
    due: dueAt?.getTime() ?? null,
    seed,
    shownAt: shownAt?.getTime() ?? null,
    version,
  };
}

export function toReview({ begunAt, givenAt, hidden, choices, ...row }: PeerReviewRow): PeerReview {
  return {
    ...row,
    begunAt: begunAt?.getTime() ?? null,
    givenAt: givenAt?.getTime() ?? null,
    hidden: Boolean(hidden),
    choices: choices == null ? {} : fromJson<RubricChoices>(choices),
  };
}

/** What is stored of students' reviews, for whoever lists or shows them. */
export function peerReviewsService({ sequelize }: { sequelize: Sequelize }) {
  const { rounds, reviews } = defineReviews(sequelize);
  return {
    async round(assignmentId: string): Promise<ReviewRound | null> {
      const row = await rowByKey(rounds, assignmentId);
      return row && toRound(row);
    },

    async ofAssignment(assignmentId: string): Promise<PeerReview[]> {
      const rows = await rowsOf(reviews, { where: { assignmentId }, order: [['id', 'ASC']] });
      return rows.map(toReview);
    },

    /** What a student is to review, each with its round, in an order that says nothing about whose it is. */
    async ofReviewer(reviewerId: string): Promise<(PeerReview & { round: ReviewRound })[]> {
      const rows = (await rowsOf(reviews, { where: { reviewerId }, order: [['id', 'ASC']], limit: 500 })).map(toReview);
      const found = await rowsOf(rounds, {
        where: { assignmentId: { [Op.in]: [...new Set(rows.map((row) => row.assignmentId))] } },
      });
      const roundOf = new Map(found.map((row) => [row.assignmentId, toRound(row)]));
      return rows.map((row) => ({ ...row, round: roundOf.get(row.assignmentId)! }));
    },

    /** What others said of a student's work, once the teacher shows it; what was hidden is left out, and who said it untold. */
    async received(assignmentId: string, authorId: string): Promise<ReceivedReview[]> {
      const row = await rowByKey(rounds, assignmentId);
      if (row === null || row.shownAt === null) return [];
      const given = await rowsOf(reviews, {
        where: { assignmentId, authorId, hidden: false, givenAt: { [Op.ne]: null } },
        order: [['id', 'ASC']],
      });
      return given.map((one, index) => ({ number: index + 1, choices: toReview(one).choices, text: one.text }));
    },

    /** Which of these assignments are reviewed by students, and their authors have not read yet what was said. */
    async underReview(assignmentIds: readonly string[]): Promise<Set<string>> {
      const where = { assignmentId: { [Op.in]: [...assignmentIds] }, shownAt: null };
      const rows = assignmentIds.length === 0 ? [] : await rowsOf(rounds, { attributes: ['assignmentId'], where });
      return new Set(rows.map((row) => row.assignmentId));
    },

    /** Is somebody to review the work of this author on this assignment? */
    async isReviewer(assignmentId: string, reviewerId: string, authorIds: readonly string[]): Promise<boolean> {
      return (
        authorIds.length > 0 && (await reviews.count({ where: { assignmentId, reviewerId, authorId: { [Op.in]: [...authorIds] } } })) > 0
      );
    },
  };
}

export type PeerReviewsService = ReturnType<typeof peerReviewsService>;
