import { familiesSee, may, type Actor, type Instant } from '@jolly/core';
import { Op, type Sequelize } from 'sequelize';
import type { FamilyPortfolioPiece, PortfolioWaiting, PortfolioWord, WorkFile } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import type { FamiliesService } from '../families/families.service';
import type { Teacher } from '../marking/desk.service';
import type { NewsService, Telling } from '../news/news.service';
import type { BoardService } from '../pieces/board.service';
import { listsOf } from '../pieces/grouped';
import { isApartFromName } from '../pieces/nameless';
import type { PiecesService } from '../pieces/pieces.service';
import type { HandInRecord } from '../pieces/records';
import { STUDENT_VIEWER, type Sight } from '../pieces/sight';
import type { WorksService } from '../pieces/works.service';
import type { PortfolioEntriesService } from './portfolio-entries.service';
import { definePortfolio, type PortfolioRow } from './portfolio.model';

type Person = Actor & { userId: string };

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  assignments: AssignmentsService;
  families: FamiliesService;
  board: BoardService;
  pieces: PiecesService;
  works: WorksService;
  portfolioEntries: PortfolioEntriesService;
  news: NewsService;
}

const toWork = (last: HandInRecord | undefined): PortfolioWaiting['work'] =>
  last ? { text: last.text, sheets: last.sheets.map(({ title, text }) => ({ title, text })) } : null;

