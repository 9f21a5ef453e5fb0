import { compareNames, nameKey, type Actor, type Language, type StudentName } from '@jolly/core';
import { randomUUID } from 'node:crypto';
import { Op, QueryTypes, type Sequelize, type Transaction, type WhereOptions } from 'sequelize';
import { rowByKey, rowsOf } from '../../db/rows';
import { noteChange } from '../../db/class-changes';
import { inTransaction } from '../../db/transaction';
import type { Me } from '../../contract';
import { blankUser, defineUsers, type UserRow } from './accounts.model';
import { hashPassword } from './passwords';
import { seesSimply } from './simple-view';
import { PERSON, toDetails, type NewStudent, type Person, type PersonDetails, type PersonKeys } from './person';

/** Who there is: people who can sign in, and students whom a teacher has put on a roster but who have not joined yet. */
export function accountsService({ sequelize }: { sequelize: Sequelize }) {
  const users = defineUsers(sequelize);
  const asPerson = (row: unknown) => row as Person;
  const details = async (where: WhereOptions<UserRow>) => (await rowsOf(users, { where })).map(toDetails);

  /** In which language these people read, a family by its settings; who has not chosen is not among them. */
  async function languagesOf(ids: readonly string[]): Promise<Map<string, Language>> {
    if (ids.length === 0) return new Map();
    const rows = await sequelize.query<{ id: string; language: Language | null }>(
      'SELECT u.id, COALESCE(f.language, u.language) AS language FROM users u LEFT JOIN family_settings f ON f.family_id = u.id WHERE u.id IN (:ids)',
      { type: QueryTypes.SELECT, replacements: { ids: [...new Set(ids)] } },
    );
    return new Map(rows.flatMap(({ id, language }) => (language === null ? [] : [[id, language] as const])));
  }

  return {
    async me(actor: Actor, practice: Me['practice'] = null): Promise<Me | null> {
      if (actor.role === 'anonymous') return null;
      const row = await rowByKey(users, actor.userId);
      if (!row) return null;
      const { id, role, userName, givenName, familyName, email } = row;
      return {
        id,
        role,
        userName: userName ?? '',
        givenName,
        familyName,
        email,
        twoStep: row.totpSecret !== null,
        newPasswordNeeded: Boolean(row.mustChange),
        keeper: Boolean(row.isKeeper),
        practice,
        language: row.language,
        simple: role === 'student' && (await seesSimply(sequelize, id, row.simpleView === null ? null : Boolean(row.simpleView))),
        ownView: row.simpleView === null ? null : Boolean(row.simpleView),
      };
    },

    /** The language that somebody reads in from now on. */
    async chooseLanguage(userId: string, language: Language): Promise<void> {
      await inTransaction(sequelize, async (transaction) => {
        // What teachers wrote in several languages reads otherwise from now on.
        noteChange(transaction, { students: [userId] });
        await users.update({ language }, { where: { id: userId }, transaction });
      });
    },

    /** In which language somebody reads; English until they choose. */
    async languageOf(id: string): Promise<Language> {
      return (await languagesOf([id])).get(id) ?? 'en';
    },

    languagesOf,

    /** The view that a student chose for themselves; null: as their teachers have it. */
    async chooseView(studentId: string, simple: boolean | null, transaction?: Transaction): Promise<void> {
      await users.update({ simpleView: simple }, { where: { id: studentId }, ...(transaction ? { transaction } : {}) });
    },

    async people(ids: readonly string[]): Promise<Map<string, Person>> {
      if (ids.length === 0) return new Map();
      const rows = await users.findAll({ attributes: [...PERSON], where: { id: { [Op.in]: [...new Set(ids)] } }, raw: true });
      return new Map(rows.map((row) => [asPerson(row).id, asPerson(row)]));
    },

    async details(ids: readonly string[]): Promise<Map<string, PersonDetails>> {
      if (ids.length === 0) return new Map();
      return new Map((await details({ id: { [Op.in]: [...new Set(ids)] } })).map((one) => [one.id, one]));
    },

    /** Students of the whole school who share any of these keys. */
    async studentsByKeys({ ids, sourceIds, schoolNumbers, userNames, emails }: PersonKeys): Promise<PersonDetails[]> {
      const any = [
        ids.length > 0 ? { id: { [Op.in]: ids } } : null,
        sourceIds.length > 0 ? { sourceId: { [Op.in]: sourceIds } } : null,
        schoolNumbers.length > 0 ? { schoolNumber: { [Op.in]: schoolNumbers } } : null,
        userNames.length > 0 ? { userName: { [Op.in]: userNames } } : null,
        emails.length > 0 ? { email: { [Op.in]: emails } } : null,
      ].filter((one) => one !== null);
      return any.length === 0 ? [] : details({ role: 'student', [Op.or]: any });
    },

    /** Who among these has the same name without case and accents? */
    async sameNames(ids: readonly string[], names: readonly StudentName[]): Promise<PersonDetails[]> {
      if (ids.length === 0) return [];
      return (await details({ id: { [Op.in]: [...ids] }, nameKey: { [Op.in]: names.map(nameKey) } })).sort(compareNames);
    },

    /** New people without a sign-in, in one statement. @param broughtBy the teacher who brings them in @param now instant of creation */
    async addStudents(
      students: readonly NewStudent[],
      broughtBy: string | null,
      now: number,
      transaction: Transaction,
    ): Promise<PersonDetails[]> {
      const rows = students.map(({ givenName, familyName, ...more }): UserRow => ({
        ...blankUser({
          id: randomUUID(),
          role: 'student',
          givenName,
          familyName,
          nameKey: nameKey({ givenName, familyName }),
          createdAt: new Date(now),
        }),
        broughtBy,
        ...more,
      }));
      await users.bulkCreate(rows, { transaction });
      return rows.map(toDetails);
    },

    /** People who are in what came from elsewhere and cannot sign in: each by their name, under the id that is given. */
    async addNames(
      people: readonly (StudentName & Pick<UserRow, 'id' | 'role' | 'schoolNumber' | 'sourceId'>)[],
      now: number,
      transaction: Transaction,
    ): Promise<void> {
      await users.bulkCreate(
        people.map(({ schoolNumber, sourceId, ...one }) => ({
          ...blankUser({ ...one, nameKey: nameKey(one), createdAt: new Date(now) }),
          schoolNumber,
          sourceId,
        })),
        { transaction },
      );
    },

    /** Takes out an account that was only ever waiting to be let in. Whatever else names it keeps it from going. */
    async removeStudent(id: string, transaction: Transaction): Promise<void> {
      await users.destroy({ where: { id, role: 'student' }, transaction });
    },

    /** Changes what is known of a person. A taken number or address of the records system fails on its unique key. */
    async changePerson(
      id: string,
      changes: Partial<Pick<UserRow, 'givenName' | 'familyName' | 'email' | 'schoolNumber' | 'sourceId'>>,
      transaction: Transaction,
    ): Promise<void> {
      noteChange(transaction, { students: [id] });
      const row = (await rowByKey(users, id, { transaction }))!;
      await users.update({ ...changes, nameKey: nameKey({ ...row, ...changes }) }, { where: { id }, transaction });
    },

    async addTeacher(
      teacher: StudentName & { userName: string; password: string; email?: string | null },
      now: number,
      transaction?: Transaction,
    ): Promise<Person> {
      const { password, email, ...rest } = teacher;
      const passwordHash = await hashPassword(password);
      const row: UserRow = {
        ...blankUser({
          id: randomUUID(),
          role: 'teacher',
          givenName: rest.givenName,
          familyName: rest.familyName,
          nameKey: nameKey(teacher),
          createdAt: new Date(now),
        }),
        userName: rest.userName.toLowerCase(),
        passwordHash,
        email: email?.toLowerCase() ?? null,
        // Whoever sets the school up looks after its mailroom.
        isKeeper: (await users.count({ where: { role: 'teacher' }, ...(transaction ? { transaction } : {}) })) === 0,
      };
      await users.create(row, transaction ? { transaction } : {});
      return row;
    },

    /** A family member: sees their children and nobody else. */
    async addFamily(
      { passwordHash, ...family }: StudentName & { userName: string; email: string | null; passwordHash: string },
      now: number,
      transaction: Transaction,
    ): Promise<Person> {
      const row: UserRow = {
        ...blankUser({
          id: randomUUID(),
          role: 'family',
          givenName: family.givenName,
          familyName: family.familyName,
          nameKey: nameKey(family),
          createdAt: new Date(now),
        }),
        userName: family.userName,
        passwordHash,
        email: family.email,
      };
      await users.create(row, { transaction });
      return row;
    },

    /** The practice student of a class: nobody, and without a sign-in of their own. */
    async addPractice(id: string, now: number, transaction: Transaction): Promise<void> {
      const name = { givenName: 'Practice', familyName: 'Student' };
      await users.create(blankUser({ id, role: 'student', ...name, nameKey: nameKey(name), createdAt: new Date(now) }), { transaction });
    },

    async setEmail(id: string, email: string | null): Promise<void> {
      await users.update({ email }, { where: { id } });
    },

    /** Every teacher who can sign in on this server, by name. */
    async teachers(): Promise<Person[]> {
      const where = { role: 'teacher', userName: { [Op.ne]: null } };
      const rows = (await users.findAll({ attributes: [...PERSON], where, limit: 500, raw: true })).map(asPerson);
      return rows.sort(compareNames);
    },

    /** Who looks after the mailroom. */
    async keepers(): Promise<string[]> {
      return (await rowsOf(users, { attributes: ['id'], where: { isKeeper: true }, limit: 20 })).map((row) => row.id);
    },

    /** Who can have a link to a new password sent to this address: students ask their teacher. */
    async recoverableByEmail(email: string): Promise<PersonDetails[]> {
      return details({ role: { [Op.in]: ['teacher', 'family'] }, email: email.toLowerCase() });
    },

    /** User names that begin like these, in use by anybody. */
    async userNamesLike(beginnings: readonly string[], transaction?: Transaction): Promise<Set<string>> {
      if (beginnings.length === 0) return new Set();
      const rows = await rowsOf(users, {
        attributes: ['userName'],
        where: { [Op.or]: [...new Set(beginnings)].map((one) => ({ userName: { [Op.like]: `${one.replace(/[\\%_]/g, '\\$&')}%` } })) },
        ...(transaction ? { transaction } : {}),
      });
      return new Set(rows.flatMap((row) => row.userName ?? []));
    },

    /** Is anybody here yet? */
    isEmpty: async (): Promise<boolean> => (await users.count()) === 0,
  };
}

export type AccountsService = ReturnType<typeof accountsService>;
