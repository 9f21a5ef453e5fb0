import type { Response } from 'express';
import { assignmentParams, classParams } from '../../forms/params';
import { asPerson, asStudent, asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { ClassesService } from '../classes/classes.service';
import type { EventsService } from '../events/events.service';
import type { LessonsService } from '../lessons/lessons.service';
import { readTimetable } from '../lessons/read-timetable';
import type { RemindersService } from '../reminders/reminders.service';
import type { CalendarFeedService } from './calendar-feed.service';
import {
  calendarParams,
  calendarWishesBody,
  datesQuery,
  eventBody,
  eventParams,
  readTimetableBody,
  reminderBody,
  reminderParams,
  roomBody,
  timetableBody,
} from './dates.schema';
import type { DatesService } from './dates.service';

const sendCalendar = (res: Response, text: string, name?: string) =>
  res
    .set({
      'Content-Type': 'text/calendar; charset=utf-8',
      'Cache-Control': 'private, max-age=300',
      ...(name === undefined ? {} : { 'Content-Disposition': `attachment; filename="${name}.ics"` }),
    })
    .send(text);

export const dateRoutes = ({
  dates,
  calendarFeed,
  lessons,
  events,
  reminders,
  classes,
}: {
  dates: DatesService;
  calendarFeed: CalendarFeedService;
  lessons: LessonsService;
  events: EventsService;
  reminders: RemindersService;
  classes: ClassesService;
}): Route[] => [
  {
    route: 'GET /api/dates',
    action: 'dates.look',
    does: 'Your dates as a calendar: what is due, lessons, events, your own reminders, what goes out, closures.',
    query: datesQuery,
    handle: ({ actor, query, now }) => dates.between(asPerson(actor), query, now),
  },
  {
    route: 'GET /api/my/calendar-address',
    action: 'dates.look',
    does: 'The address under which your calendar program finds your dates.',
    handle: ({ actor }) => calendarFeed.address(asPerson(actor)),
  },
  {
    route: 'POST /api/my/calendar-address',
    action: 'dates.look',
    does: 'Makes a new calendar address; an earlier one stops working.',
    handle: ({ actor, now }) => calendarFeed.renew(asPerson(actor), now),
  },
  {
    route: 'PATCH /api/my/calendar-address',
    action: 'dates.look',
    does: 'How your calendar program is given what is due: as a moment or as a task, and how long before it tells you.',
    body: calendarWishesBody,
    handle: ({ actor, body }) => calendarFeed.wish(asPerson(actor), body),
  },
  {
    route: 'GET /calendar/:file',
    action: 'dates.fetch',
    does: 'The calendar behind a secret address, as iCalendar.',
    params: calendarParams,
    limit: 'calendar',
    repliesItself: true,
    handle: async ({ params, now, res }) => void sendCalendar(res, await calendarFeed.serve(params.file.slice(0, -'.ics'.length), now)),
  },
  {
    route: 'GET /api/classes/:classId/dates.ics',
    action: 'class.look',
    does: 'The dates of a class in one file, as iCalendar: lessons, events, what is due.',
    params: classParams,
    repliesItself: true,
    handle: async ({ actor, params, now, res }) =>
      void sendCalendar(res, await calendarFeed.classFile(asTeacher(actor), params.classId, now), 'class'),
  },
  {
    route: 'GET /api/assignments/:assignmentId/due.ics',
    action: 'dates.look',
    does: 'When an assignment is due for you or your children, in one file, as iCalendar.',
    params: assignmentParams,
    repliesItself: true,
    handle: async ({ actor, params, now, res }) =>
      void sendCalendar(res, await calendarFeed.dueFile(asPerson(actor), params.assignmentId, now), 'due'),
  },
  {
    route: 'GET /api/classes/:classId/timetable',
    action: 'class.look',
    does: 'The timetable of a class with its lessons of the coming weeks.',
    params: classParams,
    handle: ({ actor, params, now }) => lessons.timetable(asTeacher(actor), params.classId, now),
  },
  {
    route: 'PUT /api/classes/:classId/timetable',
    action: 'class.edit',
    does: 'Stores the timetable of a class; carries the version that was seen.',
    params: classParams,
    body: timetableBody,
    handle: ({ actor, params, body, now }) => lessons.set(asTeacher(actor), params.classId, body, now),
  },
  {
    route: 'POST /api/classes/:classId/timetable/read',
    action: 'class.edit',
    does: 'Reads lessons from a calendar file; nothing is stored.',
    params: classParams,
    body: readTimetableBody,
    handle: async ({ actor, params, body, now }) => {
      const found = await classes.forTeacher(asTeacher(actor), 'class.edit', params.classId);
      return readTimetable(body.text, found, now);
    },
  },
  {
    route: 'PUT /api/classes/:classId/room',
    action: 'class.edit',
    does: 'Opens the live room of a class now, or closes it; before lessons it opens by itself.',
    params: classParams,
    body: roomBody,
    handle: ({ actor, params, body, now }) => lessons.openRoom(asTeacher(actor), params.classId, body.open, now),
  },
  {
    route: 'GET /api/my/rooms',
    action: 'ownNotice.look',
    does: 'The live rooms of your classes: the link while a room is open, and when it opens next.',
    handle: ({ actor, now }) => lessons.rooms(asStudent(actor), now),
  },
  {
    route: 'GET /api/events/:eventId',
    action: 'dates.look',
    does: 'One event with what goes with it.',
    params: eventParams,
    handle: ({ actor, params }) => events.look(asPerson(actor), params.eventId),
  },
  {
    route: 'GET /api/events/:eventId/event.ics',
    action: 'dates.look',
    does: 'One event in a file, as iCalendar.',
    params: eventParams,
    repliesItself: true,
    handle: async ({ actor, params, now, res }) =>
      void sendCalendar(res, await calendarFeed.eventFile(asPerson(actor), params.eventId, now), 'event'),
  },
  {
    route: 'PUT /api/events/:eventId',
    action: 'class.edit',
    does: 'Stores an event of classes, or of the whole school, under the id you give it. Version 0 is a new one.',
    params: eventParams,
    body: eventBody,
    handle: ({ actor, params, body }) => events.set(asTeacher(actor), params.eventId, body),
  },
  {
    route: 'DELETE /api/events/:eventId',
    action: 'class.edit',
    does: 'Takes an event out of everybody’s calendar.',
    params: eventParams,
    handle: ({ actor, params }) => events.remove(asTeacher(actor), params.eventId),
  },
  {
    route: 'GET /api/my/reminders',
    action: 'reminder.own',
    does: 'Your own reminders; nobody else sees them.',
    handle: ({ actor, now }) => reminders.list(asPerson(actor), now),
  },
  {
    route: 'PUT /api/my/reminders/:reminderId',
    action: 'reminder.own',
    does: 'Stores a reminder of your own under the id you give it. Version 0 is a new one.',
    params: reminderParams,
    body: reminderBody,
    handle: ({ actor, params, body, now }) => reminders.set(asPerson(actor), params.reminderId, body, now),
  },
  {
    route: 'DELETE /api/my/reminders/:reminderId',
    action: 'reminder.own',
    does: 'Throws a reminder of your own away.',
    params: reminderParams,
    handle: ({ actor, params }) => reminders.remove(asPerson(actor), params.reminderId),
  },
];
