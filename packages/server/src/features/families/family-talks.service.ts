import { Op, type Sequelize, type Transaction, type WhereOptions } from 'sequelize';
import { rowsOf } from '../../db/rows';
import type { FamilyMessage, FamilyThread, WriteHomeRequest } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { idFrom } from '../../db/id-from';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { Teacher } from '../marking/desk.service';
import type { NewsService, Telling } from '../news/news.service';
import type { Member, RosterService } from '../roster/roster.service';
import type { FamiliesService, Family } from './families.service';
import { defineFamilies, type FamilyMessageRow } from './families.model';

const MOST = 200;
const LONGEST_TOLD = 300;

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
  families: FamiliesService;
  news: NewsService;
}

/** What families and teachers write to each other about one student in one class. Each family has a thread of its own, which no other family sees. */
export function familyTalksService({ sequelize, accounts, classes, roster, families, news }: Collaborators) {
  const { messages } = defineFamilies(sequelize);

  const of = async (where: WhereOptions<FamilyMessageRow>) =>
    await rowsOf(messages, {
      where,
      order: [
        ['at', 'DESC'],
        ['id', 'ASC'],
      ],
      limit: MOST,
    });

  async function toMessages(rows: readonly FamilyMessageRow[]): Promise<FamilyMessage[]> {
    const people = await accounts.people(rows.map((row) => row.byUser));
    return [...rows].reverse().map((row) => ({
      id: row.id,
      fromFamily: row.byUser === row.familyId,
      by: people.has(row.byUser) ? fullName(people.get(row.byUser)!) : '',
      text: row.body,
      at: row.at.getTime(),
      read: row.readAt !== null,
    }));
  }

  async function member(found: SchoolClass, studentId: string): Promise<Member> {
    const [one] = await roster.membersOf([found.id], [studentId]);
    if (!one) throw new Problem('thing.unknown');
    return one;
  }

  /** A message as stored, with who is told; the same id again is the same message. */
  async function put(row: FamilyMessageRow, tellings: readonly Telling[], now: number, transaction: Transaction): Promise<void> {
    await messages.bulkCreate([row], { ignoreDuplicates: true, transaction });
    await news.tell(tellings, now, transaction);
  }

  const telling = (
    row: FamilyMessageRow,
    userId: string,
    kind: Telling['kind'],
    found: SchoolClass,
    who: string,
    child: string,
    language?: string,
  ): Telling => ({
    userId,
    kind,
    onceKey: `${kind} ${row.id}`,
    assignmentId: null,
    classId: found.id,
    zone: found.calendar.zone,
    data: {
      title: child,
      className: found.label,
      who,
      word: row.body.slice(0, LONGEST_TOLD),
      studentId: row.studentId,
      ...(language ? { language } : {}),
    },
  });

  return {
    /** How many messages of teachers a family has not read, by class. */
    async unreadOf(familyId: string, studentId: string): Promise<Map<string, number>> {
      const rows = await of({ familyId, studentId, readAt: null, byUser: { [Op.ne]: familyId } });
      const counts = new Map<string, number>();
      for (const row of rows) counts.set(row.classId, (counts.get(row.classId) ?? 0) + 1);
      return counts;
    },

    /** A family's own thread; what teachers wrote is read by it. */
    async thread(family: Family, studentId: string, classId: string, now: number): Promise<FamilyMessage[]> {
      await families.child(family, 'child.talk', studentId);
      const found = await of({ familyId: family.userId, studentId, classId });
      await messages.update(
        { readAt: new Date(now) },
        { where: { familyId: family.userId, studentId, classId, readAt: null, byUser: { [Op.ne]: family.userId } } },
      );
      return toMessages(found);
    },

    /** A family writes to the teachers of a class that their child is in. */
    async writeToTeachers(
      family: Family,
      studentId: string,
      classId: string,
      { id, text }: { id: string; text: string },
      now: number,
    ): Promise<FamilyMessage[]> {
      const child = await families.child(family, 'child.talk', studentId);
      const [found] = await classes.load([classId]);
      if (!found) throw new Problem('thing.unknown');
      const { left } = await member(found, studentId);
      if (left !== null || found.putAwayAt !== null) throw new Problem('family.studentLeft');
      const [teachers, people] = await Promise.all([classes.teachersOf([classId]), accounts.people([family.userId])]);
      const who = fullName(people.get(family.userId)!);
      const row: FamilyMessageRow = {
        id,
        classId,
        studentId,
        familyId: family.userId,
        byUser: family.userId,
        body: text,
        at: new Date(now),
        readAt: null,
      };
      const tellings = (teachers.get(classId) ?? []).map((teacher) =>
        telling(row, teacher.id, 'familyMessage', found, who, fullName(child)),
      );
      await inTransaction(sequelize, (transaction) => put(row, tellings, now, transaction));
      return toMessages(await of({ familyId: family.userId, studentId, classId }));
    },

    /** A teacher's threads about a student, one for each family; what families wrote is read by it. */
    async threads(teacher: Teacher, classId: string, studentId: string, now: number): Promise<FamilyThread[]> {
      const found = await classes.forTeacher(teacher, 'family.talk', classId);
      await member(found, studentId);
      const [linked, rows] = await Promise.all([families.ofStudents([studentId]), of({ classId, studentId })]);
      await messages.update(
        { readAt: new Date(now) },
        { where: { classId, studentId, readAt: null, byUser: { [Op.col]: 'family_id' } } as never },
      );
      return Promise.all(
        (linked.get(studentId) ?? []).map(async ({ id, name }) => ({
          family: { id, name },
          messages: await toMessages(rows.filter((row) => row.familyId === id)),
        })),
      );
    },

    /** A teacher writes to families of a student, to each by itself. */
    async writeHome(
      teacher: Teacher,
      classId: string,
      studentId: string,
      { id, familyIds, text }: WriteHomeRequest,
      now: number,
    ): Promise<void> {
      const found = await classes.forTeacher(teacher, 'family.talk', classId);
      const { student } = await member(found, studentId);
      const [linked, people] = await Promise.all([families.ofStudents([studentId]), accounts.people([teacher.userId])]);
      const chosen = (linked.get(studentId) ?? []).filter((one) => familyIds.includes(one.id));
      if (chosen.length < new Set(familyIds).size) throw new Problem('thing.unknown');
      const who = fullName(people.get(teacher.userId)!);
      await inTransaction(sequelize, async (transaction) => {
        for (const one of chosen) {
          const row: FamilyMessageRow = {
            id: idFrom(id, one.id),
            classId,
            studentId,
            familyId: one.id,
            byUser: teacher.userId,
            body: text,
            at: new Date(now),
            readAt: null,
          };
          await put(row, [telling(row, one.id, 'teacherMessage', found, who, fullName(student), one.language)], now, transaction);
        }
      });
    },
  };
}

export type FamilyTalksService = ReturnType<typeof familyTalksService>;
