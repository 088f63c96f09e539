import { JOB_FORMAT, JOB_VERSION, migrateJobFile, type FileBody, type Job, type JobFile } from '@violet-jaw/core/job';
import type { Shop } from '@violet-jaw/core/shop';
import type { Revised, RunRecord } from '@violet-jaw/formats/api';
import {
  pathOf,
  ROUTES,
  type AnswerOf,
  type BodyOf,
  type ParamsOf,
  type QueryOf,
  type RouteName,
  type RouteOf,
  type RouteShape,
} from '@violet-jaw/formats/api/routes.ts';

/** What the server answered instead of a success, in its own words. */
export class ServerProblem extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly extra: Record<string, unknown>,
  ) {
    super(detail);
  }

  /** Server or database cannot be reached, or cannot just now: what was entered is kept and sent again. */
  get isAway(): boolean {
    return [0, 429, 500, 502, 503, 504, 507].includes(this.status);
  }

  /** The session ended: what was entered is kept and sent after signing in again. */
  get isSignedOut(): boolean {
    return this.status === 401;
  }
}

const BASE = '/api/v1';
/** So many jobs stand on one page of the list. */
export const JOBS_A_PAGE = 50;

let signedOut: () => unknown = () => undefined;

/** Called when the server no longer knows the session. */
export function onSignedOut(then: () => unknown): void {
  signedOut = then;
}

const WAITS_MS = 60_000;
const PATIENT_MS = 660_000;

type Only<Condition, Fields> = Condition extends true ? Fields : object;
type Asks<T> = T extends undefined ? false : true;
/** What a route is asked with: the places of its path, and what else it reads. */
export type InputOf<K extends RouteName> = ParamsOf<K> &
  Only<Asks<QueryOf<K>>, { readonly query?: QueryOf<K> }> &
  Only<Asks<BodyOf<K>>, { readonly body: BodyOf<K> }> &
  Only<RouteOf<K> extends { readonly startsFrom: true } ? true : false, { readonly revision: number }>;

interface Extra {
  readonly signal?: AbortSignal;
  readonly headers?: Readonly<Record<string, string>>;
}
interface AnyInput {
  readonly query?: object;
  readonly body?: unknown;
  readonly revision?: number;
}

function bodyOf({ body: reads }: RouteShape, body: unknown): { body?: BodyInit; headers: Record<string, string> } {
  if (!reads) return { headers: {} };
  if (reads.as === 'bytes') return { body: body as BodyInit, headers: { 'Content-Type': 'application/octet-stream' } };
  return {
    body: reads.as === 'text' ? (body as string) : JSON.stringify(body),
    headers: { 'Content-Type': 'application/json' },
  };
}

/** Sends a request of the table and looks only whether it was answered. Throws `ServerProblem`. */
async function send<K extends RouteName>(
  name: K,
  input: InputOf<K>,
  { signal, headers }: Extra = {},
): Promise<Response> {
  const shape: RouteShape = ROUTES[name];
  const { query, body, revision } = input as AnyInput;
  const sent = bodyOf(shape, body);
  const waits = AbortSignal.timeout(shape.patient ? PATIENT_MS : WAITS_MS);
  let response: Response;
  try {
    response = await fetch(`${BASE}${pathOf(name, input, query)}`, {
      method: shape.method.toUpperCase(),
      cache: 'no-store',
      signal: signal ? AbortSignal.any([signal, waits]) : waits,
      ...(sent.body === undefined ? {} : { body: sent.body }),
      headers: {
        'X-Violet-Jaw': '1',
        ...sent.headers,
        ...(revision === undefined ? {} : { 'If-Match': tag(revision) }),
        ...headers,
      },
    });
  } catch {
    throw new ServerProblem(0, 'The server is not answering.', {});
  }
  if (response.ok || response.status === 304) return response;
  const told = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  if (response.status === 401 && !shape.path.startsWith('/session')) signedOut();
  throw new ServerProblem(
    response.status,
    typeof told.detail === 'string' ? told.detail : `The server answered ${response.status}.`,
    told,
  );
}

/** What a route tells. */
export async function ask<K extends RouteName>(name: K, input: InputOf<K>, extra?: Extra): Promise<AnswerOf<K>> {
  const response = await send(name, input, extra);
  return (ROUTES[name].answer === null ? undefined : await response.json()) as AnswerOf<K>;
}

/** A file a route sends. */
export const fileOf = async <K extends RouteName>(name: K, input: InputOf<K>, extra?: Extra): Promise<Blob> =>
  (await send(name, input, extra)).blob();

type Ask<K extends RouteName> =
  object extends InputOf<K>
    ? (input?: InputOf<K>, extra?: Extra) => Promise<AnswerOf<K>>
    : (input: InputOf<K>, extra?: Extra) => Promise<AnswerOf<K>>;

