import { join } from 'node:path';
import { databaseOf, type Config } from './config';
import { connect } from './db/connect';
import { setAside } from './db/dump';
import { migrate } from './db/migrate';
import { fileStore } from './files/file-store';
import { wire } from './wiring';

/** Opens the database and the files of an installation and brings the schema up to date. */
export async function openInstallation(config: Config) {
  const database = databaseOf(config);
  const sequelize = connect(database);
  const store = fileStore(join(config.dataFolder, 'files'));
  await migrate(sequelize, { setAside: (lastStep) => setAside(database, config.dataFolder, lastStep, Date.now()) });
  await store.prepare();
  return {
    sequelize,
    fileStore: store,
    services: wire({
      sequelize,
      fileStore: store,
      defaultZone: config.zone,
      mail: { url: config.smtp, standInPort: config.smtpPort, from: config.mailFrom, address: config.address },
      chromium: config.chromium,
    }),
  };
}
