import type {
  CalendarAnswer,
  CalendarChange,
  CalendarProposalRequest,
  CalendarRequest,
  ClassChange,
  ClassReply,
  ClassRequest,
  CopyRequest,
  JoinCodeRequest,
  SchemeReply,
  SchemeRequest,
  UnitsRequest,
} from '../../contract';
import { asTeacher } from '../../http/as-role';
import type { Ask, Route } from '../../http/route';
import type { ClassesService } from './classes.service';
import type { RosterService } from '../roster/roster.service';
import type { SchemeService } from './scheme.service';
import type { ClassCopyService } from './class-copy.service';
import type { CalendarsService } from './calendars.service';
import {
  calendarAnswerBody,
  calendarBody,
  calendarChangeParams,
  calendarParams,
  copyBody,
  editClassBody,
  icsBody,
  joinCodeBody,
  newCalendarBody,
  newClassBody,
  proposalBody,
  putAwayBody,
  schemeBody,
  teacherParams,
  unitsBody,
} from './classes.schema';
import type { SchoolClass } from './classes.service';
import { readClosures } from './read-closures';
import { classParams } from '../../forms/params';

type OneClass = { classId: string };
type OneCalendar = { calendarId: string };
type OneChange = { changeId: string };

export function classRoutes({
  classes,
  roster,
  schemes,
  classCopies,
  calendars,
}: {
  classes: ClassesService;
  roster: RosterService;
  schemes: SchemeService;
  classCopies: ClassCopyService;
  calendars: CalendarsService;
}): Route[] {
  const replies = async (found: SchoolClass[]): Promise<ClassReply[]> => {
    const ids = found.map((one) => one.id);
    const [teachers, counts] = await Promise.all([classes.teachersOf(ids), roster.countOf(ids)]);
    return found.map(({ sourceId: _, ...one }) => ({ ...one, teachers: teachers.get(one.id) ?? [], students: counts.get(one.id) ?? 0 }));
  };
  const one = async (found: SchoolClass | Promise<SchoolClass>): Promise<ClassReply> => (await replies([await found]))[0]!;
  const byId = async (id: string): Promise<ClassReply> => one((await classes.load([id]))[0]!);
  const withFiled = async (scheme: Promise<{ class: SchoolClass; filed: Record<string, number> }>): Promise<SchemeReply> => {
    const { class: found, filed } = await scheme;
    return { class: await one(found), filed };
  };
  return [
    {
      verb: 'get',
      path: '/api/classes',
      action: 'class.list',
      does: 'The classes you teach, those put away last.',
      handle: async ({ actor }: Ask) => {
        const found = await replies(await classes.load(await classes.taughtBy(asTeacher(actor).userId, { away: true })));
        return found.sort((a, b) => Number(a.putAwayAt !== null) - Number(b.putAwayAt !== null));
      },
    },
    {
      verb: 'post',
      path: '/api/classes',
      action: 'class.create',
      does: 'Makes a class; only the name is required.',
      body: newClassBody,
      status: 201,
      handle: async ({ actor, body, now }: Ask<object, ClassRequest>) => byId(await classes.create(asTeacher(actor), body, now)),
    },
    {
      verb: 'get',
      path: '/api/classes/:classId',
      action: 'class.look',
      does: 'One class.',
      params: classParams,
      handle: ({ actor, params }: Ask<OneClass>) => one(classes.forTeacher(actor, 'class.look', params.classId)),
    },
    {
      verb: 'patch',
      path: '/api/classes/:classId',
      action: 'class.edit',
      does: 'Changes a class; carries the version that was seen.',
      params: classParams,
      body: editClassBody,
      handle: ({ actor, params, body }: Ask<OneClass, ClassChange>) => one(classes.edit(asTeacher(actor), params.classId, body)),
    },
    {
      verb: 'post',
      path: '/api/classes/:classId/away',
      action: 'class.putAway',
      does: 'Puts a class away, read-only, or brings it back.',
      params: classParams,
      body: putAwayBody,
      handle: ({ actor, params, body, now }: Ask<OneClass, { away: boolean }>) =>
        one(classes.putAway(actor, params.classId, body.away, now)),
    },
    {
      verb: 'post',
      path: '/api/classes/:classId/join-code',
      action: 'joinCode.renew',
      does: 'Replaces the join code; the old one stops working.',
      params: classParams,
      handle: ({ actor, params }: Ask<OneClass>) => one(classes.renewJoinCode(actor, params.classId)),
    },
    {
      verb: 'put',
      path: '/api/classes/:classId/join-code',
      action: 'joinCode.renew',
      does: 'Shuts the join code, opens it again, or sets until when it works.',
      params: classParams,
      body: joinCodeBody,
      handle: ({ actor, params, body }: Ask<OneClass, JoinCodeRequest>) => one(classes.setJoinCode(actor, params.classId, body)),
    },
    {
      verb: 'get',
      path: '/api/classes/:classId/scheme',
      action: 'class.look',
      does: 'The scheme of a class, and how many assignments are filed under each category.',
      params: classParams,
      handle: ({ actor, params }: Ask<OneClass>) => withFiled(schemes.filed(actor, params.classId)),
    },
    {
      verb: 'put',
      path: '/api/classes/:classId/scheme',
      action: 'class.edit',
      does: 'Sets scheme, late rule and bearing settings; every figure follows at once.',
      params: classParams,
      body: schemeBody,
      handle: ({ actor, params, body }: Ask<OneClass, SchemeRequest>) => withFiled(schemes.set(actor, params.classId, body)),
    },
    {
      verb: 'get',
      path: '/api/classes/:classId/units',
      action: 'class.look',
      does: 'The units of a class in their order.',
      params: classParams,
      handle: async ({ actor, params }: Ask<OneClass>) => {
        await classes.forTeacher(actor, 'class.look', params.classId);
        return classes.unitsOf(params.classId);
      },
    },
    {
      verb: 'put',
      path: '/api/classes/:classId/units',
      action: 'class.edit',
      does: 'Sets the units in their order; new ones come without an id.',
      params: classParams,
      body: unitsBody,
      handle: ({ actor, params, body }: Ask<OneClass, UnitsRequest>) => classes.setUnits(actor, params.classId, body),
    },
    {
      verb: 'post',
      path: '/api/classes/:classId/copy/preview',
      action: 'class.copy',
      does: 'What a copy would hold, with every date before and after.',
      params: classParams,
      body: copyBody,
      handle: ({ actor, params, body, now }: Ask<OneClass, CopyRequest>) =>
        classCopies.preview(asTeacher(actor), params.classId, body, now),
    },
    {
      verb: 'post',
      path: '/api/classes/:classId/copy',
      action: 'class.copy',
      does: 'Copies a class without students, work and scores; assignments become drafts.',
      params: classParams,
      body: copyBody,
      status: 201,
      handle: async ({ actor, params, body, now }: Ask<OneClass, CopyRequest>) =>
        byId(await classCopies.copy(asTeacher(actor), params.classId, body, now)),
    },
    {
      verb: 'delete',
      path: '/api/classes/:classId/teachers/:teacherId',
      action: 'coTeacher.edit',
      does: 'A co-teacher leaves the class or is taken out of it; never the owner.',
      params: teacherParams,
      handle: ({ actor, params }: Ask<OneClass & { teacherId: string }>) =>
        classes.removeTeacher(asTeacher(actor), params.classId, params.teacherId),
    },
    {
      verb: 'post',
      path: '/api/classes/:classId/teachers/:teacherId/owner',
      action: 'class.handOver',
      does: 'Hands the class over to a co-teacher.',
      params: teacherParams,
      handle: ({ actor, params }: Ask<OneClass & { teacherId: string }>) =>
        classes.handOver(asTeacher(actor), params.classId, params.teacherId),
    },
    {
      verb: 'get',
      path: '/api/calendars',
      action: 'calendar.look',
      does: 'The school calendars that your classes go by.',
      handle: ({ actor }: Ask) => calendars.list(asTeacher(actor)),
    },
    {
      verb: 'post',
      path: '/api/calendars',
      action: 'calendar.edit',
      does: 'A calendar of its own for one class.',
      body: newCalendarBody,
      status: 201,
      handle: ({ actor, body, now }: Ask<object, CalendarRequest & { classId: string }>) => calendars.create(asTeacher(actor), body, now),
    },
    {
      verb: 'post',
      path: '/api/calendars/closures',
      action: 'calendar.edit',
      does: 'Reads days off from the text of an .ics file; nothing is stored.',
      body: icsBody,
      handle: ({ body }: Ask<object, { text: string }>) => readClosures(body.text),
    },
    {
      verb: 'post',
      path: '/api/calendars/:calendarId/preview',
      action: 'calendar.look',
      does: 'Which dates a change of the calendar touches; nothing is stored.',
      params: calendarParams,
      body: calendarBody,
      handle: ({ actor, params, body, now }: Ask<OneCalendar, CalendarChange>) =>
        calendars.preview(asTeacher(actor), params.calendarId, body, now),
    },
    {
      verb: 'put',
      path: '/api/calendars/:calendarId',
      action: 'calendar.edit',
      does: 'Changes a calendar; carries the version that was seen.',
      params: calendarParams,
      body: calendarBody,
      handle: ({ actor, params, body, now }: Ask<OneCalendar, CalendarChange>) =>
        calendars.change(asTeacher(actor), params.calendarId, body, now),
    },
    {
      verb: 'post',
      path: '/api/calendars/:calendarId/proposals',
      action: 'calendar.edit',
      does: 'Proposes a change of a calendar by which others teach too.',
      params: calendarParams,
      body: proposalBody,
      status: 201,
      handle: ({ actor, params, body, now }: Ask<OneCalendar, CalendarProposalRequest>) =>
        calendars.propose(asTeacher(actor), params.calendarId, body, now),
    },
    {
      verb: 'post',
      path: '/api/calendar-changes/:changeId/answer',
      action: 'calendar.edit',
      does: 'Says yes or no to a proposed change; it is made once a teacher of each class has agreed.',
      params: calendarChangeParams,
      body: calendarAnswerBody,
      handle: ({ actor, params, body, now }: Ask<OneChange, CalendarAnswer>) =>
        calendars.answer(asTeacher(actor), params.changeId, body, now),
    },
    {
      verb: 'delete',
      path: '/api/calendar-changes/:changeId',
      action: 'calendar.edit',
      does: 'Takes back a change that you have proposed.',
      params: calendarChangeParams,
      handle: ({ actor, params }: Ask<OneChange>) => calendars.withdraw(asTeacher(actor), params.changeId),
    },
    {
      verb: 'post',
      path: '/api/calendar-changes/:changeId/undo',
      action: 'calendar.edit',
      does: 'Undoes the last change of a calendar.',
      params: calendarChangeParams,
      handle: ({ actor, params, now }: Ask<OneChange>) => calendars.undo(asTeacher(actor), params.changeId, now),
    },
  ];
}
