import Joi from 'joi';
import type { Route } from '../../http/route';
import type { FindService } from './find.service';

const findQuery = Joi.object({ q: Joi.string().trim().min(1).max(100).required() });

export const findRoutes = ({ find }: { find: FindService }): Route[] => [
  {
    route: 'GET /api/find',
    action: 'find.ask',
    does: 'Finds what is one’s own by a part of its name: classes, students, work, handouts, the shelf, kept questions, groups, units, aims, reports; work by words of its instructions too.',
    query: findQuery,
    handle: ({ actor, query, now }) => find.find(actor, query.q, now),
  },
];
