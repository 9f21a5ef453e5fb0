import { fillIn, instantOf, lookingNow, orderOfStudents, plusDays, unknownPlaceholders, type Looking, type ReportSettings } from '@jolly/core';
import type { Jotting, StudentProgressReply } from '../../contract';
import { dayIn, localDayIn, say, wordsIn } from '../../words';
import { fullName, type AccountsService } from '../accounts/accounts.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { RowsService } from '../collecting/rows.service';
import type { JottingsService } from '../jottings/jottings.service';
import type { Teacher } from '../marking/desk.service';
import { toProgressClass } from '../progress/progress.mapper';
import type { ProgressService } from '../progress/progress.service';
import type { RosterService } from '../roster/roster.service';
import type { ReportBlock, ReportDocument, ReportSection } from './report-document';
import { classTable, StudentBlocks } from './report-parts';

interface Collaborators {
  accounts: AccountsService;
  classes: ClassesService;
  roster: RosterService;
  rows: RowsService;
  progress: ProgressService;
  jottings: JottingsService;
}

/** Whom a report is of: a student in a class each. */
export interface ReportKey {
  classId: string;
  studentId: string;
}
/** Whom a section is of; of a class as a whole, of nobody alone. */
interface SectionKey extends ReportKey {
  student: StudentProgressReply['student'] | null;
}
export const keyText = ({ classId, studentId }: ReportKey): string => `${classId} ${studentId}`;

/** A term that a class does not have is a stretch in which nothing lies. */
function lookingOf({ terms, calendar, ...of }: SchoolClass, { time }: ReportSettings, now: number): Looking {
  const { zone } = calendar;
  if (time.kind === 'dates') return { kind: 'dates', from: instantOf(zone, { date: time.from, msOfDay: 0 }), to: instantOf(zone, { date: plusDays(time.to, 1), msOfDay: 0 }) - 1 };
  if (time.kind === 'year') return { kind: 'year' };
  if (time.name === null) return lookingNow(toProgressClass({ terms, calendar, ...of }), now);
  return { kind: 'term', term: terms.findIndex((term) => term.name === time.name) };
}

