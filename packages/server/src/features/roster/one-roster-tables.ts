import { daysBetween } from '@jolly/core';
import { createHash } from 'node:crypto';
import type { OneRosterFile, OneRosterRow, OneRosterTable, OneRosterVersion } from '../../files/one-roster-bundle';
import type { PersonDetails } from '../accounts/person';
import type { SchoolClass } from '../classes/classes.service';
import type { RosterService } from './roster.service';

type Members = Awaited<ReturnType<RosterService['detailsOf']>>;
type Told = Pick<SchoolClass, 'id' | 'sourceId' | 'calendarId' | 'terms'>;
type Tables = Partial<Record<OneRosterFile, OneRosterTable>>;

/** One organisation: the school that this installation is of. */
export const SCHOOL = 'school';
/** The ids under which others know what is taken out: the records system's where it has given one. */
export const sourceOfClass = ({ id, sourceId }: Pick<Told, 'id' | 'sourceId'>): string => sourceId ?? id;
export const sourceOfPerson = ({ id, sourceId }: Pick<PersonDetails, 'id' | 'sourceId'>): string => sourceId ?? id;

/** As every row of a bundle begins. @param at when it was last changed, as far as is known */
export const rowOf = (sourcedId: string, at: number, more: OneRosterRow): OneRosterRow => ({
  sourcedId,
  status: 'active',
  dateLastModified: new Date(at).toISOString(),
  ...more,
});

const YEAR_DAYS = 365;
// Terms have no ids; they are told apart by the calendar they are in and what they are called there.
const idIn = (calendarId: string, ...parts: string[]) =>
  createHash('sha256')
    .update([calendarId, ...parts].join('\n'))
    .digest('hex')
    .slice(0, 20);

/** Terms with the school year each is in: those that begin within a year of the first of them. */
function yearsOf({ calendarId, terms }: Told) {
  const sorted = [...terms].sort((a, b) => (a.from < b.from ? -1 : 1));
  const years: { id: string; from: string; to: string; terms: { id: string; name: string; from: string; to: string }[] }[] = [];
  const names = new Map<string, number>();
  for (const term of sorted) {
    let year = years.at(-1);
    if (!year || daysBetween(year.from, term.from) >= YEAR_DAYS) {
      year = { id: '', from: term.from, to: term.to, terms: [] };
      years.push(year);
    }
    year.to = term.to > year.to ? term.to : year.to;
    const again = (names.get(term.name) ?? 0) + 1;
    names.set(term.name, again);
    year.terms.push({ ...term, id: `term-${idIn(calendarId, term.name, ...(again > 1 ? [String(again)] : []))}` });
  }
  for (const year of years) year.id = `year-${idIn(calendarId, year.to.slice(0, 4))}`;
  return years;
}

/** What a term is called in a bundle; empty for one that the class does not have. */
export function sourceOfTerm(told: Told, index: number | null): string {
  const term = index === null ? undefined : told.terms[index];
  const found = term && yearsOf(told).flatMap((year) => year.terms.filter((one) => one.from === term.from && one.name === term.name));
  return found?.[0]?.id ?? '';
}

/** The school years of a class, one row each, and below them their terms. */
function sessionsTable(told: Told, now: number): OneRosterTable {
  const rows = yearsOf(told).flatMap((year) => {
    const schoolYear = year.to.slice(0, 4);
    const first = Number(schoolYear) - 1;
    const title = year.from.slice(0, 4) === schoolYear ? schoolYear : `${first}/${schoolYear.slice(2)}`;
    return [
      rowOf(year.id, now, { title, type: 'schoolYear', startDate: year.from, endDate: year.to, parentSourcedId: '', schoolYear }),
      ...year.terms.map(({ id, name, from, to }) =>
        rowOf(id, now, { title: name, type: 'term', startDate: from, endDate: to, parentSourcedId: year.id, schoolYear }),
      ),
    ];
  });
  return { columns: ['title', 'type', 'startDate', 'endDate', 'parentSourcedId', 'schoolYear'], rows };
}

/** Whom and what a bundle of one class is about: what its other tables refer to. */
export interface ClassToTell {
  found: SchoolClass;
  members: Members;
  teachers: readonly (PersonDetails & { owner: boolean })[];
}

