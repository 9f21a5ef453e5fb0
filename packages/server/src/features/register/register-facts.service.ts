import { isAway, localDateAt, type LocalDate, type RegisterMark } from '@jolly/core';
import { QueryTypes, type Sequelize } from 'sequelize';
import type { RegisterLine } from '../../contract';
import type { LeanSight } from '../pieces/sight';

/** What the register says of a student, in one lesson. */
export interface RegisterSaid extends RegisterLine {
  classId: string;
  studentId: string;
}

/** Was the student of a piece away on the day on which it was due for the class? @param away as `awayOn` says it */
export const isAwayOn = (
  away: ReadonlySet<string>,
  { assignment, member, schoolClass }: Pick<LeanSight, 'assignment' | 'member' | 'schoolClass'>,
): boolean =>
  away.size > 0 &&
  assignment.due !== null &&
  away.has(`${assignment.classId} ${member.student.id} ${localDateAt(schoolClass.calendar.zone, assignment.due)}`);

/** What the registers say, for everything that shows it beside something else: only what holds, nothing of who was there. */
export function registerFactsService({ sequelize }: { sequelize: Sequelize }) {
  const service = {
    /** All that is said of absence in some classes, of some students or all, in order of days. */
    async said(
      classIds: readonly string[],
      studentIds?: readonly string[],
      span?: { from: LocalDate; to: LocalDate },
    ): Promise<RegisterSaid[]> {
      if (classIds.length === 0 || studentIds?.length === 0) return [];
      return sequelize.query<RegisterSaid>(
        `SELECT f.class_id AS classId, f.student_id AS studentId, f.day, f.lesson, f.mark, f.minutes, f.reason FROM register_facts f
         JOIN (SELECT MAX(n) AS n FROM register_facts WHERE class_id IN (:classIds)
           ${studentIds ? 'AND student_id IN (:studentIds)' : ''} ${span ? 'AND day BETWEEN :from AND :to' : ''}
           GROUP BY class_id, day, lesson, student_id) latest ON latest.n = f.n
         WHERE f.mark <> 'present' ORDER BY f.day, f.lesson`,
        {
          type: QueryTypes.SELECT,
          replacements: { classIds: [...classIds], studentIds: [...(studentIds ?? [])], from: span?.from ?? '', to: span?.to ?? '' },
        },
      );
    },

    /** Who was away on which day of a class, each as class, student and day. */
    async awayOn(classIds: readonly string[]): Promise<Set<string>> {
      const said = await service.said(classIds);
      return new Set(said.filter((one) => isAway(one.mark as RegisterMark)).map((one) => `${one.classId} ${one.studentId} ${one.day}`));
    },
  };
  return service;
}

export type RegisterFactsService = ReturnType<typeof registerFactsService>;
