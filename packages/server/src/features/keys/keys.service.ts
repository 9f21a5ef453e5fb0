import type { Actor, Instant } from '@jolly/core';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { Op, type Sequelize, type Transaction } from 'sequelize';
import type { AccessKey, KeyRequest, KeyScope, NewKeyReply } from '../../contract';
import { rowOf, rowsOf } from '../../db/rows';
import { Problem } from '../../http/problem';
import type { AccountsService } from '../accounts/accounts.service';
import { defineAccessKeys, type AccessKeyRow } from './keys.model';

type Person = Actor & { userId: string };

/** What a key begins with, so that whoever finds one knows what it is. */
const MARK = 'jolly_';
const MOST_KEYS = 20;
/** When a key was used last is noted once an hour: a program that asks every second writes nothing. */
const NOTED_EVERY_MS = 3_600_000;

const hashOf = (secret: string) => createHash('sha256').update(secret).digest('hex');
const toKey = ({ id, name, scope, madeAt, endsAt, usedAt }: AccessKeyRow): AccessKey => ({
  id,
  name,
  scope,
  madeAt: madeAt.getTime(),
  endsAt: endsAt?.getTime() ?? null,
  usedAt: usedAt?.getTime() ?? null,
});

/** Keys for programs: named, for reading or for writing too, ended at once. */
export function keysService({ sequelize, accounts }: { sequelize: Sequelize; accounts: AccountsService }) {
  const keys = defineAccessKeys(sequelize);

  return {
    async list(person: Person): Promise<AccessKey[]> {
      const rows = await rowsOf(keys, {
        where: { userId: person.userId },
        order: [
          ['madeAt', 'DESC'],
          ['id', 'ASC'],
        ],
      });
      return rows.map(toKey);
    },

    /** A new key; what it is, is said this once. @throws Problem `key.tooMany`, `key.endsBefore` */
    async make(person: Person, { name, scope, endsAt }: KeyRequest, now: Instant): Promise<NewKeyReply> {
      if (endsAt !== null && endsAt <= now) throw new Problem('key.endsBefore');
      if ((await keys.count({ where: { userId: person.userId } })) >= MOST_KEYS) throw new Problem('key.tooMany');
      const secret = `${MARK}${randomBytes(32).toString('base64url')}`;
      const row: AccessKeyRow = {
        id: randomUUID(),
        userId: person.userId,
        name,
        hash: hashOf(secret),
        scope,
        madeAt: new Date(now),
        endsAt: endsAt === null ? null : new Date(endsAt),
        usedAt: null,
      };
      await keys.create(row);
      return { key: toKey(row), secret };
    },

    /** It works no more from now on. */
    async end(person: Person, id: string): Promise<void> {
      if ((await keys.destroy({ where: { id, userId: person.userId } })) === 0) throw new Problem('thing.unknown');
    },

    /** Ends all keys of a person: when their password is set anew. */
    endAll: (userId: string, transaction?: Transaction): Promise<number> =>
      keys.destroy({ where: { userId }, ...(transaction ? { transaction } : {}) }),

    /** Whose a key is and what it may do; null for one that is not, or no longer, one. */
    async holder(secret: string, now: Instant): Promise<{ actor: Person; scope: KeyScope } | null> {
      if (!secret.startsWith(MARK)) return null;
      const row = await rowOf(keys, {
        where: { hash: hashOf(secret), [Op.or]: [{ endsAt: null }, { endsAt: { [Op.gt]: new Date(now) } }] },
      });
      const person = row && (await accounts.details([row.userId])).get(row.userId);
      if (!row || !person) return null;
      if (row.usedAt === null || row.usedAt.getTime() <= now - NOTED_EVERY_MS)
        await keys.update({ usedAt: new Date(now) }, { where: { id: row.id } });
      return { actor: { role: person.role, userId: person.id } as Person, scope: row.scope };
    },
  };
}

export type KeysService = ReturnType<typeof keysService>;
