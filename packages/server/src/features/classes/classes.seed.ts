import { randomUUID } from 'node:crypto';
import type { ClassRequest, SchemeRequest, Unit } from '../../contract';
import { inTransaction } from '../../db/transaction';
import type { Services } from '../../wiring';
import { toNewRow } from './classes.mapper';
import { defineClasses, type CalendarRow } from './classes.model';
import { newJoinCode } from './classes.service';

type Where = Pick<Services, 'sequelize' | 'classes'>;
/** A class of the demo school. */
export type SeededClass = ClassRequest & { scheme?: SchemeRequest['scheme']; owner: string; coTeachers: string[]; joinCode?: string };

/** For the demo school and tests: a calendar, and classes that go by it. @returns their ids in the same order */
export async function seedClasses(
  { sequelize, classes }: Where,
  school: { calendar: Omit<CalendarRow, 'id' | 'version'>; zone: string; classes: SeededClass[] },
  now: number,
): Promise<string[]> {
  const { calendars, teachers } = defineClasses(sequelize);
  return inTransaction(sequelize, async (transaction) => {
    const calendarId = randomUUID();
    await calendars.create({ id: calendarId, ...school.calendar, version: 1 }, { transaction });
    const ids: string[] = [];
    for (const { owner, coTeachers, joinCode, ...request } of school.classes) {
      const id = randomUUID();
      const row = toNewRow(request, {
        ...{ id, calendarId, zone: school.zone, now },
        hue: request.hue ?? 0,
        joinCode: joinCode ?? newJoinCode(),
      });
      ids.push(await classes.addRow(row, owner, transaction));
      await teachers.bulkCreate(
        coTeachers.map((userId) => ({ classId: id, userId, isOwner: false })),
        { transaction },
      );
    }
    return ids;
  });
}

/** For the demo school: units of a class, in their order. */
export const seedUnits = ({ sequelize, classes }: Where, classId: string, names: string[]): Promise<Unit[]> =>
  inTransaction(sequelize, (transaction) =>
    classes.writeUnits(
      classId,
      names.map((name) => ({ id: null, name })),
      transaction,
    ),
  );
