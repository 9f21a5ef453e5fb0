import { asTeacher } from '../../http/as-role';
import type { Route } from '../../http/route';
import type { TodayService } from './today.service';

export const todayRoutes = ({ today }: { today: TodayService }): Route[] => [
  {
    route: 'GET /api/today',
    action: 'today.look',
    does: 'What waits on you, what waits on students, what is coming.',
    handle: ({ actor, now }) => today.of(asTeacher(actor), now),
  },
  {
    route: 'GET /api/first-steps',
    action: 'today.look',
    does: 'Your classes in which something is still missing before the first lesson.',
    handle: ({ actor, now }) => today.firstSteps(asTeacher(actor), now),
  },
];
