import { statfs } from 'node:fs/promises';
import { QueryTypes, type Sequelize } from 'sequelize';
import type { Database } from '../database/connect';
import { AccountService } from './accounts';
import { AuditService } from './audit';
import { Files, type FilePlace } from './files';
import { GuessGuard } from './guesses';
import { IssueService } from './issues';
import { JobBin } from './jobBin';
import { JobService } from './jobs';
import { Keeping } from './keeping';
import { News } from './news';
import { Planning } from './planning';
import { Prepared } from './prepared';
import { Provider, type ProviderConfig } from './provider';
import { RequestCounts } from './requestCounts';
import { RemarkService } from './remarks';
import { Settings } from './settings';
import { RunService } from './runs';
import { LIMITS, type Limits } from '../work';
import { ShopService } from './shop';
import { Summaries } from './summaries';
import { Verify } from './verify';

export interface Services {
  readonly jobs: JobService;
  readonly bin: JobBin;
  readonly shop: ShopService;
  readonly files: Files;
  readonly remarks: RemarkService;
  readonly issues: IssueService;
  readonly planning: Planning;
  readonly prepared: Prepared;
  readonly summaries: Summaries;
  readonly accounts: AccountService;
  readonly audit: AuditService;
  readonly settings: Settings;
  readonly verify: Verify;
  /** the company's sign-in service; null: passwords only */
  readonly provider: Provider | null;
  readonly news: News;
  /** counts of requests: of all, and of those whose failing is counted */
  readonly limits: { readonly requests: RequestCounts; readonly slowly: RequestCounts };
  readonly keeping: Keeping;
  readonly runs: RunService;
  /** whether the demo's accounts are told on the page where one signs in */
  readonly demoTold: () => boolean;
  readonly tellDemoAccounts: (tell: boolean) => void;
  /** printed on sheets; null: where the planner reached the application */
  readonly publicAddress: string | null;
  /** answers are held against their schemas: in tests */
  readonly proveAnswers: boolean;
  /** what is wrong with what the server needs, in words; empty: nothing */
  readonly health: () => Promise<string[]>;
}

/** Less than this is as good as none: a database needs room to write what it changes, MB. */
const LEAST_FREE_MB = 64;

async function healthOf(sequelize: Sequelize, folder: string): Promise<string[]> {
  // a table, not only a connection: a node of a cluster that lost the others still answers SELECT 1
  const database = await sequelize.query('SELECT revision FROM shop LIMIT 1', { type: QueryTypes.SELECT }).then(
    () => [],
    () => ['The database is not answering.'],
  );
  const space = await statfs(folder).then(
    ({ bavail, bsize }) => (bavail * bsize < LEAST_FREE_MB * 1024 * 1024 ? ['The disk of the server is full.'] : []),
    () => ['The folder of the files cannot be read.'],
  );
  return [...database, ...space];
}

/** Where a process finds what it works with. */
export interface Surroundings {
  readonly databaseUrl: string;
  readonly files: FilePlace;
  /** null: none are taken */
  readonly backups: string | null;
  readonly publicAddress: string | null;
  readonly provider: ProviderConfig | null;
}

/** What does the heavy work, and how it is watched. */
export interface WorkPlace {
  readonly work: string;
  readonly limits?: Limits;
  readonly proveAnswers?: boolean;
  /** whether jobs are planned for the list before anybody asks; left out: they are */
  readonly ahead?: boolean;
}

export function makeServices(
  { sequelize, models }: Database,
  { databaseUrl, files: filePlace, backups, publicAddress, provider }: Surroundings,
  { work, limits = LIMITS, proveAnswers = false, ahead = true }: WorkPlace,
  log: (line: string) => void,
): Services {
  const files = new Files(sequelize, models, filePlace);
  const settings = new Settings(sequelize);
  const prepared = new Prepared(sequelize, work);
  const planning = new Planning({ work, files, prepared, limits, log });
  const audit = new AuditService(sequelize, models);
  const news = new News(sequelize, log);
  const shop = new ShopService(sequelize, models, news, audit);
  const summaries = new Summaries({ sequelize, models, shop, planning, news, log, ahead });
  const remarks = new RemarkService({ sequelize, models, files, planning, audit, news });
  const verify = new Verify(models, files, audit);
  let demo = false;
  return {
    planning,
    prepared,
    proveAnswers,
    shop,
    files,
    audit,
    settings,
    verify,
    news,
    publicAddress,
    provider: provider && new Provider(provider, log),
    limits: { requests: new RequestCounts(sequelize, '', 300), slowly: new RequestCounts(sequelize, 'slow ', 5) },
    keeping: new Keeping({ sequelize, url: databaseUrl, files: filePlace, folder: backups, audit, news }),
    accounts: new AccountService({
      sequelize,
      models,
      audit,
      guesses: new GuessGuard(sequelize),
      settings,
      hasProvider: provider !== null,
    }),
    runs: new RunService(sequelize, models, audit, news),
    demoTold: () => demo,
    tellDemoAccounts: (tell) => {
      demo = tell;
    },
    bin: new JobBin({ sequelize, models, planning, audit, summaries, news }),
    jobs: new JobService({ sequelize, models, shop, planning, audit, summaries, news }),
    summaries,
    remarks,
    issues: new IssueService({ sequelize, models, shop, planning, audit, news, remarks, files }),
    health: () => healthOf(sequelize, filePlace.folder),
  };
}
