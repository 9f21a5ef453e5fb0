import { localDateAt, lookBackTerm, type Actor } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import { rowOf } from '../../db/rows';
import { inTransaction } from '../../db/transaction';
import type { LookBack, PortfolioChoice, PortfolioReply } from '../../contract';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { Teacher } from '../marking/desk.service';
import type { NewsService } from '../news/news.service';
import type { BoardService } from '../pieces/board.service';
import type { MyWorkService } from '../pieces/my-work.service';
import { isApartFromName } from '../pieces/nameless';
import type { Student } from '../pieces/own-pieces.service';
import { STUDENT_VIEWER, type Sight } from '../pieces/sight';
import type { RosterService } from '../roster/roster.service';
import { changedTo, type PortfolioEntriesService, type SightOf } from './portfolio-entries.service';
import { definePortfolio, type PortfolioRow } from './portfolio.model';

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
  board: BoardService;
  myWork: MyWorkService;
  portfolioEntries: PortfolioEntriesService;
  news: NewsService;
}

/** Portfolios: what a student or a teacher has chosen to keep in sight. The student's is over all years; a teacher sees what is of their class. */
export function portfolioService({ sequelize, accounts, classes, roster, board, myWork, portfolioEntries, news }: Collaborators) {
  const { pieces } = definePortfolio(sequelize);

  const wasHandedIn = ({ record }: Sight) =>
    record !== null && (record.summary.handedInAt !== null || record.summary.lastReturnAt !== null);

  /** The classes that a student is in now. */
  async function classesOf(studentId: string): Promise<SchoolClass[]> {
    const members = await roster.membersOf(await roster.classesOf(studentId), [studentId]);
    const of = await classes.load(members.filter((one) => one.left === null).map((one) => one.classId));
    return of.filter((one) => one.putAwayAt === null);
  }

  function lookBackOf(of: readonly SchoolClass[], rows: readonly PortfolioRow[], now: number): LookBack[] {
    return of.flatMap(({ id, label, calendar, terms }) => {
      const term = lookBackTerm(terms, localDateAt(calendar.zone, now));
      const has = term && rows.some((row) => row.classId === id && row.termFrom === term.from && row.stand !== 'draft');
      return term && !has ? [{ classId: id, className: label, termFrom: term.from, term: term.name, ends: term.to }] : [];
    });
  }

  /** @param classId only what is of this class, and what is put in: as its teachers see it */
  async function toReply(
    asker: Actor & { userId: string },
    studentId: string,
    sights: readonly Sight[],
    now: number,
    classId?: string,
  ): Promise<PortfolioReply> {
    const [all, of] = await Promise.all([portfolioEntries.rows({ studentId }), classId === undefined ? classesOf(studentId) : []]);
    const rows = classId === undefined ? all : all.filter((row) => row.classId === classId && row.stand !== 'draft');
    const sightBy = new Map(sights.map((sight) => [sight.assignment.id, sight]));
    const taken = new Set(all.map((row) => row.assignmentId));
    const candidates = sights
      .filter((sight) => wasHandedIn(sight) && !taken.has(sight.assignment.id))
      .sort((a, b) => (b.record!.summary.handedInAt ?? 0) - (a.record!.summary.handedInAt ?? 0))
      .map(({ assignment, schoolClass }) => ({ assignmentId: assignment.id, title: assignment.title, className: schoolClass.label }));
    const sightOf: SightOf = (row) => sightBy.get(row.assignmentId ?? '');
    const handIns = await portfolioEntries.handInsOf(rows, sightOf);
    return {
      pieces: await portfolioEntries.toPieces(rows, { askerId: asker.userId, sightOf, handIns }),
      candidates,
      classes: of.map((one) => ({ classId: one.id, className: one.label })),
      lookBack: lookBackOf(of, all, now),
    };
  }

  /** Chooses a piece, or says anew why. What a teacher chooses has their yes; what a student says anew waits for one. */
  async function choose(
    asker: Actor & { userId: string },
    studentId: string,
    sight: Sight | undefined,
    { assignmentId, why }: PortfolioChoice,
    now: number,
  ): Promise<void> {
    if (!sight) throw new Problem('thing.unknown');
    if (!wasHandedIn(sight)) throw new Problem('portfolio.nothing');
    const classId = sight.schoolClass.id;
    const byTeacher = asker.userId !== studentId;
    const said = byTeacher
      ? { stand: 'yes' as const, word: '', saidBy: asker.userId, saidAt: new Date(now), at: new Date(now) }
      : changedTo('waits', now);
    await inTransaction(sequelize, async (transaction) => {
      const row = {
        ...{ id: randomUUID(), studentId, assignmentId, classId, termFrom: null, title: '', text: '', why, byUser: asker.userId },
        ...said,
        version: 1,
      };
      await pieces.bulkCreate([row], { ignoreDuplicates: true, transaction });
      const found = (await rowOf(pieces, { where: { studentId, assignmentId }, lock: true, transaction }))!;
      const isNew = found.id === row.id;
      if (!isNew && found.why === why && !(byTeacher && found.stand !== 'yes')) return;
      const version = isNew ? 1 : found.version + 1;
      if (!isNew) await pieces.update({ why, ...said, version }, { where: { id: found.id }, transaction });
      if (!byTeacher) await service.tellTeachers({ ...found, version, title: sight.assignment.title }, now, transaction);
    });
  }

  async function sightsInClass(
    teacher: Teacher,
    action: 'portfolio.look' | 'portfolio.choose',
    classId: string,
    studentId: string,
    now: number,
  ): Promise<Sight[]> {
    const found = await classes.forTeacher(teacher, action, classId);
    const sights = await board.as(STUDENT_VIEWER).sights({ classes: [found], studentIds: [studentId], now });
    if (sights.length === 0) throw new Problem('thing.unknown');
    // A nameless piece beside a name would tell whose it is.
    return sights.filter((sight) => !isApartFromName(sight));
  }

  const service = {
    classesOf,

    /** The teachers of its class hear that a piece waits for their word, each once for each time it is put in. */
    async tellTeachers(
      { id, version, classId, studentId, title }: Pick<PortfolioRow, 'id' | 'version' | 'classId' | 'studentId' | 'title'>,
      now: number,
      transaction: Transaction,
    ): Promise<void> {
      const [[schoolClass], teachers, people] = await Promise.all([
        classes.load([classId]),
        classes.teachersOf([classId]),
        accounts.people([studentId]),
      ]);
      const data = { title, className: schoolClass!.label, who: people.has(studentId) ? fullName(people.get(studentId)!) : '' };
      const about = { kind: 'portfolioNew' as const, onceKey: `portfolioNew ${id} ${version}`, assignmentId: null, classId };
      await news.tell(
        (teachers.get(classId) ?? []).map((one) => ({ userId: one.id, ...about, zone: schoolClass!.calendar.zone, data })),
        now,
        transaction,
      );
    },

    async own(student: Student, now: number): Promise<PortfolioReply> {
      return toReply(student, student.userId, await myWork.mySights(student, now, { away: true }), now);
    },

    /** Terms that a student can look back on now and has not yet. */
    async lookBack(student: Student, now: number): Promise<LookBack[]> {
      const [of, rows] = await Promise.all([classesOf(student.userId), portfolioEntries.rows({ studentId: student.userId })]);
      return lookBackOf(of, rows, now);
    },

    async chooseOwn(student: Student, choice: PortfolioChoice, now: number): Promise<PortfolioReply> {
      const sights = await myWork.mySights(student, now, { away: true });
      await choose(
        student,
        student.userId,
        sights.find((one) => one.assignment.id === choice.assignmentId),
        choice,
        now,
      );
      return toReply(student, student.userId, sights, now);
    },

    async removeOwn(student: Student, id: string): Promise<void> {
      if ((await pieces.destroy({ where: { id, studentId: student.userId } })) === 0) throw new Problem('thing.unknown');
    },

    async ofStudent(teacher: Teacher, classId: string, studentId: string, now: number): Promise<PortfolioReply> {
      return toReply(teacher, studentId, await sightsInClass(teacher, 'portfolio.look', classId, studentId, now), now, classId);
    },

    async chooseFor(teacher: Teacher, classId: string, studentId: string, choice: PortfolioChoice, now: number): Promise<PortfolioReply> {
      const sights = await sightsInClass(teacher, 'portfolio.choose', classId, studentId, now);
      await choose(
        teacher,
        studentId,
        sights.find((one) => one.assignment.id === choice.assignmentId),
        choice,
        now,
      );
      return toReply(teacher, studentId, sights, now, classId);
    },

    /** A teacher takes out what they chose themselves. */
    async removeFor(teacher: Teacher, classId: string, studentId: string, id: string): Promise<void> {
      await classes.forTeacher(teacher, 'portfolio.choose', classId);
      if ((await pieces.destroy({ where: { id, studentId, byUser: teacher.userId } })) === 0) throw new Problem('thing.unknown');
    },
  };
  return service;
}

export type PortfolioService = ReturnType<typeof portfolioService>;