/** School, years, course, class, people and who is in it, as the version has them. */
export function classTables({ found, members, teachers }: ClassToTell, version: OneRosterVersion, now: number): Tables {
  const { id: classId, label, section, subject, level, room, name } = found;
  const [course, classSource, years] = [`course-${classId}`, sourceOfClass(found), yearsOf(found)];
  const latest = years.at(-1);
  const people = [
    ...teachers.map((person) => ({ person, role: 'teacher' as const, begin: '', end: '', primary: person.owner })),
    ...members.map(({ student, joined, left }) => ({
      person: student,
      role: 'student' as const,
      begin: joined as string,
      end: left ?? '',
      primary: false,
    })),
  ];
  return {
    orgs: {
      columns: ['name', 'type', 'identifier', 'parentSourcedId'],
      rows: [rowOf(SCHOOL, now, { name: 'School', type: 'school' })],
    },
    academicSessions: sessionsTable(found, now),
    courses: {
      columns: ['schoolYearSourcedId', 'title', 'courseCode', 'grades', 'orgSourcedId', 'subjects', 'subjectCodes'],
      rows: [
        rowOf(course, now, {
          schoolYearSourcedId: latest?.id ?? '',
          title: subject || name,
          grades: level,
          orgSourcedId: SCHOOL,
          subjects: subject,
        }),
      ],
    },
    classes: {
      columns: [
        'title',
        'grades',
        'courseSourcedId',
        'classCode',
        'classType',
        'location',
        'schoolSourcedId',
        'termSourcedIds',
        'subjects',
        'subjectCodes',
        'periods',
      ],
      rows: [
        rowOf(classSource, now, {
          title: label,
          grades: level,
          courseSourcedId: course,
          classCode: section,
          classType: 'scheduled',
          location: room,
          schoolSourcedId: SCHOOL,
          termSourcedIds: years.flatMap((year) => year.terms.map((term) => term.id)).join(','),
          subjects: subject,
        }),
      ],
    },
    users: {
      columns:
        version === '1.1'
          ? ['enabledUser', 'orgSourcedIds', 'role', 'username', 'userIds', 'givenName', 'familyName', 'middleName', 'identifier', 'email', 'sms', 'phone', 'agentSourcedIds', 'grades', 'password'] // prettier-ignore
          : ['enabledUser', 'username', 'userIds', 'givenName', 'familyName', 'middleName', 'identifier', 'email', 'sms', 'phone', 'agentSourcedIds', 'grades', 'password', 'userMasterIdentifier', 'preferredGivenName', 'preferredMiddleName', 'preferredFamilyName', 'primaryOrgSourcedId', 'pronouns'], // prettier-ignore
      rows: people.map(({ person, role }) =>
        rowOf(sourceOfPerson(person), now, {
          enabledUser: 'true',
          orgSourcedIds: SCHOOL,
          primaryOrgSourcedId: SCHOOL,
          role,
          username: person.userName,
          givenName: person.givenName,
          familyName: person.familyName,
          identifier: person.schoolNumber,
          email: person.email,
          grades: role === 'student' ? level : '',
        }),
      ),
    },
    ...(version === '1.2'
      ? {
          roles: {
            columns: ['userSourcedId', 'roleType', 'role', 'beginDate', 'endDate', 'orgSourcedId', 'userProfileSourcedId'],
            rows: people.map(({ person, role }) =>
              rowOf(`role-${sourceOfPerson(person)}`, now, {
                userSourcedId: sourceOfPerson(person),
                roleType: 'primary',
                role,
                orgSourcedId: SCHOOL,
              }),
            ),
          },
        }
      : {}),
    enrollments: {
      columns: ['classSourcedId', 'schoolSourcedId', 'userSourcedId', 'role', 'primary', 'beginDate', 'endDate'],
      rows: people.map(({ person, role, begin, end, primary }) =>
        rowOf(`${classSource}-${sourceOfPerson(person)}`, now, {
          classSourcedId: classSource,
          schoolSourcedId: SCHOOL,
          userSourcedId: sourceOfPerson(person),
          role,
          primary: role === 'teacher' ? String(primary) : 'false',
          beginDate: begin,
          endDate: end,
        }),
      ),
    },
  };
}
