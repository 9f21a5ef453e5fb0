import { GRACE_AFTER_END, type Instant } from '@jolly/core';
import { Op, type Sequelize } from 'sequelize';
import type { AssignmentReply } from '../../contract';
import { rowsOf } from '../../db/rows';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ReturningService } from '../marking/returning.service';
import type { BoardService } from '../pieces/board.service';
import type { OwnPiecesService } from '../pieces/own-pieces.service';
import type { PiecesService } from '../pieces/pieces.service';
import { SERVER_VIEWER } from '../pieces/sight';
import type { LateTelling } from '../pieces/tell-late';
import { closings } from './closings';
import { ending } from './ending';
import { quizRecords } from './quiz-records';
import { runOf } from './quiz-scores';
import { taking } from './taking';

const SETTLED_A_ROUND = 100;

interface Collaborators {
  sequelize: Sequelize;
  assignments: AssignmentsService;
  board: BoardService;
  ownPieces: OwnPiecesService;
  pieces: PiecesService;
  returning: ReturningService;
  tellLate: LateTelling;
}

/** Quizzes as students go through them, and what happens by the clock. Each use case of weight is in a file of its own. */
export function quizzesService({ sequelize, assignments, board, ownPieces, pieces, returning, tellLate }: Collaborators) {
  const records = quizRecords(sequelize);
  const closed = closings({ assignments, board });

  /** Lets students see scores that are to be shown at once, or have become to be shown by closing. */
  async function showAsSet(assignment: AssignmentReply, studentIds: readonly string[], now: Instant): Promise<void> {
    const { score } = runOf(assignment).shows;
    if (score === 'whenReturned') return;
    if (score === 'afterClosing') {
      const at = await closed.ofBrief(assignment.briefId, now);
      if (at === null || now <= at) return;
    }
    await returning.giveBackAsSet(assignment, studentIds, '', now);
  }
  const ends = ending({ records, ownPieces, pieces, tellLate, showAtOnce: showAsSet });
  const { tries } = records.tables;

  return {
    records,
    ending: ends,
    ...taking({ sequelize, assignments, ownPieces, pieces, records, ending: ends, closings: closed }),
    handIn: ends.handIn,
    showAsSet,

    /** Notes tries that have ended by the clock: nobody needs to wait for it, everything is read as if it were noted. */
    async settleEnded(now: Instant): Promise<void> {
      const due = await rowsOf(tries, {
        where: { handedInAt: null, lookAt: { [Op.lte]: new Date(now - GRACE_AFTER_END) } },
        order: [['lookAt', 'ASC']],
        limit: SETTLED_A_ROUND,
      });
      for (const row of due) {
        const assignment = await assignments.byId(row.assignmentId);
        const [sight] = assignment ? await board.as(SERVER_VIEWER).ofAssignment(assignment, now, [row.studentId]) : [];
        if (!sight || (await ends.settle(sight, [row], now))) continue;
        // More time was given meanwhile, or the student has left: then there is nothing to look at before that.
        await tries.update({ lookAt: sight.tryEnd === null ? null : new Date(sight.tryEnd) }, { where: { id: row.id, handedInAt: null } });
      }
    },

    /** Returns scores that are to be shown once the quiz is closed for everybody. */
    async showClosed(now: Instant): Promise<void> {
      for (const assignment of await assignments.heldQuizzes()) {
        if (runOf(assignment).shows.score === 'whenReturned') continue;
        const held = (await board.as(SERVER_VIEWER).ofAssignment(assignment, now)).filter(
          ({ record }) => record?.held && record.score?.chosen?.by === 'quiz',
        );
        await showAsSet(
          assignment,
          held.map(({ member }) => member.student.id),
          now,
        );
      }
    },
  };
}

export type QuizzesService = ReturnType<typeof quizzesService>;
