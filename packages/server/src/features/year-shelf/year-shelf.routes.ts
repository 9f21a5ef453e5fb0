import { assignmentParams, classParams } from '../../forms/params';
import { asStudent, asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import { handoutParams, yearShelfBody } from './year-shelf.schema';
import type { YearShelfService } from './year-shelf.service';

export const yearShelfRoutes = ({ yearShelf }: { yearShelf: YearShelfService }): Route[] => [
  {
    route: 'GET /api/classes/:classId/year-shelf',
    action: 'class.look',
    does: 'Handouts that stay at hand the whole year, in order, with how many have opened each.',
    params: classParams,
    handle: ({ actor, params, now }) => yearShelf.of(asTeacher(actor), params.classId, now),
  },
  {
    route: 'PUT /api/classes/:classId/year-shelf',
    action: 'class.edit',
    does: 'Stores the whole shelf in its order; carries the version that was seen.',
    params: classParams,
    body: yearShelfBody,
    handle: ({ actor, params, body, now }) => yearShelf.set(asTeacher(actor), params.classId, body, now),
  },
  {
    route: 'GET /api/classes/:classId/handouts/:assignmentId/opened',
    action: 'class.look',
    does: 'Who has opened a handout, and when first.',
    params: handoutParams,
    handle: ({ actor, params, now }) => yearShelf.openedBy(asTeacher(actor), params.classId, params.assignmentId, now),
  },
  {
    route: 'POST /api/my/handouts/:assignmentId/opened',
    action: 'ownWork.look',
    does: 'Notes that you have opened a handout; only the first time counts.',
    params: assignmentParams,
    handle: ({ actor, params, now }) => yearShelf.open(asStudent(actor), params.assignmentId, now),
  },
];
