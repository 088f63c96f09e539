import { DataTypes, QueryTypes, type QueryInterface } from 'sequelize';
import { stationFromVersion5 } from '@violet-jaw/core/job';
import { migrateJobDocuments } from './jobDocuments';

/**
 * Which version of the document an issue was frozen in, told by what only that version has. Issues did not say it
 * before; none of a version after 5 is without it.
 */
export function versionOfFrozen(job: Record<string, unknown>): number {
  const setups = (Array.isArray(job.setups) ? job.setups : []) as Record<string, unknown>[];
  const has = (key: string) => setups.some((s) => key in s);
  if ('leaveAlone' in job || has('lengths')) return 5;
  if (has('further')) return 4;
  if (has('device')) return 3;
  return 'blank' in job ? 2 : 1;
}

/**
 * Issues tell the version of their document; entries of lists have ids, stations tell for which devices they were
 * measured.
 */
export async function ownVersions(schema: QueryInterface): Promise<void> {
  const { sequelize } = schema;
  await schema.addColumn('issues', 'version', { type: DataTypes.INTEGER, allowNull: true });
  const issues = await sequelize.query<{ id: string; document: string }>('SELECT id, document FROM issues', {
    type: QueryTypes.SELECT,
  });
  for (const { id, document } of issues) {
    await sequelize.query('UPDATE issues SET version = ? WHERE id = ?', {
      replacements: [versionOfFrozen(JSON.parse(document) as Record<string, unknown>), id],
    });
  }
  const stations = await sequelize.query<{ machine_id: string; id: string; document: string }>(
    'SELECT machine_id, id, document FROM stations',
    { type: QueryTypes.SELECT },
  );
  for (const { machine_id: machine, id, document } of stations) {
    await sequelize.query('UPDATE stations SET document = ? WHERE machine_id = ? AND id = ?', {
      replacements: [JSON.stringify(stationFromVersion5(JSON.parse(document) as Record<string, unknown>)), machine, id],
    });
  }
  // what is made at the same moment waits for each other at this row, so it must be there
  await sequelize.query("INSERT IGNORE INTO shop (id, name, revision) VALUES (1, '', 0)");
  await migrateJobDocuments(schema, 5, 6);
}
