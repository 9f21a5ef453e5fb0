import { fillIn, instantOf, lookingNow, orderOfStudents, plusDays, writtenPercent, type Looking, type ReportSettings } from '@jolly/core';
import type { Jotting, StudentProgressReply } from '../../contract';
import { dayIn, localDayIn, say, wordsIn } from '../../words';
import { fullName } from '../accounts/person';
import type { RegisterSaid } from '../register/register-facts.service';
import type { SchoolClass } from '../classes/classes.service';
import { toProgressClass } from '../progress/progress-views';
import type { ReportBlock, ReportSection } from './report-document';
import { classTable, StudentBlocks } from './report-parts';

/** Whom a report is of: a student in a class each. */
export interface ReportKey {
  classId: string;
  studentId: string;
}
/** Whom a section is of; of a class as a whole, of nobody alone. */
export interface SectionKey extends ReportKey {
  student: StudentProgressReply['student'] | null;
}
export const keyText = ({ classId, studentId }: ReportKey): string => `${classId} ${studentId}`;

/** What sections are made from, loaded. */
export interface ReportFacts {
  settings: ReportSettings;
  /** in the order of the settings */
  classes: readonly SchoolClass[];
  replies: readonly StudentProgressReply[];
  /** who was noted as absent, each as assignment and student */
  absent: ReadonlySet<string>;
  /** what the registers say of absence */
  said: readonly RegisterSaid[];
  /** the teacher's own notes, by keyText */
  talks: ReadonlyMap<string, readonly Jotting[]>;
  teacher: string;
  now: number;
}

/** What a class looks at by the settings. A term that it does not have is a stretch in which nothing lies. */
export function lookingOf(schoolClass: SchoolClass, { time }: Pick<ReportSettings, 'time'>, now: number): Looking {
  const { terms, calendar } = schoolClass;
  const { zone } = calendar;
  if (time.kind === 'dates')
    return {
      kind: 'dates',
      from: instantOf(zone, { date: time.from, msOfDay: 0 }),
      to: instantOf(zone, { date: plusDays(time.to, 1), msOfDay: 0 }) - 1,
    };
  if (time.kind === 'year') return { kind: 'year' };
  if (time.name === null) return lookingNow(toProgressClass(schoolClass), now);
  return { kind: 'term', term: terms.findIndex((term) => term.name === time.name) };
}

/** The sections of a report in their order, and whom each is of. */
export function sectionsOf({
  settings,
  classes,
  replies,
  absent,
  said,
  talks,
  teacher,
  now,
}: ReportFacts): { section: ReportSection; key: SectionKey }[] {
  const { language, title } = settings;
  const words = wordsIn(language).report;
  const made = dayIn(language, classes[0]?.calendar.zone ?? 'UTC', now);
  const joined = (...parts: string[]) => parts.filter(Boolean).join(' · ');

  const blocksOf = (reply: StudentProgressReply) =>
    new StudentBlocks(
      settings,
      reply,
      absent,
      said.filter((one) => one.classId === reply.classId && one.studentId === reply.student.id),
      talks.get(keyText({ classId: reply.classId, studentId: reply.student.id })) ?? [],
    );
  const leftOf = ({ left }: StudentProgressReply) => (left === null ? '' : say(words.left, { day: localDayIn(language, left) }));
  const timeOf = (terms: readonly { name: string }[], looking: Looking): string => {
    const { time } = settings;
    if (time.kind === 'dates') return say(words.from, { from: localDayIn(language, time.from), to: localDayIn(language, time.to) });
    if (looking.kind === 'year') return words.year;
    if (looking.kind !== 'term' || looking.term === null) return words.allWork;
    return terms[looking.term]?.name ?? (time.kind === 'term' ? (time.name ?? '') : '');
  };

  type Of = { reply?: StudentProgressReply; className: string; term: string };
  const valuesOf = ({ reply, className, term }: Of): Record<string, string | number> => ({
    class: className,
    term,
    teacher,
    date: made,
    ...(reply && {
      student: fullName(reply.student),
      firstName: reply.student.givenName,
      total: reply.view.standing.total === null ? words.noTotal : writtenPercent(language, reply.view.standing.total),
      missing: reply.counts.missing,
    }),
  });
  const around = (blocks: ReportBlock[], of: Of): ReportBlock[] => {
    const filled = (text: string) => (text.trim() === '' ? '' : fillIn(text, valuesOf(of)));
    const [above, below, signature] = [filled(settings.above), filled(settings.below), filled(settings.signature)];
    const note = (text: string): ReportBlock[] => (text === '' ? [] : [{ kind: 'note', text }]);
    return [...note(above), ...blocks, ...note(below), ...(signature === '' ? [] : [{ kind: 'sign' as const, text: signature }])];
  };

  const byOrder = orderOfStudents(settings.sort);
  const asOrdered = ({ student, view, counts }: StudentProgressReply) => ({
    student,
    total: view.standing.total,
    missing: counts.missing,
    bearing: view.standing.bearing,
  });
  const shown = replies
    .filter((reply) => !settings.onlyWith || blocksOf(reply).listed().length > 0)
    .sort((a, b) => byOrder(asOrdered(a), asOrdered(b)));

  if (settings.by === 'class')
    return classes.map((schoolClass) => {
      const { id: classId, label: className, terms } = schoolClass;
      const term = timeOf(terms, lookingOf(schoolClass, settings, now));
      const mine = shown.filter((reply) => reply.classId === classId);
      const blocks = around([classTable(settings, schoolClass, mine, leftOf, blocksOf)], { className, term });
      return {
        section: { heading: title || className, sub: joined(className, term), student: '', className, blocks },
        key: { classId, studentId: '', student: null },
      };
    });

  if (settings.by === 'student')
    return shown.map((reply) => {
      const { className, classId, student } = reply;
      const term = timeOf(reply.of.terms, reply.looking);
      const blocks = around(blocksOf(reply).blocks(), { reply, className, term });
      const section = {
        heading: fullName(student),
        sub: joined(title, className, term, leftOf(reply)),
        student: fullName(student),
        className,
        blocks,
      };
      return { section, key: { classId, studentId: student.id, student } };
    });

  // A student's classes stand in the order in which they were chosen.
  const place = new Map(classes.map((one, at) => [one.id, at]));
  return [...new Set(shown.map((reply) => reply.student.id))].map((studentId) => {
    const mine = shown.filter((reply) => reply.student.id === studentId).sort((a, b) => place.get(a.classId)! - place.get(b.classId)!);
    const [reply] = mine as [StudentProgressReply];
    const { student, classId } = reply;
    const term = timeOf(reply.of.terms, reply.looking);
    const className = mine.map((one) => one.className).join(', ');
    const parts = mine.flatMap((one): ReportBlock[] => [
      { kind: 'heading', text: joined(one.className, leftOf(one)), className: one.className },
      ...blocksOf(one).blocks(),
    ]);
    const section = {
      heading: fullName(student),
      sub: joined(title, term),
      student: fullName(student),
      className,
      blocks: around(parts, { reply, className, term }),
    };
    return { section, key: { classId, studentId, student } };
  });
}
