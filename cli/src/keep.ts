import { existsSync } from 'node:fs';
import type { DataProblems } from '@violet-jaw/formats/api';
import { backupOf, checkData, restoreInto, verifyBackup, type Manifest } from '@violet-jaw/server/backup';
import { configFrom } from '@violet-jaw/server/config.ts';
import type { Terminal } from './run';

const COMMANDS = ['backup', 'restore', 'verify'] as const;

/** Whether a command copies or proves the shop's data. */
export const isKeeping = (command: string | undefined): boolean => COMMANDS.some((c) => c === command);

const told = ({ made, tables, files, missing }: Manifest): string =>
  `Made ${made}: ${tables.jobs.rows} jobs, ${tables.issues.rows} issues, ${tables.runs.rows} runs, ${files.length} files${missing.length > 0 ? `; ${missing.length} files of the database were not on the disk` : ''}.\n`;

const found = ({ entries, issues, files, problems, more }: DataProblems): string =>
  `${[...problems, ...(more > 0 ? [`and ${more} more`] : [])].map((p) => `${p}\n`).join('')}${entries} entries of the audit list, ${issues} issues, ${files} files: ${problems.length === 0 ? 'all as they were written' : `${problems.length + more} not as they were written`}.\n`;

/**
 * Backup, restore and verify; verify without a file walks the data themselves. @returns 0 done, 1 data that do not
 * fit, 2 not done, with a sentence why
 */
export async function keep(
  [command, file, ...rest]: readonly string[],
  env: NodeJS.ProcessEnv,
  { out, err }: Terminal,
): Promise<number> {
  const bad = (message: string) => {
    err(`${message}\n`);
    return 2;
  };
  if ((!file && command !== 'verify') || rest.length > 0)
    return bad(command === 'verify' ? 'violet-jaw verify [FILE.zip]' : `violet-jaw ${command ?? ''} FILE.zip`);
  try {
    const where = configFrom(env, process.cwd());
    if (!file) {
      const data = await checkData(where);
      out(found(data));
      return data.problems.length > 0 ? 1 : 0;
    }
    if (command === 'backup' && existsSync(file))
      return bad(`${file} is there already. Name another file: a backup never takes the place of one.`);
    out(
      told(
        command === 'backup'
          ? await backupOf(where, file)
          : command === 'restore'
            ? await restoreInto(where, file)
            : await verifyBackup(file),
      ),
    );
    return 0;
  } catch (error) {
    return bad(error instanceof Error ? error.message : String(error));
  }
}
