import { isNoticeFor, localDateAt, noticeStand, type Actor, type Audience, type Instant } from '@jolly/core';
import { Op, type Sequelize, type Transaction, type WhereOptions } from 'sequelize';
import { rowsOf } from '../../db/rows';
import { Problem } from '../../http/problem';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { FamiliesService } from '../families/families.service';
import type { GroupsService } from '../groups/groups.service';
import type { HandsService } from '../hands/hands.service';
import type { Member, RosterService } from '../roster/roster.service';
import { toNotice, type Notice } from './notice-rows';
import { defineNotices, type NoticeRow } from './notices.model';

export type { Notice } from './notice-rows';
export type Person = Actor & { userId: string };

/** A noticeboard shows so many, the newest; what is older is over by then. */
export const MOST_NOTICES = 400;

interface Collaborators {
  sequelize: Sequelize;
  classes: ClassesService;
  roster: RosterService;
  groups: GroupsService;
  families: FamiliesService;
  hands: HandsService;
}

/** The students of some classes whom a notice is for. */
export type AudienceOf = (notice: Pick<Notice, 'classes' | 'showAt' | 'madeAt'>, schoolClass: SchoolClass) => Member[];

/** Notices as they are stored, and whom each is for: what everything else about them is built on. */
export function noticesService({ sequelize, classes, roster, groups, families, hands }: Collaborators) {
  const { notices, noticeClasses } = defineNotices(sequelize);

  async function load(
    where: WhereOptions<NoticeRow>,
    { limit = MOST_NOTICES, transaction }: { limit?: number; transaction?: Transaction } = {},
  ): Promise<Notice[]> {
    const tx = transaction ? { transaction } : {};
    const rows = await rowsOf(notices, {
      where,
      order: [
        ['madeAt', 'DESC'],
        ['id', 'ASC'],
      ],
      limit,
      ...tx,
    });
    if (rows.length === 0) return [];
    const ids = rows.map((row) => row.id);
    const [sets, asked] = await Promise.all([
      rowsOf(noticeClasses, { where: { noticeId: { [Op.in]: ids } }, ...tx }),
      hands.askedBy(ids, transaction),
    ]);
    return rows.map((row) =>
      toNotice(
        row,
        sets.filter((one) => one.noticeId === row.id),
        asked.get(row.id),
      ),
    );
  }

  const service = {
    async byId(id: string, transaction?: Transaction): Promise<Notice | null> {
      return (await load({ id }, transaction ? { transaction } : {}))[0] ?? null;
    },

    /** Of some classes, the newest first. @param where narrows it further */
    async ofClasses(classIds: readonly string[], where: WhereOptions<NoticeRow> = {}): Promise<Notice[]> {
      if (classIds.length === 0) return [];
      const sets = await rowsOf(noticeClasses, { attributes: ['noticeId'], where: { classId: { [Op.in]: [...classIds] } } });
      const ids = [...new Set(sets.map((one) => one.noticeId))];
      return ids.length === 0 ? [] : load({ [Op.and]: [{ id: { [Op.in]: ids } }, where] });
    },

    /** Notices whose time has come and of whose wording nobody was told yet. */
    untold: (now: Instant, limit: number): Promise<Notice[]> =>
      load(
        {
          [Op.and]: [
            sequelize.where(sequelize.col('told_wording'), Op.lt, sequelize.col('tell_wording')),
            { showAt: { [Op.lte]: new Date(now) }, hiddenAt: null, waits: false },
          ],
        } as WhereOptions<NoticeRow>,
        { limit },
      ),

    /** Who is chosen of these classes, groups as they are now. @param studentIds only these */
    async audienceOf(of: readonly SchoolClass[], studentIds?: readonly string[]): Promise<AudienceOf> {
      const ids = of.map((one) => one.id);
      const [members, memberships] = await Promise.all([roster.membersOf(ids, studentIds), groups.membershipsOf(ids, studentIds)]);
      const groupsOf = new Map<string, string[]>();
      for (const { groupId, dissolved, studentIds: within } of memberships)
        if (!dissolved) for (const id of within) groupsOf.set(id, [...(groupsOf.get(id) ?? []), groupId]);
      return (notice, schoolClass) => {
        const audience: Audience | undefined = notice.classes.find((one) => one.classId === schoolClass.id)?.audience;
        if (!audience) return [];
        const shown = localDateAt(schoolClass.calendar.zone, notice.showAt ?? notice.madeAt);
        return members.filter(
          ({ classId, student, joined, left }) =>
            classId === schoolClass.id &&
            isNoticeFor(audience, { id: student.id, groupIds: groupsOf.get(student.id) ?? [], joined, left }, shown),
        );
      };
    },

    /** Notices that a student reads now, each in one class of theirs. @param forFamily only those for families too */
    async readBy(
      studentId: string,
      { forFamily, now }: { forFamily: boolean; now: Instant },
    ): Promise<{ notice: Notice; schoolClass: SchoolClass; over: boolean }[]> {
      const mine = (await classes.load(await roster.classesOf(studentId))).filter((one) => one.putAwayAt === null);
      const readers = { readers: forFamily ? 'families' : { [Op.in]: ['students', 'families'] } };
      const [found, audience] = await Promise.all([
        service.ofClasses(
          mine.map((one) => one.id),
          { ...readers, hiddenAt: null, waits: false, showAt: { [Op.lte]: new Date(now) } } as WhereOptions<NoticeRow>,
        ),
        service.audienceOf(mine, [studentId]),
      ]);
      return found.flatMap((notice) => {
        const schoolClass = mine.find((one) => audience(notice, one).length > 0);
        return schoolClass ? [{ notice, schoolClass, over: noticeStand(schoolClass.calendar.zone, notice, now) === 'over' }] : [];
      });
    },

    /**
     * A notice that somebody teaches at least one class of, with the class it is looked at in.
     * @throws Problem `thing.unknown` where it is not a notice of this class, or the class not theirs
     */
    async inClass(
      teacher: Person,
      action: 'notice.look' | 'notice.write',
      classId: string,
      noticeId: string,
    ): Promise<{ notice: Notice; schoolClass: SchoolClass }> {
      const schoolClass = await classes.forTeacher(teacher, action, classId);
      const notice = await service.byId(noticeId);
      if (!notice?.classes.some((one) => one.classId === classId)) throw new Problem('thing.unknown');
      return { notice, schoolClass };
    },

    /**
     * A notice that a teacher may change: they teach all its classes. What a student wrote is theirs to hide, not to change.
     * @throws Problem `thing.unknown` where none of its classes is theirs, `notice.notYours` where not all are
     */
    async toChange(teacher: Person, noticeId: string): Promise<{ notice: Notice; of: SchoolClass[] }> {
      const notice = await service.byId(noticeId);
      if (!notice) throw new Problem('thing.unknown');
      const taught = await classes.taughtBy(teacher.userId, { away: true });
      const mine = notice.classes.filter((one) => taught.includes(one.classId));
      if (mine.length === 0 && !(notice.classes.length === 0 && notice.authorId === teacher.userId)) throw new Problem('thing.unknown');
      if (mine.length < notice.classes.length) throw new Problem('notice.notYours');
      const of = await Promise.all(mine.map((one) => classes.forTeacher(teacher, 'notice.write', one.classId)));
      return { notice, of };
    },

    /** May this person see what a notice shows: its files? */
    async maySee(actor: Person, noticeId: string, now: Instant): Promise<boolean> {
      const notice = await service.byId(noticeId);
      if (!notice) return false;
      if (actor.role === 'teacher') {
        const taught = await classes.taughtBy(actor.userId, { away: true });
        return notice.classes.some((one) => taught.includes(one.classId));
      }
      const students = actor.role === 'family' ? (await families.childrenOf(actor.userId)).map((one) => one.id) : [actor.userId];
      for (const studentId of students) {
        const read = await service.readBy(studentId, { forFamily: actor.role === 'family', now });
        if (read.some((one) => one.notice.id === noticeId)) return true;
      }
      return false;
    },
  };
  return service;
}

export type NoticesService = ReturnType<typeof noticesService>;
