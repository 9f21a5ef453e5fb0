import { DAY_MS, localDateAt, plusDays, type Actor, type DaySpan, type Instant, type LocalDate, type PieceState } from '@jolly/core';
import type { DateEntry, DatesReply } from '../../contract';
import { fullName } from '../accounts/person';
import type { AssignmentsService } from '../assignments/assignments.service';
import type { ClassesService, SchoolClass } from '../classes/classes.service';
import type { EventsService, SchoolEvent } from '../events/events.service';
import type { FamiliesService } from '../families/families.service';
import type { LessonsService } from '../lessons/lessons.service';
import type { BoardService } from '../pieces/board.service';
import { familyReader, STUDENT_READER } from '../pieces/sight';
import type { RemindersService } from '../reminders/reminders.service';
import type { RosterService } from '../roster/roster.service';

type Person = Actor & { userId: string };

interface Collaborators {
  classes: ClassesService;
  roster: RosterService;
  assignments: AssignmentsService;
  board: BoardService;
  families: FamiliesService;
  lessons: LessonsService;
  events: EventsService;
  reminders: RemindersService;
}

/** Everybody's dates: what is due, lessons, events, one's own reminders, issue times, closures and terms. */
export type AllDates = {
  /** everything but events, which come again by a rule */
  entries: DateEntry[];
  events: SchoolEvent[];
  classes: SchoolClass[];
};

/** States in which a student has nothing more to do for it. */
const DONE_STATES: ReadonlySet<PieceState> = new Set(['in', 'inLate', 'inClass', 'scored', 'returned', 'excused']);
const BARE = { at: null, end: null, place: '', classId: null, className: '', hue: null, assignmentId: null, sourceId: null };

/** One more or less of a class's dates: whose, in a class. */
const ofClass = (schoolClass: SchoolClass, child = '') => ({
  classId: schoolClass.id,
  className: child === '' ? schoolClass.label : `${schoolClass.label} · ${child}`,
  hue: schoolClass.hue,
});

/** Closures and terms of the calendars of classes; a calendar that several go by gives them once. */
function schoolDates(of: readonly SchoolClass[]): DateEntry[] {
  const seen = new Set<string>();
  return of.flatMap(({ calendarId, calendar, terms }) => {
    if (seen.has(calendarId)) return [];
    seen.add(calendarId);
    return [
      ...calendar.closures.map((closure): DateEntry => ({
        ...BARE,
        kind: 'closure',
        from: closure.from,
        to: closure.to,
        title: closure.name ?? '',
      })),
      ...terms.map((term): DateEntry => ({ ...BARE, kind: 'term', from: term.from, to: term.from, title: term.name })),
    ];
  });
}

/** A moment, or a stretch of a day, as an entry. */
function timed(zone: string, at: Instant, end: Instant | null, more: Omit<DateEntry, 'at' | 'end' | 'from' | 'to'>): DateEntry {
  return { ...more, at, end, from: localDateAt(zone, at), to: localDateAt(zone, end === null ? at : Math.max(at, end - 1)) };
}

