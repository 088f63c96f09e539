import { Type, type Static, type TObject, type TSchema } from '@sinclair/typebox';
import { CONTROL_PARTS } from '@violet-jaw/core/control/parts.ts';
import { jobFileSchema, jobSchema } from '@violet-jaw/core/job';
import { shopSchema } from '@violet-jaw/core/shop';
import * as told from './answers';
import * as body from './bodies';
import type { Role } from './roles';

/** Who may use a route: everybody, or from this role upwards. An operator is anybody who is signed in. */
export type Who = 'anyone' | Role;

/** What a route reads, and how much of it at most; more is refused unread. */
export interface Reads {
  readonly as: 'json' | 'text' | 'bytes';
  readonly limit: string;
  readonly schema: TSchema;
  /** documents have more rules than a schema can say: who stores them checks them, by this very schema */
  readonly checkedBy?: 'its service';
}

/** One route: all there is to it but its work. Validation, OpenAPI, the page's calls and the tests that walk them are made from it. */
export interface RouteShape {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** "/jobs/:id"; what may stand at its places is said in PLACES */
  readonly path: string;
  readonly who: Who;
  readonly says: string;
  /** left out: none is read */
  readonly query?: TObject;
  /** left out: none is read */
  readonly body?: Reads;
  /** null: nothing is told but that it was done */
  readonly answer: TSchema | null;
  /** not JSON, but a file, a page elsewhere, events */
  readonly kind?: string;
  /** left out: 200, or 204 when nothing is told */
  readonly status?: 201 | 302 | 303;
  /** how it can fail, besides for who asks: problem details */
  readonly fails: readonly number[];
  /** an edit says which revision it starts from (If-Match) */
  readonly startsFrom?: true;
  /** who knows the answer already (If-None-Match) is told so only: 304 */
  readonly unlessKnown?: true;
  /** tries that fail are few a minute: passwords are guessed here */
  readonly slowly?: true;
  /** it takes minutes: everything is read, or a sheet is planned */
  readonly patient?: true;
}

const uuid = '^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$';
/** What stands at the places of paths: what it is called, and how it looks. Another look is nothing that is there. */
export const PLACES = {
  id: { called: 'The job', pattern: uuid },
  account: { called: 'The account', pattern: uuid },
  run: { called: 'The run', pattern: uuid },
  letter: { called: 'The issue', pattern: '^[A-Z]{1,4}$' },
  machine: { called: 'The machine', pattern: '^.{1,200}$' },
  name: { called: 'The backup', pattern: '^.{1,200}$' },
  hash: { called: 'The file', pattern: '^.{1,200}$' },
  session: { called: 'The session', pattern: '^.{1,200}$' },
} as const satisfies Record<string, { readonly called: string; readonly pattern: string }>;
type Place = keyof typeof PLACES;

const route = <const R extends RouteShape>(shape: R): R => shape;
const small = <S extends TSchema>(schema: S) => ({ as: 'json', limit: '20kb', schema } as const);
const list = Type.Array;
const jobDocument = { as: 'json', limit: '1mb', schema: jobSchema, checkedBy: 'its service' } as const;
/** Of any version, so its schema is that of today only when it says so. */
const jobFileText = { as: 'text', limit: '4mb', schema: jobFileSchema, checkedBy: 'its service' } as const;
const jobsQuery = Type.Object({
  search: Type.Optional(Type.String({ maxLength: 200, description: 'Words in number, part, revision or machine.' })),
  show: Type.Optional(Type.Union([Type.Literal('all'), Type.Literal('open findings'), Type.Literal('not issued')])),
  page: Type.Optional(Type.Integer({ minimum: 0, maximum: 100_000 })),
  size: Type.Optional(Type.Integer({ minimum: 1, maximum: 100 })),
}, { additionalProperties: false });

