import archiver from 'archiver';
import { localDateAt, plainText, type Actor } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import type { Sequelize } from 'sequelize';
import { rowsOf } from '../../db/rows';
import type { PortfolioChoice, PortfolioPiece, PortfolioReply } from '../../contract';
import type { FileStore } from '../../files/file-store';
import { namesInFolder } from '../../files/names-in-folder';
import { fileStem } from '../../files/write-table';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { ClassesService } from '../classes/classes.service';
import type { Teacher } from '../marking/desk.service';
import type { BoardService } from '../pieces/board.service';

import type { MyWorkService } from '../pieces/my-work.service';
import type { Student } from '../pieces/own-pieces.service';
import type { WorksService } from '../pieces/works.service';
import { indexPage, piecePage, type TakenPiece } from './portfolio-pages';
import { definePortfolio } from './portfolio.model';
import { toReturnedView } from '../pieces/piece-views';
import { STUDENT_VIEWER, type Sight } from '../pieces/sight';
import { worth } from '../pieces/worth';

const MOST = 500;
const EXCERPT = 160;

const beginningOf = (text: string) => (text.length > EXCERPT ? `${text.slice(0, EXCERPT)}…` : text);

interface Collaborators {
  sequelize: Sequelize;
  fileStore: FileStore;
  accounts: AccountsService;
  classes: ClassesService;
  board: BoardService;
  works: WorksService;
  myWork: MyWorkService;
}

