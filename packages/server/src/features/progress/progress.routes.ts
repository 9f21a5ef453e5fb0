import { asStudent, asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { ProgressService } from './progress.service';
import { progressQuery, termQuery } from './progress.schema';
import { classParams, memberParams } from '../../forms/params';

export const progressRoutes = ({ progress }: { progress: ProgressService }): Route[] => [
  {
    route: 'GET /api/classes/:classId/progress',
    action: 'progress.look',
    does: 'Where everybody in a class stands: in a term or the year, and what changed between two moments or terms.',
    params: classParams,
    query: progressQuery,
    handle: ({ actor, params, query, now }) => progress.ofClass(asTeacher(actor), params.classId, query, now),
  },
  {
    route: 'GET /api/classes/:classId/progress/:studentId',
    action: 'progress.look',
    does: "One student's progress in a class: total, forecast, next best steps and every piece.",
    params: memberParams,
    query: termQuery,
    handle: ({ actor, params, query, now }) => progress.ofStudent(asTeacher(actor), params.classId, params.studentId, query, now),
  },
  {
    route: 'GET /api/my/progress',
    action: 'ownProgress.look',
    does: 'Where you stand in each of your classes.',
    query: termQuery,
    handle: ({ actor, query, now }) => progress.own(asStudent(actor), query, now),
  },
];
