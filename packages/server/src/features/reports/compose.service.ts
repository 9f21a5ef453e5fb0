import { classInFile, unknownPlaceholders, type ReportSettings } from '@jolly/core';
import type { Jotting } from '../../contract';
import { dayIn, say, wordsIn } from '../../words';
import type { AccountsService } from '../accounts/accounts.service';
import { fullName } from '../accounts/person';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { RowsService } from '../collecting/rows.service';
import type { JottingsService } from '../jottings/jottings.service';
import type { Teacher } from '../marking/desk.service';
import type { ProgressService } from '../progress/progress.service';
import type { RegisterFactsService } from '../register/register-facts.service';
import type { RosterService } from '../roster/roster.service';
import type { ReportDocument } from './report-document';
import { keyText, lookingOf, sectionsOf, type ReportKey, type SectionKey } from './report-sections';
import { teacherViewer } from '../pieces/sight';

export { keyText, type ReportKey } from './report-sections';

interface Collaborators {
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
  rows: RowsService;
  progress: ProgressService;
  jottings: JottingsService;
  registerFacts: RegisterFactsService;
}

/** What a report is composed to: the document, and of each section whom it is of. */
interface Composed {
  document: ReportDocument;
  keys: SectionKey[];
  /** words in braces in its notes that nothing is filled into */
  unknown: string[];
}

/** Reports, from settings to what stands in them. How they look and where they go is decided elsewhere. */
export function composeService({ accounts, classes, roster, rows, progress, jottings, registerFacts }: Collaborators) {
  const classesFor = (teacher: Teacher, classIds: readonly string[]): Promise<SchoolClass[]> =>
    Promise.all([...new Set(classIds)].map((id) => classes.forTeacher(teacher, 'progress.look', id)));

  return {
    /** Whom a report is of, class by class in the order of names. @throws Problem `thing.unknown` for a class of somebody else */
    async keys(teacher: Teacher, settings: ReportSettings): Promise<(ReportKey & { className: string; inFiles: string; zone: string })[]> {
      const found = await classesFor(teacher, settings.classIds);
      const members = await roster.membersOf(
        found.map((one) => one.id),
        settings.studentIds ?? undefined,
      );
      return found.flatMap(({ id, label, fileClass, calendar: { zone } }) =>
        members
          .filter((member) => member.classId === id && (settings.withLeft || member.left === null))
          .map((member) => ({
            classId: id,
            studentId: member.student.id,
            className: label,
            inFiles: classInFile({ fileClass, label }),
            zone,
          })),
      );
    },

    /** A report of some of its students. @param classIds of a report by class, which ones; left out, those of the students */
    async compose(
      teacher: Teacher,
      settings: ReportSettings,
      keys: readonly ReportKey[],
      now: number,
      classIds = keys.map((key) => key.classId),
    ): Promise<Composed> {
      const { language, parts, title, landscape, pageEach, shading } = settings;
      const wanted = new Set(keys.map(keyText));
      const of = new Set(classIds);
      const found = await classesFor(
        teacher,
        settings.classIds.filter((id) => of.has(id)),
      );
      const studentIds = [...new Set(keys.map((key) => key.studentId))];
      const viewpoint = settings.scores === 'all' ? 'teacher' : 'student';
      const [all, people, talks] = await Promise.all([
        keys.length === 0
          ? []
          : progress.ofMany(found, studentIds, {
              viewpoint,
              viewer: { ...teacherViewer(teacher), reads: language },
              lookingOf: (one) => lookingOf(one, settings, now),
              now,
              withCourse: false,
            }),
        accounts.people([teacher.userId]),
        parts.includes('notes')
          ? jottings.ofStudents(
              teacher.userId,
              found.map((one) => one.id),
              studentIds,
            )
          : new Map<string, Jotting[]>(),
      ]);
      const replies = all.filter(({ classId, student }) => wanted.has(keyText({ classId, studentId: student.id })));
      const absent = parts.includes('absences')
        ? await rows.absentOn([...new Set(replies.flatMap((reply) => reply.pieces.map((piece) => piece.id)))])
        : new Set<string>();
      const said = parts.includes('absences')
        ? await registerFacts.said(
            found.map((one) => one.id),
            studentIds,
          )
        : [];
      const me = people.get(teacher.userId);
      const sections = sectionsOf({ settings, classes: found, replies, absent, said, talks, teacher: me ? fullName(me) : '', now });
      const words = wordsIn(language).report;
      const made = say(words.made, { day: dayIn(language, found[0]?.calendar.zone ?? 'UTC', now) });
      return {
        document: {
          title,
          language,
          landscape,
          pageEach,
          shading,
          made,
          sections: sections.map((one) => one.section),
          none: words.noStudents,
        },
        keys: sections.map((one) => one.key),
        unknown: unknownPlaceholders(settings.above + settings.below + settings.signature),
      };
    },
  };
}

export type ComposeService = ReturnType<typeof composeService>;
