import { DataTypes, type CreationOptional, type InferAttributes, type InferCreationAttributes, Model, type ModelStatic, type Sequelize } from 'sequelize';

type Row<M extends Model> = ModelStatic<M>;

export interface ShopRow extends Model<InferAttributes<ShopRow>, InferCreationAttributes<ShopRow>> { id: number; name: string; projection: CreationOptional<string>; altitude: CreationOptional<number>; revision: CreationOptional<number> }
export interface MachineRow extends Model<InferAttributes<MachineRow>, InferCreationAttributes<MachineRow>> { id: string; place: number; document: string }
export interface StationRow extends Model<InferAttributes<StationRow>, InferCreationAttributes<StationRow>> { machineId: string; id: string; place: number; document: string }
export interface DeviceRow extends Model<InferAttributes<DeviceRow>, InferCreationAttributes<DeviceRow>> { id: string; place: number; document: string }
export interface LibraryRow extends Model<InferAttributes<LibraryRow>, InferCreationAttributes<LibraryRow>> { list: string; id: string; place: number; document: string }
export interface StockRow extends Model<InferAttributes<StockRow>, InferCreationAttributes<StockRow>> { id: string; place: number; document: string }
export interface OffcutRow extends Model<InferAttributes<OffcutRow>, InferCreationAttributes<OffcutRow>> { id: string; place: number; document: string; photoHash: string | null }
export interface FileRow extends Model<InferAttributes<FileRow>, InferCreationAttributes<FileRow>> { hash: string; name: string; size: number; harm: CreationOptional<string | null>; createdAt: CreationOptional<Date> }
export interface JobRow extends Model<InferAttributes<JobRow>, InferCreationAttributes<JobRow>> {
  id: string; number: string; part: string; due: string | null; machineId: string | null; fileHash: string | null;
  revision: CreationOptional<number>; document: string; summary: CreationOptional<string | null>;
  partRevision: CreationOptional<string>; units: CreationOptional<string>; letter: CreationOptional<string | null>; registers: CreationOptional<string | null>; changedBy: CreationOptional<string | null>;
  /** revisions of job and shop the summary was made of */
  summaryRevision: CreationOptional<number | null>; summaryShop: CreationOptional<number | null>; openFindings: CreationOptional<number | null>;
  wantedAt: CreationOptional<Date | null>; takenUntil: CreationOptional<Date | null>; tries: CreationOptional<number>;
  createdAt: CreationOptional<Date>; updatedAt: CreationOptional<Date>; deletedAt: CreationOptional<Date | null>;
}
export interface IssueRow extends Model<InferAttributes<IssueRow>, InferCreationAttributes<IssueRow>> {
  id: string; jobId: string; letter: string; place: number; issuedAt: Date; note: string; version: number; document: string; shop: string; planned: string; sheet: string;
  entries: string; control: string; verify: string | null; clear: string | null; run: string | null; issuedBy: string | null; pdfA4: Buffer; pdfLetter: Buffer; hash: string; seal: string;
}
export interface AccountRow extends Model<InferAttributes<AccountRow>, InferCreationAttributes<AccountRow>> { id: string; name: string; role: string; passwordHash: string; active: CreationOptional<boolean>; subject: CreationOptional<string | null>; createdAt: CreationOptional<Date> }
export interface SessionRow extends Model<InferAttributes<SessionRow>, InferCreationAttributes<SessionRow>> { sid: string; expires: Date | null; data: string | null }
export interface AuditRow extends Model<InferAttributes<AuditRow>, InferCreationAttributes<AuditRow>> { id: CreationOptional<number>; at: Date; accountId: string | null; name: string; action: string; jobId: string | null; detail: string; place: number; seal: string }
export interface RunRow extends Model<InferAttributes<RunRow>, InferCreationAttributes<RunRow>> { id: string; jobId: string; letter: string; machineId: string | null; startedAt: Date; startedBy: string | null; finishedAt: CreationOptional<Date | null>; ended: CreationOptional<boolean> }
export interface RunEventRow extends Model<InferAttributes<RunEventRow>, InferCreationAttributes<RunEventRow>> { runId: string; place: number; eventId: string; accountId: string | null; receivedAt: Date; document: string }
export interface ReadingRow extends Model<InferAttributes<ReadingRow>, InferCreationAttributes<ReadingRow>> {
  runId: string; setupId: string; axis: string; jobId: string; letter: string; op: number; register: string; machineId: string | null; stationId: string | null;
  planned: number | null; measured: number; at: Date;
}

export interface Models {
  readonly shop: Row<ShopRow>;
  readonly machines: Row<MachineRow>;
  readonly stations: Row<StationRow>;
  readonly devices: Row<DeviceRow>;
  readonly library: Row<LibraryRow>;
  readonly stock: Row<StockRow>;
  readonly offcuts: Row<OffcutRow>;
  readonly files: Row<FileRow>;
  readonly jobs: Row<JobRow>;
  readonly issues: Row<IssueRow>;
  readonly accounts: Row<AccountRow>;
  readonly sessions: Row<SessionRow>;
  readonly audit: Row<AuditRow>;
  readonly runs: Row<RunRow>;
  readonly runEvents: Row<RunEventRow>;
  readonly readings: Row<ReadingRow>;
}

const text = DataTypes.TEXT('long');
const key = () => ({ type: DataTypes.STRING(200), primaryKey: true });

