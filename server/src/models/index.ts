import { DataTypes, type Sequelize } from 'sequelize';
import type {
  AccountRow,
  AuditRow,
  DeviceRow,
  FileRow,
  IssueRow,
  JobRow,
  LibraryRow,
  MachineRow,
  OffcutRow,
  ReadingRow,
  RemarkRow,
  RunEventRow,
  RunRow,
  SessionRow,
  ShopRow,
  StationRow,
  StockRow,
  Models,
} from './rows';

const text = DataTypes.TEXT('long');
const key = () => ({ type: DataTypes.STRING(200), primaryKey: true });

const still = { timestamps: false };

/** The library. */
const shopTables = (sequelize: Sequelize) => ({
  shop: sequelize.define<ShopRow>(
    'shop',
    {
      id: { type: DataTypes.INTEGER, primaryKey: true },
      name: DataTypes.STRING(200),
      projection: DataTypes.STRING(20),
      altitude: DataTypes.DOUBLE,
      revision: DataTypes.INTEGER,
    },
    still,
  ),
  machines: sequelize.define<MachineRow>('machines', { id: key(), place: DataTypes.INTEGER, document: text }, still),
  stations: sequelize.define<StationRow>(
    'stations',
    { machineId: key(), id: key(), place: DataTypes.INTEGER, document: text },
    still,
  ),
  devices: sequelize.define<DeviceRow>('devices', { id: key(), place: DataTypes.INTEGER, document: text }, still),
  library: sequelize.define<LibraryRow>(
    'library',
    { list: { type: DataTypes.STRING(20), primaryKey: true }, id: key(), place: DataTypes.INTEGER, document: text },
    still,
  ),
  stock: sequelize.define<StockRow>('stock', { id: key(), place: DataTypes.INTEGER, document: text }, still),
  offcuts: sequelize.define<OffcutRow>(
    'offcuts',
    { id: key(), place: DataTypes.INTEGER, document: text, photoHash: DataTypes.CHAR(64) },
    still,
  ),
});

/** Jobs, and what is kept of their files. */
const jobTables = (sequelize: Sequelize) => ({
  files: sequelize.define<FileRow>(
    'files',
    {
      hash: { type: DataTypes.CHAR(64), primaryKey: true },
      name: DataTypes.STRING(500),
      size: DataTypes.BIGINT,
      harm: DataTypes.STRING(500),
      createdAt: DataTypes.DATE,
    },
    { updatedAt: false },
  ),
  jobs: sequelize.define<JobRow>(
    'jobs',
    {
      id: { type: DataTypes.UUID, primaryKey: true },
      number: DataTypes.STRING(60),
      part: DataTypes.STRING(200),
      due: DataTypes.STRING(10),
      machineId: DataTypes.STRING(200),
      fileHash: DataTypes.CHAR(64),
      revision: DataTypes.INTEGER,
      document: text,
      summary: text,
      createdAt: DataTypes.DATE,
      updatedAt: DataTypes.DATE,
      partRevision: DataTypes.STRING(20),
      units: DataTypes.STRING(8),
      material: DataTypes.STRING(200),
      archivedAt: DataTypes.DATE,
      doneAt: DataTypes.DATE,
      family: DataTypes.STRING(200),
      isPattern: DataTypes.BOOLEAN,
      letter: DataTypes.STRING(4),
      registers: DataTypes.TEXT('medium'),
      changedBy: DataTypes.UUID,
      summaryRevision: DataTypes.INTEGER,
      summaryShop: DataTypes.INTEGER,
      openFindings: DataTypes.INTEGER,
      wantedAt: DataTypes.DATE(3),
      takenUntil: DataTypes.DATE(3),
      tries: DataTypes.INTEGER,
      deletedAt: DataTypes.DATE,
      // what is deleted lies in the bin: it is not found, unless it is asked for there
    },
    { paranoid: true },
  ),
});

/** What people put beside a job. */
const remarkTables = (sequelize: Sequelize) => ({
  remarks: sequelize.define<RemarkRow>(
    'job_remarks',
    {
      id: { type: DataTypes.UUID, primaryKey: true },
      jobId: DataTypes.UUID,
      number: DataTypes.INTEGER,
      at: DataTypes.DATE,
      accountId: DataTypes.UUID,
      byName: DataTypes.STRING(80),
      says: DataTypes.TEXT,
      setupId: DataTypes.STRING(60),
      place: DataTypes.STRING(200),
      letter: DataTypes.STRING(4),
      kind: DataTypes.STRING(10),
      fileHash: DataTypes.CHAR(64),
      fileName: DataTypes.STRING(500),
      fileSize: DataTypes.BIGINT,
      width: DataTypes.INTEGER,
      height: DataTypes.INTEGER,
      onSheet: DataTypes.BOOLEAN,
      removed: DataTypes.BOOLEAN,
      revision: DataTypes.INTEGER,
    },
    still,
  ),
});

