import { openApiOf, openApiPage } from '../../http/openapi';
import type { Route } from '../../http/route';
import type { Sequelize } from 'sequelize';

/** What the server counts of itself. */
export interface Counters {
  /** requests by status */
  requests: Map<number, number>;
}

/** The server about itself. `all` is asked late: the description covers these routes too. */
export const aboutRoutes = (
  { sequelize, counters }: { sequelize: Sequelize; counters: Counters },
  all: () => readonly Route[],
): Route[] => [
  {
    route: 'GET /api/openapi.json',
    action: 'server.look',
    does: 'This API as OpenAPI 3.1.',
    handle: () => openApiOf(all()),
  },
  {
    route: 'GET /api/docs',
    action: 'server.look',
    does: 'This API as a page to read.',
    repliesItself: true,
    handle: ({ res }) => void res.type('html').send(openApiPage(all())),
  },
  {
    route: 'GET /health',
    action: 'server.look',
    does: 'Whether the server and its database answer.',
    handle: async () => {
      await sequelize.query('SELECT 1');
      return { ok: true };
    },
  },
  {
    route: 'GET /metrics',
    action: 'server.look',
    does: 'Counters as Prometheus text.',
    repliesItself: true,
    handle: ({ res }) => {
      const lines = [
        '# TYPE jolly_requests_total counter',
        ...[...counters.requests].map(([status, count]) => `jolly_requests_total{status="${status}"} ${count}`),
        '# TYPE jolly_uptime_seconds gauge',
        `jolly_uptime_seconds ${Math.round(process.uptime())}`,
        '# TYPE jolly_resident_bytes gauge',
        `jolly_resident_bytes ${process.memoryUsage().rss}`,
      ];
      res.type('text/plain; version=0.0.4').send(`${lines.join('\n')}\n`);
    },
  },
];
