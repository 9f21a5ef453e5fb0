/** What stands in calendars: lessons, events, reminders, and what is due. */
import type { EventRepeat, Instant, Lesson, LessonRule, LocalDate, Timetable, WallTime } from '@jolly/core';
import type { NoticeAttachment } from './notices';

export type DateKind = 'due' | 'issue' | 'closure' | 'term' | 'lesson' | 'event' | 'reminder';
export interface DateEntry {
  kind: DateKind;
  /** an instant, or of a day or days the local days */
  at: Instant | null;
  /** of what lasts: until when */
  end: Instant | null;
  from: LocalDate;
  to: LocalDate;
  title: string;
  /** the room of a lesson, where an event is */
  place: string;
  classId: string | null;
  className: string;
  hue: number | null;
  assignmentId: string | null;
  /** the event, the reminder, the line of the timetable it comes from */
  sourceId: string | null;
  /** of what is due for a student: is it handed in already? */
  done?: boolean;
}
export interface DatesReply {
  /** in which zone times are meant where an entry is of no class */
  zone: string;
  entries: DateEntry[];
}
/** How somebody's calendar program is given what is due. */
export interface CalendarWishes {
  /** as a moment in the calendar, or as a task with a date until which it is to be done */
  dueAs: 'moment' | 'task';
  /** how long before something is due the program tells them; null: not at all */
  alarmMinutes: number | null;
}
export interface CalendarAddressReply extends CalendarWishes {
  /** null: none was made yet */
  address: string | null;
}

export interface TimetableRequest extends Timetable {
  rules: LessonRule[];
  version: number;
}
export interface TimetableReply extends TimetableRequest {
  /** the lessons of the coming weeks */
  lessons: Lesson[];
  /** a teacher has opened the live room until then; null: it opens by itself, before lessons */
  openUntil: Instant | null;
}
/** A timetable read from a calendar file, to be looked at before it is stored. */
export interface ReadTimetableReply {
  timetable: Pick<TimetableRequest, 'rules' | 'weekA'>;
  /** events that are no lesson: whole days, or only once */
  passedOver: number;
}
/** The live room of one of a student's classes: the link only while it is open. */
export interface MyRoom {
  classId: string;
  className: string;
  hue: number;
  zone: string;
  open: boolean;
  link: string | null;
  /** the lesson that is on or comes next, and from when the room is open for it */
  lesson: { begin: Instant; end: Instant; room: string } | null;
  opensAt: Instant | null;
}

export interface EventBody {
  /** none: the whole school, which only whoever looks after the installation may say */
  classIds: string[];
  wholeSchool: boolean;
  title: string;
  text: string;
  place: string;
  from: LocalDate;
  to: LocalDate;
  begins: WallTime | null;
  ends: WallTime | null;
  repeat: (Omit<EventRepeat, 'weekdays' | 'except'> & { weekdays: number[]; except: LocalDate[] }) | null;
  families: boolean;
  attachments: NoticeAttachment[];
}
export interface EventRequest extends EventBody {
  /** 0: it is new */
  version: number;
}
export interface EventReply extends EventBody {
  id: string;
  by: string;
  classNames: string[];
  zone: string;
  /** may the one who asks change it? */
  mine: boolean;
  version: number;
}
export interface Reminder {
  id: string;
  text: string;
  at: Instant;
  byMail: boolean;
  done: boolean;
  version: number;
}
export type ReminderRequest = Omit<Reminder, 'id'>;
