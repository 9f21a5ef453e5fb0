import Joi from 'joi';
import type { Ask, Route } from '../../http/route';
import type { Services } from '../../wiring';

const findQuery = Joi.object({ q: Joi.string().trim().min(1).max(100).required() });

export const findRoutes = ({ find }: Pick<Services, 'find'>): Route[] => [
  {
    verb: 'get',
    path: '/api/find',
    action: 'find.ask',
    does: 'Finds classes, students and assignments by a part of their name.',
    query: findQuery,
    handle: ({ actor, query, now }: Ask<object, unknown, { q: string }>) => find.find(actor, query.q, now),
  },
];
