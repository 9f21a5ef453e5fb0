import { localDateAt, type Actor } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { type Sequelize } from 'sequelize';
import type { ChangedRowsReply, ClassMarksRequest, FollowReply, NudgeReply, NudgeRequest, PaperReply, VersionReply } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import type { ExceptionsService } from '../exceptions/exceptions.service';
import type { NewsService } from '../news/news.service';
import type { BoardService } from '../pieces/board.service';
import { workAt } from '../pieces/own-pieces.service';
import { toPaperSheets } from '../pieces/papers';
import { toSheetViews } from '../pieces/sheets';
import type { WorkingService } from '../pieces/working.service';
import type { WorksService } from '../pieces/works.service';
import { defineCollecting } from './collecting.model';
import type { RowsService } from './rows.service';
import { isApartFromName } from '../pieces/nameless';
import { type Sight, teacherViewer } from '../pieces/sight';

type Teacher = Actor & { userId: string };
type At = { assignmentId: string; studentId: string };

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  assignments: AssignmentsService;
  board: BoardService;
  exceptions: ExceptionsService;
  news: NewsService;
  works: WorksService;
  working: WorkingService;
  rows: RowsService;
}

/** Collecting: looking on while work is written, nudging, noting who did what in class. */
export function collectingService({ sequelize, accounts, assignments, board, exceptions, news, works, working, rows }: Collaborators) {
  const { nudges } = defineCollecting(sequelize);

  async function sightAt(teacher: Teacher, { assignmentId, studentId }: At, now: number): Promise<Sight> {
    const assignment = await assignments.forTeacher(teacher, 'piece.look', assignmentId);
    const [sight] = isIssued(assignment, now) ? await board.as(teacherViewer(teacher)).ofAssignment(assignment, now, [studentId]) : [];
    if (!sight || sight.state.state === null) throw new Problem('thing.unknown');
    return sight;
  }

  return {
    /** The rows of some students anew, after the live page heard that they changed. */
    async changedRows(teacher: Teacher, assignmentId: string, studentIds: string[], now: number): Promise<ChangedRowsReply> {
      const assignment = await assignments.forTeacher(teacher, 'piece.look', assignmentId);
      const sights = (await board.as(teacherViewer(teacher)).ofAssignment(assignment, now, studentIds)).filter(
        ({ state }) => state.state !== null,
      );
      return { rows: await rows.of(teacher, sights, now) };
    },

    /** One student's work as it is now, handed in or not, with its versions. */
    async follow(teacher: Teacher, at: At, now: number): Promise<FollowReply> {
      const sight = await sightAt(teacher, at, now);
      if (isApartFromName(sight)) throw new Problem('marking.nameless');
      const work = workAt(sight);
      const [[row], draft, copies, papers, versions] = await Promise.all([
        rows.of(teacher, [sight], now),
        working.draftOf(work),
        work ? works.sheetsOf([work.id]) : [],
        work ? works.papersOf([work.id]) : [],
        work ? working.versions(work.id) : [],
      ]);
      return { row: row!, draft, sheets: toSheetViews(sight, copies), papers: toPaperSheets(sight, papers), versions };
    },

    /** One paper of a student's as it is now. */
    async paper(teacher: Teacher, { attachmentId, ...at }: At & { attachmentId: string }, now: number): Promise<PaperReply> {
      const sight = await sightAt(teacher, at, now);
      if (isApartFromName(sight)) throw new Problem('marking.nameless');
      return working.paperOf(sight, attachmentId);
    },

    async version(teacher: Teacher, { versionId, ...at }: At & { versionId: string }, now: number): Promise<VersionReply> {
      const sight = await sightAt(teacher, at, now);
      if (isApartFromName(sight)) throw new Problem('marking.nameless');
      const work = workAt(sight);
      if (!work) throw new Problem('thing.unknown');
      return working.version(work.id, versionId, sight);
    },

    /**
     * Reminds students of a piece, once a day each unless confirmed.
     * @throws Problem `nudge.already` with those who were nudged today, nobody having been nudged
     */
    async nudge(teacher: Teacher, assignmentId: string, { studentIds, text, again }: NudgeRequest, now: number): Promise<NudgeReply> {
      const assignment = await assignments.forTeacher(teacher, 'piece.nudge', assignmentId);
      const sights = isIssued(assignment, now)
        ? (await board.as(teacherViewer(teacher)).ofAssignment(assignment, now, studentIds)).filter(({ state }) => state.state !== null)
        : [];
      if (sights.length < studentIds.length) throw new Problem('thing.unknown');
      const { schoolClass } = sights[0]!;
      const day = localDateAt(schoolClass.calendar.zone, now);
      const writer = (await accounts.people([teacher.userId])).get(teacher.userId)!;
      await inTransaction(sequelize, async (transaction) => {
        // The assignment is held, so that two teachers who nudge at once do not both find nobody nudged.
        await sequelize.query('SELECT id FROM assignments WHERE id = ? FOR UPDATE', { replacements: [assignmentId], transaction });
        const already = again ? [] : await rows.nudgedOn(assignmentId, day, studentIds);
        if (already.length > 0) throw new Problem('nudge.already', { current: { studentIds: already } });
        const sent = studentIds.map((studentId) => ({
          id: randomUUID(),
          assignmentId,
          studentId,
          day,
          at: new Date(now),
          byUser: teacher.userId,
          text,
        }));
        await nudges.bulkCreate(sent, { transaction });
        const data = { title: assignment.title, className: schoolClass.label, who: fullName(writer), word: text };
        await news.tell(
          sent.map(({ id, studentId }) => ({
            userId: studentId,
            kind: 'nudge' as const,
            onceKey: `nudge:${id}`,
            assignmentId,
            classId: schoolClass.id,
            zone: schoolClass.calendar.zone,
            data,
          })),
          now,
          transaction,
        );
      });
      return { nudged: studentIds };
    },

    /** Notes who did a piece in class, who was absent and who is excused; null takes a note away. */
    async note(teacher: Teacher, assignmentId: string, { marks: noted }: ClassMarksRequest, now: number): Promise<void> {
      const assignment = await assignments.forTeacher(teacher, 'piece.note', assignmentId);
      const ids = noted.map((one) => one.studentId);
      const sights = new Map(
        (await board.as(teacherViewer(teacher)).ofAssignment(assignment, now, ids))
          .filter(({ state }) => state.state !== null)
          .map((sight) => [sight.member.student.id, sight]),
      );
      if (sights.size < ids.length) throw new Problem('thing.unknown');
      const excused = noted
        .filter((one) => one.mark === 'excused' && !sights.get(one.studentId)!.exception?.excused)
        .map((one) => one.studentId);
      const again = noted
        .filter((one) => one.mark !== 'excused' && sights.get(one.studentId)!.exception?.excused)
        .map((one) => one.studentId);
      await inTransaction(sequelize, async (transaction) => {
        await rows.setMarks(
          noted.map(({ studentId, mark }) => ({ assignmentId, studentId, mark: mark === 'excused' ? null : mark })),
          teacher.userId,
          now,
          transaction,
        );
        for (const [studentIds, isExcused] of [
          [excused, true],
          [again, false],
        ] as const) {
          for (const studentId of studentIds) {
            const { exception } = sights.get(studentId)!;
            const { opens, due, closes } = exception ?? {};
            const dates = {
              ...(opens === undefined ? {} : { opens }),
              ...(due === undefined ? {} : { due }),
              ...(closes === undefined ? {} : { closes }),
            };
            const body = { ...dates, excused: isExcused, waivesLate: exception?.waivesLate ?? false, reason: exception?.reason ?? '' };
            await exceptions.give(teacher, { assignmentId, studentIds: [studentId] }, body, now, transaction);
          }
        }
      });
    },
  };
}

export type CollectingService = ReturnType<typeof collectingService>;