const documents = {
  describe: route({ method: 'get', path: '/openapi.json', who: 'anyone', says: 'This document', answer: Type.Object({}), fails: [] }),
  shop: route({ method: 'get', path: '/shop', who: 'operator', says: 'The shop\'s library; ETag is its revision', answer: shopSchema, unlessKnown: true, fails: [] }),
  writeShop: route({ method: 'put', path: '/shop', who: 'lead', says: 'Write the library', body: { as: 'json', limit: '4mb', schema: shopSchema, checkedBy: 'its service' }, answer: shopSchema, startsFrom: true, fails: [409, 503] }),
  jobs: route({ method: 'get', path: '/jobs', who: 'operator', says: 'One page of the jobs that fit, by number, and how many there are', query: jobsQuery, answer: told.jobListSchema, fails: [] }),
  createJob: route({ method: 'post', path: '/jobs', who: 'planner', says: 'A new job', body: jobDocument, answer: told.madeJobSchema, status: 201, fails: [503] }),
  importJob: route({ method: 'post', path: '/jobs/import', who: 'planner', says: 'A new job from an open job file', body: jobFileText, answer: told.importedJobSchema, status: 201, fails: [409, 503] }),
  readJobFile: route({ method: 'post', path: '/jobs/read', who: 'operator', says: 'Check an open job file and bring it up to date, storing nothing', body: jobFileText, answer: jobFileSchema, fails: [] }),
  job: route({ method: 'get', path: '/jobs/:id', who: 'operator', says: 'A job document; ETag is its revision', answer: jobSchema, unlessKnown: true, fails: [] }),
  writeJob: route({ method: 'put', path: '/jobs/:id', who: 'planner', says: 'Write a job document', body: jobDocument, answer: jobSchema, startsFrom: true, fails: [409, 503] }),
  deleteJob: route({ method: 'delete', path: '/jobs/:id', who: 'lead', says: 'Put a job that was never issued into the bin', answer: null, fails: [409] }),
  storeFile: route({
    method: 'post', path: '/files', who: 'planner', says: 'Store a file by content hash; its name in the header X-File-Name, percent-encoded',
    body: { as: 'bytes', limit: '64mb', schema: Type.Unsafe<Blob>({}), checkedBy: 'its service' }, answer: told.storedFileSchema, status: 201, fails: [413, 503],
  }),
  file: route({ method: 'get', path: '/files/:hash', who: 'operator', says: 'A stored file', answer: null, kind: 'application/octet-stream', fails: [] }),
};

const people = {
  session: route({ method: 'get', path: '/session', who: 'anyone', says: 'Who is signed in', answer: told.sessionInfoSchema, fails: [] }),
  signIn: route({ method: 'post', path: '/session', who: 'anyone', says: 'Sign in: a cookie is set', body: small(body.signInSchema), answer: told.sessionInfoSchema, status: 201, slowly: true, fails: [401] }),
  signOut: route({ method: 'delete', path: '/session', who: 'anyone', says: 'Sign out', answer: null, fails: [] }),
  toProvider: route({ method: 'get', path: '/session/provider', who: 'anyone', says: 'Go to the sign-in service of the company (OpenID Connect)', answer: null, kind: 'text/html', status: 302, slowly: true, fails: [404, 503] }),
  fromProvider: route({ method: 'get', path: '/session/provider/back', who: 'anyone', says: 'Come back from the sign-in service: signed in, or told why not', answer: null, kind: 'text/html', status: 303, slowly: true, fails: [] }),
  changeOwnPassword: route({ method: 'put', path: '/session/password', who: 'operator', says: 'Give oneself another password; sessions elsewhere end', body: small(body.ownPasswordSchema), answer: null, slowly: true, fails: [] }),
  ownSessions: route({ method: 'get', path: '/session/all', who: 'operator', says: 'Where one is signed in', answer: list(told.ownSessionSchema), fails: [] }),
  endSession: route({ method: 'delete', path: '/session/all/:session', who: 'operator', says: 'Ends a session of one\'s own', answer: null, fails: [] }),
  makeAccount: route({ method: 'post', path: '/accounts', who: 'anyone', says: 'Make an account: a lead does, or the first one with the setup code', body: small(body.newAccountSchema), answer: told.madeAccountSchema, status: 201, slowly: true, fails: [401, 403, 409] }),
  accounts: route({ method: 'get', path: '/accounts', who: 'lead', says: 'All accounts', answer: list(told.accountHeadSchema), fails: [] }),
  changeAccount: route({ method: 'put', path: '/accounts/:account', who: 'lead', says: 'Change role, password or whether it is in use; unlocks it', body: small(body.accountChangeSchema), answer: list(told.accountHeadSchema), fails: [409] }),
  audit: route({ method: 'get', path: '/audit', who: 'lead', says: 'Who did what, newest first', answer: list(told.auditEntrySchema), fails: [] }),
  jobAudit: route({ method: 'get', path: '/jobs/:id/audit', who: 'operator', says: 'Who did what with a job, newest first', answer: list(told.auditEntrySchema), fails: [] }),
};

