import type { Actor } from '@jolly/core';
import archiver from 'archiver';
import { buffer } from 'node:stream/consumers';
import { csv, workbookOf, type TakenOut } from '../../files/write-table';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { RosterService } from './roster.service';

type Members = Awaited<ReturnType<RosterService['detailsOf']>>;

const fileName = (found: SchoolClass) => found.label.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-+|-+$/g, '') || 'class';

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

const BUNDLE = ['academicSessions', 'classes', 'courses', 'enrollments', 'orgs', 'users'];
const ABSENT = ['categories', 'classResources', 'courseResources', 'demographics', 'lineItems', 'resources', 'results'];

/** The roster taken out of here in open formats; brought in again, it changes nothing. */
export function rosterExportService({ classes, roster }: { classes: ClassesService; roster: RosterService }) {
  return {
    /** A workbook with one row a student, those who left included. */
    async workbook(actor: Actor, classId: string): Promise<TakenOut> {
      const found = await classes.forTeacher(actor, 'roster.look', classId);
      const members = await roster.detailsOf(classId);
      return workbookOf(
        `${fileName(found)}-roster`,
        'Roster',
        COLUMNS,
        members.map((member) => COLUMNS.map(({ of }) => of(member) ?? '')),
      );
    },

    /** A OneRoster 1.1 bundle of this one class, in bulk. @param now for the dates of last change */
    async bundle(actor: Actor, classId: string, now: number): Promise<TakenOut> {
      const found = await classes.forTeacher(actor, 'roster.look', classId);
      const members = await roster.detailsOf(classId);
      const stamp = new Date(now).toISOString();
      const idOf = ({ student }: Members[number]) => student.sourceId ?? student.id;
      const [org, course, term] = ['school', `course-${classId}`, found.terms.map((_, index) => `term-${index + 1}`)];
      const classSource = found.sourceId ?? classId;
      const files: Record<string, string> = {
        'manifest.csv': csv(
          ['propertyName', 'value'],
          [
            ['manifest.version', '1.0'],
            ['oneroster.version', '1.1'],
            ...[...BUNDLE.map((name) => [`file.${name}`, 'bulk']), ...ABSENT.map((name) => [`file.${name}`, 'absent'])].sort(([a], [b]) => (a! < b! ? -1 : 1)),
            ['source.systemName', 'Jolly Compass'],
            ['source.systemCode', ''],
          ],
        ),
        'orgs.csv': csv(['sourcedId', 'status', 'dateLastModified', 'name', 'type', 'identifier', 'parentSourcedId'], [[org, 'active', stamp, 'School', 'school', '', '']]),
        'academicSessions.csv': csv(
          ['sourcedId', 'status', 'dateLastModified', 'title', 'type', 'startDate', 'endDate', 'parentSourcedId', 'schoolYear'],
          found.terms.map((one, index) => [`term-${index + 1}`, 'active', stamp, one.name, 'term', one.from, one.to, '', one.to.slice(0, 4)]),
        ),
        'courses.csv': csv(
          ['sourcedId', 'status', 'dateLastModified', 'schoolYearSourcedId', 'title', 'courseCode', 'grades', 'orgSourcedId', 'subjects', 'subjectCodes'],
          [[course, 'active', stamp, '', found.subject || found.name, '', found.level, org, found.subject, '']],
        ),
        'classes.csv': csv(
          [
            'sourcedId',
            'status',
            'dateLastModified',
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
          [[classSource, 'active', stamp, found.label, found.level, course, found.section, 'scheduled', found.room, org, term.join(','), found.subject, '', '']],
        ),
        'users.csv': csv(
          [
            'sourcedId',
            'status',
            'dateLastModified',
            'enabledUser',
            'orgSourcedIds',
            'role',
            'username',
            'userIds',
            'givenName',
            'familyName',
            'middleName',
            'identifier',
            'email',
            'sms',
            'phone',
            'agentSourcedIds',
            'grades',
            'password',
          ],
          members.map((member) => {
            const { student } = member;
            return [
              idOf(member),
              'active',
              stamp,
              'true',
              org,
              'student',
              student.userName,
              '',
              student.givenName,
              student.familyName,
              '',
              student.schoolNumber,
              student.email,
              '',
              '',
              '',
              found.level,
              '',
            ];
          }),
        ),
        'enrollments.csv': csv(
          ['sourcedId', 'status', 'dateLastModified', 'classSourcedId', 'schoolSourcedId', 'userSourcedId', 'role', 'primary', 'beginDate', 'endDate'],
          members.map((member) => [`${classSource}-${idOf(member)}`, 'active', stamp, classSource, org, idOf(member), 'student', 'false', member.joined, member.left]),
        ),
      };
      const zip = archiver('zip', { zlib: { level: 9 } });
      for (const [name, text] of Object.entries(files)) zip.append(text, { name, date: new Date(now) });
      void zip.finalize();
      return { name: `${fileName(found)}-roster.zip`, mediaType: 'application/zip', bytes: await buffer(zip) };
    },
  };
}

export type RosterExportService = ReturnType<typeof rosterExportService>;
