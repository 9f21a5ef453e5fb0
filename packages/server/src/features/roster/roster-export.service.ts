import type { Actor } from '@jolly/core';
import { oneRosterBundle } from '../../files/one-roster-bundle';
import { fileStem, workbookOf, type TakenOut, type WorkbookForm } from '../../files/write-table';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { RosterService } from './roster.service';

type Members = Awaited<ReturnType<RosterService['detailsOf']>>;

const COLUMNS: { header: string; width: number; of: (member: Members[number]) => string | null }[] = [
  { header: 'Family name', width: 24, of: ({ student }) => student.familyName },
  { header: 'Given name', width: 20, of: ({ student }) => student.givenName },
  { header: 'User name', width: 24, of: ({ student }) => student.userName },
  { header: 'School number', width: 16, of: ({ student }) => student.schoolNumber },
  { header: 'E-mail', width: 30, of: ({ student }) => student.email },
  { header: 'Name for classmates', width: 22, of: ({ shownAs }) => shownAs },
  { header: 'Joined', width: 12, of: ({ joined }) => joined },
  { header: 'Left', width: 12, of: ({ left }) => left },
  { header: 'Jolly ID', width: 38, of: ({ student }) => student.id },
];

type Told = Pick<SchoolClass, 'id' | 'sourceId' | 'terms'>;
/** The ids under which others know what is taken out: the records system's where it has given one. */
export const sourceOfClass = ({ id, sourceId }: Told): string => sourceId ?? id;
export const sourceOfStudent = ({ student }: Members[number]): string => student.sourceId ?? student.id;

/** The terms of a class as a bundle has them. */
export const sessionsTable = ({ terms }: Told, stamp: string) => ({
  header: ['sourcedId', 'status', 'dateLastModified', 'title', 'type', 'startDate', 'endDate', 'parentSourcedId', 'schoolYear'],
  rows: terms.map((one, index) => [`term-${index + 1}`, 'active', stamp, one.name, 'term', one.from, one.to, '', one.to.slice(0, 4)]),
});

/** The roster taken out of here in open formats; brought in again, it changes nothing. */
export function rosterExportService({ classes, roster }: { classes: ClassesService; roster: RosterService }) {
  return {
    /** A workbook with one row a student, those who left included. */
    async workbook(actor: Actor, classId: string, form: WorkbookForm): Promise<TakenOut> {
      const found = await classes.forTeacher(actor, 'roster.look', classId);
      const members = await roster.detailsOf(classId);
      return workbookOf(
        `${fileStem(found.label)}-roster`,
        'Roster',
        COLUMNS,
        members.map((member) => COLUMNS.map(({ of }) => of(member) ?? '')),
        form,
      );
    },

    /** A OneRoster 1.1 bundle of this one class, in bulk. @param now for the dates of last change */
    async bundle(actor: Actor, classId: string, now: number): Promise<TakenOut> {
      const found = await classes.forTeacher(actor, 'roster.look', classId);
      const members = await roster.detailsOf(classId);
      const stamp = new Date(now).toISOString();
      const [org, course, classSource] = ['school', `course-${classId}`, sourceOfClass(found)];
      const { label, section, subject, level, room, name } = found;
      const term = found.terms.map((_, index) => `term-${index + 1}`).join(',');
      const told = 'sourcedId status dateLastModified';
      const table = (columns: string, rows: (string | null)[][]) => ({ header: columns.split(' '), rows });
      const tables = {
        orgs: table(`${told} name type identifier parentSourcedId`, [[org, 'active', stamp, 'School', 'school', '', '']]),
        academicSessions: sessionsTable(found, stamp),
        courses: table(`${told} schoolYearSourcedId title courseCode grades orgSourcedId subjects subjectCodes`, [
          [course, 'active', stamp, '', subject || name, '', level, org, subject, ''],
        ]),
        classes: table(
          `${told} title grades courseSourcedId classCode classType location schoolSourcedId termSourcedIds subjects subjectCodes periods`,
          [[classSource, 'active', stamp, label, level, course, section, 'scheduled', room, org, term, subject, '', '']],
        ),
        users: table(
          `${told} enabledUser orgSourcedIds role username userIds givenName familyName middleName identifier email sms phone agentSourcedIds grades password`,
          members.map((member) => {
            const { userName, givenName, familyName, schoolNumber, email } = member.student;
            return [
              sourceOfStudent(member),
              'active',
              stamp,
              'true',
              org,
              'student',
              userName,
              '',
              givenName,
              familyName,
              '',
              schoolNumber,
              email,
              '',
              '',
              '',
              level,
              '',
            ];
          }),
        ),
        enrollments: table(
          `${told} classSourcedId schoolSourcedId userSourcedId role primary beginDate endDate`,
          members.map((member) => {
            const id = sourceOfStudent(member);
            return [`${classSource}-${id}`, 'active', stamp, classSource, org, id, 'student', 'false', member.joined, member.left];
          }),
        ),
      };
      return oneRosterBundle(`${fileStem(found.label)}-roster`, tables, now);
    },
  };
}

export type RosterExportService = ReturnType<typeof rosterExportService>;
