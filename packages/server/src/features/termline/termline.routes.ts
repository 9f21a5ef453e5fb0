import type { Ask, Route } from '../../http/route';
import type { Services } from '../../wiring';

export const termLineRoutes = ({ termLine }: Pick<Services, 'termLine'>): Route[] => [
  {
    verb: 'get',
    path: '/api/term-line',
    action: 'termLine.look',
    does: 'Your classes with their terms, and every due date as a square.',
    handle: ({ actor, now }: Ask) => termLine.of(actor, now),
  },
];
