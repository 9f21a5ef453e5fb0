import { may, type Instant } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import type {
  NewWallRequest,
  NoticeVerdict,
  WallRemarkRequest,
  WallRemarksVerdict,
  WallReply,
  WallRequest,
  WallShowRequest,
} from '../../contract';
import { rowByKey, rowOf, rowsOf } from '../../db/rows';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { AssignmentsService } from '../assignments/assignments.service';
import { refuseIfAway, type ClassesService, type SchoolClass } from '../classes/classes.service';
import type { NewsService, Telling } from '../news/news.service';
import type { RosterService } from '../roster/roster.service';
import type { WallRepliesService } from './wall-replies.service';
import { defineWalls, type WallRemarkRow, type WallRow } from './walls.model';
import { isShowable, type Hung } from './hanging.service';
import type { Person, WallsService } from './walls.service';

const MOST_WALLS = 200;
const MOST_REMARKS_OF_ONE = 10;
const LONGEST_TOLD = 300;

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
  assignments: AssignmentsService;
  walls: WallsService;
  wallReplies: WallRepliesService;
  news: NewsService;
}

/** What is done with display walls: put up, changed, shown on, taken back, remarked on and judged; with who is told of it. */
export function wallActsService({ sequelize, accounts, classes, roster, assignments, walls, wallReplies, news }: Collaborators) {
  const { walls: table, pieces, shows, remarks } = defineWalls(sequelize);

  const telling = (
    { wall, schoolClass }: { wall: Pick<WallRow, 'title'>; schoolClass: SchoolClass },
    userId: string,
    kind: Telling['kind'],
    onceKey: string,
    { who = '', word = '' }: { who?: string; word?: string },
  ): Telling => ({
    ...{ userId, kind, onceKey },
    assignmentId: null,
    classId: schoolClass.id,
    zone: schoolClass.calendar.zone,
    data: { title: wall.title, className: schoolClass.label, who, word: word.slice(0, LONGEST_TOLD) },
  });

  /** Those who made a piece hear of what was said about it; under which name, the wall itself says. */
  const toMakers = (of: { wall: WallRow; schoolClass: SchoolClass }, { makers }: Hung, remark: Pick<WallRemarkRow, 'id' | 'text'>) =>
    makers.map((one) => telling(of, one.id, 'wallRemark', `wallRemark ${remark.id}`, { word: remark.text }));

  /** The piece, if it is seen by whoever looks. @throws Problem `thing.unknown` */
  async function seen(looking: Awaited<ReturnType<WallsService['look']>>, wallPieceId: string, now: Instant): Promise<Hung> {
    const [hung] = await walls.hungOn([looking.wall.id], now, { only: [wallPieceId], contents: false });
    if (!hung || !walls.sees(looking, hung)) throw new Problem('thing.unknown');
    return hung;
  }

  return {
    /** Puts up a wall; its students hear of it. The same id again is the same wall. */
    async put(teacher: Person, classId: string, request: NewWallRequest, now: Instant): Promise<WallReply> {
      const schoolClass = await classes.forTeacher(teacher, 'wall.set', classId);
      const { id, assignmentId, title, prompt, names } = request;
      const of = assignmentId === null ? null : await assignments.byId(assignmentId);
      if (assignmentId !== null && of?.classId !== classId) throw new Problem('thing.unknown');
      if (of && !isShowable(of)) throw new Problem('wall.nothingToShow');
      const there = await walls.byId(id);
      if (there && there.classId !== classId) throw new Problem('thing.unknown');
      if (!there) {
        if ((await walls.ofClasses([classId])).length >= MOST_WALLS) throw new Problem('wall.tooMany');
        const members = (await roster.membersOf([classId])).filter((one) => one.left === null);
        const by = (await accounts.people([teacher.userId])).get(teacher.userId);
        const row: WallRow = {
          ...{ id, classId, assignmentId, title, prompt, names, byUser: teacher.userId },
          stand: 'open',
          madeAt: new Date(now),
          version: 1,
        };
        await inTransaction(sequelize, async (transaction) => {
          await table.bulkCreate([row], { ignoreDuplicates: true, transaction });
          const lines = members.map((one) =>
            telling({ wall: row, schoolClass }, one.student.id, 'wall', `wall ${id}`, { who: by ? fullName(by) : '', word: prompt }),
          );
          await news.tell(lines, now, transaction);
        });
      }
      return wallReplies.look(teacher, id, now);
    },

    /** Says a wall anew, closes it, takes it down or puts it up again. @throws Problem `conflict.changedMeanwhile` */
    async set(teacher: Person, wallId: string, { version, ...columns }: WallRequest, now: Instant): Promise<WallReply> {
      await walls.toChange(teacher, wallId);
      const [changed] = await table.update({ ...columns, version: version + 1 }, { where: { id: wallId, version } });
      const current = await wallReplies.look(teacher, wallId, now);
      if (changed === 0) throw new Problem('conflict.changedMeanwhile', { current });
      return current;
    },

    /**
     * A student shows a piece on a wall, or takes it back. Taking back always goes: from a closed wall, one that was taken down,
     * one of a class that is put away or that they have left.
     * @throws Problem `wall.closed`, `wall.nothing`, `wall.nameless`, `wall.reviewed`, `wall.noYes`
     */
    async show(student: Person, wallId: string, { of, shown }: WallShowRequest, now: Instant): Promise<void> {
      if (!shown) {
        const { assignmentId, pieceId: portfolioPieceId } = of;
        const mine = await rowsOf(pieces, { where: { wallId, assignmentId, portfolioPieceId } });
        const ids = mine.map((row) => row.id);
        await shows.destroy({ where: { wallPieceId: { [Op.in]: ids }, studentId: student.userId } });
        return;
      }
      const looking = await walls.look(student, wallId);
      const { wall, schoolClass } = looking;
      if (may(student, 'ownWall.show', { relation: 'student', own: true }) !== 'allowed') throw new Problem('thing.unknown');
      refuseIfAway(schoolClass, 'ownWall.show');
      const found = (await walls.ofStudent(schoolClass, wall, student.userId, now)).find(
        (one) => one.of.assignmentId === of.assignmentId && one.of.pieceId === of.pieceId,
      );
      if (!found) throw new Problem('thing.unknown');
      if (found.refusal !== null) throw new Problem(`wall.${found.refusal}`);
      const workId = found.workId!;
      const { assignmentId, pieceId: portfolioPieceId } = of;
      await inTransaction(sequelize, async (transaction) => {
        await pieces.bulkCreate([{ id: randomUUID(), wallId, assignmentId, portfolioPieceId, workId, hiddenAt: null, hiddenWord: '' }], {
          ignoreDuplicates: true,
          transaction,
        });
        const row = (await rowOf(pieces, { where: { wallId, workId }, transaction }))!;
        await shows.bulkCreate([{ wallPieceId: row.id, studentId: student.userId, at: new Date(now) }], {
          ignoreDuplicates: true,
          transaction,
        });
      });
    },

    /** A classmate says something to a piece. Where the class wants a teacher's yes first, they are told that it waits. */
    async remark(student: Person, wallId: string, wallPieceId: string, request: WallRemarkRequest, now: Instant): Promise<WallReply> {
      const looking = await walls.look(student, wallId);
      const { wall, schoolClass } = looking;
      const hung = await seen(looking, wallPieceId, now);
      if (wall.stand !== 'open' || schoolClass.wallRemarks === 'never') throw new Problem('wall.noRemarks');
      if (hung.showing.includes(student.userId)) throw new Problem('wall.ownPiece');
      const there = await rowByKey(remarks, request.id);
      if (there && there.authorId !== student.userId) throw new Problem('thing.unknown');
      if (!there) {
        const authorId = student.userId;
        if ((await remarks.count({ where: { wallPieceId, authorId } })) >= MOST_REMARKS_OF_ONE) throw new Problem('wall.enoughSaid');
        const waits = schoolClass.wallRemarks === 'asked';
        const [people, teachers] = await Promise.all([accounts.people([authorId]), classes.teachersOf([schoolClass.id])]);
        const who = people.has(authorId) ? fullName(people.get(authorId)!) : '';
        const row: WallRemarkRow = { ...request, wallPieceId, authorId, waits, at: new Date(now), hiddenAt: null, hiddenWord: '' };
        const lines = waits
          ? (teachers.get(schoolClass.id) ?? []).map((one) =>
              telling(looking, one.id, 'wallWaits', `wallWaits ${row.id}`, { who, word: row.text }),
            )
          : toMakers(looking, hung, row);
        await inTransaction(sequelize, async (transaction) => {
          await remarks.bulkCreate([row], { ignoreDuplicates: true, transaction });
          await news.tell(lines, now, transaction);
        });
      }
      return wallReplies.look(student, wallId, now);
    },

    /** Takes back what one has said. */
    async unsay(student: Person, wallId: string, remarkId: string): Promise<void> {
      const row = await rowByKey(remarks, remarkId);
      const piece = row && (await rowByKey(pieces, row.wallPieceId));
      if (row?.authorId !== student.userId || piece?.wallId !== wallId) throw new Problem('thing.unknown');
      await remarks.destroy({ where: { id: remarkId, authorId: student.userId } });
    },

    /** A teacher lets remarks be seen, or hides them with a word. Each author and maker hears of it once. */
    async judgeRemarks(teacher: Person, wallId: string, { remarkIds, shown, word }: WallRemarksVerdict, now: Instant): Promise<WallReply> {
      const looking = await walls.toChange(teacher, wallId);
      const hung = await walls.hungOn([wallId], now, { contents: false });
      await inTransaction(sequelize, async (transaction) => {
        const rows = await rowsOf(remarks, { where: { id: { [Op.in]: remarkIds } }, lock: true, transaction });
        const hangs = await rowsOf(pieces, { where: { id: { [Op.in]: rows.map((row) => row.wallPieceId) }, wallId }, transaction });
        const ofWall = new Set(hangs.map((one) => one.id));
        // One that its author has taken back meanwhile is not there any more; one of another wall never was.
        if (rows.some((row) => !ofWall.has(row.wallPieceId))) throw new Problem('thing.unknown');
        const changed = rows.filter((row) => (shown ? row.waits || row.hiddenAt !== null : row.hiddenAt === null));
        await remarks.update(
          shown ? { waits: false, hiddenAt: null, hiddenWord: '' } : { waits: false, hiddenAt: new Date(now), hiddenWord: word },
          { where: { id: { [Op.in]: changed.map((row) => row.id) } }, transaction },
        );
        const lines = changed.flatMap((row) => {
          const of = hung.find((one) => one.row.id === row.wallPieceId);
          return shown
            ? of
              ? toMakers(looking, of, row)
              : []
            : [telling(looking, row.authorId, 'wallSettled', `wallSettled ${row.id} ${now}`, { who: 'remarkHidden', word })];
        });
        await news.tell(lines, now, transaction);
      });
      return wallReplies.look(teacher, wallId, now);
    },

    /** A teacher hides a piece, with a word to those who made it, or lets it be seen again. */
    async judgePiece(
      teacher: Person,
      wallId: string,
      wallPieceId: string,
      { shown, word }: NoticeVerdict,
      now: Instant,
    ): Promise<WallReply> {
      const looking = await walls.toChange(teacher, wallId);
      const [hung] = await walls.hungOn([wallId], now, { only: [wallPieceId], contents: false });
      if (!hung) throw new Problem('thing.unknown');
      await inTransaction(sequelize, async (transaction: Transaction) => {
        const [changed] = await pieces.update(
          { hiddenAt: shown ? null : new Date(now), hiddenWord: shown ? '' : word },
          { where: { id: wallPieceId, hiddenAt: { [shown ? Op.not : Op.is]: null } }, transaction },
        );
        if (changed === 0) return;
        const who = shown ? 'pieceShown' : 'pieceHidden';
        await news.tell(
          hung.makers.map((one) => telling(looking, one.id, 'wallSettled', `wallSettled ${wallPieceId} ${now}`, { who, word })),
          now,
          transaction,
        );
      });
      return wallReplies.look(teacher, wallId, now);
    },
  };
}

export type WallActsService = ReturnType<typeof wallActsService>;
