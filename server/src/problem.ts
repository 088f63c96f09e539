import type { ErrorRequestHandler, Response } from 'express';
import { BaseError, ConnectionError, ConnectionAcquireTimeoutError, DatabaseError } from 'sequelize';

/** Problem details of RFC 9457, with what a person needs to go on. */
export interface ProblemDetails {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail: string;
  readonly problems?: readonly string[];
  readonly [extra: string]: unknown;
}

/** An answer that is not a success: thrown by services, written by the error handler. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly extra: Record<string, unknown> = {},
  ) {
    super(detail);
  }
}

export const notFound = (what: string) =>
  new Problem(404, 'Not found', `${what} is not here. It may have been deleted.`);
export const badInput = (problems: readonly string[]) =>
  new Problem(400, 'Input not accepted', problems.join(' '), { problems });

export function sendProblem(response: Response, { status, title, detail, extra }: Problem): void {
  const body: ProblemDetails = { type: 'about:blank', title, status, detail, ...extra };
  response.status(status).type('application/problem+json').send(JSON.stringify(body));
}

/** What the driver says of a connection that is gone; its errors come bare, or inside those of Sequelize. */
interface DriverError {
  readonly fatal?: boolean;
  readonly code?: string;
  readonly message?: string;
  readonly sqlState?: string | null;
  readonly original?: unknown;
  readonly cause?: unknown;
}
const AWAY = /connection (is )?closed|socket|ECONN|EPIPE|shutdown|Connection.*(lost|timeout)|server has gone away/i;

function isDatabaseAway(error: unknown, deep = 0): boolean {
  if (error instanceof ConnectionError || error instanceof ConnectionAcquireTimeoutError) return true;
  if (!(error instanceof Error) || deep > 3) return false;
  const { fatal, code, message, sqlState, original, cause } = error as DriverError;
  const isDriver = error instanceof DatabaseError || sqlState !== undefined || /^ER_/.test(code ?? '');
  return (
    (isDriver && (fatal === true || AWAY.test(`${code ?? ''} ${message ?? ''}`))) ||
    isDatabaseAway(original, deep + 1) ||
    isDatabaseAway(cause, deep + 1)
  );
}

/** No space, quota used up, a table that cannot grow, a disk that has become read-only. */
export function isDiskFull(error: unknown): boolean {
  const { code } = error as NodeJS.ErrnoException;
  if (code === 'ENOSPC' || code === 'EDQUOT' || code === 'EROFS') return true;
  return (
    error instanceof DatabaseError &&
    [1021, 1114, 1030, 1036, 3].includes((error.original as { errno?: number }).errno ?? 0)
  );
}

/**
 * An error as it may stand in a log: where it happened and what kind it is. Of the database only its codes: its
 * messages hold statements, and statements hold what people entered.
 */
export function inLog(error: unknown): string {
  if (!(error instanceof Error)) return String(error).slice(0, 200);
  const places = (error.stack ?? '')
    .split('\n')
    .filter((line) => /^\s+at /.test(line))
    .slice(0, 8)
    .join('\n');
  if (error instanceof BaseError) {
    const { errno, code, sqlState } = ((error as DatabaseError).original ?? {}) as {
      errno?: number;
      code?: string;
      sqlState?: string;
    };
    return `${error.name} ${code ?? ''} ${errno ?? ''} ${sqlState ?? ''}\n${places}`;
  }
  return `${error.name}: ${error.message.split('\n')[0].slice(0, 300)}\n${places}`;
}

/** The number of a request, as it stands in the log and in what a person is told of an error. */
export const requestId = (response: Response): string => String(response.getHeader('X-Request-Id') ?? '');

/** What an error means for who asked, where it is one that is known; null: it is ours, and looked for in the log. */
function knownProblem(error: unknown): Problem | null {
  if (error instanceof Problem) return error;
  const { status, type } = error as { status?: number; type?: string };
  if (type === 'entity.parse.failed')
    return new Problem(400, 'Not JSON', 'The body is not JSON. NaN and Infinity are not numbers in JSON.');
  if (type === 'entity.too.large' || status === 413)
    return new Problem(413, 'Too large', 'The request is larger than the server takes.');
  if (isDiskFull(error))
    return new Problem(
      507,
      'No space',
      'The disk of the server is full: nothing was saved. What you entered is kept here and sent again. Tell whoever looks after the server.',
    );
  if (isDatabaseAway(error))
    return new Problem(
      503,
      'Database away',
      'The database is not answering, so it is not known whether this was saved. What you entered is kept; try again in a moment.',
    );
  return status && status >= 400 && status < 500
    ? new Problem(status, 'Request not understood', 'The request is not one the server understands.')
    : null;
}

/** Writes every error as problem details; never a stack trace. */
export function problemHandler(log: (line: string) => void): ErrorRequestHandler {
  return (error: unknown, request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    // A body that was not read to its end would be taken for the next request on this connection.
    if (!request.complete) response.set('Connection', 'close');
    const known = knownProblem(error);
    const id = requestId(response);
    if (isDiskFull(error)) log(`${request.method} ${request.path}, request ${id}: no space: ${inLog(error)}`);
    else if (!known) log(`${request.method} ${request.path}, request ${id}: ${inLog(error)}`);
    const ours = `Something went wrong on the server (request ${id}). Your entries are kept; try again, and tell the shop lead if it stays.`;
    sendProblem(response, known ?? new Problem(500, 'Server error', ours));
  };
}
