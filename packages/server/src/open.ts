import { join } from 'node:path';
import type { Config } from './config';
import { connect } from './db/connect';
import { migrate } from './db/migrate';
import { fileStore } from './files/file-store';
import { wire } from './wiring';

/** Opens the database and the files of an installation and brings the schema up to date. */
export async function openInstallation(config: Config) {
  const sequelize = connect({ host: config.dbHost, port: config.dbPort, user: config.dbUser, password: config.dbPassword, database: config.dbName });
  const store = fileStore(join(config.dataFolder, 'files'));
  await migrate(sequelize);
  await store.prepare();
  return {
    sequelize,
    services: wire({
      sequelize,
      fileStore: store,
      defaultZone: config.zone,
      mail: { url: config.smtp, standInPort: config.smtpPort, from: config.mailFrom, address: config.address },
      chromium: config.chromium,
    }),
  };
}
