import { pino } from 'pino';
import { createApp } from './app';
import { readConfig } from './config';
import { openInstallation } from './open';

/** Serves until it is told to stop; then finishes what is under way and closes the database. */
async function main(): Promise<void> {
  const config = readConfig(process.env);
  const logger = pino({ level: config.logLevel });
  const { sequelize, services } = await openInstallation(config);
  const fixed = config.now;
  const { app, stop } = createApp({ ...config, services, logger, now: fixed === null ? () => Date.now() : () => fixed, signInTries: 10, joinTries: 30 });
  const server = app.listen(config.port, config.host, (error) => {
    if (error) {
      process.stderr.write(`Port ${config.port} is taken by something else. Set JOLLY_PORT to another one.\n`);
      process.exit(1);
    }
    process.send?.('ready');
    logger.info({ port: config.port }, 'serving');
  });
  const close = () => {
    stop();
    server.close(() => void sequelize.close().then(() => process.exit(0)));
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
