import compression from 'compression';
import express, { type Express } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import { existsSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { PAGE_FONTS } from './files/page-fonts';
import { LARGEST_ARCHIVE } from './features/archive/archive-format';
import { takeFile } from './files/take-file';
import { takeTable } from './files/take-table';
import { arrivalLimit, timeToArrive } from './http/arrival-limit';
import { errorHandler, unknownRoute } from './http/error-handler';
import { loggedError } from './http/log';
import { jsonBody } from './http/json-body';
import { byKey } from './http/key';
import { guessLimits } from './http/limits';
import { registerRoutes } from './http/register';
import type { AnyRoute } from './http/route';
import { sessions } from './http/session';
import { ownOriginOnly } from './http/csrf';
import { allRoutes } from './routes';
import type { Services } from './wiring';

export interface AppSettings {
  services: Services;
  now: () => number;
  sessionSecret: string;
  /** cookies only over https */
  secure: boolean;
  trustProxy: number;
  /** however much a session is used, one signs in again after so many days */
  sessionDays: number;
  signInTries: number;
  joinTries: number;
  mailTries: number;
  /** lets time pass, for answers that are slowed down */
  pause: (ms: number) => Promise<void>;
  /** where people reach this server */
  address: string;
  /** folder of the built web application; left out in tests of the API */
  webFolder?: string;
  /** hears of every reply; the tests compare it with the API's description */
  hear?: (route: AnyRoute, reply: unknown) => void;
  logger: Logger;
}

const API_CSS =
  'body{font:16px/1.5 sans-serif;max-width:72rem;margin:2rem auto;padding:0 1rem;color:#14262e;background:#fffefb}table{border-collapse:collapse;width:100%}td,th{border-bottom:1px solid #dcd8cc;text-align:start;vertical-align:top;padding:.4rem .6rem}pre{overflow:auto}';

const PACKED = { enableBrotli: true, orderPreference: ['br', 'gzip'], index: false };

/** The whole server but the listening: edge first, then the route tables, the error handler last. */
export function createApp(settings: AppSettings): { app: Express; stop: () => void } {
  const { services, webFolder } = settings;
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', settings.trustProxy);
  app.use(arrivalLimit(timeToArrive));
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          workerSrc: ["'self'"],
          // The component library and the editor set style attributes and add style elements at run time.
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          mediaSrc: ["'self'", 'blob:'],
          connectSrc: ["'self'"],
          manifestSrc: ["'self'"],
          frameAncestors: ["'none'"],
          formAction: ["'self'"],
          baseUri: ["'none'"],
        },
      },
      strictTransportSecurity: settings.secure,
      referrerPolicy: { policy: 'same-origin' },
    }),
  );
  app.use(
    pinoHttp({
      logger: settings.logger,
      genReqId: () => randomUUID(),
      // Neither words nor passwords: method, path and status are enough to find what happened.
      serializers: {
        err: loggedError,
        req: (req: { id: string; method: string; url: string }) => ({
          id: req.id,
          method: req.method,
          path: req.url.split('?')[0]!.replace(/^\/(calendar|feed)\/.*/, '/$1/…'),
        }),
        res: (res: { statusCode: number }) => ({ status: res.statusCode }),
      },
      customLogLevel: (_req, res) => (res.statusCode >= 500 ? 'error' : 'debug'),
    }),
  );
  app.use((_req, res, next) => {
    res.on('finish', () => services.counters.requests.set(res.statusCode, (services.counters.requests.get(res.statusCode) ?? 0) + 1));
    next();
  });
  app.get('/report-fonts/:name', (req, res, next) => {
    const font = PAGE_FONTS[req.params.name];
    if (font) res.sendFile(require.resolve(font), { maxAge: '1y', immutable: true });
    else next();
  });
  app.get('/api.css', (_req, res) => void res.type('css').send(API_CSS));
  const session = sessions(services.sequelize, {
    secret: settings.sessionSecret,
    secure: settings.secure,
    now: settings.now,
    sessionDays: settings.sessionDays,
  });
  const api = registerRoutes(allRoutes(services), {
    now: settings.now,
    takeFile: takeFile(services.fileStore),
    takeArchive: takeFile(services.fileStore, LARGEST_ARCHIVE),
    takeTable: takeTable(),
    json: jsonBody(),
    limits: guessLimits({ ...settings, sequelize: services.sequelize, accountOf: services.signIn.accountOf }),
    requireOwnOrigin: ownOriginOnly(settings.address),
    hear: settings.hear ?? (() => undefined),
    teaches: async (userId, classId) => (await services.classes.relationOf({ role: 'teacher', userId }, classId)) !== 'none',
  });
  const withKey = byKey(services.keys.holder, settings.now);
  app.use('/api', withKey);
  app.use(
    ['/api', '/health', '/metrics'],
    (req, res, next) => (req.keyHolder ? next() : session.middleware(req, res, next)),
    (_req, res, next) => {
      res.set('Cache-Control', 'no-store');
      next();
    },
  );
  app.use(api);
  app.use('/api', unknownRoute);
  if (webFolder && existsSync(join(webFolder, 'index.html'))) {
    // A school's line is slow in the first lesson: scripts and styles go out packed, as they were when built.
    app.use(compression());
    const forever = { immutable: true, maxAge: '1y' } as const;
    app.use('/assets', expressStaticGzip(join(webFolder, 'assets'), { ...PACKED, serveStatic: forever }), unknownRoute);
    app.use(express.static(webFolder, { index: false }));
    // Any other address is a page of the web application; it decides what to show.
    app.get('/{*page}', (_req, res) => res.set('Cache-Control', 'no-cache').sendFile(join(webFolder, 'index.html')));
  }
  app.use(unknownRoute);
  app.use(errorHandler);
  return { app, stop: session.stop };
}
