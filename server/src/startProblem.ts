import { AccessDeniedError, BaseError, ConnectionError, HostNotFoundError } from 'sequelize';

const FOLDER: Readonly<Record<string, string>> = {
  EACCES: 'may not be written by this user',
  EROFS: 'is on a disk that can only be read',
  EPERM: 'may not be written by this user',
  ENOSPC: 'is on a disk that has no space left',
  ENOTDIR: 'is no folder',
  EDQUOT: 'is on a disk whose quota is used up',
};

/** Why the application does not start, in one sentence that says what to do. */
export function startProblem(
  error: unknown,
  { dataFolder, databaseUrl }: { readonly dataFolder: string; readonly databaseUrl: string | null },
): string {
  const { code, path } = error as NodeJS.ErrnoException;
  if (code && FOLDER[code] && typeof path === 'string')
    return `${path} ${FOLDER[code]} (${code}). Set VIOLET_JAW_DATA to a folder of this user's, or mend its rights; it is ${dataFolder} now.`;
  const cause = error instanceof Error && error.cause instanceof BaseError ? error.cause : error;
  if (cause instanceof AccessDeniedError)
    return `The database at ${shown(databaseUrl)} does not let this account in: name or password in VIOLET_JAW_DB_URL is wrong, or it may not use that database.`;
  if (cause instanceof HostNotFoundError)
    return `The database server of VIOLET_JAW_DB_URL is not found: ${shown(databaseUrl)}. Correct its name.`;
  if (cause instanceof ConnectionError)
    return `The database at ${shown(databaseUrl)} does not answer (${cause.message.slice(0, 120)}). Start it, or correct VIOLET_JAW_DB_URL.`;
  return error instanceof Error ? error.message : String(error);
}

/** An address without its password. */
const shown = (url: string | null) => url?.replace(/:[^:@/]*@/, ':…@') ?? 'the private server';
