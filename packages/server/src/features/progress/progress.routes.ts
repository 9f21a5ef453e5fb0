import { asStudent } from '../../http/as-role';
import type { Ask, Route } from '../../http/route';
import type { Services } from '../../wiring';
import { classParams } from '../classes/classes.schema';
import { memberParams } from '../roster/roster.schema';

export const progressRoutes = ({ progress }: Pick<Services, 'progress'>): Route[] => [
  {
    verb: 'get',
    path: '/api/classes/:classId/progress',
    action: 'progress.look',
    does: "Each student's pieces missing, coming, waiting and returned, and points so far.",
    params: classParams,
    handle: ({ actor, params, now }: Ask<{ classId: string }>) => progress.ofClass(actor, params.classId, now),
  },
  {
    verb: 'get',
    path: '/api/classes/:classId/progress/:studentId',
    action: 'progress.look',
    does: "One student's pieces in a class.",
    params: memberParams,
    handle: ({ actor, params, now }: Ask<{ classId: string; studentId: string }>) => progress.ofStudent(actor, params.classId, params.studentId, now),
  },
  {
    verb: 'get',
    path: '/api/my/progress',
    action: 'ownProgress.look',
    does: 'Where you stand in each of your classes.',
    handle: ({ actor, now }: Ask) => progress.own(asStudent(actor), now),
  },
];
