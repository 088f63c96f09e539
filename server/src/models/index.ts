import { DataTypes, type CreationOptional, type InferAttributes, type InferCreationAttributes, Model, type ModelStatic, type Sequelize } from 'sequelize';

type Row<M extends Model> = ModelStatic<M>;

export interface ShopRow extends Model<InferAttributes<ShopRow>, InferCreationAttributes<ShopRow>> { id: number; name: string; projection: CreationOptional<string>; altitude: CreationOptional<number>; revision: CreationOptional<number> }
export interface MachineRow extends Model<InferAttributes<MachineRow>, InferCreationAttributes<MachineRow>> { id: string; place: number; document: string }
export interface StationRow extends Model<InferAttributes<StationRow>, InferCreationAttributes<StationRow>> { machineId: string; id: string; place: number; document: string }
export interface DeviceRow extends Model<InferAttributes<DeviceRow>, InferCreationAttributes<DeviceRow>> { id: string; place: number; document: string }
export interface LibraryRow extends Model<InferAttributes<LibraryRow>, InferCreationAttributes<LibraryRow>> { list: string; id: string; place: number; document: string }
export interface StockRow extends Model<InferAttributes<StockRow>, InferCreationAttributes<StockRow>> { id: string; place: number; document: string }
export interface OffcutRow extends Model<InferAttributes<OffcutRow>, InferCreationAttributes<OffcutRow>> { id: string; place: number; document: string; photoHash: string | null }
export interface FileRow extends Model<InferAttributes<FileRow>, InferCreationAttributes<FileRow>> { hash: string; name: string; size: number; createdAt: CreationOptional<Date> }
export interface JobRow extends Model<InferAttributes<JobRow>, InferCreationAttributes<JobRow>> {
  id: string; number: string; part: string; due: string | null; machineId: string | null; fileHash: string | null;
  revision: CreationOptional<number>; document: string; summary: CreationOptional<string | null>;
  createdAt: CreationOptional<Date>; updatedAt: CreationOptional<Date>;
}
export interface IssueRow extends Model<InferAttributes<IssueRow>, InferCreationAttributes<IssueRow>> {
  id: string; jobId: string; letter: string; place: number; issuedAt: Date; note: string; document: string; shop: string; planned: string; sheet: string;
  entries: string; control: string; pdfA4: Buffer; pdfLetter: Buffer; hash: string;
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
    files: sequelize.define<FileRow>('files', { hash: { type: DataTypes.CHAR(64), primaryKey: true }, name: DataTypes.STRING(500), size: DataTypes.BIGINT, createdAt: DataTypes.DATE }, { updatedAt: false }),
    jobs: sequelize.define<JobRow>('jobs', {
      id: { type: DataTypes.UUID, primaryKey: true }, number: DataTypes.STRING(60), part: DataTypes.STRING(200), due: DataTypes.STRING(10), machineId: DataTypes.STRING(200),
      fileHash: DataTypes.CHAR(64), revision: DataTypes.INTEGER, document: text, summary: text, createdAt: DataTypes.DATE, updatedAt: DataTypes.DATE,
    }),
    issues: sequelize.define<IssueRow>('issues', {
      id: { type: DataTypes.UUID, primaryKey: true }, jobId: DataTypes.UUID, letter: DataTypes.STRING(4), place: DataTypes.INTEGER, issuedAt: DataTypes.DATE, note: DataTypes.TEXT,
      document: text, shop: text, planned: text, sheet: text, entries: text, control: text, pdfA4: DataTypes.BLOB('long'), pdfLetter: DataTypes.BLOB('long'), hash: DataTypes.CHAR(64),
    }, still),
  };
}
