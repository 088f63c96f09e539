import { QueryTypes, Sequelize, type QueryInterface } from 'sequelize';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { checkJob, migrateJobFile } from '@violet-jaw/core/job';
import { defineModels } from '../../models';
import { AuditService } from '../../services/audit';
import { migrate } from '../connect';
import { startPrivateServer } from '../privateServer';
import { firstTables } from './0001-first-tables';
import { knowThePart } from './0002-know-the-part';
import { workholding } from './0003-workholding';
import { furtherPieces } from './0004-further-pieces';
import { atTheMachine } from './0005-at-the-machine';
import { ownVersions } from './0006-own-versions';
import { pocketLedge } from './0007-pocket-ledge';
import { migrations } from '.';

/** The migrations after one, in order. */
async function after(schema: QueryInterface, name: string): Promise<void> {
  for (const { up } of migrations.filter((m) => m.name > name)) await up(schema);
}

test('migrations are named in order and none is there twice', () => {
  const names = migrations.map((m) => m.name);
  expect(names).toEqual([...new Set(names)].sort());
});

test('a database of the first version is brought up to date, its jobs with it', async () => {
  const server = await startPrivateServer(mkdtempSync(join(tmpdir(), 'violet-jaw-migrate-')), () => undefined);
  const sequelize = new Sequelize(server.url, { dialect: 'mariadb', logging: false });
  try {
    await firstTables(sequelize.getQueryInterface());
    // a job as version 1 wrote it
    const job = JSON.parse(readFileSync('server/src/database/migrations/job-version-1.json', 'utf8')) as Record<
      string,
      unknown
    >;
    await sequelize.query("INSERT INTO shop (id, name, revision) VALUES (1, 'Old shop', 4)");
    await sequelize.query(
      "INSERT INTO jobs (id, number, part, revision, document, summary, created_at, updated_at) VALUES (UUID(), 'SK-1041', 'x', 7, ?, '{}', UTC_TIMESTAMP(), UTC_TIMESTAMP())",
      { replacements: [JSON.stringify(job)] },
    );
    await knowThePart(sequelize.getQueryInterface());
    await workholding(sequelize.getQueryInterface());
    await furtherPieces(sequelize.getQueryInterface());
    await atTheMachine(sequelize.getQueryInterface());
    await ownVersions(sequelize.getQueryInterface());
    await pocketLedge(sequelize.getQueryInterface());
    await after(sequelize.getQueryInterface(), '0007-pocket-ledge');
    const [row] = await sequelize.query<{ document: string; revision: number; summary: string | null }>(
      'SELECT document, revision, summary FROM jobs',
      { type: QueryTypes.SELECT },
    );
    const now = checkJob(JSON.parse(row.document));
    expect(now.ok ? [] : now.problems).toEqual([]);
    expect(now).toMatchObject({
      ok: true,
      value: {
        body: { file: 'vane-bearing-block.step', body: 0 },
        blank: { kind: 'block', sides: { xMinus: 'sawn', zPlus: 'finished' } },
        copies: { x: 1 },
        features: [],
      },
    });
    expect([row.revision, row.summary]).toEqual([7, null]);
    expect(await sequelize.query('SELECT name, projection FROM shop', { type: QueryTypes.SELECT })).toEqual([
      { name: 'Old shop', projection: 'third angle' },
    ]);
    expect(await sequelize.query('SELECT id FROM offcuts', { type: QueryTypes.SELECT })).toEqual([]);
  } finally {
    await sequelize.close();
    await server.stop();
  }
}, 120_000);

test('a step that was cut short is done again from its beginning, and ends as if it never was', async () => {
  const server = await startPrivateServer(mkdtempSync(join(tmpdir(), 'violet-jaw-migrate-')), () => undefined);
  const sequelize = new Sequelize(server.url, {
    dialect: 'mariadb',
    logging: false,
    define: { underscored: true, freezeTableName: true },
  });
  try {
    await migrate(sequelize, '0010-guesses');
    for (const [name, action] of [
      ['Planner', 'signed in'],
      ['Planner', 'issued a sheet'],
      ['Operator', 'signed in'],
    ])
      await sequelize.query("INSERT INTO audit (at, name, action, detail) VALUES (UTC_TIMESTAMP(), ?, ?, '')", {
        replacements: [name, action],
      });
    await sequelize.query(
      "INSERT INTO accounts (id, name, role, password_hash, active, created_at) VALUES (UUID(), 'Planner', 'planner', 'x', 1, UTC_TIMESTAMP()), (UUID(), 'Operator', 'operator', 'x', 1, UTC_TIMESTAMP())",
    );
    await sequelize.query(
      "INSERT INTO jobs (id, number, part, revision, document, created_at, updated_at) VALUES (UUID(), 'SK-1', 'Lid', 1, '{}', UTC_TIMESTAMP(), UTC_TIMESTAMP())",
    );
    const state = async () =>
      Promise.all(
        [
          'SELECT place, seal, name FROM audit ORDER BY id',
          'SELECT length, seal FROM audit_chain',
          'SELECT name, role FROM accounts ORDER BY name',
          'SELECT word FROM job_words ORDER BY word',
          'SELECT * FROM turns ORDER BY name',
        ].map((text) => sequelize.query(text, { type: QueryTypes.SELECT })),
      );
    const schema = sequelize.getQueryInterface();
    const late = migrations.filter((m) => m.name > '0010-guesses');
    await after(schema, '0010-guesses');
    const once = await state();
    for (const { up } of late) {
      await up(schema);
      await up(schema);
    }
    expect(await state()).toEqual(once);
    expect(once[2]).toEqual([
      { name: 'Operator', role: 'operator' },
      { name: 'Planner', role: 'lead' },
    ]);
    expect(once[3].map((w) => (w as { word: string }).word)).toEqual(['-1', '1', 'd', 'id', 'k-1', 'lid', 'sk-1']);
    expect(await new AuditService(sequelize, defineModels(sequelize)).problem()).toBeNull();
  } finally {
    await sequelize.close();
    await server.stop();
  }
}, 120_000);

