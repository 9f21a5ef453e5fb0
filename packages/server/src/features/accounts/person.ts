import type { StudentName } from '@jolly/core';
import type { UserRow } from './accounts.model';

export type Person = Pick<UserRow, 'id' | 'role' | 'userName' | 'givenName' | 'familyName' | 'language'>;
/** A person with what a roster needs to know of them; never a hash. */
export type PersonDetails = Person &
  Pick<UserRow, 'email' | 'schoolNumber' | 'sourceId' | 'cardMadeAt' | 'broughtBy'> & { hasPassword: boolean; ownView: boolean | null };

/** The columns of a person. */
export const PERSON = ['id', 'role', 'userName', 'givenName', 'familyName', 'language'] as const;

/** How a person is written in full. */
export const fullName = ({ givenName, familyName }: StudentName): string => `${givenName} ${familyName}`.trim();

/** The columns by which a person of the school is recognised. */
export type PersonKeys = { ids: string[]; sourceIds: string[]; schoolNumbers: string[]; userNames: string[]; emails: string[] };

/** A student to be made: the name, and what the school's records say. */
export type NewStudent = StudentName & Partial<Pick<UserRow, 'userName' | 'email' | 'schoolNumber' | 'sourceId'>>;

export const toDetails = (row: UserRow): PersonDetails => ({
  id: row.id,
  role: row.role,
  userName: row.userName,
  givenName: row.givenName,
  familyName: row.familyName,
  language: row.language,
  email: row.email,
  schoolNumber: row.schoolNumber,
  sourceId: row.sourceId,
  cardMadeAt: row.cardMadeAt,
  broughtBy: row.broughtBy,
  hasPassword: row.passwordHash !== null,
  ownView: row.simpleView === null ? null : Boolean(row.simpleView),
});
