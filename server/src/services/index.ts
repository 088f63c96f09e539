import { QueryTypes } from 'sequelize';
import type { Database } from '../database/connect';
import { Files } from './files';
import { IssueService } from './issues';
import { JobService } from './jobs';
import { Planning } from './planning';
import { ShopService } from './shop';

export interface Services {
  readonly jobs: JobService;
  readonly shop: ShopService;
  readonly files: Files;
  readonly issues: IssueService;
  readonly planning: Planning;
  readonly isReady: () => Promise<boolean>;
}

export function makeServices({ sequelize, models }: Database, dataFolder: string, workerFile: string, log: (line: string) => void): Services {
  const planning = new Planning(workerFile);
  const shop = new ShopService(sequelize, models);
  const files = new Files(models, dataFolder);
  return {
    planning, shop, files,
    jobs: new JobService(sequelize, models, shop, files, planning, log),
    issues: new IssueService(sequelize, models, shop, files, planning),
    isReady: () => sequelize.query('SELECT 1', { type: QueryTypes.SELECT }).then(() => true, () => false),
  };
}
