import { localDateAt, type Actor } from '@jolly/core';
import { Op, type Sequelize } from 'sequelize';
import type { CollectingView, PieceRow } from '../../contract';
import type { ConversationsService } from '../conversations/conversations.service';
import type { BoardService, Sight } from '../pieces/board.service';
import { toPieceRow } from '../pieces/pieces.mapper';
import type { FeedbackFilesService } from '../takehome/feedback-files.service';
import { defineCollecting, type ClassMarkRow, type NudgeRow } from './collecting.model';

interface Collaborators {
  sequelize: Sequelize;
  board: BoardService;
  conversations: ConversationsService;
  feedbackFiles: FeedbackFilesService;
}

/** Students' rows beside an assignment, with everything that a teacher sees of each. */
export function rowsService({ sequelize, board, conversations, feedbackFiles }: Collaborators) {
  const { nudges, marks } = defineCollecting(sequelize);
  return {
    /** Rows of one assignment's sights, in their order; a fixed number of queries however many there are. */
    async of(teacher: Actor & { userId: string }, sights: readonly Sight[], now: number): Promise<PieceRow[]> {
      const [first] = sights;
      if (!first) return [];
      const { assignment, schoolClass } = first;
      const [names, unread, noted, nudged, back] = await Promise.all([
        board.namesIn(sights),
        conversations.unreadOfTeacher(teacher.userId, [assignment.id]),
        marks.findAll({ where: { assignmentId: assignment.id }, raw: true }) as unknown as Promise<ClassMarkRow[]>,
        nudges.findAll({ where: { assignmentId: assignment.id, day: localDateAt(schoolClass.calendar.zone, now) }, order: [['at', 'ASC']], raw: true }) as unknown as Promise<
          NudgeRow[]
        >,
        feedbackFiles.ofPieces(sights.flatMap(({ record }) => (record ? [record.id] : []))),
      ]);
      const unreadOf = new Map(unread.map((one) => [one.studentId, one.n]));
      const markOf = new Map(noted.map((one) => [one.studentId, one.mark]));
      const nudgedOf = new Map(nudged.map((one) => [one.studentId, one.at.getTime()]));
      return sights.map((sight) => {
        const { record, team, member } = sight;
        const { id } = member.student;
        const collecting: CollectingView = {
          team: team?.name ?? null,
          seenAt: record?.seenAt ?? null,
          begunAt: record?.summary.begunAt ?? null,
          activeAt: record?.activeAt ?? null,
          words: record?.work.words ?? null,
          unread: unreadOf.get(id) ?? 0,
          went: record?.went ?? null,
          selfCheck: record?.selfCheck ?? null,
          mark: markOf.get(id) ?? null,
          nudgedAt: nudgedOf.get(id) ?? null,
          feedbackFiles: record ? (back.get(record.id) ?? []) : [],
        };
        return { ...toPieceRow(sight, names), collecting };
      });
    },

    /** Students nudged about an assignment on a day of the class. */
    async nudgedOn(assignmentId: string, day: string, studentIds: readonly string[]): Promise<string[]> {
      const rows = (await nudges.findAll({ attributes: ['studentId'], where: { assignmentId, day, studentId: { [Op.in]: [...studentIds] } }, raw: true })) as unknown as NudgeRow[];
      return [...new Set(rows.map((row) => row.studentId))];
    },
  };
}

export type RowsService = ReturnType<typeof rowsService>;
