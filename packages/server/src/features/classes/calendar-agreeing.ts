import { randomUUID } from 'node:crypto';
import type { CalendarAnswer, CalendarProposalRequest, CalendarReply, CalendarRequest } from '../../contract';
import { fromJson } from '../../db/json-column';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import { fullName } from '../accounts/person';
import { refuseWrong, type CalendarCollaborators, type CalendarWriting, type Teacher } from './calendar-writing';
import { toCalendar } from './classes.mapper';
import { defineCalendarChanges, defineClasses, type CalendarChangeRow } from './classes.model';

/** Changing a calendar by which several teach: proposed, agreed to or declined, withdrawn, undone. */
export function calendarAgreeing({ sequelize, accounts, news }: CalendarCollaborators, writing: CalendarWriting) {
  const { calendars } = defineClasses(sequelize);
  const { changes, consents } = defineCalendarChanges(sequelize);
  const { agreedTo, asStored, changeFor, current, forTeacher, openProposal, stale, teaches, tell, usesOf, write } = writing;

  return {
    /**
     * Proposes a change of a calendar by which others teach too; they hear of it.
     * @throws Problem `calendar.proposalOpen` while another is open
     */
    async propose(
      teacher: Teacher,
      id: string,
      { version, word, ...request }: CalendarProposalRequest,
      now: number,
    ): Promise<CalendarReply> {
      const { row } = await forTeacher(teacher, id, 'calendar.edit');
      refuseWrong(request, now);
      if (row.version !== version) return stale(teacher, id);
      const uses = (await usesOf([id])).get(id)!;
      await inTransaction(sequelize, async (transaction) => {
        // The calendar is held, so that of two who propose at once the second finds the first.
        await calendars.findByPk(id, { lock: true, transaction });
        if (await openProposal(id, transaction)) throw new Problem('calendar.proposalOpen');
        const noted: CalendarChangeRow = {
          id: randomUUID(),
          calendarId: id,
          byUser: teacher.userId,
          at: new Date(now),
          calendarBefore: asStored(toCalendar(row)),
          calendarAfter: asStored(request),
          word,
          state: 'proposed',
          seenVersion: version,
          madeVersion: null,
        };
        await changes.create(noted, { transaction });
        await consents.create({ changeId: noted.id, teacherId: teacher.userId, at: new Date(now) }, { transaction });
        await tell('calendarAsked', row, uses.filter((use) => !teaches(use, teacher.userId)), teacher.userId, noted.id, now, transaction); // prettier-ignore
      });
      return current(teacher, id);
    },

    /**
     * Says yes or no to a proposed change. With a teacher of each class agreed it is made; a no ends it, and who proposed it hears why.
     * @throws Problem `calendar.answered` if it is over, `conflict.changedMeanwhile` if the calendar was changed since
     */
    async answer(teacher: Teacher, changeId: string, { yes, word }: CalendarAnswer, now: number): Promise<CalendarReply> {
      const { change, row } = await changeFor(teacher, changeId);
      if (change.state !== 'proposed') throw new Problem('calendar.answered');
      const uses = (await usesOf([row.id])).get(row.id)!;
      if (!yes) {
        const me = (await accounts.people([teacher.userId])).get(teacher.userId)!;
        const zone = uses[0]?.zone ?? 'UTC';
        await inTransaction(sequelize, async (transaction) => {
          const [ended] = await changes.update({ state: 'declined' }, { where: { id: changeId, state: 'proposed' }, transaction });
          if (ended === 0) throw new Problem('calendar.answered');
          const classId = uses.find((use) => teaches(use, change.byUser))?.id ?? uses[0]!.id;
          await news.tell(
            [
              {
                userId: change.byUser,
                kind: 'calendarDeclined',
                onceKey: `calendarDeclined:${changeId}`,
                assignmentId: null,
                classId,
                zone,
                data: { title: row.name, className: '', who: fullName(me), word },
              },
            ],
            now,
            transaction,
          );
        });
        return current(teacher, row.id);
      }
      await consents.bulkCreate([{ changeId, teacherId: teacher.userId, at: new Date(now) }], { ignoreDuplicates: true });
      const agreed = await agreedTo(changeId);
      if (uses.some((use) => !use.teachers.some((one) => agreed.has(one.id)))) return current(teacher, row.id);
      const made = await write(
        row,
        uses,
        fromJson<CalendarRequest>(change.calendarAfter),
        { by: change.byUser, key: changeId, version: change.seenVersion, now },
        async (transaction, madeVersion) => {
          const [done] = await changes.update(
            { state: 'made', madeVersion, at: new Date(now) },
            { where: { id: changeId, state: 'proposed' }, transaction },
          );
          if (done === 0) throw new Problem('calendar.answered');
        },
      );
      if (made) return current(teacher, row.id);
      await changes.update({ state: 'withdrawn' }, { where: { id: changeId, state: 'proposed' } });
      return stale(teacher, row.id);
    },

    /** Takes back what one has proposed. */
    async withdraw(teacher: Teacher, changeId: string): Promise<CalendarReply> {
      const { change, row } = await changeFor(teacher, changeId);
      if (change.byUser !== teacher.userId) throw new Problem('thing.unknown');
      await changes.update({ state: 'withdrawn' }, { where: { id: changeId, state: 'proposed' } });
      return current(teacher, row.id);
    },

    /**
     * Makes the last change undone: the calendar is as it was before. For who teaches all its classes, made the change or agreed to it.
     * @throws Problem `calendar.notLast` if it was changed since, or undone already
     */
    async undo(teacher: Teacher, changeId: string, now: number): Promise<CalendarReply> {
      const { change, row } = await changeFor(teacher, changeId);
      const uses = (await usesOf([row.id])).get(row.id)!;
      const tookPart =
        change.byUser === teacher.userId ||
        (await agreedTo(changeId)).has(teacher.userId) ||
        uses.every((use) => teaches(use, teacher.userId));
      if (!tookPart) throw new Problem('thing.unknown');
      if (change.state !== 'made' || change.madeVersion !== row.version) throw new Problem('calendar.notLast');
      const undone = await write(
        row,
        uses,
        fromJson<CalendarRequest>(change.calendarBefore),
        { by: teacher.userId, key: `undo ${changeId}`, version: row.version, now },
        async (transaction) => void (await changes.update({ state: 'undone' }, { where: { id: changeId }, transaction })),
      );
      return undone ? current(teacher, row.id) : stale(teacher, row.id);
    },
  };
}
