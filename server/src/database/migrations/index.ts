import type { QueryInterface } from 'sequelize';
import { firstTables } from './0001-first-tables';

export interface Migration {
  readonly name: string;
  readonly up: (schema: QueryInterface) => Promise<void>;
}

/** In order; entries are never edited or taken out once released. */
export const migrations: readonly Migration[] = [
  { name: '0001-first-tables', up: firstTables },
];
