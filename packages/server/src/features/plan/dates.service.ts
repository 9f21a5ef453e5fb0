import { localDateAt, type Actor } from '@jolly/core';
import type { DateEntry, DatesReply } from '../../contract';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { BoardService } from '../pieces/board.service';
import type { RosterService } from '../roster/roster.service';
import { STUDENT_VIEWER } from '../pieces/sight';

type Person = Actor & { userId: string };

interface Collaborators {
  classes: ClassesService;
  roster: RosterService;
  assignments: AssignmentsService;
  board: BoardService;
}

/** Everybody's dates as a calendar: a student's own, a teacher's classes', with issue times and closures. */
export function datesService({ classes, roster, assignments, board }: Collaborators) {
  const onDay = (zone: string, at: number) => localDateAt(zone, at);

  /** Closures and terms of the calendars of classes; a calendar that several go by gives them once. */
  function schoolDates(of: readonly SchoolClass[]): DateEntry[] {
    const seen = new Set<string>();
    return of.flatMap(({ calendarId, calendar, terms }) => {
      if (seen.has(calendarId)) return [];
      seen.add(calendarId);
      const bare = { at: null, classId: null, className: '', hue: null, assignmentId: null };
      return [
        ...calendar.closures.map((closure): DateEntry => ({
          ...bare,
          kind: 'closure',
          from: closure.from,
          to: closure.to,
          title: closure.name ?? '',
        })),
        ...terms.map((term): DateEntry => ({ ...bare, kind: 'term', from: term.from, to: term.from, title: term.name })),
      ];
    });
  }

  const service = {
    /** All entries of a person; the student's by the window that holds for them, nothing they are excused from. */
    async all(person: Person, now: number): Promise<DateEntry[]> {
      if (person.role === 'student') {
        const mine = (await classes.load(await roster.classesOf(person.userId))).filter((one) => one.putAwayAt === null);
        const sights = await board.as(STUDENT_VIEWER).sights({ classes: mine, studentIds: [person.userId], now });
        const due = sights.flatMap(({ theirs, exception, resolved, assignment, schoolClass }): DateEntry[] => {
          const at = resolved.window.due;
          if (!theirs || at === null || exception?.excused) return [];
          const day = onDay(schoolClass.calendar.zone, at);
          return [
            {
              kind: 'due',
              at,
              from: day,
              to: day,
              title: assignment.title,
              classId: schoolClass.id,
              className: schoolClass.label,
              hue: schoolClass.hue,
              assignmentId: assignment.id,
            },
          ];
        });
        return [...due, ...schoolDates(mine)];
      }
      const mine = await classes.load(await classes.taughtBy(person.userId));
      const ids = mine.map((one) => one.id);
      const both = await Promise.all([
        assignments.ofClasses(ids, { drafts: true, now }),
        assignments.ofClasses(ids, { drafts: true, now, kind: 'handout' }),
      ]);
      const byId = new Map(mine.map((one) => [one.id, one]));
      const work = both.flat().flatMap((one): DateEntry[] => {
        const schoolClass = byId.get(one.classId)!;
        const { zone } = schoolClass.calendar;
        const about = {
          title: one.title,
          classId: schoolClass.id,
          className: schoolClass.label,
          hue: schoolClass.hue,
          assignmentId: one.id,
        };
        const entry = (kind: 'due' | 'issue', at: number): DateEntry => ({
          kind,
          at,
          from: onDay(zone, at),
          to: onDay(zone, at),
          ...about,
        });
        return [
          ...(one.due !== null && one.issuedAt !== null ? [entry('due', one.due)] : []),
          ...(one.issuedAt !== null && one.issuedAt > now ? [entry('issue', one.issuedAt)] : []),
        ];
      });
      return [...work, ...schoolDates(mine)];
    },

    async between(person: Person, { from, to }: { from: string; to: string }, now: number): Promise<DatesReply> {
      const entries = (await service.all(person, now)).filter((one) => one.from <= to && one.to >= from);
      const mine = await classes.load(
        person.role === 'student' ? await roster.classesOf(person.userId) : await classes.taughtBy(person.userId),
      );
      return {
        zone: mine[0]?.calendar.zone ?? 'UTC',
        entries: entries.sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : (a.at ?? 0) - (b.at ?? 0))),
      };
    },
  };
  return service;
}

export type DatesService = ReturnType<typeof datesService>;