/** Reports, from settings to what stands in them. How they look and where they go is decided elsewhere. */
export function composeService({ accounts, classes, roster, rows, progress, jottings }: Collaborators) {
  async function classesFor(teacher: Teacher, { classIds }: ReportSettings): Promise<SchoolClass[]> {
    return Promise.all([...new Set(classIds)].map((id) => classes.forTeacher(teacher, 'progress.look', id)));
  }

  const service = {
    /** Whom a report is of, class by class in the order of names. @throws Problem `thing.unknown` for a class of somebody else */
    async keys(teacher: Teacher, settings: ReportSettings): Promise<(ReportKey & { className: string })[]> {
      const found = await classesFor(teacher, settings);
      const members = await roster.membersOf(
        found.map((one) => one.id),
        settings.studentIds ?? undefined,
      );
      return found.flatMap(({ id, label }) =>
        members
          .filter((member) => member.classId === id && (settings.withLeft || member.left === null))
          .map((member) => ({ classId: id, studentId: member.student.id, className: label })),
      );
    },

    /**
     * A report of some of its students, those of `keys`.
     * @returns besides the document, of each section whom it is of
     */
    async compose(
      teacher: Teacher,
      settings: ReportSettings,
      keys: readonly ReportKey[],
      now: number,
    ): Promise<{ document: ReportDocument; keys: SectionKey[]; unknown: string[] }> {
      const { language, parts } = settings;
      const words = wordsIn(language);
      const wanted = new Set(keys.map(keyText));
      const found = (await classesFor(teacher, settings)).filter((one) => keys.some((key) => key.classId === one.id) || settings.by === 'class');
      const studentIds = [...new Set(keys.map((key) => key.studentId))];
      const classIds = found.map((one) => one.id);
      const [all, people, talks] = await Promise.all([
        keys.length === 0
          ? []
          : progress.ofMany(found, studentIds, {
              eyes: settings.scores === 'all' ? 'teacher' : 'student',
              lookingOf: (one) => lookingOf(one, settings, now),
              now,
              withCourse: false,
            }),
        accounts.people([teacher.userId]),
        parts.includes('notes') ? jottings.ofStudents(teacher.userId, classIds, studentIds) : new Map<string, Jotting[]>(),
      ]);
      const replies = all.filter(({ classId, student }) => wanted.has(`${classId} ${student.id}`));
      const absent = parts.includes('absences') ? await rows.absentOn([...new Set(replies.flatMap((reply) => reply.pieces.map((piece) => piece.id)))]) : new Set<string>();
      const me = people.get(teacher.userId);
      const zone = found[0]?.calendar.zone ?? 'UTC';
      const made = dayIn(language, zone, now);

      const blocksOf = (reply: StudentProgressReply) => new StudentBlocks(settings, reply, absent, talks.get(`${reply.classId} ${reply.student.id}`) ?? []);
      const shown = replies.filter((reply) => !settings.onlyWith || blocksOf(reply).listed().length > 0);
      const byOrder = orderOfStudents(settings.sort);
      const asOrdered = (reply: StudentProgressReply) => ({
        student: reply.student,
        total: reply.view.standing.total,
        missing: reply.counts.missing,
        bearing: reply.view.standing.bearing,
      });
      const inOrder = [...shown].sort((a, b) => byOrder(asOrdered(a), asOrdered(b)));

      const timeOf = ({ of, looking }: Pick<StudentProgressReply, 'of' | 'looking'>): string => {
        const { time } = settings;
        if (time.kind === 'dates') return say(words.report.from, { from: localDayIn(language, time.from), to: localDayIn(language, time.to) });
        if (looking.kind === 'year') return words.report.year;
        return looking.kind === 'term' && looking.term !== null ? (of.terms[looking.term]?.name ?? (time.kind === 'term' ? (time.name ?? '') : '')) : words.report.allWork;
      };
      const leftOf = ({ left }: StudentProgressReply) => (left === null ? '' : say(words.report.left, { day: localDayIn(language, left) }));
      const fill = (text: string, of: { reply?: StudentProgressReply; className: string; term: string }): string =>
        fillIn(text, {
          class: of.className,
          term: of.term,
          teacher: me ? fullName(me) : '',
          date: made,
          ...(of.reply
            ? {
                student: fullName(of.reply.student),
                firstName: of.reply.student.givenName,
                total: of.reply.view.standing.total === null ? words.report.noTotal : `${of.reply.view.standing.total} %`,
                missing: of.reply.counts.missing,
              }
            : {}),
        });
      const around = (blocks: ReportBlock[], of: Parameters<typeof fill>[1]): ReportBlock[] => [
        ...(settings.above.trim() === '' ? [] : [{ kind: 'note' as const, text: fill(settings.above, of) }]),
        ...blocks,
        ...(settings.below.trim() === '' ? [] : [{ kind: 'note' as const, text: fill(settings.below, of) }]),
        ...(settings.signature.trim() === '' ? [] : [{ kind: 'sign' as const, text: fill(settings.signature, of) }]),
      ];

      const sectionKeys: SectionKey[] = [];
      const sections: ReportSection[] = [];
      const add = (section: ReportSection, key: SectionKey) => {
        sections.push(section);
        sectionKeys.push(key);
      };
      if (settings.by === 'class')
        for (const schoolClass of found) {
          const mine = inOrder.filter((reply) => reply.classId === schoolClass.id);
          const term = timeOf({ of: toProgressClass(schoolClass), looking: lookingOf(schoolClass, settings, now) });
          const table = classTable(settings, schoolClass, mine, leftOf, blocksOf);
          const { label: className, id: classId } = schoolClass;
          add(
            { heading: settings.title || className, sub: [className, term].filter(Boolean).join(' · '), student: '', className, blocks: around([table], { className, term }) },
            { classId, studentId: '', student: null },
          );
        }
      else if (settings.by === 'student')
        for (const reply of inOrder) {
          const { className, classId } = reply;
          const term = timeOf(reply);
          const sub = [settings.title, className, term, leftOf(reply)].filter(Boolean).join(' · ');
          add(
            { heading: fullName(reply.student), sub, student: fullName(reply.student), className, blocks: around(blocksOf(reply).blocks(), { reply, className, term }) },
            { classId, studentId: reply.student.id, student: reply.student },
          );
        }
      else
        for (const studentId of new Set(inOrder.map((reply) => reply.student.id))) {
          const mine = inOrder.filter((reply) => reply.student.id === studentId).sort((a, b) => classIds.indexOf(a.classId) - classIds.indexOf(b.classId));
          const [reply] = mine as [StudentProgressReply];
          const term = timeOf(reply);
          const className = mine.map((one) => one.className).join(', ');
          const blocks = mine.flatMap((one) => [
            { kind: 'heading' as const, text: [one.className, leftOf(one)].filter(Boolean).join(' · '), className: one.className },
            ...blocksOf(one).blocks(),
          ]);
          const sub = [settings.title, term].filter(Boolean).join(' · ');
          add(
            { heading: fullName(reply.student), sub, student: fullName(reply.student), className, blocks: around(blocks, { reply, className, term }) },
            { classId: reply.classId, studentId, student: reply.student },
          );
        }
      const { title, landscape, pageEach, shading } = settings;
      const document: ReportDocument = { title, language, landscape, pageEach, shading, made: say(words.report.made, { day: made }), sections, none: words.report.noStudents };
      return { document, keys: sectionKeys, unknown: unknownPlaceholders(settings.above + settings.below + settings.signature) };
    },
  };
  return service;
}

export type ComposeService = ReturnType<typeof composeService>;
