import type { Instant } from '@jolly/core';
import type { Sequelize, Transaction } from 'sequelize';
import type { NoticeRequest, NoticeVerdict, TeacherNotice } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService } from '../classes/classes.service';
import type { HandsService } from '../hands/hands.service';
import type { KeptFilesService } from '../kept/kept-files.service';
import { filesOfNotice, refuseNotice, sameWording } from './notice-checks';
import { toColumns } from './notice-rows';
import type { NoticeboardService } from './noticeboard.service';
import { defineNotices } from './notices.model';
import type { Notice, NoticesService, Person } from './notices.service';

interface Collaborators {
  sequelize: Sequelize;
  classes: ClassesService;
  assignments: AssignmentsService;
  keptFiles: KeptFilesService;
  notices: NoticesService;
  noticeboard: NoticeboardService;
  hands: HandsService;
}

/** Teachers put up notices, change them, take them down. */
export function writingNoticesService({ sequelize, classes, assignments, keptFiles, notices, noticeboard, hands }: Collaborators) {
  const { notices: table, noticeClasses } = defineNotices(sequelize);

  /** @throws Problem `notice.toNobody` where no student of its classes would read it */
  async function refuseToNobody(request: NoticeRequest, of: Parameters<NoticesService['audienceOf']>[0], now: Instant): Promise<void> {
    if (request.goesOut === 'draft' || (request.readers === 'teachers' && of.length > 0)) return;
    const audience = await notices.audienceOf(of);
    const meant = { classes: request.classes, showAt: request.at ?? now, madeAt: now };
    if (of.every((one) => audience(meant, one).length === 0)) throw new Problem('notice.toNobody');
  }

  async function setClasses(noticeId: string, request: NoticeRequest, transaction: Transaction): Promise<void> {
    await noticeClasses.destroy({ where: { noticeId }, transaction });
    await noticeClasses.bulkCreate(
      request.classes.map((one) => ({ noticeId, ...one })),
      { transaction },
    );
  }

  const goesTo = ({ classes: sets, readers }: Pick<Notice, 'classes' | 'readers'>) =>
    JSON.stringify([readers, [...sets].sort((a, b) => (a.classId < b.classId ? -1 : 1)).map((one) => [one.classId, one.audience])]);

  /** When it goes up: what is up keeps its time. */
  const showAtOf = ({ goesOut, at }: NoticeRequest, before: Notice | null, now: Instant): Date | null => {
    if (goesOut === 'draft') return null;
    if (before?.showAt != null && before.showAt <= now) return new Date(before.showAt);
    return new Date(goesOut === 'at' ? at! : now);
  };

  return {
    /**
     * Stores a notice under the id that the page gave it, so that what is sent twice is there once.
     * @throws Problem `conflict.changedMeanwhile` with the notice as it is now, and what `refuseNotice` says
     */
    async set(teacher: Person, id: string, request: NoticeRequest, now: Instant): Promise<TeacherNotice> {
      const stored = await notices.byId(id);
      const before = stored ? (await notices.toChange(teacher, id)).notice : null;
      if (before?.byStudent) throw new Problem('notice.notYours');
      if (before && before.version === 1 && request.version === 0 && sameWording(before, request))
        return noticeboard.one(teacher, before, now);
      if ((before?.version ?? 0) !== request.version)
        throw new Problem(
          before ? 'conflict.changedMeanwhile' : 'thing.unknown',
          before ? { current: await noticeboard.one(teacher, before, now) } : {},
        );
      if (request.classes.length === 0) throw new Problem('notice.toNobody');
      const of = await Promise.all(request.classes.map((one) => classes.forTeacher(teacher, 'notice.write', one.classId)));
      refuseNotice(
        request,
        before,
        of.map((one) => one.calendar.zone),
        now,
      );
      await refuseToNobody(request, of, now);
      if (request.briefId !== null) {
        const set = await assignments.ofBriefs([request.briefId]);
        if (!set.some((one) => request.classes.some(({ classId }) => classId === one.classId))) throw new Problem('thing.unknown');
      }
      const files = filesOfNotice(request);
      await keptFiles.usable(teacher.userId, files, [id]);
      const wasUp = before?.showAt != null && before.showAt <= now;
      const wording = before && wasUp && !sameWording(before, request) ? before.wording + 1 : (before?.wording ?? 1);
      const again = before && wasUp && goesTo(before) !== goesTo(request);
      const columns = {
        ...toColumns(request),
        showAt: showAtOf(request, before, now),
        wording,
        ...(wasUp && request.tell ? { tellWording: wording } : {}),
        // Who is added to its readers is told as the others were.
        ...(again ? { toldWording: 0 } : {}),
      };
      await inTransaction(sequelize, async (transaction) => {
        if (before) {
          const [changed] = await table.update(
            { ...columns, version: request.version + 1 },
            { where: { id, version: request.version }, transaction },
          );
          if (changed === 0)
            throw new Problem('conflict.changedMeanwhile', { current: await noticeboard.one(teacher, (await notices.byId(id))!, now) });
        } else
          await table.create(
            {
              id,
              authorId: teacher.userId,
              byStudent: false,
              closedAt: null,
              waits: false,
              hiddenAt: null,
              hiddenWord: '',
              tellWording: 1,
              toldWording: 0,
              madeAt: new Date(now),
              version: 1,
              ...columns,
            },
            { transaction },
          );
        await setClasses(id, request, transaction);
        await hands.set(id, request.hands, transaction);
        await keptFiles.setUses({ holderKind: 'notice', holderId: id }, files, transaction);
      });
      return noticeboard.one(teacher, (await notices.byId(id))!, now);
    },

    /** Throws a draft away, or what has not gone up yet. What was up is taken down instead: it was read. */
    async remove(teacher: Person, id: string, now: Instant): Promise<void> {
      const { notice } = await notices.toChange(teacher, id);
      if (notice.byStudent || (notice.showAt !== null && notice.showAt <= now)) throw new Problem('notice.isUp');
      await inTransaction(sequelize, async (transaction) => {
        await keptFiles.setUses({ holderKind: 'notice', holderId: id }, [], transaction);
        await table.destroy({ where: { id, version: notice.version }, transaction });
      });
    },

    /** Takes down what is up, or puts it up again. Answers and who has read it stay with it. */
    async show(teacher: Person, id: string, { shown }: NoticeVerdict, now: Instant): Promise<void> {
      await notices.toChange(teacher, id);
      await table.update({ hiddenAt: shown ? null : new Date(now), version: sequelize.literal('version + 1') }, { where: { id } });
    },

    /** Takes no more answers, or takes them again. */
    async close(teacher: Person, id: string, closed: boolean, now: Instant): Promise<void> {
      await notices.toChange(teacher, id);
      await table.update({ closedAt: closed ? new Date(now) : null, version: sequelize.literal('version + 1') }, { where: { id } });
    },

    async endHands(teacher: Person, id: string, ended: boolean, now: Instant): Promise<void> {
      await notices.toChange(teacher, id);
      await hands.end(id, ended, now);
    },
  };
}

export type WritingNoticesService = ReturnType<typeof writingNoticesService>;