test('vises of a database of version 2 become devices, and its jobs say "device"', async () => {
  const server = await startPrivateServer(mkdtempSync(join(tmpdir(), 'violet-jaw-migrate-')), () => undefined);
  const sequelize = new Sequelize(server.url, { dialect: 'mariadb', logging: false });
  try {
    const schema = sequelize.getQueryInterface();
    await firstTables(schema);
    await knowThePart(schema);
    const version1 = JSON.parse(readFileSync('server/src/database/migrations/job-version-1.json', 'utf8')) as Record<
      string,
      unknown
    >;
    const version2 = migrateJobFile({ format: 'violet-jaw-job', version: 1, job: version1, shop: {} }, 2);
    if (!version2.ok) throw new Error(version2.problems.join());
    const { job } = version2.value as { job: { setups: { vise: string }[] } };
    expect(job.setups[0].vise).toBe('vise-150');
    const vise = {
      id: 'vise-150',
      name: 'Vise 150',
      jawWidth: 150,
      jawHeight: 40,
      jawThickness: 45,
      maxOpening: 160,
      bedThickness: 20,
      parallelThickness: 8,
      stopDiameter: 8,
      minimumGrip: 6,
      clearanceAboveJaws: 1,
      minimumRestAreaMm2: 400,
    };
    await sequelize.query("INSERT INTO shop (id, name, revision) VALUES (1, 'Old shop', 4)");
    await sequelize.query("INSERT INTO vises (id, place, document) VALUES ('vise-150', 0, ?)", {
      replacements: [JSON.stringify(vise)],
    });
    await sequelize.query(
      "INSERT INTO jobs (id, number, part, revision, document, summary, created_at, updated_at) VALUES (UUID(), 'SK-1041', 'x', 7, ?, '{}', UTC_TIMESTAMP(), UTC_TIMESTAMP())",
      { replacements: [JSON.stringify(job)] },
    );
    await workholding(schema);
    await sequelize.query("INSERT INTO library (list, id, place, document) VALUES ('clamps', 'w', 0, ?)", {
      replacements: [
        JSON.stringify({ kind: 'weight', id: 'w', name: 'W', massKg: 4, diameter: 70, height: 130, friction: 0.2 }),
      ],
    });
    await furtherPieces(schema);
    await sequelize.query("INSERT INTO machines (id, place, document) VALUES ('m', 0, ?)", {
      replacements: [
        JSON.stringify({
          id: 'm',
          name: 'M',
          travel: { x: { min: -300, max: 0 }, y: { min: 0, max: 200 }, z: { min: -300, max: 0 } },
        }),
      ],
    });
    await atTheMachine(schema);
    const [machine] = await sequelize.query<{ document: string }>('SELECT document FROM machines', {
      type: QueryTypes.SELECT,
    });
    expect(JSON.parse(machine.document)).toMatchObject({
      homing: { homes: true, x: 'max', y: 'min', z: 'max' },
      dialect: { stop: 'M0' },
      commonOffset: { x: 0, why: '' },
    });
    const [device] = await sequelize.query<{ document: string }>('SELECT document FROM devices', {
      type: QueryTypes.SELECT,
    });
    expect(JSON.parse(device.document)).toMatchObject({ ...vise, kind: 'vise', fixedJaw: 'rear', ratedForceN: 20_000 });
    const [weight] = await sequelize.query<{ document: string }>('SELECT document FROM library', {
      type: QueryTypes.SELECT,
    });
    expect(JSON.parse(weight.document)).toEqual({
      kind: 'weight',
      id: 'w',
      name: 'W',
      massKg: 4,
      diameter: 70,
      height: 130,
    });
    // issues frozen in every version say which, and a station says that it does not tell for whom it was measured
    const [{ id: jobId }] = await sequelize.query<{ id: string }>('SELECT id FROM jobs', { type: QueryTypes.SELECT });
    await sequelize.query("INSERT INTO stations (machine_id, id, place, document) VALUES ('m', 's', 0, ?)", {
      replacements: [JSON.stringify({ id: 's', name: 'S', position: { x: 1, y: 2, z: 3 }, plusMinus: null, note: '' })],
    });
    for (const version of [1, 2, 3, 4, 5]) {
      const { job: frozen } = JSON.parse(readFileSync(`core/src/testing/versions/job-${version}.json`, 'utf8')) as {
        job: object;
      };
      await sequelize.query(
        "INSERT INTO issues (id, job_id, letter, place, issued_at, note, document, shop, planned, sheet, entries, control, pdf_a4, pdf_letter, hash) VALUES (UUID(), ?, ?, ?, UTC_TIMESTAMP(), '', ?, '{}', '{}', '{}', '[]', '', '', '', REPEAT('0', 64))",
        { replacements: [jobId, 'ABCDE'[version - 1], version, JSON.stringify(frozen)] },
      );
    }
    await ownVersions(schema);
    await pocketLedge(schema);
    await after(schema, '0007-pocket-ledge');
    expect(
      await sequelize.query('SELECT letter, version FROM issues ORDER BY place', { type: QueryTypes.SELECT }),
    ).toEqual([1, 2, 3, 4, 5].map((version) => ({ letter: 'ABCDE'[version - 1], version })));
    const [row] = await sequelize.query<{ document: string; summary: string | null }>(
      'SELECT document, summary FROM jobs',
      { type: QueryTypes.SELECT },
    );
    const now = checkJob(JSON.parse(row.document));
    expect(now.ok ? [] : now.problems).toEqual([]);
    expect(now).toMatchObject({
      ok: true,
      value: {
        setups: [
          { device: 'vise-150', hold: { family: 'vise', further: [] }, cuts: [{ clears: 'everything' }] },
          { device: 'vise-150', hold: { family: 'vise', further: [] } },
        ],
      },
    });
    expect(row.summary).toBeNull();
    const [station] = await sequelize.query<{ document: string }>('SELECT document FROM stations', {
      type: QueryTypes.SELECT,
    });
    expect(JSON.parse(station.document)).toMatchObject({ position: { x: 1, y: 2, z: 3 }, measuredFor: [] });
    expect(await sequelize.query('SELECT altitude FROM shop', { type: QueryTypes.SELECT })).toEqual([{ altitude: 0 }]);
  } finally {
    await sequelize.close();
    await server.stop();
  }
}, 120_000);

