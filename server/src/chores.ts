import type { Sequelize } from 'sequelize';
import { BIN_DAYS } from '@violet-jaw/formats/api';
import { alone } from './database/lease';
import { backupOfDay } from './backup/nightly';
import { inLog } from './problem';
import type { Services, Surroundings } from './services';

const LOOK_MS = 600_000;

interface ChoresInputs {
  readonly sequelize: Sequelize;
  readonly services: Services;
  readonly surroundings: Surroundings;
  readonly log: (line: string) => void;
}

/**
 * What has to be done now and then, each by one process of all that share a database. A chore that fails does not hold
 * up the others.
 */
export async function chores({
  sequelize,
  services: { bin, prepared },
  surroundings: { databaseUrl, files, backups },
  now,
  log,
}: ChoresInputs & { readonly now: Date }): Promise<void> {
  const all: readonly (readonly [name: string, work: () => Promise<void>])[] = [
    [
      'backup of the day',
      async () => {
        if (backups && (await backupOfDay(databaseUrl, files.folder, backups, now)))
          log(`The backup of the day is in ${backups}.`);
      },
    ],
    [
      'bin',
      async () => {
        const gone = await bin.emptyOld(now);
        if (gone > 0)
          log(`${gone} ${gone === 1 ? 'job was' : 'jobs were'} deleted for good: ${BIN_DAYS} days in the bin.`);
      },
    ],
    ['prepared', () => prepared.forgetUnused()],
    [
      'old news',
      async () => {
        await sequelize.query('DELETE FROM news WHERE at < UTC_TIMESTAMP(3) - INTERVAL 1 HOUR');
        await sequelize.query('DELETE FROM request_counts WHERE minute < UNIX_TIMESTAMP() DIV 60 - 10');
      },
    ],
  ];
  for (const [name, work] of all) {
    try {
      await alone(sequelize, name, 'leave', work);
    } catch (error) {
      log(`${name}: ${inLog(error)}`);
    }
  }
}

/** Does them every ten minutes. @returns how to stop */
export function startChores(inputs: ChoresInputs): () => void {
  const timer = setInterval(() => void chores({ ...inputs, now: new Date() }), LOOK_MS);
  timer.unref();
  return () => clearInterval(timer);
}
