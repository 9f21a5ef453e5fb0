import type { Actor } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import { rowOf, rowsOf } from '../../db/rows';
import type { KeptFile, ShelfBody, ShelfChange, ShelfItem, ShelfItemReply, ShelfReply, ShelfRequest } from '../../contract';
import { fromJson } from '../../db/json-column';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { BriefsService } from '../assignments/briefs.service';
import type { ClassesService } from '../classes/classes.service';
import type { KeptFilesService } from '../kept/kept-files.service';
import { visibleTo } from './shelf-access';
import { filesOfBody, toColumns, toBody } from './shelf-columns';
import { defineShelf, type ShelfItemRow } from './shelf.model';

type Teacher = Actor & { userId: string };
const MOST_LISTED = 1000;
const MOST_PICTURES = 200;

interface Collaborators {
  sequelize: Sequelize;
  accounts: AccountsService;
  classes: ClassesService;
  assignments: AssignmentsService;
  briefs: BriefsService;
  keptFiles: KeptFilesService;
}

/** The shelf: what a teacher keeps for use again. What is set from it is a copy; the shelf's own stays as it is. */
export function shelfService({ sequelize, accounts, classes, assignments, briefs, keptFiles }: Collaborators) {
  const { items, shares, uses } = defineShelf(sequelize);

  const sharesOf = async (itemIds: readonly string[]) => await rowsOf(shares, { where: { itemId: { [Op.in]: [...itemIds] } } });

  /** A server is one school: every other teacher is a colleague. */
  async function colleaguesOf(teacher: Teacher): Promise<ShelfReply['colleagues']> {
    return (await accounts.teachers()).filter((one) => one.id !== teacher.userId).map((one) => ({ id: one.id, name: fullName(one) }));
  }

  async function toItems(teacher: Teacher, rows: readonly ShelfItemRow[]): Promise<ShelfItem[]> {
    const ids = rows.map((row) => row.id);
    const [shared, people, used, asked] = await Promise.all([
      sharesOf(ids),
      accounts.people(rows.map((row) => row.ownerId)),
      briefs.setFromShelf(ids),
      rowsOf(uses, { where: { itemId: { [Op.in]: ids } } }),
    ]);
    return rows.map((row) => {
      const owner = people.get(row.ownerId);
      const own = row.ownerId === teacher.userId;
      return {
        id: row.id,
        kind: row.kind,
        title: row.title,
        folder: row.folder,
        tags: fromJson<string[]>(row.tags),
        own,
        owner: owner ? fullName(owner) : '',
        // With whom else somebody shares is theirs to know.
        sharedWith: own ? shared.filter((one) => one.itemId === row.id).map((one) => one.teacherId) : [],
        keptAt: row.keptAt.getTime(),
        changedAt: row.changedAt.getTime(),
        used:
          used.filter((one) => one.shelfId === row.id).length +
          new Set(asked.filter((one) => one.itemId === row.id).map((one) => one.briefId)).size,
        version: row.version,
      };
    });
  }

  async function find(teacher: Teacher, id: string, { toChange }: { toChange: boolean }): Promise<ShelfItemRow> {
    const visible = visibleTo(sequelize, teacher.userId, toChange ? 'own' : 'all');
    const row = await rowOf(items, { where: { id, [Op.and]: [visible] } });
    if (!row) throw new Problem('thing.unknown');
    return row;
  }

  const write = async (row: ShelfItemRow, body: ShelfBody, transaction: Transaction) =>
    keptFiles.setUses({ holderKind: 'shelfItem', holderId: row.id }, filesOfBody(body), transaction);

  const service = {
    colleaguesOf,
    /** What is said of things on the shelf without opening them, in the order of the rows. */
    described: toItems,

    /** Everything on a teacher's shelf, their own and what colleagues share with them. */
    async list(teacher: Teacher): Promise<ShelfReply> {
      const rows = await rowsOf(items, {
        attributes: { exclude: ['body', 'words'] },
        // Kept questions are looked for in a store of their own.
        where: { kind: { [Op.ne]: 'question' }, [Op.and]: [visibleTo(sequelize, teacher.userId)] },
        order: [
          ['folder', 'ASC'],
          ['title', 'ASC'],
          ['id', 'ASC'],
        ],
        limit: MOST_LISTED,
      });
      return { items: await toItems(teacher, rows), colleagues: await colleaguesOf(teacher) };
    },

    /** One's own pictures on the shelf that a paper can hold: the stock of stickers. */
    async pictures(teacher: Teacher): Promise<KeptFile[]> {
      const rows = await rowsOf(items, {
        attributes: ['body'],
        where: { ownerId: teacher.userId, kind: 'file' },
        order: [['changedAt', 'DESC']],
        limit: MOST_PICTURES,
      });
      const files = rows.map((row) => fromJson<Extract<ShelfBody, { kind: 'file' }>>(row.body).file);
      return files.filter(({ mediaType }) => ['image/png', 'image/jpeg'].includes(mediaType));
    },

    async one(teacher: Teacher, id: string): Promise<ShelfItemReply> {
      const row = await find(teacher, id, { toChange: false });
      const [item] = await toItems(teacher, [row]);
      const used = await briefs.setFromShelf([id]);
      const taught = new Set(await classes.taughtBy(teacher.userId, { away: true }));
      const set = (await assignments.ofBriefs(used.map((one) => one.briefId))).filter((one) => taught.has(one.classId));
      const label = new Map((await classes.load([...new Set(set.map((one) => one.classId))])).map((one) => [one.id, one.label]));
      return {
        ...item!,
        body: toBody(fromJson<ShelfBody>(row.body)),
        usedIn: set.map((one) => ({ assignmentId: one.id, title: one.title, className: label.get(one.classId) ?? '', due: one.due })),
      };
    },

    /** What lies in a folder, whole: one's own and what colleagues share; kept questions have a store of their own. */
    async inFolder(teacher: Teacher, folder: string): Promise<{ id: string; title: string; body: ShelfBody }[]> {
      const rows = await rowsOf(items, {
        where: { folder, kind: { [Op.ne]: 'question' }, [Op.and]: [visibleTo(sequelize, teacher.userId)] },
        order: [
          ['title', 'ASC'],
          ['id', 'ASC'],
        ],
        limit: MOST_LISTED,
      });
      return rows.map(({ id, title, body }) => ({ id, title, body: toBody(fromJson<ShelfBody>(body)) }));
    },

    /** Keeps several things at once, whose files are the teacher's own. */
    async keepAll(teacher: Teacher, requests: readonly ShelfRequest[], now: number, transaction: Transaction): Promise<ShelfItemRow[]> {
      const at = new Date(now);
      const rows = requests.map(({ body, title, folder, tags }): ShelfItemRow => ({
        ...{ id: randomUUID(), ownerId: teacher.userId, keptAt: at, changedAt: at, version: 1 },
        ...toColumns({ title, folder, tags, body }),
      }));
      await items.bulkCreate(rows, { transaction });
      for (const [index, row] of rows.entries()) await write(row, requests[index]!.body, transaction);
      return rows;
    },

    /** Keeps something; files in it must be the teacher's, or shown by a brief of theirs that it comes from. */
    async keep(teacher: Teacher, request: ShelfRequest, fromBriefId: string | null, now: number): Promise<ShelfItem> {
      if (fromBriefId !== null) await briefs.forTeacher(teacher, 'assignment.look', fromBriefId);
      await keptFiles.usable(teacher.userId, filesOfBody(request.body), fromBriefId === null ? [] : [fromBriefId]);
      const rows = await inTransaction(sequelize, (transaction) => service.keepAll(teacher, [request], now, transaction));
      return (await toItems(teacher, rows))[0]!;
    },

    /** @throws Problem `conflict.changedMeanwhile` with the item as it is now */
    async change(
      teacher: Teacher,
      id: string,
      { version, sharedWith, body, title, folder, tags }: ShelfChange,
      now: number,
    ): Promise<ShelfItemReply> {
      const row = await find(teacher, id, { toChange: true });
      if (body.kind !== row.kind) throw new Problem('shelf.otherKind');
      await keptFiles.usable(teacher.userId, filesOfBody(body), [id]);
      const known = new Set((await colleaguesOf(teacher)).map((one) => one.id));
      if (sharedWith.some((one) => !known.has(one))) throw new Problem('thing.unknown');
      const done = await inTransaction(sequelize, async (transaction) => {
        const [changed] = await items.update(
          { ...toColumns({ title, folder, tags, body }), changedAt: new Date(now), version: version + 1 },
          { where: { id, version }, transaction },
        );
        if (changed === 0) return false;
        await shares.destroy({ where: { itemId: id }, transaction });
        await shares.bulkCreate(
          sharedWith.map((teacherId) => ({ itemId: id, teacherId })),
          { transaction },
        );
        await write(row, body, transaction);
        return true;
      });
      const current = await service.one(teacher, id);
      if (!done) throw new Problem('conflict.changedMeanwhile', { current });
      return current;
    },

    /** Takes it off the shelf; what was set from it stays. */
    async takeOff(teacher: Teacher, id: string): Promise<void> {
      const row = await find(teacher, id, { toChange: true });
      await inTransaction(sequelize, async (transaction) => {
        await keptFiles.setUses({ holderKind: 'shelfItem', holderId: row.id }, [], transaction);
        await items.destroy({ where: { id }, transaction });
      });
    },

    /** May this teacher see what is on the shelf under this id? */
    async maySee(teacher: Teacher, id: string): Promise<boolean> {
      return find(teacher, id, { toChange: false }).then(
        () => true,
        () => false,
      );
    },
  };
  return service;
}

export type ShelfService = ReturnType<typeof shelfService>;
