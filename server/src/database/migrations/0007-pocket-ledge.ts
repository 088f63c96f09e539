import type { QueryInterface } from 'sequelize';
import { migrateJobDocuments } from './jobDocuments';

/** Pockets in soft jaws tell how far the jaws reach under the part. */
export async function pocketLedge(schema: QueryInterface): Promise<void> {
  await migrateJobDocuments(schema, 6, 7);
}
