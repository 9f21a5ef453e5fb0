import type { DaySpan } from '@jolly/core';
import type {
  CalendarAddressReply,
  CalendarWishes,
  DatesReply,
  EventReply,
  EventRequest,
  MyRoom,
  ReadTimetableReply,
  Reminder,
  ReminderRequest,
  TimetableReply,
  TimetableRequest,
} from '../dates';
import type { Nothing } from './shape';

export interface DatesApi {
  'GET /api/dates': { query: DaySpan; reply: DatesReply };
  'GET /api/my/calendar-address': { reply: CalendarAddressReply };
  'POST /api/my/calendar-address': { reply: CalendarAddressReply };
  'PATCH /api/my/calendar-address': { body: Partial<CalendarWishes>; reply: CalendarAddressReply };
  'GET /calendar/:file': { file: 'text/calendar' };
  'GET /api/classes/:classId/dates.ics': { file: 'text/calendar' };
  'GET /api/assignments/:assignmentId/due.ics': { file: 'text/calendar' };
  'GET /api/classes/:classId/timetable': { reply: TimetableReply };
  'PUT /api/classes/:classId/timetable': { body: TimetableRequest; reply: TimetableReply };
  'POST /api/classes/:classId/timetable/read': { body: { text: string }; reply: ReadTimetableReply };
  'PUT /api/classes/:classId/room': { body: { open: boolean }; reply: TimetableReply };
  'GET /api/my/rooms': { reply: MyRoom[] };
  'GET /api/events/:eventId': { reply: EventReply };
  'PUT /api/events/:eventId': { body: EventRequest; reply: EventReply };
  'DELETE /api/events/:eventId': Nothing;
  'GET /api/events/:eventId/event.ics': { file: 'text/calendar' };
  'GET /api/my/reminders': { reply: Reminder[] };
  'PUT /api/my/reminders/:reminderId': { body: ReminderRequest; reply: Reminder };
  'DELETE /api/my/reminders/:reminderId': Nothing;
}