const paper = Type.Object({ paper: Type.Optional(Type.Union([Type.Literal('A4'), Type.Literal('Letter')])) });
const part = Type.Object({ part: Type.Optional(Type.Union(CONTROL_PARTS.map((p) => Type.Literal(p)))) });
const issues = {
  issues: route({ method: 'get', path: '/jobs/:id/issues', who: 'operator', says: 'Issues with what changed between them', answer: list(told.issueHeadSchema), fails: [] }),
  issue: route({ method: 'post', path: '/jobs/:id/issues', who: 'planner', says: 'Issue the next letter', body: small(body.issueNoteSchema), answer: told.issueHeadSchema, status: 201, startsFrom: true, patient: true, fails: [409, 503] }),
  issueSheet: route({ method: 'get', path: '/jobs/:id/issues/:letter/sheet', who: 'operator', says: 'The frozen sheet as data', answer: told.sheetSchema, fails: [] }),
  issueEntries: route({ method: 'get', path: '/jobs/:id/issues/:letter/entries', who: 'operator', says: 'The frozen numbers, flat', answer: list(told.entrySchema), fails: [] }),
  frozen: route({ method: 'get', path: '/jobs/:id/issues/:letter/frozen', who: 'operator', says: 'Job and library as they were frozen, brought up to date', answer: told.frozenSchema, fails: [409] }),
  runPlan: route({ method: 'get', path: '/jobs/:id/issues/:letter/run', who: 'operator', says: 'What the operator does, step by step', answer: told.runToOpenSchema, fails: [409] }),
  sheetPdf: route({ method: 'get', path: '/jobs/:id/issues/:letter/sheet.pdf', who: 'operator', says: 'The frozen PDF', query: paper, answer: null, kind: 'application/pdf', fails: [] }),
  controlLines: route({ method: 'get', path: '/jobs/:id/issues/:letter/control.nc', who: 'operator', says: 'Lines for the control', query: part, answer: null, kind: 'text/plain', fails: [] }),
};

const runs = {
  runs: route({ method: 'get', path: '/jobs/:id/runs', who: 'operator', says: 'Runs of a job\'s issues, newest first', answer: list(told.runHeadSchema), fails: [] }),
  jobReadings: route({ method: 'get', path: '/jobs/:id/readings', who: 'operator', says: 'Zeros found in the runs of a job, oldest first', answer: list(told.readingEntrySchema), fails: [] }),
  run: route({ method: 'get', path: '/runs/:run', who: 'operator', says: 'A run with its events', answer: told.runRecordSchema, unlessKnown: true, fails: [] }),
  endRun: route({ method: 'delete', path: '/runs/:run', who: 'operator', says: 'End a run that is not finished', answer: null, fails: [] }),
  runHistory: route({ method: 'get', path: '/runs/:run/history', who: 'operator', says: 'What was answered in a run, against what was expected then', answer: told.runHistorySchema, fails: [] }),
  sendEvents: route({ method: 'post', path: '/runs/:run/events', who: 'operator', says: 'Add events in order; those known by their id do nothing', body: { as: 'json', limit: '600kb', schema: body.runEventsSchema }, answer: told.runRecordSchema, fails: [409, 503] }),
  machineRegisters: route({ method: 'get', path: '/machines/:machine/registers', who: 'operator', says: 'Who uses which register of a machine', answer: list(told.registerEntrySchema), fails: [] }),
  machineReadings: route({ method: 'get', path: '/machines/:machine/readings', who: 'operator', says: 'Zeros found on a machine, oldest first', answer: list(told.readingEntrySchema), fails: [] }),
};

