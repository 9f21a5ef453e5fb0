import type { Ask, Route } from '../../http/route';
import type { TermLineService } from './termline.service';

export const termLineRoutes = ({ termLine }: { termLine: TermLineService }): Route[] => [
  {
    verb: 'get',
    path: '/api/term-line',
    action: 'termLine.look',
    does: 'Your classes with their terms, and every due date as a square.',
    handle: ({ actor, now }: Ask) => termLine.of(actor, now),
  },
];