/** What is issued, which is never changed. */
const issueTables = (sequelize: Sequelize) => ({
  issues: sequelize.define<IssueRow>(
    'issues',
    {
      id: { type: DataTypes.UUID, primaryKey: true },
      jobId: DataTypes.UUID,
      letter: DataTypes.STRING(4),
      place: DataTypes.INTEGER,
      issuedAt: DataTypes.DATE,
      note: DataTypes.TEXT,
      version: DataTypes.INTEGER,
      document: text,
      shop: text,
      planned: text,
      sheet: text,
      entries: text,
      control: text,
      verify: text,
      clear: text,
      run: text,
      issuedBy: DataTypes.STRING(60),
      pdfA4: DataTypes.BLOB('long'),
      pdfLetter: DataTypes.BLOB('long'),
      hash: DataTypes.CHAR(64),
      seal: DataTypes.CHAR(64),
    },
    still,
  ),
});

/** People, and what they did. */
const peopleTables = (sequelize: Sequelize) => ({
  accounts: sequelize.define<AccountRow>(
    'accounts',
    {
      id: { type: DataTypes.UUID, primaryKey: true },
      name: DataTypes.STRING(60),
      role: DataTypes.STRING(20),
      passwordHash: DataTypes.STRING(200),
      active: DataTypes.BOOLEAN,
      subject: DataTypes.STRING(500),
      createdAt: DataTypes.DATE,
    },
    { updatedAt: false },
  ),
  sessions: sequelize.define<SessionRow>('sessions', {
    sid: { type: DataTypes.STRING(36), primaryKey: true },
    expires: DataTypes.DATE,
    data: DataTypes.TEXT,
  }),
  audit: sequelize.define<AuditRow>(
    'audit',
    {
      id: { type: DataTypes.BIGINT, primaryKey: true, autoIncrement: true },
      at: DataTypes.DATE,
      accountId: DataTypes.UUID,
      name: DataTypes.STRING(60),
      action: DataTypes.STRING(60),
      jobId: DataTypes.UUID,
      detail: DataTypes.TEXT,
      place: DataTypes.BIGINT,
      seal: DataTypes.CHAR(64),
    },
    still,
  ),
});

/** Runs at the machine. */
const runTables = (sequelize: Sequelize) => ({
  runs: sequelize.define<RunRow>(
    'runs',
    {
      id: { type: DataTypes.UUID, primaryKey: true },
      jobId: DataTypes.UUID,
      letter: DataTypes.STRING(4),
      machineId: DataTypes.STRING(200),
      startedAt: DataTypes.DATE,
      startedBy: DataTypes.UUID,
      finishedAt: DataTypes.DATE,
      ended: DataTypes.BOOLEAN,
    },
    still,
  ),
  runEvents: sequelize.define<RunEventRow>(
    'run_events',
    {
      runId: { type: DataTypes.UUID, primaryKey: true },
      place: { type: DataTypes.INTEGER, primaryKey: true },
      eventId: DataTypes.STRING(64),
      accountId: DataTypes.UUID,
      receivedAt: DataTypes.DATE,
      document: text,
    },
    still,
  ),
  readings: sequelize.define<ReadingRow>(
    'readings',
    {
      runId: { type: DataTypes.UUID, primaryKey: true },
      setupId: { type: DataTypes.STRING(60), primaryKey: true },
      axis: { type: DataTypes.CHAR(1), primaryKey: true },
      jobId: DataTypes.UUID,
      letter: DataTypes.STRING(4),
      op: DataTypes.INTEGER,
      register: DataTypes.STRING(8),
      machineId: DataTypes.STRING(200),
      stationId: DataTypes.STRING(200),
      planned: DataTypes.DOUBLE,
      measured: DataTypes.DOUBLE,
      at: DataTypes.DATE,
    },
    still,
  ),
});

/** The tables as models. Columns are made by the migrations, never from here. */
export const defineModels = (sequelize: Sequelize): Models => ({
  ...shopTables(sequelize),
  ...jobTables(sequelize),
  ...remarkTables(sequelize),
  ...issueTables(sequelize),
  ...peopleTables(sequelize),
  ...runTables(sequelize),
});

export * from './rows';
