import { transliterate } from 'transliteration';
import { freeUserName, joinCodeFrom, tidyJoinCode, userNameFrom, type StudentName } from '@jolly/core';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { Secret, TOTP } from 'otpauth';
import { Op, QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { rowByKey, rowOf, rowsOf } from '../../db/rows';
import { noteChange } from '../../db/class-changes';
import type { FinishTwoStepRequest, SignInRequest, TwoStepDoneReply, TwoStepProof, TwoStepStartReply } from '../../contract';
import { inTransaction } from '../../db/transaction';
import { Problem } from '../../http/problem';
import { defineRecoveryCodes, defineUsers, type RecoveryCodeRow } from './accounts.model';
import type { AccountsService } from './accounts.service';
import type { Person } from './person';
import { hashPassword, passwordMatches } from './passwords';

/** What is printed on a student's card: the user name, and a code that takes the place of a password. */
export interface Card extends StudentName {
  studentId: string;
  userName: string;
  code: string;
}

const RECOVERY_CODES = 8;
const STEP_SECONDS = 30;

const digest = (text: string) => createHash('sha256').update(text).digest('hex');

/** A code of two join codes' length, from the same alphabet: easily read out, 53 bits. */
function longCode(): string {
  const half = (): string => joinCodeFrom(randomBytes(32)) ?? half();
  return half() + half();
}
/** As it is written on paper: groups that the eye can keep. */
export const spacedCode = (code: string): string => code.match(/.{1,5}/g)!.join('-');

const totpOf = (secret: string, label: string) =>
  new TOTP({ issuer: 'Jolly Compass', label, secret: Secret.fromBase32(secret), period: STEP_SECONDS });

/** How people prove who they are: password, card, second step, and how each is given, replaced and taken away. */
export function signInService({
  sequelize,
  accounts,
  endKeys,
}: {
  sequelize: Sequelize;
  accounts: AccountsService;
  /** ends the keys of a person's programs along with their sessions */
  endKeys: (userId: string, transaction?: Transaction) => Promise<unknown>;
}) {
  const users = defineUsers(sequelize);
  const recovery = defineRecoveryCodes(sequelize);
  const byName = async (userName: string) => await rowOf(users, { where: { userName: userName.toLowerCase() } });
  const byId = async (id: string) => (await rowByKey(users, id))!;

  const service = {
    /** The account that a user name means, in whatever spelling the database takes for it; null if there is none. */
    async accountOf(userName: string): Promise<string | null> {
      const name = userName.trim().slice(0, 64);
      const row = await rowOf(users, { attributes: ['id'], where: { [Op.or]: [{ userName: name }, { cardName: name }] } });
      return row?.id ?? null;
    },

    /** Hashing is slow on purpose, so it is done before a transaction begins. */
    hashPassword,

    /** @throws Problem `session.wrong`, the same for an unknown name and a wrong password. @returns whether a second step is asked for */
    async checkPassword({ userName, password }: SignInRequest): Promise<{ person: Person; secondStep: boolean; mustChange: boolean }> {
      const row = await byName(userName);
      if (!(await passwordMatches(row?.passwordHash ?? null, password)) || !row) throw new Problem('session.wrong');
      return { person: row, secondStep: row.totpSecret !== null, mustChange: Boolean(row.mustChange) };
    },

    /** @throws Problem `session.wrongCard`, also for a card that was revoked */
    async checkCard({ userName, code }: { userName: string; code: string }): Promise<Person> {
      const rows = await rowsOf(users, {
        where: { cardHash: { [Op.ne]: null }, [Op.or]: [{ cardName: userName }, { userName }] },
        limit: 4,
      });
      for (const row of rows) if (await passwordMatches(row.cardHash, tidyJoinCode(code))) return row;
      // As slow as a card that exists.
      if (rows.length === 0) await passwordMatches(null, code);
      throw new Problem('session.wrongCard');
    },

    /**
     * The code of the second step: from the authenticator, each only once, or a recovery code, which is then used up.
     * @throws Problem `session.wrongCode`
     */
    async checkSecondStep(userId: string, code: string, now: number): Promise<Person> {
      const row = await byId(userId);
      const typed = code.replace(/[\s-]/g, '');
      const step =
        row.totpSecret === null ? null : totpOf(row.totpSecret, row.userName ?? '').validate({ token: typed, timestamp: now, window: 1 });
      if (step !== null) {
        const counted = Math.floor(now / 1000 / STEP_SECONDS) + step;
        const [taken] = await users.update(
          { totpStep: counted },
          { where: { id: userId, totpStep: { [Op.or]: [{ [Op.is]: null }, { [Op.lt]: counted }] } as never } },
        );
        if (taken > 0) return row;
      } else if ((await recovery.destroy({ where: { userId, hash: digest(typed.toUpperCase()) } })) > 0) return row;
      throw new Problem('session.wrongCode');
    },

    /** Begins two-step sign-in: nothing is asked for yet until a first code proves that the authenticator has it. */
    startTwoStep(userName: string): TwoStepStartReply {
      const secret = new Secret({ size: 20 }).base32;
      return { secret, address: totpOf(secret, userName).toString() };
    },

    /**
     * Whoever finds a page open must not turn the second step off, or move it to their own authenticator.
     * @throws Problem `account.wrongPassword`, or `session.wrongCode` while it is on and no present code comes along
     */
    async requireProof(userId: string, { current, presentCode }: TwoStepProof, now: number): Promise<void> {
      await service.requirePassword(userId, current);
      if ((await byId(userId)).totpSecret !== null) await service.checkSecondStep(userId, presentCode ?? '', now);
    },

    /** @throws Problem `session.wrongCode` unless the code fits the secret, and as `requireProof` */
    async finishTwoStep(userId: string, { secret, code, ...proof }: FinishTwoStepRequest, now: number): Promise<TwoStepDoneReply> {
      const step = totpOf(secret, '').validate({ token: code.replace(/\s/g, ''), timestamp: now, window: 1 });
      if (step === null) throw new Problem('session.wrongCode');
      await service.requireProof(userId, proof, now);
      const codes = Array.from({ length: RECOVERY_CODES }, () => longCode());
      await inTransaction(sequelize, async (transaction) => {
        await users.update(
          { totpSecret: secret, totpStep: Math.floor(now / 1000 / STEP_SECONDS) + step },
          { where: { id: userId }, transaction },
        );
        await recovery.destroy({ where: { userId }, transaction });
        await recovery.bulkCreate(
          codes.map((one): RecoveryCodeRow => ({ id: randomUUID(), userId, hash: digest(one) })),
          { transaction },
        );
      });
      return { recoveryCodes: codes.map(spacedCode) };
    },

    /** @throws Problem `account.wrongPassword` */
    async requirePassword(userId: string, password: string): Promise<void> {
      if (!(await passwordMatches((await byId(userId)).passwordHash, password))) throw new Problem('account.wrongPassword');
    },

    async endTwoStep(userId: string, proof: TwoStepProof, now: number): Promise<void> {
      await service.requireProof(userId, proof, now);
      await inTransaction(sequelize, async (transaction) => {
        await users.update({ totpSecret: null, totpStep: null }, { where: { id: userId }, transaction });
        await recovery.destroy({ where: { userId }, transaction });
      });
    },

    /** Ends every session of a person but the one that is kept, and every key of their programs. */
    async endSessions(userId: string, keep: string | null, transaction?: Transaction): Promise<void> {
      await sequelize.query('DELETE FROM sessions WHERE user_id = ? AND sid <> ?', {
        replacements: [userId, keep ?? ''],
        type: QueryTypes.DELETE,
        ...(transaction ? { transaction } : {}),
      });
      await endKeys(userId, transaction);
    },

    /** Replaces a password by the person's own new one and signs out every other place. */
    async setPassword(userId: string, password: string, keepSession: string | null): Promise<void> {
      const passwordHash = await hashPassword(password);
      await inTransaction(sequelize, async (transaction) => {
        await users.update({ passwordHash, mustChange: false }, { where: { id: userId }, transaction });
        await service.endSessions(userId, keepSession, transaction);
      });
    },

    /** Gives each a user name who has none, from their name. @returns user names by id */
    async giveUserNames(
      people: readonly (StudentName & { id: string; userName: string | null })[],
      transaction: Transaction,
    ): Promise<Map<string, string>> {
      const wanted = people.filter((one) => one.userName === null).map((one) => ({ id: one.id, name: userNameFrom(one, transliterate) }));
      const taken = await accounts.userNamesLike(
        wanted.map((one) => one.name),
        transaction,
      );
      const given = new Map(people.flatMap((one) => (one.userName === null ? [] : [[one.id, one.userName] as const])));
      for (const { id, name } of wanted) {
        const userName = freeUserName(name, taken);
        taken.add(userName);
        given.set(id, userName);
        await users.update({ userName }, { where: { id, userName: null }, transaction });
        noteChange(transaction, { students: [id] });
      }
      return given;
    },

    /** A password that a teacher hands a student, who must replace it at the first sign-in. @param tell in the same transaction */
    async resetForStudent(
      student: Person,
      tell: (transaction: Transaction) => Promise<void>,
    ): Promise<{ userName: string; password: string }> {
      const password = spacedCode(longCode().slice(0, 10)).toLowerCase();
      const passwordHash = await hashPassword(password);
      return inTransaction(sequelize, async (transaction) => {
        const userName = (await service.giveUserNames([student], transaction)).get(student.id)!;
        await users.update({ passwordHash, mustChange: true }, { where: { id: student.id }, transaction });
        await service.endSessions(student.id, null, transaction);
        await tell(transaction);
        return { userName, password };
      });
    },

    /** New cards. The code is known only now, to be printed; an earlier card of the same student no longer works. */
    async makeCards<Printed>(
      students: readonly Person[],
      now: number,
      tell: (transaction: Transaction) => Promise<void>,
      print: (cards: readonly Card[]) => Promise<Printed>,
    ): Promise<Printed> {
      const codes = students.map(() => longCode());
      const hashes = await Promise.all(codes.map(hashPassword));
      return inTransaction(sequelize, async (transaction) => {
        const names = await service.giveUserNames(students, transaction);
        for (const [index, { id }] of students.entries())
          await users.update(
            { cardHash: hashes[index]!, cardMadeAt: new Date(now), cardName: names.get(id)! },
            { where: { id }, transaction },
          );
        await tell(transaction);
        // Only codes that are on paper are kept: where nothing can be printed, the cards in students' hands stay valid.
        return print(
          students.map(({ id, givenName, familyName }, index) => ({
            studentId: id,
            givenName,
            familyName,
            userName: names.get(id)!,
            code: spacedCode(codes[index]!),
          })),
        );
      });
    },

    /** A card that was lost: it and whatever it had opened stop working. */
    async revokeCard(studentId: string, tell: (transaction: Transaction) => Promise<void>): Promise<void> {
      await inTransaction(sequelize, async (transaction) => {
        await users.update({ cardHash: null, cardMadeAt: null, cardName: null }, { where: { id: studentId }, transaction });
        await service.endSessions(studentId, null, transaction);
        await tell(transaction);
      });
    },

    /** Is this the code of this student's card? */
    async isCardOf(studentId: string, code: string): Promise<boolean> {
      return passwordMatches((await byId(studentId)).cardHash, tidyJoinCode(code));
    },

    /**
     * Gives the sign-in that somebody chose while waiting, and the places where they are signed in, to the student of the
     * roster that they are. The card of that student stays valid under the name printed on it.
     */
    async moveSignIn(fromId: string, toId: string, transaction: Transaction): Promise<void> {
      const from = (await rowByKey(users, fromId, { transaction }))!;
      await users.update({ userName: null, passwordHash: null }, { where: { id: fromId }, transaction });
      await users.update(
        { userName: from.userName, passwordHash: from.passwordHash, mustChange: false },
        { where: { id: toId }, transaction },
      );
      noteChange(transaction, { students: [fromId, toId] });
      await service.endSessions(toId, null, transaction);
      await sequelize.query('UPDATE sessions SET user_id = ?, data = REPLACE(data, ?, ?) WHERE user_id = ?', {
        replacements: [toId, fromId, toId, fromId],
        type: QueryTypes.UPDATE,
        transaction,
      });
    },

    /** Hands a card on to the person that the student of the roster turned out to be; who has a card keeps their own. */
    async moveCard(fromId: string, toId: string, transaction: Transaction): Promise<void> {
      const from = (await rowByKey(users, fromId, { transaction }))!;
      const { cardHash, cardMadeAt, cardName } = from;
      if (cardHash !== null) await users.update({ cardHash, cardMadeAt, cardName }, { where: { id: toId, cardHash: null }, transaction });
    },

    /**
     * Gives a person a sign-in of their own choice who has none yet.
     * @throws Problem `join.alreadyClaimed` if they have one by now; a taken name fails on its unique key
     */
    async giveSignIn(id: string, signIn: { userName: string; passwordHash: string }, transaction: Transaction): Promise<void> {
      const [changed] = await users.update(signIn, { where: { id, passwordHash: null }, transaction });
      if (changed === 0) throw new Problem('join.alreadyClaimed');
      noteChange(transaction, { students: [id] });
    },
  };
  return service;
}

export type SignInService = ReturnType<typeof signInService>;
