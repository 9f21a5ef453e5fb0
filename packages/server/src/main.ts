import { createApp } from './app';
import { readConfig } from './config';
import { standInServer } from './features/mail/stand-in';
import { makeLogger } from './http/log';
import { openInstallation } from './open';
import { runScheduledJobs } from './scheduled-jobs';

const ROUND_EVERY_MS = 1000;
const LIVE_EVERY_MS = 500;
const CHECK_EVERY_MS = 2000;
const BEAT_EVERY_MS = 20_000;
/** Longer than a web server before it keeps a line open (mostly 60 s): else it sends into one that is just being closed. */
const IDLE_LINE_MS = 65_000;

/** Serves until it is told to stop; then finishes what is under way and closes the database. */
async function main(): Promise<void> {
  const config = readConfig(process.env);
  const logger = makeLogger(config.logLevel);
  for (const event of ['uncaughtException', 'unhandledRejection'] as const) {
    process.on(event, (error: unknown) => {
      logger.fatal({ err: error }, event);
      process.exit(1);
    });
  }
  const { sequelize, services } = await openInstallation(config);
  const fixed = config.now;
  const now = fixed === null ? () => Date.now() : () => fixed;
  const { app, stop } = createApp({
    ...config,
    services,
    logger,
    now,
    sessionDays: 7,
    signInTries: 10,
    joinTries: 30,
    mailTries: 10,
    pause: (ms) => new Promise((over) => setTimeout(over, ms)),
  });
  const standIn = config.smtp === null ? standInServer(sequelize, now) : null;
  await standIn?.listen(config.smtpPort).catch(() => {
    throw new Error(`Port ${config.smtpPort} is taken by something else. Set JOLLY_SMTP_PORT to another one.`);
  });
  let going = Promise.resolve();
  const clock = setInterval(() => {
    // One round at a time; a round that fails is logged and the next one tries again.
    going = going.then(() => runScheduledJobs(services, now())).catch((error: unknown) => logger.error({ err: error }, 'round'));
  }, ROUND_EVERY_MS);
  // Whoever looks on has a change on the page within a second, whichever server it was made at: half of it is for asking, the rest for the way and for reading it anew.
  let polling = false;
  const viewpoint = setInterval(() => {
    if (polling) return;
    polling = true;
    services.live
      .poll()
      .catch((error: unknown) => logger.error({ err: error }, 'live'))
      .finally(() => (polling = false));
  }, LIVE_EVERY_MS);
  // Reports may take minutes: they have a clock of their own, so that no mail waits for one.
  // A live page ends with the session, or with teaching the class, whichever server that happened at.
  const guard = setInterval(
    () => void services.streams.check().catch((error: unknown) => logger.error({ err: error }, 'streams')),
    CHECK_EVERY_MS,
  );
  let making = Promise.resolve();
  const press = setInterval(() => {
    making = making
      .then(() => services.reportJobs.work(now()))
      .then(
        () => undefined,
        (error: unknown) => logger.error({ err: error }, 'report'),
      );
  }, ROUND_EVERY_MS);
  // An archive may take long too, and no report waits for one.
  let archiving = false;
  const attic = setInterval(() => {
    if (archiving) return;
    archiving = true;
    services.archiveJobs
      .work(now())
      .catch((error: unknown) => logger.error({ err: error }, 'archive'))
      .finally(() => (archiving = false));
  }, ROUND_EVERY_MS);
  const pulse = setInterval(() => services.live.beat(), BEAT_EVERY_MS);
  const server = app.listen(config.port, config.host, (error) => {
    if (error) {
      process.stderr.write(`Port ${config.port} is taken by something else. Set JOLLY_PORT to another one.\n`);
      process.exit(1);
    }
    process.send?.('ready');
    logger.info({ port: config.port }, 'serving');
  });
  // How long a request may take to arrive is decided by what it is (http/arrival-limit.ts).
  server.requestTimeout = 0;
  server.keepAliveTimeout = IDLE_LINE_MS;
  const close = () => {
    stop();
    for (const timer of [clock, viewpoint, press, attic, pulse, guard]) clearInterval(timer);
    const rest = async () => {
      await going;
      await standIn?.close();
      await sequelize.close();
      process.exit(0);
    };
    server.close(() => void rest());
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), 3000).unref();
  };
  process.once('SIGTERM', close);
  process.once('SIGINT', close);
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