/** A teacher's word on pieces of portfolios, and what families see: what has a yes as it stands. */
export function portfolioWordsService({
  sequelize,
  accounts,
  classes,
  assignments,
  families,
  board,
  pieces: works_,
  works,
  portfolioEntries,
  news,
}: Collaborators) {
  const { pieces } = definePortfolio(sequelize);

  /** The sight of each work among these, as its student has it. */
  async function sightsOf(rows: readonly PortfolioRow[], now: number): Promise<(row: PortfolioRow) => Sight | undefined> {
    const of = await assignments.byIds([...new Set(rows.flatMap((row) => row.assignmentId ?? []))]);
    const sights = await board.as(STUDENT_VIEWER).ofAssignments(of, now, [...new Set(rows.map((row) => row.studentId))]);
    const by = new Map(sights.map((sight) => [`${sight.assignment.id} ${sight.member.student.id}`, sight]));
    return (row) => by.get(`${row.assignmentId} ${row.studentId}`);
  }

  /** What waits for a word in these classes, the oldest first. Work without a name waits unseen until it is returned. */
  async function waitingIn(classIds: readonly string[], now: Instant) {
    const rows = (await portfolioEntries.rows({ classId: { [Op.in]: [...classIds] }, stand: 'waits' })).reverse();
    const sightOf = await sightsOf(rows, now);
    const isTold = (row: PortfolioRow) => row.assignmentId === null || (sightOf(row) !== undefined && !isApartFromName(sightOf(row)!));
    return { rows: rows.filter(isTold), sightOf };
  }

  return {
    /** How many pieces wait in each of these classes. */
    async waitingOf(classIds: readonly string[], now: Instant): Promise<Map<string, number>> {
      const { rows } = await waitingIn(classIds, now);
      return new Map([...listsOf(rows.map((row) => [row.classId, row] as const))].map(([classId, all]) => [classId, all.length]));
    },

    /** What waits for a word in all classes of a teacher, the oldest first. Work without a name waits until it is returned. */
    async waiting(teacher: Teacher, now: number): Promise<PortfolioWaiting[]> {
      const of = await classes.load(await classes.taughtBy(teacher.userId));
      const { rows: told, sightOf } = await waitingIn(
        of.map((one) => one.id),
        now,
      );
      const studentOf = new Map(told.map((row) => [row.id, row.studentId]));
      const [people, handIns] = await Promise.all([
        accounts.people([...new Set(studentOf.values())]),
        portfolioEntries.handInsOf(told, sightOf),
      ]);
      const shown = await portfolioEntries.toPieces(told, { askerId: teacher.userId, sightOf, handIns });
      return shown.flatMap((piece): PortfolioWaiting[] => {
        const student = people.get(studentOf.get(piece.id)!);
        const schoolClass = of.find((one) => one.id === piece.classId)!;
        return student
          ? [
              {
                student: { id: student.id, givenName: student.givenName, familyName: student.familyName },
                hue: schoolClass.hue,
                zone: schoolClass.calendar.zone,
                piece,
                work: toWork(handIns.get(piece.id)),
              },
            ]
          : [];
      });
    },

    /**
     * Yes, or back, each with a word or without. The student hears of it once.
     * @throws Problem `conflict.changedMeanwhile` where it is not as it was read
     */
    async say(teacher: Teacher, id: string, { yes, word, version }: PortfolioWord, now: number): Promise<void> {
      const row = await portfolioEntries.byId(id);
      if (!row || row.stand === 'draft') throw new Problem('thing.unknown');
      const schoolClass = await classes.forTeacher(teacher, 'portfolio.choose', row.classId);
      const [sight, people] = await Promise.all([
        sightsOf([row], now).then((of) => of(row)),
        accounts.people([teacher.userId, row.studentId]),
      ]);
      // A nameless piece cannot be named by saying yes to it.
      if (row.assignmentId !== null && (!sight || isApartFromName(sight))) throw new Problem('thing.unknown');
      const [by, student] = [people.get(teacher.userId), people.get(row.studentId)];
      // Whoever of the family wants to be told at once is, the first time there is something to see.
      const home = yes && row.stand !== 'yes' ? ((await families.atOnceOf([row.studentId])).get(row.studentId) ?? []) : [];
      const about = { assignmentId: null, classId: row.classId, zone: schoolClass.calendar.zone };
      const said = { title: sight?.assignment.title ?? row.title, className: schoolClass.label };
      await inTransaction(sequelize, async (transaction) => {
        const [changed] = await pieces.update(
          { stand: yes ? 'yes' : 'back', word, saidBy: teacher.userId, saidAt: new Date(now), version: version + 1 },
          { where: { id, version }, transaction },
        );
        if (changed === 0) throw new Problem('conflict.changedMeanwhile');
        const own: Telling = {
          ...about,
          userId: row.studentId,
          kind: yes ? 'portfolioYes' : 'portfolioBack',
          onceKey: `portfolioSaid ${id} ${version + 1}`,
          data: { ...said, who: by ? fullName(by) : '', word },
        };
        const toFamilies = home.map(({ familyId, language }): Telling => ({
          ...about,
          userId: familyId,
          kind: 'childPortfolio',
          onceKey: `childPortfolio ${id} ${version + 1}`,
          data: { ...said, who: student ? fullName(student) : '', studentId: row.studentId, language },
        }));
        await news.tell([own, ...toFamilies], now, transaction);
      });
    },

    /** Titles of what has had a yes since then and families see, with the class each is in, the newest first. */
    async newWithYes(studentId: string, since: Instant, now: Instant): Promise<{ classId: string; title: string }[]> {
      const rows = (await portfolioEntries.rows({ studentId, stand: 'yes', saidAt: { [Op.gt]: new Date(since) } })).filter((row) =>
        familiesSee(row.stand),
      );
      const sightOf = await sightsOf(rows, now);
      return rows.map((row) => ({ classId: row.classId, title: sightOf(row)?.assignment.title ?? row.title }));
    },

    /** What has a yes, as the family of a student sees it, the newest first. */
    async ofChild(family: Actor, studentId: string, now: number): Promise<FamilyPortfolioPiece[]> {
      await families.child(family, 'child.look', studentId);
      const rows = (await portfolioEntries.rows({ studentId, stand: 'yes' })).filter((row) => familiesSee(row.stand));
      const of = await classes.load([...new Set(rows.map((row) => row.classId))]);
      const sightOf = await sightsOf(rows, now);
      const handIns = await portfolioEntries.handInsOf(rows, sightOf);
      const shown = await portfolioEntries.toPieces(rows, { askerId: studentId, sightOf, handIns });
      return shown.map(({ id, kind, title, className, why, text, word, saidBy, at, files, classId }) => ({
        ...{ id, kind, title, className, why, text, word, saidBy, at, files },
        work: toWork(handIns.get(id)),
        zone: of.find((one) => one.id === classId)?.calendar.zone ?? 'UTC',
      }));
    },

    /**
     * A file of a piece of somebody's own: for them, for teachers of its class once it is put in, for their family with a yes.
     * @returns null where it is no such file; `passing`: it may be fetched only for now
     */
    async file(actor: Person, fileId: string): Promise<{ file: WorkFile; pieceId: string; readable: boolean; passing: boolean } | null> {
      const found = await portfolioEntries.file(fileId);
      if (!found) return null;
      const { file, piece } = found;
      const reads = async () => {
        if (actor.role === 'family')
          return familiesSee(piece.stand) && (await families.childrenOf(actor.userId)).some((one) => one.id === piece.studentId);
        if (piece.studentId === actor.userId) return true;
        const relation = await classes.relationOf(actor, piece.classId);
        return piece.stand !== 'draft' && may(actor, 'portfolio.look', { relation }) === 'allowed';
      };
      return { file, pieceId: piece.id, readable: await reads(), passing: actor.role === 'family' };
    },

    /** May a family fetch a file of handed-in work, because it is in their child's portfolio with a yes? */
    async mayFamilyFetch(actor: Person, assignmentId: string, workId: string, fileId: string): Promise<boolean> {
      if (actor.role !== 'family') return false;
      const children = (await families.childrenOf(actor.userId)).map((one) => one.id);
      const rows = await portfolioEntries.rows({ assignmentId, stand: 'yes', studentId: { [Op.in]: children } });
      if (rows.length === 0) return false;
      const [{ one }, sharing] = await Promise.all([works.handInsOf(workId), works_.sharing(workId)]);
      return rows.some((row) => sharing.includes(row.studentId)) && (one?.files.some((file) => file.id === fileId) ?? false);
    },
  };
}

export type PortfolioWordsService = ReturnType<typeof portfolioWordsService>;
