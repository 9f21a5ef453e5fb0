import { Sequelize } from 'sequelize';

export interface DatabaseSettings {
  host: string;
  port: number;
  user: string;
  password: string;
  database: string;
}

/** A pool of connections. MariaDB is spoken to through the mysql dialect (docs/decisions/0002). */
export function connect(settings: DatabaseSettings, log?: (sql: string) => void): Sequelize {
  return new Sequelize(settings.database, settings.user, settings.password, {
    dialect: 'mysql',
    host: settings.host,
    port: settings.port,
    timezone: '+00:00',
    logging: log ?? false,
    pool: { max: 12, min: 0, idle: 10_000 },
    define: { timestamps: false, underscored: true, freezeTableName: true },
  });
}
