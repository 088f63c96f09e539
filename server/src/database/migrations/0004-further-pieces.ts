import { QueryTypes, type QueryInterface } from 'sequelize';
import { clampFromVersion3 } from '@violet-jaw/core/job';
import { migrateJobDocuments } from './jobDocuments';

/** Further pieces on one device; weights without friction of their own; job documents brought to version 4. */
export async function furtherPieces(schema: QueryInterface): Promise<void> {
  const { sequelize } = schema;
  const clamps = await sequelize.query<{ id: string; document: string }>(
    "SELECT id, document FROM library WHERE list = 'clamps'",
    { type: QueryTypes.SELECT },
  );
  for (const row of clamps) {
    const clamp = clampFromVersion3(JSON.parse(row.document) as Record<string, unknown>);
    await sequelize.query("UPDATE library SET document = ? WHERE list = 'clamps' AND id = ?", {
      replacements: [JSON.stringify(clamp), row.id],
    });
  }
  const devices = await sequelize.query<{ document: string }>('SELECT document FROM devices', {
    type: QueryTypes.SELECT,
  });
  await migrateJobDocuments(schema, 3, 4, { devices: devices.map((d) => JSON.parse(d.document) as unknown) });
}