/** Pieces that a student or a teacher has chosen to keep in sight. The student's is over all years; a teacher sees what is of their class. */
export function portfolioService({ sequelize, fileStore, accounts, classes, board, works, myWork }: Collaborators) {
  const chosen = definePortfolio(sequelize);

  const chosenBy = async (studentId: string) => rowsOf(chosen, { where: { studentId }, order: [['at', 'DESC']], limit: MOST });
  const wasHandedIn = ({ record }: Sight) =>
    record !== null && (record.summary.handedInAt !== null || record.summary.lastReturnAt !== null);

  async function toReply(asker: Actor & { userId: string }, studentId: string, sights: readonly Sight[]): Promise<PortfolioReply> {
    const rows = await chosenBy(studentId);
    const sightBy = new Map(sights.map((sight) => [sight.assignment.id, sight]));
    const shown = rows.filter((row) => sightBy.has(row.assignmentId));
    const [people, handIns] = await Promise.all([
      accounts.people(shown.map((row) => row.byUser)),
      works.allHandIns(shown.flatMap((row) => sightBy.get(row.assignmentId)!.record?.work.id ?? [])),
    ]);
    const pieces = shown.map((row): PortfolioPiece => {
      const sight = sightBy.get(row.assignmentId)!;
      const { assignment, record, schoolClass } = sight;
      const last = record ? handIns.get(record.work.id)?.at(-1) : undefined;
      return {
        id: row.id,
        assignmentId: row.assignmentId,
        title: assignment.title,
        className: schoolClass.label,
        why: row.why,
        by: people.has(row.byUser) ? fullName(people.get(row.byUser)!) : '',
        own: row.byUser === studentId,
        at: row.at.getTime(),
        handedInAt: last?.at ?? null,
        points: assignment.points,
        effective: record?.returned ? worth(sight, record.returned).effective : null,
        excerpt: last?.text ? beginningOf(plainText(last.text).trim()) : '',
        files: last?.files.length ?? 0,
        removable: asker.userId === studentId || row.byUser === asker.userId,
      };
    });
    const taken = new Set(rows.map((row) => row.assignmentId));
    const candidates = sights
      .filter((sight) => wasHandedIn(sight) && !taken.has(sight.assignment.id))
      .sort((a, b) => (b.record!.summary.handedInAt ?? 0) - (a.record!.summary.handedInAt ?? 0))
      .map(({ assignment, schoolClass }) => ({ assignmentId: assignment.id, title: assignment.title, className: schoolClass.label }));
    return { pieces, candidates };
  }

  /** Chooses a piece, or says anew why. */
  async function choose(
    asker: Actor & { userId: string },
    studentId: string,
    sight: Sight | undefined,
    { assignmentId, why }: PortfolioChoice,
    now: number,
  ): Promise<void> {
    if (!sight) throw new Problem('thing.unknown');
    if (!wasHandedIn(sight)) throw new Problem('portfolio.nothing');
    await chosen.bulkCreate([{ id: randomUUID(), studentId, assignmentId, why, byUser: asker.userId, at: new Date(now) }], {
      ignoreDuplicates: true,
    });
    await chosen.update({ why }, { where: { studentId, assignmentId } });
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
    return sights.filter(({ assignment, record }) => !assignment.namesHidden || record?.summary.lastReturnAt != null);
  }

  const service = {
    async own(student: Student, now: number): Promise<PortfolioReply> {
      return toReply(student, student.userId, await myWork.mySights(student, now, { away: true }));
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
      return toReply(student, student.userId, sights);
    },

    async removeOwn(student: Student, id: string): Promise<void> {
      if ((await chosen.destroy({ where: { id, studentId: student.userId } })) === 0) throw new Problem('thing.unknown');
    },

    async ofStudent(teacher: Teacher, classId: string, studentId: string, now: number): Promise<PortfolioReply> {
      return toReply(teacher, studentId, await sightsInClass(teacher, 'portfolio.look', classId, studentId, now));
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
      return toReply(teacher, studentId, sights);
    },

    /** A teacher takes out what they chose themselves. */
    async removeFor(teacher: Teacher, classId: string, studentId: string, id: string): Promise<void> {
      await classes.forTeacher(teacher, 'portfolio.choose', classId);
      if ((await chosen.destroy({ where: { id, studentId, byUser: teacher.userId } })) === 0) throw new Problem('thing.unknown');
    },

    /** The whole portfolio as a zip of pages that open in any browser. @returns its name, and what to read it from */
    async takeHome(student: Student, now: number): Promise<{ name: string; zip: archiver.Archiver }> {
      const [sights, rows, people] = await Promise.all([
        myWork.mySights(student, now, { away: true }),
        chosenBy(student.userId),
        accounts.people([student.userId]),
      ]);
      const me = fullName(people.get(student.userId)!);
      const sightBy = new Map(sights.map((sight) => [sight.assignment.id, sight]));
      const authors = await accounts.people(rows.map((row) => row.byUser));
      const zip = archiver('zip', { zlib: { level: 6 } });
      const pieces: TakenPiece[] = [];
      for (const row of rows) {
        const sight = sightBy.get(row.assignmentId);
        if (!sight?.record) continue;
        const { assignment, schoolClass, record } = sight;
        const { one } = await works.handInsOf(record.work.id);
        const folder = `${String(pieces.length + 1).padStart(2, '0')} ${fileStem(assignment.title)}`;
        const nameFor = namesInFolder(['index.html']);
        const files: string[] = [];
        for (const file of one?.files ?? []) {
          const bytes = await fileStore.read(file.fingerprint);
          if (!bytes) continue;
          const name = nameFor(file.name);
          files.push(name);
          zip.append(bytes.stream, { name: `${folder}/${name}` });
        }
        const { zone } = schoolClass.calendar;
        const piece: TakenPiece = {
          folder,
          title: assignment.title,
          className: schoolClass.label,
          why: row.why,
          by: authors.has(row.byUser) ? fullName(authors.get(row.byUser)!) : '',
          handedIn: one ? localDateAt(zone, one.at) : '',
          text: one?.text ?? null,
          sheets: (one?.sheets ?? []).map(({ title, text }) => ({ title, text })),
          files,
          remark: toReturnedView(sight)?.remark ?? null,
        };
        pieces.push(piece);
        zip.append(piecePage(piece), { name: `${folder}/index.html` });
      }
      zip.append(indexPage(me, localDateAt(sights[0]?.schoolClass.calendar.zone ?? 'UTC', now), pieces), { name: 'index.html' });
      void zip.finalize();
      return { name: `portfolio-${fileStem(me)}.zip`, zip };
    },
  };
  return service;
}

export type PortfolioService = ReturnType<typeof portfolioService>;
