import { existsSync, mkdirSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { Sequelize } from 'sequelize';
import type { BackupHead } from '@violet-jaw/formats/api';
import { provenBackup } from '../backup/nightly';
import { takeBack, verifyBackup } from '../backup/restore';
import { alone } from '../database/lease';
import { notFound, Problem } from '../problem';
import type { Account } from './account';
import type { AuditService } from './audit';
import type { FilePlace } from './files';
import type { News } from './news';

const NAME = /^(\d{4}-\d{2}-\d{2}|taken-[\dTZ-]+|before-[\dTZ-]+)\.zip$/;

const stamp = (now: Date) => now.toISOString().replace(/[:.]/g, '-');

/** Why nothing was restored. What the database says holds what people entered: of that only its number. */
function notRestored(error: unknown): Problem {
  const { errno, sqlState } = error as { errno?: number; sqlState?: string | null };
  const why =
    sqlState != null
      ? `The database did not take it (error ${errno}). Try again in a moment.`
      : (error as Error).message;
  return new Problem(409, 'Not restored', `Nothing was changed. ${why}`);
}

/** What Keeping stands on. */
interface On {
  readonly sequelize: Sequelize;
  readonly url: string;
  readonly files: FilePlace;
  readonly folder: string | null;
  readonly audit: AuditService;
  readonly news: News;
}

/** What a lead does so that nothing is lost: backups by hand, taking one back, proving the data. */
export class Keeping {
  constructor(private readonly on: On) {}

  /** The backups that are kept, the newest first. */
  list(): BackupHead[] {
    const folder = this.#folder();
    return readdirSync(folder)
      .filter((name) => NAME.test(name))
      .map((name) => {
        const { size, mtime } = statSync(join(folder, name));
        return { name, size, at: mtime.toISOString() };
      })
      .sort((a, b) => b.at.localeCompare(a.at));
  }

  /** Takes a backup now, and proves it. */
  async take(by: Account, now: Date = new Date()): Promise<BackupHead[]> {
    await this.#made(`taken-${stamp(now)}.zip`, now);
    await this.on.audit.note(by, 'took a backup');
    return this.list();
  }

  /** Path of a backup, to be sent. */
  path(name: string): string {
    const path = join(this.#folder(), name);
    if (!NAME.test(name) || !existsSync(path)) throw notFound('The backup');
    return path;
  }

  /** Everything becomes as it was when the backup was made. What is there now is kept as a backup first. */
  async restore(name: string, by: Account, now: Date = new Date()): Promise<BackupHead[]> {
    const path = this.path(name);
    await verifyBackup(path).catch((error: unknown) => {
      throw notRestored(error);
    });
    const restored = await alone(this.on.sequelize, 'restore', 'leave', async () => {
      await this.#made(`before-${stamp(now)}.zip`, now);
      return await takeBack(this.on.url, this.on.files.folder, path).catch((error: unknown) => {
        throw notRestored(error);
      });
    });
    if (!restored)
      throw new Problem(
        409,
        'Not restored',
        'Another backup is being restored just now. Wait until it is done, and look what is there then.',
      );
    const { made } = restored;
    await this.on.audit.note(by, 'restored a backup', { detail: `${name}, made ${made}` });
    await this.on.news.tell(['jobs', 'shop']);
    return this.list();
  }

  async #made(name: string, now: Date): Promise<void> {
    await provenBackup(this.on.url, this.on.files.folder, join(this.#folder(), name), now);
  }

  #folder(): string {
    if (!this.on.folder)
      throw new Problem(
        409,
        'No backups here',
        'Backups are switched off on this server (VIOLET_JAW_BACKUPS=no). Whoever looks after the server takes them in another way.',
      );
    mkdirSync(this.on.folder, { recursive: true, mode: 0o700 });
    return this.on.folder;
  }
}