/** The tables as models. Columns are made by the migrations, never from here. */
export function defineModels(sequelize: Sequelize): Models {
  const still = { timestamps: false };
  return {
    shop: sequelize.define<ShopRow>('shop', { id: { type: DataTypes.INTEGER, primaryKey: true }, name: DataTypes.STRING(200), projection: DataTypes.STRING(20), altitude: DataTypes.DOUBLE, revision: DataTypes.INTEGER }, still),
    machines: sequelize.define<MachineRow>('machines', { id: key(), place: DataTypes.INTEGER, document: text }, still),
    stations: sequelize.define<StationRow>('stations', { machineId: key(), id: key(), place: DataTypes.INTEGER, document: text }, still),
    devices: sequelize.define<DeviceRow>('devices', { id: key(), place: DataTypes.INTEGER, document: text }, still),
    library: sequelize.define<LibraryRow>('library', { list: { type: DataTypes.STRING(20), primaryKey: true }, id: key(), place: DataTypes.INTEGER, document: text }, still),
    stock: sequelize.define<StockRow>('stock', { id: key(), place: DataTypes.INTEGER, document: text }, still),
    offcuts: sequelize.define<OffcutRow>('offcuts', { id: key(), place: DataTypes.INTEGER, document: text, photoHash: DataTypes.CHAR(64) }, still),
    files: sequelize.define<FileRow>('files', { hash: { type: DataTypes.CHAR(64), primaryKey: true }, name: DataTypes.STRING(500), size: DataTypes.BIGINT, harm: DataTypes.STRING(500), createdAt: DataTypes.DATE }, { updatedAt: false }),
    jobs: sequelize.define<JobRow>('jobs', {
      id: { type: DataTypes.UUID, primaryKey: true }, number: DataTypes.STRING(60), part: DataTypes.STRING(200), due: DataTypes.STRING(10), machineId: DataTypes.STRING(200),
      fileHash: DataTypes.CHAR(64), revision: DataTypes.INTEGER, document: text, summary: text, createdAt: DataTypes.DATE, updatedAt: DataTypes.DATE,
      partRevision: DataTypes.STRING(20), units: DataTypes.STRING(8), letter: DataTypes.STRING(4), registers: DataTypes.TEXT('medium'), changedBy: DataTypes.UUID,
      summaryRevision: DataTypes.INTEGER, summaryShop: DataTypes.INTEGER, openFindings: DataTypes.INTEGER, wantedAt: DataTypes.DATE(3), takenUntil: DataTypes.DATE(3), tries: DataTypes.INTEGER, deletedAt: DataTypes.DATE,
    // what is deleted lies in the bin: it is not found, unless it is asked for there
    }, { paranoid: true }),
    issues: sequelize.define<IssueRow>('issues', {
      id: { type: DataTypes.UUID, primaryKey: true }, jobId: DataTypes.UUID, letter: DataTypes.STRING(4), place: DataTypes.INTEGER, issuedAt: DataTypes.DATE, note: DataTypes.TEXT, version: DataTypes.INTEGER,
      document: text, shop: text, planned: text, sheet: text, entries: text, control: text, verify: text, clear: text, run: text, issuedBy: DataTypes.STRING(60), pdfA4: DataTypes.BLOB('long'), pdfLetter: DataTypes.BLOB('long'), hash: DataTypes.CHAR(64), seal: DataTypes.CHAR(64),
    }, still),
    accounts: sequelize.define<AccountRow>('accounts', {
      id: { type: DataTypes.UUID, primaryKey: true }, name: DataTypes.STRING(60), role: DataTypes.STRING(20), passwordHash: DataTypes.STRING(200), active: DataTypes.BOOLEAN, subject: DataTypes.STRING(500),
      createdAt: DataTypes.DATE,
    }, { updatedAt: false }),
    sessions: sequelize.define<SessionRow>('sessions', { sid: { type: DataTypes.STRING(36), primaryKey: true }, expires: DataTypes.DATE, data: DataTypes.TEXT }),
    audit: sequelize.define<AuditRow>('audit', { id: { type: DataTypes.BIGINT, primaryKey: true, autoIncrement: true }, at: DataTypes.DATE, accountId: DataTypes.UUID, name: DataTypes.STRING(60), action: DataTypes.STRING(60), jobId: DataTypes.UUID, detail: DataTypes.TEXT, place: DataTypes.BIGINT, seal: DataTypes.CHAR(64) }, still),
    runs: sequelize.define<RunRow>('runs', { id: { type: DataTypes.UUID, primaryKey: true }, jobId: DataTypes.UUID, letter: DataTypes.STRING(4), machineId: DataTypes.STRING(200), startedAt: DataTypes.DATE, startedBy: DataTypes.UUID, finishedAt: DataTypes.DATE, ended: DataTypes.BOOLEAN }, still),
    runEvents: sequelize.define<RunEventRow>('run_events', { runId: { type: DataTypes.UUID, primaryKey: true }, place: { type: DataTypes.INTEGER, primaryKey: true }, eventId: DataTypes.STRING(64), accountId: DataTypes.UUID, receivedAt: DataTypes.DATE, document: text }, still),
    readings: sequelize.define<ReadingRow>('readings', {
      runId: { type: DataTypes.UUID, primaryKey: true }, setupId: { type: DataTypes.STRING(60), primaryKey: true }, axis: { type: DataTypes.CHAR(1), primaryKey: true }, jobId: DataTypes.UUID, letter: DataTypes.STRING(4),
      op: DataTypes.INTEGER, register: DataTypes.STRING(8), machineId: DataTypes.STRING(200), stationId: DataTypes.STRING(200), planned: DataTypes.DOUBLE, measured: DataTypes.DOUBLE, at: DataTypes.DATE,
    }, still),
  };
}