const topics = Type.Object({ topics: Type.String({ description: 'Up to 4 of jobs, shop, job:ID, run:ID, with commas.' }) });
const keeping = {
  bin: route({ method: 'get', path: '/bin', who: 'lead', says: 'Deleted jobs that can still be taken back', answer: list(told.binEntrySchema), fails: [] }),
  takeOutOfBin: route({ method: 'post', path: '/bin/:id', who: 'lead', says: 'Take a job out of the bin', answer: null, fails: [409] }),
  backups: route({ method: 'get', path: '/backups', who: 'lead', says: 'Backups that are kept on the server', answer: list(told.backupHeadSchema), fails: [409] }),
  takeBackup: route({ method: 'post', path: '/backups', who: 'lead', says: 'Take a backup now and prove it', answer: list(told.backupHeadSchema), status: 201, patient: true, fails: [409, 507] }),
  backup: route({ method: 'get', path: '/backups/:name', who: 'lead', says: 'A backup as zip', answer: null, kind: 'application/zip', fails: [409] }),
  restoreBackup: route({ method: 'post', path: '/backups/:name/restore', who: 'lead', says: 'Everything becomes as it was when the backup was made; a backup of now is taken first', answer: list(told.backupHeadSchema), patient: true, fails: [409] }),
  verifyData: route({ method: 'post', path: '/verify', who: 'lead', says: 'Walk audit list, issues and files and say what is not as it was written', answer: told.dataProblemsSchema, patient: true, fails: [] }),
  news: route({ method: 'get', path: '/news', who: 'operator', says: 'Server-sent events: each says that one of the topics changed', query: topics, answer: null, kind: 'text/event-stream', fails: [] }),
};

/** Every route under /api/v1. */
export const ROUTES = { ...documents, ...people, ...issues, ...runs, ...keeping } as const;

type Routes = typeof ROUTES;
export type RouteName = keyof Routes;
export type RouteOf<K extends RouteName> = Routes[K];

type PlacesIn<P extends string> = P extends `${string}:${infer Name}/${infer Rest}` ? Name | PlacesIn<`/${Rest}`> : P extends `${string}:${infer Name}` ? Name : never;
/** What stands at the places of a route's path. */
export type ParamsOf<K extends RouteName> = Readonly<Record<PlacesIn<Routes[K]['path']> & Place, string>>;
export type QueryOf<K extends RouteName> = Routes[K] extends { readonly query: infer Q extends TObject } ? Static<Q> : undefined;
/** What is sent along; a job file is text. */
export type BodyOf<K extends RouteName> = Routes[K] extends { readonly body: { readonly as: infer A; readonly schema: infer S extends TSchema } } ? (A extends 'text' ? string : Static<S>) : undefined;
/** What is told; undefined: nothing, or no JSON. */
export type AnswerOf<K extends RouteName> = Routes[K] extends { readonly answer: infer A extends TSchema } ? Static<A> : undefined;

/** The names of the places in a path. */
export const placesIn = (path: string): Place[] => [...path.matchAll(/:(\w+)/g)].map((m) => m[1] as Place);

/** Where a route is, under /api/v1. */
export function pathOf<K extends RouteName>(name: K, params: ParamsOf<K>, query: object = {}): string {
  const path = ROUTES[name].path.replace(/:(\w+)/g, (_, place: keyof ParamsOf<K>) => encodeURIComponent(params[place]));
  const asked = new URLSearchParams(Object.entries(query).flatMap(([key, value]) => (value === undefined ? [] : [[key, String(value)]])));
  return asked.size > 0 ? `${path}?${asked.toString()}` : path;
}
