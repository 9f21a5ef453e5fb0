import { asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { GroupsService } from './groups.service';
import type { DateChangesService } from '../news/date-changes.service';
import { changeGroupingBody, groupingBody, groupingParams } from './groups.schema';
import { classParams } from '../../forms/params';

export const groupRoutes = ({ groups, dateChanges }: { groups: GroupsService; dateChanges: DateChangesService }): Route[] => [
  {
    route: 'GET /api/classes/:classId/groupings',
    action: 'group.look',
    does: 'The groups of a class, as they were made.',
    params: classParams,
    handle: ({ actor, params, now }) => groups.list(actor, params.classId, now),
  },
  {
    route: 'POST /api/classes/:classId/groupings',
    action: 'group.edit',
    does: 'Makes groups, kept or until a day.',
    params: classParams,
    body: groupingBody,
    status: 201,
    handle: ({ actor, params, body, now }) => groups.make(actor, params.classId, body, now),
  },
  {
    route: 'PUT /api/classes/:classId/groupings/:groupingId',
    action: 'group.edit',
    does: 'Changes groups as a whole; carries the version that was seen.',
    params: groupingParams,
    body: changeGroupingBody,
    // Who comes into a group or leaves it may have other dates now.
    handle: ({ actor, params, body, now }) =>
      dateChanges.aroundClasses({ by: asTeacher(actor).userId, classIds: [params.classId], now }, () =>
        groups.change(actor, params.classId, params.groupingId, body, now),
      ),
  },
  {
    route: 'DELETE /api/classes/:classId/groupings/:groupingId',
    action: 'group.edit',
    does: 'Dissolves groups; the students stay.',
    params: groupingParams,
    handle: ({ actor, params, now }) => groups.remove(actor, params.classId, params.groupingId, now),
  },
];
