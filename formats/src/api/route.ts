import { Type, type TObject, type TSchema } from '@sinclair/typebox';
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

/**
 * One route: all there is to it but its work. Validation, OpenAPI, the page's calls and the tests that walk them are
 * made from it.
 */
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

export const uuid = '^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$';
/** What stands at the places of paths: what it is called, and how it looks. Another look is nothing that is there. */
export const PLACES = {
  id: { called: 'The job', pattern: uuid },
  account: { called: 'The account', pattern: uuid },
  run: { called: 'The run', pattern: uuid },
  remark: { called: 'The remark', pattern: uuid },
  letter: { called: 'The issue', pattern: '^[A-Z]{1,4}$' },
  machine: { called: 'The machine', pattern: '^.{1,200}$' },
  tool: { called: 'The tool', pattern: '^.{1,200}$' },
  name: { called: 'The backup', pattern: '^.{1,200}$' },
  hash: { called: 'The file', pattern: '^.{1,200}$' },
  session: { called: 'The session', pattern: '^.{1,200}$' },
} as const satisfies Record<string, { readonly called: string; readonly pattern: string }>;
export type Place = keyof typeof PLACES;

/** Which paper a PDF is for; A4 where nothing is said. */
export const paper = Type.Optional(Type.Union([Type.Literal('A4'), Type.Literal('Letter')]));

/** A route as it is written, with its types kept. */
export const route = <const R extends RouteShape>(shape: R): R => shape;
/** A body of a form: never more than 20 kB. */
export const small = <S extends TSchema>(schema: S) => ({ as: 'json', limit: '20kb', schema }) as const;
export const list = Type.Array;
