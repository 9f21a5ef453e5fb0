import { asStudent, asTeacher } from '../../http/as-role';
import type { Ask, Route } from '../../http/route';
import type { ProgressService } from './progress.service';
import type { ProgressQuery } from '../../contract';
import { progressQuery, termQuery } from './progress.schema';
import { classParams, memberParams } from '../../forms/params';

export const progressRoutes = ({ progress }: { progress: ProgressService }): Route[] => [
  {
    verb: 'get',
    path: '/api/classes/:classId/progress',
    action: 'progress.look',
    does: 'Where everybody in a class stands: in a term or the year, and what changed between two moments or terms.',
    params: classParams,
    query: progressQuery,
    handle: ({ actor, params, query, now }: Ask<{ classId: string }, unknown, ProgressQuery>) =>
      progress.ofClass(asTeacher(actor), params.classId, query, now),
  },
  {
    verb: 'get',
    path: '/api/classes/:classId/progress/:studentId',
    action: 'progress.look',
    does: "One student's progress in a class: total, forecast, next best steps and every piece.",
    params: memberParams,
    query: termQuery,
    handle: ({ actor, params, query, now }: Ask<{ classId: string; studentId: string }, unknown, Pick<ProgressQuery, 'term'>>) =>
      progress.ofStudent(asTeacher(actor), params.classId, params.studentId, query, now),
  },
  {
    verb: 'get',
    path: '/api/my/progress',
    action: 'ownProgress.look',
    does: 'Where you stand in each of your classes.',
    query: termQuery,
    handle: ({ actor, query, now }: Ask<object, unknown, Pick<ProgressQuery, 'term'>>) => progress.own(asStudent(actor), query, now),
  },
];
