import { linkSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

interface Holder {
  readonly pid: number;
  /** when that process began, in ticks since the machine did: a number given again is another process */
  readonly began: string;
  readonly since: string;
}

function beganAt(pid: number): string | null {
  try {
    return readFileSync(`/proc/${pid}/stat`, 'utf8')
      .replace(/^.*\) /s, '')
      .split(' ')[19];
  } catch {
    return null;
  }
}

function holderIn(path: string): Holder | null {
  try {
    const holder = JSON.parse(readFileSync(path, 'utf8')) as Holder;
    return beganAt(holder.pid) === holder.began ? holder : null;
  } catch {
    return null;
  }
}

/** The process that uses a data folder; null: none. */
export const usedBy = (dataFolder: string): number | null => holderIn(join(dataFolder, 'in-use.json'))?.pid ?? null;

/**
 * One process at a time uses a data folder: two would start two databases on the same files.
 * @returns how to let go of it; throws with a sentence when another process has it
 */
export function lockData(dataFolder: string): () => void {
  mkdirSync(dataFolder, { recursive: true, mode: 0o700 });
  const path = join(dataFolder, 'in-use.json');
  const own = `${path}.${process.pid}`;
  writeFileSync(
    own,
    JSON.stringify({
      pid: process.pid,
      began: beganAt(process.pid) ?? '',
      since: new Date().toISOString(),
    } satisfies Holder),
    { mode: 0o600 },
  );
  try {
    for (let tries = 0; ; tries++) {
      try {
        // whole or not at all: a link to what is written is there at once, or refused
        linkSync(own, path);
        return () => {
          if (holderIn(path)?.pid === process.pid) rmSync(path, { force: true });
        };
      } catch (error) {
        if ((error as NodeJS.ErrnoException).code !== 'EEXIST' || tries > 3) throw error;
        const holder = holderIn(path);
        if (holder)
          throw new Error(
            `The data in ${dataFolder} is in use by process ${holder.pid} since ${holder.since}. Stop that one first, or set VIOLET_JAW_DATA to another folder.`,
          );
        rmSync(path, { force: true });
      }
    }
  } finally {
    rmSync(own, { force: true });
  }
}
