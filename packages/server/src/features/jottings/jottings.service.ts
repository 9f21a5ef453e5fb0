import type { Actor } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type WhereOptions } from 'sequelize';
import { rowsOf } from '../../db/rows';
import type { Jotting, JottingRequest } from '../../contract';
import { Problem } from '../../http/problem';
import type { ClassesService } from '../classes/classes.service';
import type { RosterService } from '../roster/roster.service';
import { defineJottings, type JottingRow } from './jottings.model';

type Teacher = Actor & { userId: string };
const MOST = 500;

const toJotting = ({ id, kind, text, at, doneAt }: JottingRow): Jotting => ({
  id,
  kind,
  text,
  at: at.getTime(),
  doneAt: doneAt?.getTime() ?? null,
});

/** A teacher's private notes about students: each teacher's own, not even a co-teacher reads them. */
export function jottingsService({ sequelize, classes, roster }: { sequelize: Sequelize; classes: ClassesService; roster: RosterService }) {
  const jottings = defineJottings(sequelize);

  async function of(where: WhereOptions<JottingRow>): Promise<JottingRow[]> {
    return await rowsOf(jottings, {
      where,
      order: [
        ['at', 'DESC'],
        ['id', 'ASC'],
      ],
      limit: MOST,
    });
  }
  async function member(teacher: Teacher, classId: string, studentId: string): Promise<void> {
    await classes.forTeacher(teacher, 'jotting.write', classId);
    if ((await roster.membersOf([classId], [studentId])).length === 0) throw new Problem('thing.unknown');
  }

  return {
    async list(teacher: Teacher, classId: string, studentId: string): Promise<Jotting[]> {
      await member(teacher, classId, studentId);
      return (await of({ classId, studentId, byUser: teacher.userId })).map(toJotting);
    },

    /** @param id made before the first try, so that a repeated one is the same note */
    async write(
      teacher: Teacher,
      classId: string,
      studentId: string,
      { kind, text }: JottingRequest,
      id: string | null,
      now: number,
    ): Promise<Jotting> {
      await member(teacher, classId, studentId);
      const row: JottingRow = {
        id: id ?? randomUUID(),
        classId,
        studentId,
        byUser: teacher.userId,
        kind,
        text,
        at: new Date(now),
        doneAt: null,
      };
      await jottings.bulkCreate([row], { ignoreDuplicates: true });
      return toJotting(row);
    },

    /** Says that they were spoken with, or not after all. @throws Problem `thing.unknown` if it is not theirs */
    async setDone(teacher: Teacher, jottingId: string, done: boolean, now: number): Promise<void> {
      const where = { id: jottingId, byUser: teacher.userId };
      if ((await jottings.count({ where })) === 0) throw new Problem('thing.unknown');
      await jottings.update({ doneAt: done ? new Date(now) : null }, { where });
    },

    async remove(teacher: Teacher, jottingId: string): Promise<void> {
      if ((await jottings.destroy({ where: { id: jottingId, byUser: teacher.userId } })) === 0) throw new Problem('thing.unknown');
    },

    /** Whom this teacher wants to speak with. */
    async toSpeakWith(teacherId: string, classId: string): Promise<Set<string>> {
      return new Set((await of({ classId, byUser: teacherId, kind: 'toSpeak', doneAt: null })).map((row) => row.studentId));
    },

    /** This teacher's notes about some students, for their own report. */
    async ofStudents(teacherId: string, classIds: readonly string[], studentIds: readonly string[]): Promise<Map<string, Jotting[]>> {
      const notes = new Map<string, Jotting[]>();
      for (const row of await of({ byUser: teacherId, classId: { [Op.in]: [...classIds] }, studentId: { [Op.in]: [...studentIds] } })) {
        const key = `${row.classId} ${row.studentId}`;
        notes.set(key, [...(notes.get(key) ?? []), toJotting(row)]);
      }
      return notes;
    },
  };
}

export type JottingsService = ReturnType<typeof jottingsService>;
