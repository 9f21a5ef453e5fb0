import { may } from '@jolly/core';
import { Router, type Request, type RequestHandler } from 'express';
import type { ObjectSchema } from 'joi';
import { actorOf, requireCsrf } from './session';
import { tableOf, tableOptions } from '../files/take-table';
import { Problem } from './problem';
import type { Limit, Route } from './route';

// Decided once: texts are trimmed and lowered as the schema says; numbers and booleans of a body are strict.
function check(schema: ObjectSchema | undefined, value: unknown, where: 'params' | 'query' | 'body'): unknown {
  if (!schema) return value;
  const { error, value: checked } = schema.validate(value ?? {}, { abortEarly: false, errors: { wrap: { label: '“”' } } });
  if (!error) return checked;
  // An id that cannot be one is an unknown thing to whoever followed a link.
  if (where === 'params') throw new Problem('thing.unknown');
  throw new Problem('request.malformed', {
    errors: error.details.map((detail) => ({ path: detail.path.join('.'), message: `${detail.message}.` })),
  });
}

const UNSAFE = new Set(['post', 'put', 'patch', 'delete']);

/** An Express router made from route tables. The order for each: permission, forgery, limit, form, handler. */
export function registerRoutes(
  routes: readonly Route[],
  edge: { now: () => number; takeFile: RequestHandler; takeTable: RequestHandler; limits: Record<Limit, RequestHandler> },
): Router {
  const router = Router();
  for (const route of routes) {
    const before: RequestHandler[] = [
      (req, _res, next) => {
        const answer = may(actorOf(req), route.action);
        if (answer === 'signIn') throw new Problem('session.needed');
        // In another tab the same browser looks at a class as its practice student.
        if (answer === 'role') throw new Problem(req.session?.practice ? 'session.practice' : 'access.role');
        if (req.session?.mustChange && !/^(session|account|server)\./.test(route.action)) throw new Problem('account.newPasswordNeeded');
        if (UNSAFE.has(route.verb)) requireCsrf(req);
        next();
      },
    ];
    if (route.limit) before.push(edge.limits[route.limit]);
    if (route.takesFile) before.push(edge.takeFile);
    if (route.takesTable) before.push(edge.takeTable);
    router[route.verb](route.path, ...before, async (req: Request, res) => {
      const key = req.get('idempotency-key') ?? null;
      if (key !== null && !/^[\w-]{8,64}$/.test(key))
        throw new Problem('request.malformed', { errors: [{ path: 'Idempotency-Key', message: 'must be 8 to 64 letters, digits or dashes.' }] });
      const reply = await route.handle({
        actor: actorOf(req),
        params: check(route.params, req.params, 'params'),
        query: check(route.query, req.query, 'query'),
        body: route.takesFile ? undefined : check(route.body, route.takesTable ? tableOptions(req) : req.body, 'body'),
        table: route.takesTable ? tableOf(req) : null,
        now: edge.now(),
        idempotencyKey: key,
        req,
        res,
      });
      if (route.repliesItself) return;
      if (reply === undefined) res.status(204).end();
      else res.status(route.status ?? 200).json(reply);
    });
  }
  return router;
}
