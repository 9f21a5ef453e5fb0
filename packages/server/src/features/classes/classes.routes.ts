import type { ClassReply, SchemeReply } from '../../contract';
import { asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { ClassesService } from './classes.service';
import type { RosterService } from '../roster/roster.service';
import type { SchemeService } from './scheme.service';
import type { ClassCopyService } from './class-copy.service';
import { copyBody, editClassBody, joinCodeBody, newClassBody, putAwayBody, schemeBody, teacherParams, unitsBody } from './classes.schema';
import type { SchoolClass } from './classes.service';
import { classParams } from '../../forms/params';

export function classRoutes({
  classes,
  roster,
  schemes,
  classCopies,
}: {
  classes: ClassesService;
  roster: RosterService;
  schemes: SchemeService;
  classCopies: ClassCopyService;
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
      route: 'GET /api/classes',
      action: 'class.list',
      does: 'The classes you teach, those put away last.',
      handle: async ({ actor }) => {
        const found = await replies(await classes.load(await classes.taughtBy(asTeacher(actor).userId, { away: true })));
        return found.sort((a, b) => Number(a.putAwayAt !== null) - Number(b.putAwayAt !== null));
      },
    },
    {
      route: 'POST /api/classes',
      action: 'class.create',
      does: 'Makes a class; only the name is required.',
      body: newClassBody,
      status: 201,
      handle: async ({ actor, body, now }) => byId(await classes.create(asTeacher(actor), body, now)),
    },
    {
      route: 'GET /api/classes/:classId',
      action: 'class.look',
      does: 'One class.',
      params: classParams,
      handle: ({ actor, params }) => one(classes.forTeacher(actor, 'class.look', params.classId)),
    },
    {
      route: 'PATCH /api/classes/:classId',
      action: 'class.edit',
      does: 'Changes a class; carries the version that was seen.',
      params: classParams,
      body: editClassBody,
      handle: ({ actor, params, body }) => one(classes.edit(asTeacher(actor), params.classId, body)),
    },
    {
      route: 'POST /api/classes/:classId/away',
      action: 'class.putAway',
      does: 'Puts a class away, read-only, or brings it back.',
      params: classParams,
      body: putAwayBody,
      handle: ({ actor, params, body, now }) => one(classes.putAway(actor, params.classId, body.away, now)),
    },
    {
      route: 'POST /api/classes/:classId/join-code',
      action: 'joinCode.renew',
      does: 'Replaces the join code; the old one stops working.',
      params: classParams,
      handle: ({ actor, params }) => one(classes.renewJoinCode(actor, params.classId)),
    },
    {
      route: 'PUT /api/classes/:classId/join-code',
      action: 'joinCode.renew',
      does: 'Shuts the join code, opens it again, or sets until when it works.',
      params: classParams,
      body: joinCodeBody,
      handle: ({ actor, params, body }) => one(classes.setJoinCode(actor, params.classId, body)),
    },
    {
      route: 'GET /api/classes/:classId/scheme',
      action: 'class.look',
      does: 'The scheme of a class, and how many assignments are filed under each category.',
      params: classParams,
      handle: ({ actor, params }) => withFiled(schemes.filed(actor, params.classId)),
    },
    {
      route: 'PUT /api/classes/:classId/scheme',
      action: 'class.edit',
      does: 'Sets scheme, late rule and bearing settings; every figure follows at once.',
      params: classParams,
      body: schemeBody,
      handle: ({ actor, params, body }) => withFiled(schemes.set(actor, params.classId, body)),
    },
    {
      route: 'GET /api/classes/:classId/units',
      action: 'class.look',
      does: 'The units of a class in their order.',
      params: classParams,
      handle: async ({ actor, params }) => {
        await classes.forTeacher(actor, 'class.look', params.classId);
        return classes.unitsOf(params.classId);
      },
    },
    {
      route: 'PUT /api/classes/:classId/units',
      action: 'class.edit',
      does: 'Sets the units in their order; new ones come without an id.',
      params: classParams,
      body: unitsBody,
      handle: ({ actor, params, body }) => classes.setUnits(actor, params.classId, body),
    },
    {
      route: 'POST /api/classes/:classId/copy/preview',
      action: 'class.copy',
      does: 'What a copy would hold, with every date before and after.',
      params: classParams,
      body: copyBody,
      handle: ({ actor, params, body, now }) => classCopies.preview(asTeacher(actor), params.classId, body, now),
    },
    {
      route: 'POST /api/classes/:classId/copy',
      action: 'class.copy',
      does: 'Copies a class without students, work and scores; assignments become drafts.',
      params: classParams,
      body: copyBody,
      status: 201,
      handle: async ({ actor, params, body, now }) => byId(await classCopies.copy(asTeacher(actor), params.classId, body, now)),
    },
    {
      route: 'DELETE /api/classes/:classId/teachers/:teacherId',
      action: 'coTeacher.edit',
      does: 'A co-teacher leaves the class or is taken out of it; never the owner.',
      params: teacherParams,
      handle: ({ actor, params }) => classes.removeTeacher(asTeacher(actor), params.classId, params.teacherId),
    },
    {
      route: 'POST /api/classes/:classId/teachers/:teacherId/owner',
      action: 'class.handOver',
      does: 'Hands the class over to a co-teacher.',
      params: teacherParams,
      handle: ({ actor, params }) => classes.handOver(asTeacher(actor), params.classId, params.teacherId),
    },
  ];
}
