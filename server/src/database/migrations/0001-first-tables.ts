import { DataTypes, type QueryInterface } from 'sequelize';

const id = { type: DataTypes.STRING(200), primaryKey: true, allowNull: false } as const;
const json = { type: DataTypes.TEXT('long'), allowNull: false } as const;
const revision = { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 } as const;
const place = { type: DataTypes.INTEGER, allowNull: false } as const;

async function shopTables(schema: QueryInterface): Promise<void> {
  await schema.createTable('shop', {
    id: { type: DataTypes.INTEGER, primaryKey: true },
    name: { type: DataTypes.STRING(200), allowNull: false },
    revision,
  });
  await schema.createTable('machines', { id, place, document: json });
  await schema.createTable('stations', {
    machine_id: {
      type: DataTypes.STRING(200),
      primaryKey: true,
      references: { model: 'machines', key: 'id' },
      onDelete: 'CASCADE',
    },
    id,
    place,
    document: json,
  });
  await schema.createTable('vises', { id, place, document: json });
}

/** Shop library, jobs, stored files and issues of sheets. */
export async function firstTables(schema: QueryInterface): Promise<void> {
  await shopTables(schema);
  await schema.createTable('files', {
    hash: { type: DataTypes.CHAR(64), primaryKey: true },
    name: { type: DataTypes.STRING(500), allowNull: false },
    size: { type: DataTypes.BIGINT, allowNull: false },
    created_at: { type: DataTypes.DATE, allowNull: false },
  });
  await schema.createTable('jobs', {
    id: { type: DataTypes.UUID, primaryKey: true },
    number: { type: DataTypes.STRING(60), allowNull: false },
    part: { type: DataTypes.STRING(200), allowNull: false },
    due: { type: DataTypes.STRING(10), allowNull: true },
    machine_id: {
      type: DataTypes.STRING(200),
      allowNull: true,
      references: { model: 'machines', key: 'id' },
      onDelete: 'SET NULL',
    },
    file_hash: { type: DataTypes.CHAR(64), allowNull: true, references: { model: 'files', key: 'hash' } },
    revision,
    document: json,
    summary: { type: DataTypes.TEXT('long'), allowNull: true },
    created_at: { type: DataTypes.DATE, allowNull: false },
    updated_at: { type: DataTypes.DATE, allowNull: false },
  });
  await schema.addIndex('jobs', ['number']);
  await schema.createTable('issues', {
    id: { type: DataTypes.UUID, primaryKey: true },
    job_id: { type: DataTypes.UUID, allowNull: false, references: { model: 'jobs', key: 'id' }, onDelete: 'RESTRICT' },
    letter: { type: DataTypes.STRING(4), allowNull: false },
    place,
    issued_at: { type: DataTypes.DATE, allowNull: false },
    note: { type: DataTypes.TEXT, allowNull: false },
    document: json,
    shop: json,
    planned: json,
    sheet: json,
    entries: json,
    control: { type: DataTypes.TEXT('long'), allowNull: false },
    pdf_a4: { type: DataTypes.BLOB('long'), allowNull: false },
    pdf_letter: { type: DataTypes.BLOB('long'), allowNull: false },
    hash: { type: DataTypes.CHAR(64), allowNull: false },
  });
  await schema.addIndex('issues', ['job_id', 'letter'], { unique: true });
}
