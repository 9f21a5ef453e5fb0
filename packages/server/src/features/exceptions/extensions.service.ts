import type { Actor } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize } from 'sequelize';
import { rowByKey, rowsOf } from '../../db/rows';
import type { AnswerExtension, AskExtension, ExtensionRequest, OwnRequest } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import { isIssued, type AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import type { NewsService, Telling } from '../news/news.service';
import type { BoardService } from '../pieces/board.service';
import type { Boards, ClassBoardsService } from '../pieces/class-boards.service';
import { defineExtensions, type ExtensionRow } from './exceptions.model';
import type { ExceptionsService } from './exceptions.service';
import { granted, mayAskForTime, toOwn } from './extension-rules';
import { SERVER_VIEWER, teacherViewer } from '../pieces/sight';

type Person = Actor & { userId: string };
const MOST_LISTED = 200;

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  assignments: AssignmentsService;
  board: BoardService;
  classBoards: ClassBoardsService;
  exceptions: ExceptionsService;
  news: NewsService;
}

/** Students asking for more time on a piece, and their teachers answering. What is granted is a one-off exception. */
export function extensionsService({ sequelize, accounts, classes, assignments, board, classBoards, exceptions, news }: Collaborators) {
  const requests = defineExtensions(sequelize);

  /** Names of the families who asked. */
  async function askersOf(rows: readonly ExtensionRow[]): Promise<Map<string, string>> {
    const people = await accounts.people(rows.flatMap((row) => row.askedBy ?? []));
    return new Map([...people].map(([id, person]) => [id, fullName(person)]));
  }

  const service = {
    /** A student's requests on an assignment, newest first. */
    async own(student: Person, assignmentId: string): Promise<OwnRequest[]> {
      const rows = await rowsOf(requests, {
        where: { assignmentId, studentId: student.userId },
        order: [['askedAt', 'DESC']],
        limit: 20,
      });
      const names = await askersOf(rows);
      return rows.map((row) => toOwn(row, names));
    },

    /**
     * Asks for more time. @param by a family, which asks for its child
     * @throws Problem `extension.waiting` while one waits; `extension.notNow` for a piece that is in or excused
     */
    async ask(
      student: Pick<Person, 'userId'>,
      assignmentId: string,
      body: AskExtension,
      now: number,
      by: string | null = null,
    ): Promise<OwnRequest> {
      const assignment = await assignments.byId(assignmentId);
      const [sight] =
        assignment && isIssued(assignment, now) ? await board.as(SERVER_VIEWER).ofAssignment(assignment, now, [student.userId]) : [];
      if (!sight || sight.toldState.state === null) throw new Problem('thing.unknown');
      const { toldState, resolved } = sight;
      if (!mayAskForTime(assignment!, toldState.state, resolved.window)) throw new Problem('extension.notNow');
      if (body.wantedDue !== null && (body.wantedDue <= now || (resolved.window.due !== null && body.wantedDue <= resolved.window.due)))
        throw new Problem('extension.notLater');
      const row: ExtensionRow = {
        id: randomUUID(),
        assignmentId,
        studentId: student.userId,
        reason: body.reason,
        wantedDue: body.wantedDue === null ? null : new Date(body.wantedDue),
        askedAt: new Date(now),
        state: 'waiting',
        word: '',
        answeredBy: null,
        answeredAt: null,
        askedBy: by,
      };
      const names = await askersOf([row]);
      const asker = fullName(sight.member.student);
      const who = by === null ? asker : `${names.get(by) ?? ''} (${asker})`;
      const teachers = (await classes.teachersOf([assignment!.classId])).get(assignment!.classId) ?? [];
      await inTransaction(sequelize, async (transaction) => {
        // Locked, so that two tabs asking at once do not both find none waiting.
        const waiting = await requests.findOne({
          where: { assignmentId, studentId: student.userId, state: 'waiting' },
          lock: true,
          transaction,
        });
        if (waiting) throw new Problem('extension.waiting');
        await requests.create(row, { transaction });
        await news.tell(
          teachers.map((teacher) => ({
            userId: teacher.id,
            kind: 'asked' as const,
            onceKey: `asked:${row.id}`,
            assignmentId,
            classId: assignment!.classId,
            zone: sight.schoolClass.calendar.zone,
            data: { title: assignment!.title, className: sight.schoolClass.label, who, word: body.reason },
          })),
          now,
          transaction,
        );
      });
      return toOwn(row, names);
    },

    async withdraw(student: Person, requestId: string): Promise<void> {
      const [changed] = await requests.update(
        { state: 'withdrawn' },
        { where: { id: requestId, studentId: student.userId, state: 'waiting' } },
      );
      if (changed === 0) throw new Problem('extension.answered');
    },

    /** What waits for an answer in the classes of a teacher, oldest first. */
    async waiting(teacher: Person, now: number): Promise<ExtensionRequest[]> {
      const boards = await classBoards.of(teacherViewer(teacher), await classes.taughtBy(teacher.userId), now);
      return service.waitingOn(boards, now);
    },

    /** The same for boards that the caller has at hand. */
    async waitingOn({ issued, sightsOf }: Pick<Boards, 'issued' | 'sightsOf'>, now: number): Promise<ExtensionRequest[]> {
      const rows = await rowsOf(requests, {
        where: { state: 'waiting', assignmentId: { [Op.in]: issued.map((one) => one.id) } },
        order: [['askedAt', 'ASC']],
        limit: MOST_LISTED,
      });
      const names = await askersOf(rows);
      const asked = new Set(rows.map((row) => row.assignmentId));
      const sights = sightsOf(issued.filter((one) => asked.has(one.id)));
      return rows.flatMap((row) => {
        const sight = sights.find(({ assignment, member }) => assignment.id === row.assignmentId && member.student.id === row.studentId);
        if (!sight) return [];
        const { id, givenName, familyName } = sight.member.student;
        return [
          {
            ...toOwn(row, names),
            assignmentId: row.assignmentId,
            classId: sight.assignment.classId,
            title: sight.assignment.title,
            student: { id, givenName, familyName },
            window: sight.resolved.window,
            ...granted(sight, row.wantedDue?.getTime() ?? null, now),
          },
        ];
      });
    },

    /** Which assignment a request is about, for whoever must know before it is answered. */
    async about(teacher: Person, requestId: string): Promise<{ assignmentId: string; studentId: string }> {
      const row = await rowByKey(requests, requestId);
      if (!row) throw new Problem('thing.unknown');
      await assignments.forTeacher(teacher, 'extension.answer', row.assignmentId);
      return { assignmentId: row.assignmentId, studentId: row.studentId };
    },

    /**
     * Grants, as asked or changed, or declines with a word. Granting keeps what an earlier exception gave besides.
     * @throws Problem `extension.answered` if it is answered already or withdrawn
     */
    async answer(teacher: Person, requestId: string, answer: AnswerExtension, now: number): Promise<void> {
      const at = await service.about(teacher, requestId);
      const assignment = (await assignments.byId(at.assignmentId))!;
      const [sight] = await board.as(SERVER_VIEWER).ofAssignment(assignment, now, [at.studentId]);
      if (!sight) throw new Problem('thing.unknown');
      const [me] = [...(await accounts.people([teacher.userId])).values()];
      await inTransaction(sequelize, async (transaction) => {
        const [changed] = await requests.update(
          { state: answer.grant ? 'granted' : 'declined', word: answer.word, answeredBy: teacher.userId, answeredAt: new Date(now) },
          { where: { id: requestId, state: 'waiting' }, transaction },
        );
        if (changed === 0) throw new Problem('extension.answered');
        const row = (await rowByKey(requests, requestId, { transaction }))!;
        if (answer.grant) {
          const { opens } = sight.exception ?? {};
          const body = {
            ...(opens === undefined ? {} : { opens }),
            due: answer.due,
            closes: answer.closes,
            excused: false,
            waivesLate: sight.exception?.waivesLate ?? false,
            reason: row.reason,
          };
          await exceptions.give(teacher, { assignmentId: at.assignmentId, studentIds: [at.studentId] }, body, now, transaction);
        }
        const { resolved, schoolClass } = sight;
        const to = answer.grant ? { ...resolved.window, due: answer.due, closes: answer.closes } : null;
        const told = {
          assignmentId: assignment.id,
          classId: assignment.classId,
          zone: schoolClass.calendar.zone,
        };
        const data = { title: assignment.title, className: schoolClass.label, word: answer.word, from: resolved.window, to };
        const tellings: Telling[] = [
          {
            ...told,
            userId: at.studentId,
            kind: 'answered',
            onceKey: `answered:${requestId}`,
            data: { ...data, who: me ? fullName(me) : '' },
          },
        ];
        // The family that asked hears it too, in its language.
        if (row.askedBy !== null)
          tellings.push({
            ...told,
            userId: row.askedBy,
            kind: 'childAnswered',
            onceKey: `childAnswered:${requestId}`,
            data: {
              ...data,
              who: fullName(sight.member.student),
              studentId: at.studentId,
              language: await accounts.languageOf(row.askedBy),
            },
          });
        await news.tell(tellings, now, transaction);
      });
    },
  };
  return service;
}

export type ExtensionsService = ReturnType<typeof extensionsService>;
