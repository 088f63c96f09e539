import { QueryTypes } from 'sequelize';
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
  readonly isReady: () => Promise<boolean>;
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
    isReady: () => sequelize.query('SELECT 1', { type: QueryTypes.SELECT }).then(() => true, () => false),
  };
}
