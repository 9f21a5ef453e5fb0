import { may } from '@jolly/core';
import { Router, type Request, type RequestHandler, type Response } from 'express';
import type { Schema as FormSchema } from 'joi';
import { actorOf, leavePractice } from './session';
import { requireCsrf } from './csrf';
import { tableOf, tableOptions } from '../files/take-table';
import type { JsonBody } from './json-body';
import { requireKeyScope } from './key';
import type { Limits } from './limits';
import { fieldProblem } from './field-problems';
import { Problem } from './problem';
import { CHECKED, fieldProblemsOf } from './sentences';
import { speaking } from '../words';
import { languageOf } from './language';
import { type AnyRoute, placeOf, UNSAFE } from './route';

// Decided once: texts are trimmed and lowered as the schema says; numbers and booleans of a body are strict.
function check(schema: FormSchema | undefined, value: unknown, where: 'params' | 'query' | 'body'): unknown {
  if (!schema) return value;
  const { error, value: checked } = schema.validate(value ?? {}, CHECKED);
  if (!error) return checked;
  // An id that cannot be one is an unknown thing to whoever followed a link.
  if (where === 'params') throw new Problem('thing.unknown');
  throw new Problem('request.malformed', { errors: fieldProblemsOf(error) });
}

/** Does something; a failure of it is handed on after `failed` has heard of it. */
async function attempt(work: () => unknown, failed: () => Promise<unknown>): Promise<unknown> {
  try {
    return await work();
  } catch (error) {
    await failed();
    throw error;
  }
}

/** An Express router made from route tables. The order for each: permission, forgery, body, form, limit, handler. */
export function registerRoutes(
  routes: readonly AnyRoute[],
  edge: {
    now: () => number;
    takeFile: RequestHandler;
    takeArchive: RequestHandler;
    takeTable: RequestHandler;
    json: JsonBody;
    limits: Limits;
    requireOwnOrigin: (req: Request) => void;
    teaches: (userId: string, classId: string) => Promise<boolean>;
    /** hears of every reply before it is sent; the tests compare it with the API's description */
    hear: (route: AnyRoute, reply: unknown) => void;
  },
): Router {
  const router = Router();
  for (const route of routes) {
    const { verb, path } = placeOf(route);
    const before: RequestHandler[] = [
      async (req, _res, next) => {
        const { practice } = req.session ?? {};
        if (practice && !(await edge.teaches(practice.teacherId, practice.classId))) {
          leavePractice(req);
          if (route.action !== 'session.look' && route.action !== 'practice.leave') throw new Problem('session.practiceOver');
        }
        const answer = may(actorOf(req), route.action);
        if (answer === 'signIn') throw new Problem('session.needed');
        // In another tab the same browser looks at a class as its practice student.
        if (answer === 'role') throw new Problem(req.session?.practice ? 'session.practice' : 'access.role');
        if (req.session?.mustChange && !/^(session|account|server)\./.test(route.action)) throw new Problem('account.newPasswordNeeded');
        requireKeyScope(req, route.action, verb);
        if (UNSAFE.has(verb) && !req.keyHolder) {
          edge.requireOwnOrigin(req);
          requireCsrf(req);
        }
        next();
      },
    ];
    if (route.takesFile) before.push(route.takesFile === 'archive' ? edge.takeArchive : edge.takeFile);
    if (route.takesTable) before.push(edge.takeTable);
    if (route.body && !route.takesTable)
      before.push((req, res, next) => (actorOf(req).role === 'anonymous' ? edge.json.anonymous : edge.json.signedIn)(req, res, next));
    const serve = async (req: Request, res: Response) => {
      const key = req.get('idempotency-key') ?? null;
      if (key !== null && !/^[\w-]{8,64}$/.test(key))
        throw new Problem('request.malformed', { errors: [fieldProblem('Idempotency-Key', 'idempotencyKey')] });
      const now = edge.now();
      const asked = {
        actor: actorOf(req),
        params: check(route.params, req.params, 'params'),
        query: check(route.query, req.query, 'query'),
        body: route.takesFile ? undefined : check(route.body, route.takesTable ? tableOptions(req) : req.body, 'body'),
        table: route.takesTable ? tableOf(req) : null,
        now,
        idempotencyKey: key,
        req,
        res,
      };
      const tried = route.limit ? await edge.limits.begin(route.limit, req, now) : null;
      const reply = await attempt(
        () => route.handle(asked),
        async () => route.limit && edge.limits.failed(route.limit, req, now),
      );
      await tried?.succeeded();
      if (route.repliesItself) return;
      edge.hear(route, reply);
      if (reply === undefined) res.status(204).end();
      else res.status(route.status ?? 200).json(reply);
    };
    // What is read before loses the context of the request, so it begins here.
    router[verb](path, ...before, (req: Request, res: Response) => speaking(languageOf(req), () => serve(req, res)));
  }
  return router;
}
