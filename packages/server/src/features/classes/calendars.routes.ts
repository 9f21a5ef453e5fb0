import { asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { CalendarsService } from './calendars.service';
import {
  calendarAnswerBody,
  calendarBody,
  calendarChangeParams,
  calendarParams,
  icsBody,
  newCalendarBody,
  proposalBody,
} from './classes.schema';
import { readClosures } from './read-closures';

export const calendarRoutes = ({ calendars }: { calendars: CalendarsService }): Route[] => [
  {
    route: 'GET /api/calendars',
    action: 'calendar.look',
    does: 'The school calendars that your classes go by.',
    handle: ({ actor }) => calendars.list(asTeacher(actor)),
  },
  {
    route: 'POST /api/calendars',
    action: 'calendar.edit',
    does: 'A calendar of its own for one class.',
    body: newCalendarBody,
    status: 201,
    handle: ({ actor, body, now }) => calendars.create(asTeacher(actor), body, now),
  },
  {
    route: 'POST /api/calendars/closures',
    action: 'calendar.edit',
    does: 'Reads days off from the text of an .ics file, in the years of the terms; nothing is stored.',
    body: icsBody,
    handle: ({ body, now }) => readClosures(body, now),
  },
  {
    route: 'POST /api/calendars/:calendarId/preview',
    action: 'calendar.look',
    does: 'Which dates a change of the calendar touches; nothing is stored.',
    params: calendarParams,
    body: calendarBody,
    handle: ({ actor, params, body, now }) => calendars.preview(asTeacher(actor), params.calendarId, body, now),
  },
  {
    route: 'PUT /api/calendars/:calendarId',
    action: 'calendar.edit',
    does: 'Changes a calendar; carries the version that was seen.',
    params: calendarParams,
    body: calendarBody,
    handle: ({ actor, params, body, now }) => calendars.change(asTeacher(actor), params.calendarId, body, now),
  },
  {
    route: 'POST /api/calendars/:calendarId/proposals',
    action: 'calendar.edit',
    does: 'Proposes a change of a calendar by which others teach too.',
    params: calendarParams,
    body: proposalBody,
    status: 201,
    handle: ({ actor, params, body, now }) => calendars.propose(asTeacher(actor), params.calendarId, body, now),
  },
  {
    route: 'POST /api/calendar-changes/:changeId/answer',
    action: 'calendar.edit',
    does: 'Says yes or no to a proposed change; it is made once a teacher of each class has agreed.',
    params: calendarChangeParams,
    body: calendarAnswerBody,
    handle: ({ actor, params, body, now }) => calendars.answer(asTeacher(actor), params.changeId, body, now),
  },
  {
    route: 'DELETE /api/calendar-changes/:changeId',
    action: 'calendar.edit',
    does: 'Takes back a change that you have proposed.',
    params: calendarChangeParams,
    handle: ({ actor, params }) => calendars.withdraw(asTeacher(actor), params.changeId),
  },
  {
    route: 'POST /api/calendar-changes/:changeId/undo',
    action: 'calendar.edit',
    does: 'Undoes the last change of a calendar.',
    params: calendarChangeParams,
    handle: ({ actor, params, now }) => calendars.undo(asTeacher(actor), params.changeId, now),
  },
];
