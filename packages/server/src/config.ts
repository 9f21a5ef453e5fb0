import Joi from 'joi';
import { join, resolve } from 'node:path';
import type { DatabaseSettings } from './db/connect';

/** What the server is told by its surroundings, checked at start. The table is in docs/configuration.md. */
export interface Config {
  port: number;
  host: string;
  dataFolder: string;
  dbPort: number;
  dbHost: string;
  dbUser: string;
  dbName: string;
  dbPassword: string;
  sessionSecret: string;
  secure: boolean;
  trustProxy: number;
  zone: string;
  /** where people reach this server, for the links in mails and on cards; no slash at the end */
  address: string;
  /** the school's mail server, smtp://…; null: the stand-in that ships with us */
  smtp: string | null;
  smtpPort: number;
  mailFrom: string;
  /** a fixed clock for tests and pictures; null is the real one */
  now: number | null;
  /** the program that makes PDFs of reports */
  chromium: string;
  webFolder: string;
  logLevel: string;
}

const schema = Joi.object({
  JOLLY_PORT: Joi.number().port().default(4700),
  JOLLY_HOST: Joi.string().ip().default('127.0.0.1'),
  JOLLY_DATA: Joi.string().default('.data/real'),
  JOLLY_DB_PORT: Joi.number().port().default(4701),
  JOLLY_DB_HOST: Joi.string().default('127.0.0.1'),
  JOLLY_DB_USER: Joi.string().default('jolly'),
  JOLLY_DB_NAME: Joi.string().pattern(/^\w+$/).default('jolly'),
  JOLLY_DB_PASSWORD: Joi.string().required(),
  JOLLY_SESSION_SECRET: Joi.string().min(16).required(),
  JOLLY_SECURE: Joi.boolean(),
  JOLLY_TRUST_PROXY: Joi.number().integer().min(0).max(5).default(0),
  JOLLY_ZONE: Joi.string().default(Intl.DateTimeFormat().resolvedOptions().timeZone),
  JOLLY_ADDRESS: Joi.string().uri({ scheme: ['http', 'https'] }),
  JOLLY_SMTP: Joi.string().uri({ scheme: ['smtp', 'smtps'] }),
  JOLLY_SMTP_PORT: Joi.number().port().default(4702),
  JOLLY_MAIL_FROM: Joi.string().default('Jolly Compass <post@jolly.localhost>'),
  JOLLY_CHROMIUM: Joi.string().default('chromium-headless-shell'),
  JOLLY_NOW: Joi.date().iso(),
  JOLLY_LOG: Joi.valid('silent', 'error', 'warn', 'info', 'debug').default('info'),
}).unknown(true);

/** Where its database is. */
export const databaseOf = (config: Config): DatabaseSettings => ({
  host: config.dbHost,
  port: config.dbPort,
  user: config.dbUser,
  password: config.dbPassword,
  database: config.dbName,
});

/** @throws an Error whose message names every variable that is wrong, a line each */
export function readConfig(environment: NodeJS.ProcessEnv): Config {
  const { error, value } = schema.validate(environment, { abortEarly: false });
  if (error) throw new Error(error.details.map((detail) => detail.message).join('\n'));
  return {
    port: value.JOLLY_PORT,
    host: value.JOLLY_HOST,
    dataFolder: resolve(value.JOLLY_DATA),
    dbPort: value.JOLLY_DB_PORT,
    dbHost: value.JOLLY_DB_HOST,
    dbUser: value.JOLLY_DB_USER,
    dbName: value.JOLLY_DB_NAME,
    dbPassword: value.JOLLY_DB_PASSWORD,
    sessionSecret: value.JOLLY_SESSION_SECRET,
    // Behind https cookies go over https only, unless somebody says otherwise.
    secure: value.JOLLY_SECURE ?? String(value.JOLLY_ADDRESS ?? '').startsWith('https:'),
    trustProxy: value.JOLLY_TRUST_PROXY,
    zone: value.JOLLY_ZONE,
    address: (value.JOLLY_ADDRESS ?? `http://127.0.0.1:${value.JOLLY_PORT}`).replace(/\/+$/, ''),
    smtp: value.JOLLY_SMTP ?? null,
    smtpPort: value.JOLLY_SMTP_PORT,
    mailFrom: value.JOLLY_MAIL_FROM,
    now: value.JOLLY_NOW ? (value.JOLLY_NOW as Date).getTime() : null,
    chromium: value.JOLLY_CHROMIUM,
    webFolder: resolve(join(__dirname, '../../web/dist')),
    logLevel: value.JOLLY_LOG,
  };
}