/** Every route of the table under its name. */
export const api = Object.fromEntries(
  (Object.keys(ROUTES) as RouteName[]).map((name) => [
    name,
    (input: InputOf<typeof name>, extra?: Extra) => ask(name, input ?? {}, extra),
  ]),
) as unknown as { readonly [K in RouteName]: Ask<K> };

/** Where the browser itself fetches an answer, by a link or a picture. */
export const urlOf = <K extends RouteName>(name: K, params: ParamsOf<K>, query?: QueryOf<K>): string =>
  `${BASE}${pathOf(name, params, query)}`;

/** What went wrong, for people. */
export const said = (error: unknown): string => (error instanceof Error ? error.message : String(error));

const tag = (revision: number) => `"${revision}"`;
const revisionOf = (response: Response) => Number((response.headers.get('ETag') ?? '"0"').replaceAll('"', ''));

/** Where a document lives: what the document store needs. */
export interface Place<T> {
  readonly key: string;
  /** a document as an earlier version of the program kept it, as it is now; null: this program cannot read it */
  upToDate(document: unknown, version: number): Promise<T | null>;
  read(): Promise<Revised<T>>;
  readIfChanged(revision: number): Promise<Revised<T> | null>;
  /** @returns the new revision */
  write(document: T, revision: number): Promise<number>;
}

/** A document under its two routes. `key`: what drafts of it are kept under */
function placeAt<T>(
  key: string,
  read: (extra?: Extra) => Promise<Response>,
  write: (document: T, revision: number) => Promise<Response>,
  upToDate: Place<T>['upToDate'],
): Place<T> {
  const revised = async (response: Response): Promise<Revised<T>> => ({
    revision: revisionOf(response),
    document: (await response.json()) as T,
  });
  return {
    key,
    upToDate,
    read: async () => revised(await read()),
    readIfChanged: async (revision) => {
      const response = await read({ headers: { 'If-None-Match': tag(revision) } });
      return response.status === 304 ? null : await revised(response);
    },
    write: async (document, revision) => revisionOf(await write(document, revision)),
  };
}

/** One part of a job file of any earlier version, brought up to date. */
function fromVersion(version: number, part: { readonly job?: unknown; readonly shop?: unknown }): JobFile | null {
  const file = migrateJobFile({ format: JOB_FORMAT, version, job: {}, shop: {}, ...part });
  return file.ok ? (file.value as JobFile) : null;
}

export const shopPlace = () =>
  placeAt<Shop>(
    '/shop',
    (extra) => send('shop', {}, extra),
    (body, revision) => send('writeShop', { body, revision }),
    (shop, version) => Promise.resolve(fromVersion(version, { shop })?.shop ?? null),
  );
export const jobPlace = (id: string) =>
  placeAt<Job>(
    `/jobs/${id}`,
    (extra) => send('job', { id }, extra),
    (body, revision) => send('writeJob', { id, body, revision }),
    async (job, version) => {
      if (version === JOB_VERSION) return job as Job;
      // what a setup's device is says how it is held
      const { devices } = await api.shop();
      return fromVersion(version, { job, shop: { devices } })?.job ?? null;
    },
  );

/** A run as it is now; `record` null: as it was at `version`. */
export async function runSince(
  run: string,
  version: string | null,
): Promise<{ version: string | null; record: RunRecord | null }> {
  const response = await send('run', { run }, version ? { headers: { 'If-None-Match': version } } : {});
  return {
    version: response.headers.get('ETag'),
    record: response.status === 304 ? null : ((await response.json()) as RunRecord),
  };
}

/** Stores a file of a part or a photo. @returns its content hash */
export const storeFile = (file: File): Promise<{ hash: string }> =>
  api.storeFile({ body: file }, { headers: { 'X-File-Name': encodeURIComponent(file.name) } });
/** The bytes of a stored file. */
export const fileBytes = async (hash: string): Promise<Uint8Array> =>
  new Uint8Array(await (await send('file', { hash })).arrayBuffer());

const textOf = async (response: Response) => (response.status === 204 ? null : await response.text());
/** A job as it was planned at a revision with a revision of the library; null: not prepared. */
export const preparedJobText = async (of: { id: string; revision: number; shop: number }): Promise<string | null> =>
  textOf(await send('preparedJob', { id: of.id, query: { revision: of.revision, shop: of.shop } }));
/** Bodies of a stored file; null: not prepared. */
export const preparedBodiesText = async ({
  sha256: hash = '',
  unit,
  thickness,
  halfProfile,
}: FileBody): Promise<string | null> =>
  textOf(
    await send('preparedBodies', {
      hash,
      query: {
        ...(unit === undefined ? {} : { unit }),
        ...(thickness === undefined ? {} : { thickness: String(thickness) }),
        ...(halfProfile ? { halfProfile: 'true' as const } : {}),
      },
    }),
  );
