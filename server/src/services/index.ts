import { QueryTypes } from 'sequelize';
import type { Database } from '../database/connect';
import type { SessionInfo } from '@violet-jaw/formats/api';
import { AccountService } from './accounts';
import { AuditService } from './audit';
import { Files } from './files';
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
  /** the demo's accounts, told on the page where one signs in; null: there are none */
  readonly demoAccounts: () => SessionInfo['demo'];
  readonly tellDemoAccounts: (accounts: SessionInfo['demo']) => void;
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
  let demo: SessionInfo['demo'] = null;
  return {
    planning, shop, files, audit, publicAddress,
    accounts: new AccountService(sequelize, models, audit),
    runs: new RunService(sequelize, models, audit),
    demoAccounts: () => demo, tellDemoAccounts: (accounts) => { demo = accounts; },
    jobs: new JobService(sequelize, models, shop, planning, audit, summaries), summaries,
    issues: new IssueService(sequelize, models, shop, planning, audit),
    isReady: () => sequelize.query('SELECT 1', { type: QueryTypes.SELECT }).then(() => true, () => false),
  };
}
