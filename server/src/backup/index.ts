import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { DataProblems } from '@violet-jaw/formats/api';
import { connect } from '../database/connect';
import { runningDatabase, startPrivateServer } from '../database/privateServer';
import { lockData, usedBy } from '../dataLock';
import { AuditService } from '../services/audit';
import { Files, type FilePlace } from '../services/files';
import { Verify } from '../services/verify';
import { backup } from './backup';
import type { Manifest } from './connection';
import { restore } from './restore';

export { verifyBackup } from './restore';
export type { Manifest } from './connection';

export interface Where {
  readonly dataFolder: string;
  readonly databaseUrl: string | null;
  readonly files: FilePlace;
}

/** Works on the database of a data folder, whether the application is running on it or not. */
async function withDatabase<T>(
  { dataFolder, databaseUrl }: Where,
  mayRun: boolean,
  work: (url: string) => Promise<T>,
): Promise<T> {
  if (databaseUrl) return await work(databaseUrl);
  if (mayRun && usedBy(dataFolder) !== null) return await work(runningDatabase(dataFolder));
  const unlock = lockData(dataFolder);
  try {
    const server = await startPrivateServer(dataFolder, () => undefined);
    try {
      return await work(server.url);
    } finally {
      await server.stop();
    }
  } finally {
    unlock();
  }
}

function needsData({ dataFolder, databaseUrl }: Where): void {
  if (!databaseUrl && !existsSync(join(dataFolder, 'database')))
    throw new Error(`There are no data in ${dataFolder}. Set VIOLET_JAW_DATA to the folder of the application.`);
}

/**
 * Walks audit chain, issues and files of a data folder, also while the application runs. @returns what does not fit,
 * in words
 */
export async function checkData(where: Where): Promise<DataProblems> {
  needsData(where);
  return await withDatabase(where, true, async (url) => {
    const { sequelize, models } = await connect(url);
    try {
      return await new Verify(
        models,
        new Files(sequelize, models, where.files),
        new AuditService(sequelize, models),
      ).all();
    } finally {
      await sequelize.close();
    }
  });
}

/** Takes a backup of a data folder, also while the application runs. */
export async function backupOf(where: Where, to: string): Promise<Manifest> {
  needsData(where);
  return await withDatabase(where, true, (url) => backup(url, where.files.folder, to));
}

/** Restores a backup into a data folder that is new. */
export function restoreInto(where: Where, from: string): Promise<Manifest> {
  return withDatabase(where, false, (url) => restore(url, where.files.folder, from));
}
