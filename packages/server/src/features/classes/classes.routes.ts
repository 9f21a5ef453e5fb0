import type { ClassReply, ClassRequest } from '../../contract';
import { asTeacher } from '../../http/as-role';
import type { Ask, Route } from '../../http/route';
import type { Services } from '../../wiring';
import { classParams, editClassBody, newClassBody } from './classes.schema';
import type { SchoolClass } from './classes.service';

type OneClass = { classId: string };

export function classRoutes({ classes, roster }: Pick<Services, 'classes' | 'roster'>): Route[] {
  const replies = async (found: SchoolClass[]): Promise<ClassReply[]> => {
    const ids = found.map((one) => one.id);
    const [teachers, counts] = await Promise.all([classes.teachersOf(ids), roster.countOf(ids)]);
    return found.map(({ calendarId: _, ...one }) => ({ ...one, teachers: teachers.get(one.id) ?? [], students: counts.get(one.id) ?? 0 }));
  };
  return [
    {
      verb: 'get',
      path: '/api/classes',
      action: 'class.list',
      does: 'The classes you teach.',
      handle: async ({ actor }: Ask) => replies(await classes.load(await classes.taughtBy(asTeacher(actor).userId))),
    },
    {
      verb: 'post',
      path: '/api/classes',
      action: 'class.create',
      does: 'Makes a class; only the name is required.',
      body: newClassBody,
      status: 201,
      handle: async ({ actor, body, now }: Ask<object, ClassRequest>) => {
        return (await replies(await classes.load([await classes.create(asTeacher(actor), body, now)])))[0];
      },
    },
    {
      verb: 'get',
      path: '/api/classes/:classId',
      action: 'class.look',
      does: 'One class.',
      params: classParams,
      handle: async ({ actor, params }: Ask<OneClass>) => (await replies([await classes.forTeacher(actor, 'class.look', params.classId)]))[0],
    },
    {
      verb: 'patch',
      path: '/api/classes/:classId',
      action: 'class.edit',
      does: 'Changes a class; carries the version that was seen.',
      params: classParams,
      body: editClassBody,
      handle: async ({ actor, params, body }: Ask<OneClass, Partial<ClassRequest> & { version: number }>) => (await replies([await classes.edit(actor, params.classId, body)]))[0],
    },
    {
      verb: 'post',
      path: '/api/classes/:classId/join-code',
      action: 'joinCode.renew',
      does: 'Replaces the join code; the old one stops working.',
      params: classParams,
      handle: ({ actor, params }: Ask<OneClass>) => classes.renewJoinCode(actor, params.classId),
    },
  ];
}
