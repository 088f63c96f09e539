import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { backupOf, restoreInto, verifyBackup, type Manifest } from '@violet-jaw/server/backup';
import type { Terminal } from './run';

const COMMANDS = ['backup', 'restore', 'verify'] as const;

/** Whether a command copies or proves the shop's data. */
export const isKeeping = (command: string | undefined): boolean => COMMANDS.some((c) => c === command);

const told = ({ made, tables, files, missing }: Manifest): string =>
  `Made ${made}: ${tables.jobs.rows} jobs, ${tables.issues.rows} issues, ${tables.runs.rows} runs, ${files.length} files${missing.length > 0 ? `; ${missing.length} files of the database were not on the disk` : ''}.\n`;

/** Backup, restore and verify. @returns 0 done, 2 not done, with a sentence why */
export async function keep([command, file, ...rest]: readonly string[], env: NodeJS.ProcessEnv, { out, err }: Terminal): Promise<number> {
  const bad = (message: string) => { err(`${message}\n`); return 2; };
  if (!file || rest.length > 0) return bad(`violet-jaw ${command ?? ''} FILE.zip`);
  const where = { dataFolder: resolve(env.VIOLET_JAW_DATA ?? '.violet-jaw'), databaseUrl: env.VIOLET_JAW_DB_URL ?? null };
  try {
    if (command === 'backup' && existsSync(file)) return bad(`${file} is there already. Name another file: a backup never takes the place of one.`);
    out(told(command === 'backup' ? await backupOf(where, file) : command === 'restore' ? await restoreInto(where, file) : await verifyBackup(file)));
    return 0;
  } catch (error) {
    return bad(error instanceof Error ? error.message : String(error));
  }
}