export function datesService({ classes, roster, assignments, board, families, lessons, events, reminders }: Collaborators) {
  async function attended(studentId: string): Promise<SchoolClass[]> {
    const members = (await roster.membersOf(await roster.classesOf(studentId), [studentId])).filter((one) => one.left === null);
    return (await classes.load(members.map((one) => one.classId))).filter((one) => one.putAwayAt === null);
  }

  /** What is due for a student, by the window that holds for them; nothing they are excused from. */
  async function dueFor(
    studentId: string,
    mine: readonly SchoolClass[],
    now: Instant,
    { reader = STUDENT_READER, child = '' } = {},
  ): Promise<DateEntry[]> {
    const sights = await board.as(reader).sights({ classes: [...mine], studentIds: [studentId], now });
    return sights.flatMap(({ theirs, exception, resolved, assignment, schoolClass, toldState }): DateEntry[] => {
      const { due } = resolved.window;
      if (!theirs || due === null || exception?.excused) return [];
      const { id: assignmentId, title } = assignment;
      const done = toldState.state !== null && DONE_STATES.has(toldState.state);
      return [
        timed(schoolClass.calendar.zone, due, null, { ...BARE, kind: 'due', title, ...ofClass(schoolClass, child), assignmentId, done }),
      ];
    });
  }

  /** What is due in the classes one teaches, and what goes out later. */
  async function dueIn(mine: readonly SchoolClass[], now: Instant): Promise<DateEntry[]> {
    const ids = mine.map((one) => one.id);
    const [work, handouts] = await Promise.all([
      assignments.ofClasses(ids, { drafts: true, now }),
      assignments.ofClasses(ids, { drafts: true, now, kind: 'handout' }),
    ]);
    const byId = new Map(mine.map((one) => [one.id, one]));
    return [...work, ...handouts].flatMap(({ id: assignmentId, classId, title, due, issuedAt }): DateEntry[] => {
      const schoolClass = byId.get(classId)!;
      const entry = (kind: 'due' | 'issue', at: Instant) =>
        timed(schoolClass.calendar.zone, at, null, { ...BARE, kind, title, ...ofClass(schoolClass), assignmentId });
      return [
        ...(due !== null && issuedAt !== null ? [entry('due', due)] : []),
        ...(issuedAt !== null && issuedAt > now ? [entry('issue', issuedAt)] : []),
      ];
    });
  }

  async function lessonsIn(mine: readonly SchoolClass[], span: DaySpan, child = ''): Promise<DateEntry[]> {
    const found = await lessons.between(mine, span);
    return mine.flatMap((schoolClass) =>
      (found.get(schoolClass.id) ?? []).map(({ ruleId, begin, end, room }) =>
        timed(schoolClass.calendar.zone, begin, end, {
          ...BARE,
          kind: 'lesson',
          title: schoolClass.label,
          place: room,
          ...ofClass(schoolClass, child),
          sourceId: ruleId,
        }),
      ),
    );
  }

  async function ownReminders(person: Person): Promise<DateEntry[]> {
    return (await reminders.open(person)).map(({ id, text, at, zone }) =>
      timed(zone, at, null, { ...BARE, kind: 'reminder', title: text, sourceId: id }),
    );
  }

  const service = {
    /** All dates of a person, lessons and events within a span of days. */
    async all(person: Person, span: DaySpan, now: Instant): Promise<AllDates> {
      const own = await ownReminders(person);
      if (person.role === 'family') {
        const { children, language } = await families.home(person);
        const reader = familyReader(language);
        const parts = await Promise.all(
          children.map(async (child) => {
            const mine = await attended(child.id);
            const name = children.length > 1 ? fullName(child) : '';
            return {
              mine,
              entries: [...(await dueFor(child.id, mine, now, { reader, child: name })), ...(await lessonsIn(mine, span, name))],
            };
          }),
        );
        const mine = [...new Map(parts.flatMap((one) => one.mine).map((one) => [one.id, one])).values()];
        const found = await events.of(
          mine.map((one) => one.id),
          span,
          { forFamily: true },
        );
        return { entries: [...parts.flatMap((one) => one.entries), ...own, ...schoolDates(mine)], events: found, classes: mine };
      }
      const isStudent = person.role === 'student';
      const mine = isStudent ? await attended(person.userId) : await classes.load(await classes.taughtBy(person.userId));
      const ids = mine.map((one) => one.id);
      const [due, taught, found] = await Promise.all([
        isStudent ? dueFor(person.userId, mine, now) : dueIn(mine, now),
        lessonsIn(mine, span),
        events.of(ids, span),
      ]);
      return { entries: [...due, ...taught, ...own, ...schoolDates(mine)], events: found, classes: mine };
    },

    /** What stands in a calendar between two days. */
    async between(person: Person, span: DaySpan, now: Instant): Promise<DatesReply> {
      const { entries, events: found, classes: mine } = await service.all(person, span, now);
      const byId = new Map(mine.map((one) => [one.id, one]));
      const taking = found.flatMap((event) => {
        const [first, ...others] = event.classIds.flatMap((id) => byId.get(id) ?? []);
        const whose =
          first && others.length === 0
            ? ofClass(first)
            : { ...BARE, className: [first, ...others].flatMap((one) => one?.label ?? []).join(', ') };
        return events.occurrences(event, span).map(({ from, to, begin, end }): DateEntry => ({
          ...BARE,
          kind: 'event',
          title: event.title,
          place: event.place,
          classId: whose.classId,
          className: whose.className,
          hue: whose.hue,
          sourceId: event.id,
          at: begin,
          end,
          from,
          to,
        }));
      });
      const within = [...entries, ...taking].filter((one) => one.from <= span.to && one.to >= span.from);
      return {
        zone: mine[0]?.calendar.zone ?? 'UTC',
        entries: within.sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : (a.at ?? 0) - (b.at ?? 0))),
      };
    },

    /** The span of days that calendar programs are served lessons and events of. */
    servedSpan: (now: Instant): { from: LocalDate; to: LocalDate } => {
      const today = localDateAt('UTC', now);
      return { from: plusDays(today, -30), to: plusDays(localDateAt('UTC', now + 200 * DAY_MS), 0) };
    },

    /** In which zone a person's own times are meant: that of a class of theirs. */
    async zoneOf(person: Person): Promise<string> {
      const ids = person.role === 'teacher' ? await classes.taughtBy(person.userId) : [];
      const mine = ids.length > 0 ? await classes.load(ids) : person.role === 'student' ? await attended(person.userId) : [];
      return mine[0]?.calendar.zone ?? 'UTC';
    },
  };
  return service;
}

export type DatesService = ReturnType<typeof datesService>;
