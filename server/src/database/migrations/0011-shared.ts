import type { QueryInterface } from 'sequelize';

/**
 * What several processes on one database share: whose turn it is, secrets, bytes of files, news, counts of requests.
 */
export async function shared({ sequelize }: QueryInterface): Promise<void> {
  await sequelize.query('CREATE TABLE IF NOT EXISTS turns (name VARCHAR(40) PRIMARY KEY, taken BIGINT NOT NULL)');
  await sequelize.query("INSERT IGNORE INTO turns (name, taken) VALUES ('job numbers', 0), ('leads', 0)");
  await sequelize.query('CREATE TABLE IF NOT EXISTS settings (name VARCHAR(60) PRIMARY KEY, value TEXT NOT NULL)');
  await sequelize.query(
    'CREATE TABLE IF NOT EXISTS file_parts (hash CHAR(64) NOT NULL, place INT NOT NULL, bytes MEDIUMBLOB NOT NULL, PRIMARY KEY (hash, place))',
  );
  await sequelize.query(
    'CREATE TABLE IF NOT EXISTS news (id BIGINT PRIMARY KEY AUTO_INCREMENT, at DATETIME(3) NOT NULL, topic VARCHAR(80) NOT NULL, KEY news_at (at))',
  );
  await sequelize.query(
    'CREATE TABLE IF NOT EXISTS request_counts (who VARCHAR(80) NOT NULL, minute BIGINT NOT NULL, requests INT NOT NULL, PRIMARY KEY (who, minute))',
  );
}
