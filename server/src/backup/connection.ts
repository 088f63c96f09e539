import { createConnection, type Connection } from 'mariadb';

/** A connection for copying tables: dates stay text, so that they come back as they were. */
export function copyConnection(url: string): Promise<Connection> {
  const { hostname, port, username, password, pathname, searchParams } = new URL(url);
  const socketPath = searchParams.get('socketPath');
  return createConnection({
    ...(socketPath ? { socketPath } : { host: hostname, port: port ? Number(port) : 3306 }),
    user: decodeURIComponent(username),
    password: decodeURIComponent(password),
    database: pathname.slice(1),
    dateStrings: true,
    bigIntAsNumber: true,
    maxAllowedPacket: 128 * 1024 * 1024,
    connectTimeout: 5000,
  });
}

/**
 * In the order in which rows can be put back: what is referred to comes first. Sessions and tries to sign in are not
 * kept.
 */
export const TABLES = [
  'shop',
  'machines',
  'stations',
  'devices',
  'library',
  'stock',
  'files',
  'offcuts',
  'jobs',
  'job_words',
  'job_remarks',
  'issues',
  'accounts',
  'audit',
  'audit_chain',
  'runs',
  'run_events',
  'readings',
  'file_parts',
] as const;

/** The tables a backup has: those that came later are not in one of an earlier version. */
export const tablesOf = ({ tables }: Manifest): readonly string[] => TABLES.filter((t) => t in tables || !LATER.has(t));
const LATER: ReadonlySet<string> = new Set(['audit_chain', 'file_parts', 'job_words', 'job_remarks']);

export interface Manifest {
  readonly format: 'violet-jaw-backup';
  readonly version: 1;
  readonly made: string;
  /** steps of the database's shape, in order */
  readonly migrations: readonly string[];
  readonly tables: Readonly<Record<string, { readonly rows: number; readonly sha256: string }>>;
  /** content hashes of the files that are in it */
  readonly files: readonly string[];
  /** files the database knows that were not on the disk */
  readonly missing: readonly string[];
}

type Cell = string | number | boolean | null | Buffer;

/** A row as a line of JSON; bytes as base64. */
export const asLine = (row: Record<string, Cell>): string =>
  `${JSON.stringify(Object.fromEntries(Object.entries(row).map(([k, v]) => [k, Buffer.isBuffer(v) ? { base64: v.toString('base64') } : v])))}\n`;

export function fromLine(line: string): Record<string, Cell> {
  const row = JSON.parse(line) as Record<string, Cell | { base64: string }>;
  return Object.fromEntries(
    Object.entries(row).map(([k, v]) => [
      k,
      v !== null && typeof v === 'object' && 'base64' in v ? Buffer.from(v.base64, 'base64') : (v as Cell),
    ]),
  );
}