test('a job of version 7 keeps the hold of its device, done twice or once', async () => {
  const server = await startPrivateServer(mkdtempSync(join(tmpdir(), 'violet-jaw-migrate-')), () => undefined);
  const sequelize = new Sequelize(server.url, {
    dialect: 'mariadb',
    logging: false,
    define: { underscored: true, freezeTableName: true },
  });
  try {
    await migrate(sequelize, '0013-search');
    const schema = sequelize.getQueryInterface();
    const { job } = JSON.parse(readFileSync('core/src/testing/versions/job-7.json', 'utf8')) as {
      job: { setups: Record<string, any>[] };
    };
    job.setups[0].device = 'a-table';
    job.setups[0].plate.under = 3;
    await sequelize.query(
      'INSERT INTO devices (id, place, document) VALUES (\'a-table\', 0, \'{"kind":"T-slot table"}\'), (\'vise-150\', 1, \'{"kind":"vise"}\')',
    );
    await sequelize.query(
      "INSERT INTO jobs (id, number, part, revision, document, summary, summary_revision, created_at, updated_at) VALUES (UUID(), 'SK-7', 'x', 4, ?, '{}', 4, UTC_TIMESTAMP(), UTC_TIMESTAMP())",
      { replacements: [JSON.stringify(job)] },
    );
    const rows = () =>
      sequelize.query<{ document: string; revision: number; summary_revision: number | null }>(
        'SELECT document, revision, summary_revision FROM jobs',
        { type: QueryTypes.SELECT },
      );
    await after(schema, '0013-search');
    const once = await rows();
    await after(schema, '0013-search');
    expect(await rows()).toEqual(once);
    const [{ document, ...rest }] = once;
    // lists say of it what they said when it is planned again
    expect(rest).toEqual({ revision: 4, summary_revision: null });
    expect(JSON.parse(document)).toMatchObject({
      setups: [
        { hold: { family: 'flat', under: 3 } },
        { hold: { family: 'vise', parallels: job.setups[1].parallels } },
      ],
    });
    expect(checkJob(JSON.parse(document))).toMatchObject({ ok: true });
  } finally {
    await sequelize.close();
    await server.stop();
  }
}, 120_000);
