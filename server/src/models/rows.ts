import {
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type ModelStatic,
} from 'sequelize';
import type { Remark } from '@violet-jaw/core/remarks';

type Row<M extends Model> = ModelStatic<M>;

export interface ShopRow extends Model<InferAttributes<ShopRow>, InferCreationAttributes<ShopRow>> {
  id: number;
  name: string;
  projection: CreationOptional<string>;
  altitude: CreationOptional<number>;
  revision: CreationOptional<number>;
}
export interface MachineRow extends Model<InferAttributes<MachineRow>, InferCreationAttributes<MachineRow>> {
  id: string;
  place: number;
  document: string;
}
export interface StationRow extends Model<InferAttributes<StationRow>, InferCreationAttributes<StationRow>> {
  machineId: string;
  id: string;
  place: number;
  document: string;
}
export interface DeviceRow extends Model<InferAttributes<DeviceRow>, InferCreationAttributes<DeviceRow>> {
  id: string;
  place: number;
  document: string;
}
export interface LibraryRow extends Model<InferAttributes<LibraryRow>, InferCreationAttributes<LibraryRow>> {
  list: string;
  id: string;
  place: number;
  document: string;
}
export interface StockRow extends Model<InferAttributes<StockRow>, InferCreationAttributes<StockRow>> {
  id: string;
  place: number;
  document: string;
}
export interface OffcutRow extends Model<InferAttributes<OffcutRow>, InferCreationAttributes<OffcutRow>> {
  id: string;
  place: number;
  document: string;
  photoHash: string | null;
}
export interface FileRow extends Model<InferAttributes<FileRow>, InferCreationAttributes<FileRow>> {
  hash: string;
  name: string;
  size: number;
  harm: CreationOptional<string | null>;
  createdAt: CreationOptional<Date>;
}
export interface JobRow extends Model<InferAttributes<JobRow>, InferCreationAttributes<JobRow>> {
  id: string;
  number: string;
  part: string;
  due: string | null;
  machineId: string | null;
  fileHash: string | null;
  revision: CreationOptional<number>;
  document: string;
  summary: CreationOptional<string | null>;
  partRevision: CreationOptional<string>;
  units: CreationOptional<string>;
  material: CreationOptional<string>;
  archivedAt: CreationOptional<Date | null>;
  doneAt: CreationOptional<Date | null>;
  family: CreationOptional<string>;
  isPattern: CreationOptional<boolean>;
  letter: CreationOptional<string | null>;
  registers: CreationOptional<string | null>;
  changedBy: CreationOptional<string | null>;
  /** revisions of job and shop the summary was made of */
  summaryRevision: CreationOptional<number | null>;
  summaryShop: CreationOptional<number | null>;
  openFindings: CreationOptional<number | null>;
  wantedAt: CreationOptional<Date | null>;
  takenUntil: CreationOptional<Date | null>;
  tries: CreationOptional<number>;
  createdAt: CreationOptional<Date>;
  updatedAt: CreationOptional<Date>;
  deletedAt: CreationOptional<Date | null>;
}
export interface RemarkRow extends Model<InferAttributes<RemarkRow>, InferCreationAttributes<RemarkRow>> {
  id: string;
  jobId: string;
  number: number;
  at: Date;
  accountId: string | null;
  byName: string;
  says: string;
  setupId: string | null;
  /** as JSON */
  place: string | null;
  letter: string | null;
  kind: Remark['kind'];
  fileHash: string | null;
  fileName: string | null;
  fileSize: number | null;
  width: number | null;
  height: number | null;
  onSheet: boolean;
  removed: boolean;
  revision: number;
}
export interface IssueRow extends Model<InferAttributes<IssueRow>, InferCreationAttributes<IssueRow>> {
  id: string;
  jobId: string;
  letter: string;
  place: number;
  issuedAt: Date;
  note: string;
  version: number;
  document: string;
  shop: string;
  planned: string;
  sheet: string;
  entries: string;
  control: string;
  verify: string | null;
  clear: string | null;
  run: string | null;
  issuedBy: string | null;
  pdfA4: Buffer;
  pdfLetter: Buffer;
  hash: string;
  seal: string;
}
export interface AccountRow extends Model<InferAttributes<AccountRow>, InferCreationAttributes<AccountRow>> {
  id: string;
  name: string;
  role: string;
  passwordHash: string;
  active: CreationOptional<boolean>;
  subject: CreationOptional<string | null>;
  createdAt: CreationOptional<Date>;
}
export interface SessionRow extends Model<InferAttributes<SessionRow>, InferCreationAttributes<SessionRow>> {
  sid: string;
  expires: Date | null;
  data: string | null;
}
export interface AuditRow extends Model<InferAttributes<AuditRow>, InferCreationAttributes<AuditRow>> {
  id: CreationOptional<number>;
  at: Date;
  accountId: string | null;
  name: string;
  action: string;
  jobId: string | null;
  detail: string;
  place: number;
  seal: string;
}
export interface RunRow extends Model<InferAttributes<RunRow>, InferCreationAttributes<RunRow>> {
  id: string;
  jobId: string;
  letter: string;
  machineId: string | null;
  startedAt: Date;
  startedBy: string | null;
  finishedAt: CreationOptional<Date | null>;
  ended: CreationOptional<boolean>;
}
export interface RunEventRow extends Model<InferAttributes<RunEventRow>, InferCreationAttributes<RunEventRow>> {
  runId: string;
  place: number;
  eventId: string;
  accountId: string | null;
  receivedAt: Date;
  document: string;
}
export interface ReadingRow extends Model<InferAttributes<ReadingRow>, InferCreationAttributes<ReadingRow>> {
  runId: string;
  setupId: string;
  axis: string;
  jobId: string;
  letter: string;
  op: number;
  register: string;
  machineId: string | null;
  stationId: string | null;
  planned: number | null;
  measured: number;
  at: Date;
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
  readonly remarks: Row<RemarkRow>;
  readonly issues: Row<IssueRow>;
  readonly accounts: Row<AccountRow>;
  readonly sessions: Row<SessionRow>;
  readonly audit: Row<AuditRow>;
  readonly runs: Row<RunRow>;
  readonly runEvents: Row<RunEventRow>;
  readonly readings: Row<ReadingRow>;
}
