import { QueryTypes, Sequelize, Transaction } from 'sequelize';
import { Umzug, type UmzugStorage } from 'umzug';
import { defineModels, type Models } from '../models';
import { alone } from './lease';
import { migrations } from './migrations';

export interface Database {
  readonly sequelize: Sequelize;
  readonly models: Models;
}

/** Applied migrations are noted in a table, so that each runs once. */
class NoteInTable implements UmzugStorage {
  constructor(private readonly sequelize: Sequelize) {}

  async #ready(): Promise<void> {
    await this.sequelize.query(
      'CREATE TABLE IF NOT EXISTS migrations (name VARCHAR(120) PRIMARY KEY, applied_at DATETIME NOT NULL)',
    );
  }

  async logMigration({ name }: { name: string }): Promise<void> {
    await this.#ready();
    await this.sequelize.query('INSERT INTO migrations (name, applied_at) VALUES (?, UTC_TIMESTAMP())', {
      replacements: [name],
    });
  }

  async unlogMigration(): Promise<void> {
    throw new Error('migrations only go forward');
  }

  async executed(): Promise<string[]> {
    await this.#ready();
    const rows = await this.sequelize.query<{ name: string }>('SELECT name FROM migrations ORDER BY name', {
      type: QueryTypes.SELECT,
    });
    return rows.map((r) => r.name);
  }
}

/**
 * On a node of a cluster, what is read is never older than what any node has acknowledged (Galera: wsrep_sync_wait).
 */
async function clusterSettings(url: string): Promise<object> {
  const probe = new Sequelize(url, {
    dialect: 'mariadb',
    logging: false,
    pool: { max: 1 },
    dialectOptions: { connectTimeout: 4000 },
  });
  try {
    const rows = await probe.query<{ Value: string }>("SHOW VARIABLES LIKE 'wsrep_on'", { type: QueryTypes.SELECT });
    return rows[0]?.Value === 'ON' ? { sessionVariables: { wsrep_sync_wait: 1 } } : {};
  } finally {
    await probe.close();
  }
}

/** Connects and brings the tables up to date. */
export async function connect(url: string): Promise<Database> {
  const sequelize = new Sequelize(url, {
    dialect: 'mariadb',
    logging: false,
    // what is read after a lock is what stands there then
    isolationLevel: Transaction.ISOLATION_LEVELS.READ_COMMITTED,
    pool: { max: 12, min: 0, acquire: 15_000, idle: 10_000 },
    dialectOptions: {
      connectTimeout: 4000,
      maxAllowedPacket: 128 * 1024 * 1024,
      logParam: false,
      ...(await clusterSettings(url)),
    },
    define: { underscored: true, freezeTableName: true },
  });
  // two processes that start together on an empty database: one makes the tables, the other finds them
  await alone(sequelize, 'migrations', 'wait', () => migrate(sequelize));
  return { sequelize, models: defineModels(sequelize) };
}

/**
 * Runs the migrations that are still missing, in order, forward only. @param to the last one; left out: all @returns
 * their names
 */
export async function migrate(sequelize: Sequelize, to?: string): Promise<string[]> {
  const storage = new NoteInTable(sequelize);
  const unknown = (await storage.executed()).filter((name) => !migrations.some((m) => m.name === name));
  if (unknown.length > 0)
    throw new Error(
      `The database was made by a newer version of Violet Jaw: its step ${unknown.at(-1)} is not known to this one. Start that version, or give this one another database.`,
    );
  const umzug = new Umzug({
    migrations: migrations.map(({ name, up }) => ({ name, up: () => up(sequelize.getQueryInterface()) })),
    storage,
    logger: undefined,
  });
  return (await umzug.up(to === undefined ? {} : { to })).map((m) => m.name);
}
