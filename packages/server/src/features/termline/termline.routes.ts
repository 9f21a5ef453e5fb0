import type { Route } from '../../http/route';
import type { TermLineService } from './termline.service';

export const termLineRoutes = ({ termLine }: { termLine: TermLineService }): Route[] => [
  {
    route: 'GET /api/term-line',
    action: 'termLine.look',
    does: 'Your classes with their terms, and every due date as a square.',
    handle: ({ actor, now }) => termLine.of(actor, now),
  },
];
