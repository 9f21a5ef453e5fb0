import { classInFile, type Actor } from '@jolly/core';
import { oneRosterBundle, type OneRosterVersion } from '../../files/one-roster-bundle';
import { fileStem, workbookOf, type TakenOut, type WorkbookForm } from '../../files/write-table';
import type { AccountsService } from '../accounts/accounts.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import { classTables, type ClassToTell } from './one-roster-tables';
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

/** The roster taken out of here in open formats; brought in again, it changes nothing. */
export function rosterExportService({
  accounts,
  classes,
  roster,
}: {
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
}) {
  async function about(found: SchoolClass): Promise<ClassToTell> {
    const [members, teachers] = await Promise.all([roster.detailsOf(found.id), classes.teachersOf([found.id])]);
    const of = teachers.get(found.id) ?? [];
    const people = await accounts.details(of.map((one) => one.id));
    return { found, members, teachers: of.flatMap(({ id, owner }) => (people.has(id) ? [{ ...people.get(id)!, owner }] : [])) };
  }
  return {
    /** A workbook with one row a student, those who left included. */
    async workbook(actor: Actor, classId: string, form: WorkbookForm): Promise<TakenOut> {
      const found = await classes.forTeacher(actor, 'roster.look', classId);
      const members = await roster.detailsOf(classId);
      return workbookOf(
        `${fileStem(classInFile(found))}-roster`,
        'Roster',
        COLUMNS,
        members.map((member) => COLUMNS.map(({ of }) => of(member) ?? '')),
        form,
      );
    },

    /** The same as a table of texts. */
    async table(actor: Actor, classId: string): Promise<{ header: string[]; rows: string[][] }> {
      await classes.forTeacher(actor, 'roster.look', classId);
      const members = await roster.detailsOf(classId);
      return { header: COLUMNS.map(({ header }) => header), rows: members.map((member) => COLUMNS.map(({ of }) => of(member) ?? '')) };
    },

    /** What a bundle of a class refers to: the class, its people and its teachers. */
    about,

    /** A OneRoster bundle of this one class, in bulk. @param now for the dates of last change */
    async bundle(actor: Actor, classId: string, version: OneRosterVersion, now: number): Promise<TakenOut> {
      const told = await about(await classes.forTeacher(actor, 'roster.look', classId));
      return oneRosterBundle(`${fileStem(classInFile(told.found))}-roster`, version, classTables(told, version, now), now);
    },
  };
}

export type RosterExportService = ReturnType<typeof rosterExportService>;
