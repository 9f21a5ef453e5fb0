import { localDateAt, type Actor } from '@jolly/core';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import { rowsOf } from '../../db/rows';
import { noteChange } from '../../db/class-changes';
import type { ClassMark, CollectingView, PieceRow } from '../../contract';
import type { ConversationsService } from '../conversations/conversations.service';
import type { BoardService } from '../pieces/board.service';
import { isAwayOn, type RegisterFactsService } from '../register/register-facts.service';
import type { NotesService } from '../notes/notes.service';

import type { FeedbackFilesService } from '../takehome/feedback-files.service';
import { defineCollecting } from './collecting.model';
import { toDeskRow, toPieceRow } from '../pieces/piece-views';
import type { Sight } from '../pieces/sight';

interface Collaborators {
  sequelize: Sequelize;
  board: BoardService;
  conversations: ConversationsService;
  feedbackFiles: FeedbackFilesService;
  notes: NotesService;
  registerFacts: RegisterFactsService;
}

/** Of a nameless piece nothing that stands beside its student's name somewhere else. */
const NAMELESS: CollectingView = {
  team: null,
  seenAt: null,
  begunAt: null,
  activeAt: null,
  words: null,
  unread: 0,
  unreadNotes: 0,
  went: null,
  selfCheck: null,
  mark: null,
  away: false,
  nudgedAt: null,
  feedbackFiles: [],
};

/** Students' rows beside an assignment, with everything that a teacher sees of each. */
export function rowsService({ sequelize, board, conversations, feedbackFiles, notes, registerFacts }: Collaborators) {
  const { nudges, marks } = defineCollecting(sequelize);
  const service = {
    /** Rows of one assignment's sights beside their names, in their order; a fixed number of queries however many there are. */
    of: (teacher: Actor & { userId: string }, sights: readonly Sight[], now: number): Promise<PieceRow[]> =>
      service.rows(teacher, sights, now, { desk: false }),

    /** The same for whoever marks: nameless where names are hidden. */
    onDesk: (teacher: Actor & { userId: string }, sights: readonly Sight[], now: number): Promise<PieceRow[]> =>
      service.rows(teacher, sights, now, { desk: true }),

    async rows(
      teacher: Actor & { userId: string },
      sights: readonly Sight[],
      now: number,
      { desk }: { desk: boolean },
    ): Promise<PieceRow[]> {
      const [first] = sights;
      if (!first) return [];
      const { assignment, schoolClass } = first;
      const [names, unread, noted, nudged, back, answered, away] = await Promise.all([
        board.namesIn(sights),
        conversations.unreadOfTeacher(teacher.userId, [assignment.id]),
        rowsOf(marks, { where: { assignmentId: assignment.id } }),
        rowsOf(nudges, {
          where: { assignmentId: assignment.id, day: localDateAt(schoolClass.calendar.zone, now) },
          order: [['at', 'ASC']],
        }),
        feedbackFiles.ofPieces(sights.flatMap(({ record }) => (record ? [record.id] : []))),
        notes.unreadOf(
          sights.flatMap(({ record }) => (record ? [record.work.id] : [])),
          teacher.userId,
        ),
        registerFacts.awayOn([assignment.classId]),
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
          unreadNotes: record ? (answered.get(record.work.id) ?? 0) : 0,
          went: record?.went ?? null,
          selfCheck: record?.selfCheck ?? null,
          mark: markOf.get(id) ?? null,
          away: isAwayOn(away, sight),
          nudgedAt: nudgedOf.get(id) ?? null,
          feedbackFiles: record ? (back.get(record.id) ?? []) : [],
        };
        const row = desk ? toDeskRow(sight, names) : toPieceRow(sight, names);
        // Whoever is to score it a second time sees that it is scored, and not how.
        const shown = sight.blind ? { ...row, score: null } : row;
        const known: CollectingView = { ...collecting, feedbackFiles: sight.blind ? [] : collecting.feedbackFiles };
        if (!row.nameless) return { ...shown, collecting: known };
        // So many words, counted on the desk, would tell whose they are.
        if (!desk) return { ...shown, collecting: { ...known, words: null } };
        return {
          ...shown,
          collecting: {
            ...NAMELESS,
            feedbackFiles: known.feedbackFiles.filter((file) => file.kind === 'voice').map((file) => ({ ...file, name: '' })),
            unreadNotes: collecting.unreadNotes,
          },
        };
      });
    },

    /** Who was noted as absent from some assignments, each as assignment and student. */
    async absentOn(assignmentIds: readonly string[]): Promise<Set<string>> {
      if (assignmentIds.length === 0) return new Set();
      const rows = await rowsOf(marks, {
        where: { assignmentId: { [Op.in]: [...assignmentIds] }, mark: 'absent' },
      });
      return new Set(rows.map((row) => `${row.assignmentId} ${row.studentId}`));
    },

    /** What was noted in class about some assignments, by assignment and student. */
    async marksOn(assignmentIds: readonly string[], transaction: Transaction): Promise<Map<string, ClassMark>> {
      const found = await rowsOf(marks, {
        where: { assignmentId: { [Op.in]: [...assignmentIds] } },
        transaction,
      });
      return new Map(found.map((row) => [`${row.assignmentId} ${row.studentId}`, row.mark]));
    },

    /** Notes who was there and who was absent; null takes a note away. */
    async setMarks(
      wanted: readonly { assignmentId: string; studentId: string; mark: ClassMark | null }[],
      by: string,
      now: number,
      transaction: Transaction,
    ): Promise<void> {
      const byAssignment = new Map<string, string[]>();
      for (const { assignmentId, studentId } of wanted)
        byAssignment.set(assignmentId, [...(byAssignment.get(assignmentId) ?? []), studentId]);
      for (const [assignmentId, studentIds] of byAssignment)
        await marks.destroy({ where: { assignmentId, studentId: { [Op.in]: studentIds } }, transaction });
      const noted = wanted.flatMap(({ mark, ...at }) => (mark === null ? [] : [{ ...at, mark, byUser: by, at: new Date(now) }]));
      await marks.bulkCreate(noted, { transaction });
      noteChange(transaction, { cellsOf: [...byAssignment.keys()] });
    },

    /** Students nudged about an assignment on a day of the class. */
    async nudgedOn(assignmentId: string, day: string, studentIds: readonly string[]): Promise<string[]> {
      const rows = await rowsOf(nudges, {
        attributes: ['studentId'],
        where: { assignmentId, day, studentId: { [Op.in]: [...studentIds] } },
      });
      return [...new Set(rows.map((row) => row.studentId))];
    },
  };
  return service;
}

export type RowsService = ReturnType<typeof rowsService>;
