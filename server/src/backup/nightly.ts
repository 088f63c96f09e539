import { existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { backup } from './backup';
import { verifyBackup } from './restore';

const KEPT_DAYS = 14;
const KEPT_MONTHS = 12;
const NAME = /^(\d{4}-\d{2}-\d{2})\.zip$/;

/**
 * Which backups may go: all but those of the last days, and the first of each of the last months. @param days
 * "2026-11-27", in any order
 */
export function toForget(days: readonly string[]): string[] {
  const newest = [...days].sort().reverse();
  const months = [...new Set(newest.map((d) => d.slice(0, 7)))].slice(0, KEPT_MONTHS);
  const firsts = months.map((month) => newest.filter((d) => d.startsWith(month)).at(-1));
  return newest.slice(KEPT_DAYS).filter((d) => !firsts.includes(d));
}

/** Takes a backup and proves it: only what is proven stands under its name, else it would not be taken again. */
export async function provenBackup(url: string, files: string, path: string, now: Date): Promise<void> {
  const unproven = `${path}.new`;
  try {
    await backup(url, files, unproven, now);
    await verifyBackup(unproven);
    renameSync(unproven, path);
  } finally {
    rmSync(unproven, { force: true });
  }
}

/** Takes the backup of a day where it is not there yet, and forgets old ones. @returns whether it took one */
export async function backupOfDay(url: string, files: string, into: string, now: Date): Promise<boolean> {
  mkdirSync(into, { recursive: true, mode: 0o700 });
  const path = join(into, `${now.toISOString().slice(0, 10)}.zip`);
  if (existsSync(path)) return false;
  await provenBackup(url, files, path, now);
  const days = readdirSync(into).flatMap((name) => {
    const found = NAME.exec(name);
    return found ? [found[1]] : [];
  });
  for (const day of toForget(days)) rmSync(join(into, `${day}.zip`), { force: true });
  return true;
}
