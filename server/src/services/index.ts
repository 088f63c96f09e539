import { statfs } from 'node:fs/promises';
import { QueryTypes, type Sequelize } from 'sequelize';
import type { Database } from '../database/connect';
import { AccountService } from './accounts';
import { AuditService } from './audit';
import { Files } from './files';
import { GuessGuard } from './guesses';
import { IssueService } from './issues';
import { JobService } from './jobs';
import { Planning } from './planning';
import { RunService } from './runs';
import type { Limits } from '../work';
import { ShopService } from './shop';
import { Summaries } from './summaries';

export interface Services {
  readonly jobs: JobService;
  readonly shop: ShopService;
  readonly files: Files;
  readonly issues: IssueService;
  readonly planning: Planning;
  readonly summaries: Summaries;
  readonly accounts: AccountService;
  readonly audit: AuditService;
  readonly runs: RunService;
  /** whether the demo's accounts are told on the page where one signs in */
  readonly demoTold: () => boolean;
  readonly tellDemoAccounts: (tell: boolean) => void;
  /** printed on sheets; null: where the planner reached the application */
  readonly publicAddress: string | null;
  /** what is wrong with what the server needs, in words; empty: nothing */
  readonly health: () => Promise<string[]>;
}

/** Less than this is as good as none: a database needs room to write what it changes, MB. */
const LEAST_FREE_MB = 64;

async function healthOf(sequelize: Sequelize, dataFolder: string): Promise<string[]> {
  // a table, not only a connection: a node of a cluster that lost the others still answers SELECT 1
  const database = await sequelize.query('SELECT revision FROM shop LIMIT 1', { type: QueryTypes.SELECT }).then(() => [], () => ['The database is not answering.']);
  const space = await statfs(dataFolder).then(({ bavail, bsize }) => (bavail * bsize < LEAST_FREE_MB * 1024 * 1024 ? ['The disk of the server is full.'] : []), () => ['The data folder cannot be read.']);
  return [...database, ...space];
}

export function makeServices({ sequelize, models }: Database, dataFolder: string, { work, limits }: { work: string; limits?: Limits }, publicAddress: string | null, log: (line: string) => void): Services {
  const shop = new ShopService(sequelize, models);
  const files = new Files(models, dataFolder);
  const planning = new Planning(work, files, log, limits);
  const audit = new AuditService(models);
  const summaries = new Summaries(sequelize, models, shop, planning, log);
  let demo = false;
  return {
    planning, shop, files, audit, publicAddress,
    accounts: new AccountService(sequelize, models, audit, new GuessGuard(sequelize)),
    runs: new RunService(sequelize, models, audit),
    demoTold: () => demo, tellDemoAccounts: (tell) => { demo = tell; },
    jobs: new JobService(sequelize, models, shop, planning, audit, summaries), summaries,
    issues: new IssueService(sequelize, models, shop, planning, audit),
    health: () => healthOf(sequelize, dataFolder),
  };
}
