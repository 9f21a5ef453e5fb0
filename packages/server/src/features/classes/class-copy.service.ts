import { carryOver, daysBetween, EVERYONE, localDateAt, type Actor, type CalendarStart, type WindowField } from '@jolly/core';
import { Transaction, type Sequelize } from 'sequelize';
import { inTransaction } from '../../db/transaction';
import type { AssignmentReply, BriefKind, CopyPreviewReply, CopyRequest } from '../../contract';
import { Problem } from '../../http/problem';
import type { AssignmentsService } from '../assignments/assignments.service';
import { filesOf } from '../assignments/brief-body';
import type { KeptFilesService } from '../kept/kept-files.service';
import type { YearShelfService } from '../year-shelf/year-shelf.service';
import type { ClassesService, SchoolClass } from './classes.service';

type Teacher = Actor & { userId: string };
const FARTHEST_DAYS = 2 * 366;
const FIELDS: readonly WindowField[] = ['opens', 'due', 'closes'];

interface Collaborators {
  sequelize: Sequelize;
  classes: ClassesService;
  assignments: AssignmentsService;
  keptFiles: KeptFilesService;
  yearShelf: YearShelfService;
}

/** A class again, for another section or another year: what was prepared, never students, work or scores. */
export function classCopyService({ sequelize, classes, assignments, keptFiles, yearShelf }: Collaborators) {
  /** Assignments and handouts, drafts too. */
  const everything = async (classId: string, now: number, transaction?: Transaction): Promise<AssignmentReply[]> => {
    const of = (kind: BriefKind) => assignments.ofClasses([classId], { drafts: true, now, kind }, transaction);
    return [...(await of('assignment')), ...(await of('handout'))];
  };

  /** The calendar that the copy goes by: the source's own, or one of another class of this teacher. */
  async function startsOf(
    teacher: Teacher,
    source: SchoolClass,
    request: CopyRequest,
    now: number,
  ): Promise<{ from: CalendarStart; to: CalendarStart }> {
    const today = localDateAt(source.calendar.zone, now);
    if ([request.from, request.to].some((day) => Math.abs(daysBetween(today, day)) > FARTHEST_DAYS)) throw new Problem('class.copyTooFar');
    const own = await classes.load(await classes.taughtBy(teacher.userId, { away: true }));
    const target = [source, ...own].find((one) => one.calendarId === request.calendarId);
    if (!target) throw new Problem('thing.unknown');
    const zone = source.calendar.zone;
    return { from: { calendar: source.calendar, start: request.from }, to: { calendar: { ...target.calendar, zone }, start: request.to } };
  }

  /** Assignments with their dates carried over. The school days are walked once for each date, however many share it. */
  function mover({ from, to }: { from: CalendarStart; to: CalendarStart }): (assignment: AssignmentReply) => AssignmentReply {
    const known = new Map<number, number>();
    const carried = (at: number) => {
      if (!known.has(at)) known.set(at, carryOver(at, from, to));
      return known.get(at)!;
    };
    return (assignment) => ({
      ...assignment,
      ...Object.fromEntries(FIELDS.map((field) => [field, assignment[field] === null ? null : carried(assignment[field])])),
    });
  }

  return {
    async preview(teacher: Teacher, classId: string, request: CopyRequest, now: number): Promise<CopyPreviewReply> {
      const source = await classes.forTeacher(teacher, 'class.copy', classId);
      const moved = mover(await startsOf(teacher, source, request, now));
      const [all, units] = await Promise.all([request.assignments ? everything(classId, now) : [], classes.unitsOf(classId)]);
      const dates = all.flatMap((one) => {
        const after = moved(one);
        return FIELDS.flatMap((field) =>
          one[field] === null ? [] : [{ title: one.title, field, before: one[field], after: after[field]! }],
        );
      });
      return { dates, assignments: all.length, units: units.length, categories: source.scheme.categories.length };
    },

    /**
     * Copies settings, units, and if asked the assignments as drafts with their dates carried over. All is
     * read in one snapshot, so that a colleague who edits meanwhile is in the copy wholly or not at all.
     *
     * @throws Problem `conflict.changedMeanwhile` if the class is not the one that was looked at
     */
    async copy(teacher: Teacher, classId: string, request: CopyRequest, now: number): Promise<string> {
      const source = await classes.forTeacher(teacher, 'class.copy', classId);
      const moved = mover(await startsOf(teacher, source, request, now));
      const snapshot = { isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ };
      const work = async (transaction: Transaction) => {
        const asSeen = await classes.unchanged(classId, request.version, transaction);
        const id = await classes.addCopy(asSeen, request, teacher.userId, now, transaction);
        const before = await classes.unitsOf(classId, transaction);
        const after = await classes.writeUnits(
          id,
          before.map(({ name }) => ({ id: null, name })),
          transaction,
        );
        if (request.assignments) {
          const unitOf = new Map(before.map((unit, index) => [unit.id, after[index]!.id]));
          const all = await everything(classId, now, transaction);
          const quizzes = await assignments.quizzesOf(
            all.map((one) => one.briefId),
            transaction,
          );
          const bodies = all.map((one) => ({ ...moved(one), quiz: quizzes.get(one.briefId) ?? null }));
          const added = await assignments.addDrafts(
            id,
            // Students and groups of the class are not those of its copy.
            bodies.map((one) => ({
              ...one,
              audience: EVERYONE,
              groupingId: null,
              unitId: one.unitId === null ? null : (unitOf.get(one.unitId) ?? null),
            })),
            { by: teacher.userId, now },
            transaction,
          );
          for (const [index, one] of added.entries())
            await keptFiles.setUses({ holderKind: 'brief', holderId: one.briefId }, filesOf(bodies[index]!), transaction);
          await yearShelf.copyTo(id, new Map(added.map((one, index) => [all[index]!.id, one.id])), now, transaction);
        }
        return id;
      };
      return inTransaction(sequelize, work, snapshot);
    },
  };
}

export type ClassCopyService = ReturnType<typeof classCopyService>;
