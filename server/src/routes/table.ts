import { Router, type Request, type RequestHandler, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { TObject } from '@sinclair/typebox';
import { checker } from '@violet-jaw/core/schema';
import {
  PLACES,
  placesIn,
  ROUTES,
  type AnswerOf,
  type BodyOf,
  type ParamsOf,
  type QueryOf,
  type Reads,
  type RouteName,
  type RouteOf,
  type RouteShape,
} from '@violet-jaw/formats/api/routes.ts';
import { badInput, notFound } from '../problem';
import type { Services } from '../services';
import { atLeast, signedIn } from '../sessions';
import { jsonBody, textBody } from './bodies';

/**
 * What a route's work is given: what stands in its address and body, checked by the table. Documents are checked by
 * who stores them.
 */
export interface Call<K extends RouteName> {
  readonly params: ParamsOf<K>;
  readonly query: QueryOf<K>;
  readonly body: RouteOf<K> extends { readonly body: { readonly checkedBy: string } } ? unknown : BodyOf<K>;
  readonly request: Request;
  readonly response: Response;
}

/** Who asks has it already. */
export const UNCHANGED = Symbol('unchanged');
type Answered<A> = A extends undefined ? void : A | typeof UNCHANGED;
/** The work of a route. It returns what is told; what is no JSON it writes itself. */
export type Work<K extends RouteName> = (call: Call<K>) => Answered<AnswerOf<K>> | Promise<Answered<AnswerOf<K>>>;
/** The work of every route: a route without is no program. */
export type Works = { readonly [K in RouteName]: Work<K> };

type AnyWork = (call: {
  params: object;
  query: object;
  body: unknown;
  request: Request;
  response: Response;
}) => unknown;

function reading({ as, limit }: Reads): RequestHandler[] {
  return as === 'bytes' ? [] : as === 'json' ? jsonBody(limit) : textBody(limit);
}

/** What stands at the places of a path. Another look than theirs is nothing that is there. */
function paramsOf({ path }: RouteShape, { params }: Request): Record<string, string> {
  return Object.fromEntries(
    placesIn(path).map((place) => {
      const { called, pattern } = PLACES[place];
      const value = params[place];
      if (typeof value !== 'string' || !new RegExp(pattern, 's').test(value)) throw notFound(called);
      return [place, value];
    }),
  );
}

/** What of a query is no text; what cannot be read as that is refused by the schema. */
const READ_AS: Readonly<Record<string, (text: unknown) => unknown>> = {
  integer: Number,
  boolean: (text) => (text === 'true' ? true : text === 'false' ? false : undefined),
};

/** What is asked for behind the path, numbers as numbers; what the route does not know is left alone. */
function queryOf(schema: TObject): (request: Request) => object {
  const check = checker(schema);
  return ({ query }) => {
    const asked = Object.entries(schema.properties).flatMap(([key, of]) =>
      query[key] === undefined ? [] : [[key, READ_AS[String(of.type)]?.(query[key]) ?? query[key]]],
    );
    const checked = check(Object.fromEntries(asked));
    if (!checked.ok) throw badInput(checked.problems);
    return checked.value;
  };
}

function bodyOf({ schema, checkedBy }: Reads): (request: Request) => unknown {
  if (checkedBy) return ({ body }) => body as unknown;
  const check = checker(schema);
  return ({ body }) => {
    const checked = check(body);
    if (!checked.ok) throw badInput(checked.problems);
    return checked.value;
  };
}

/** Sends what a work told. @param prove answers are held against their schemas: in tests */
function sendingOf(
  name: RouteName,
  { kind, answer, status }: RouteShape,
  prove: boolean,
): (told: unknown, response: Response) => void {
  const check = prove && answer ? checker(answer) : null;
  return (told, response) => {
    if (kind !== undefined) return;
    if (told === UNCHANGED) {
      response.status(304).end();
      return;
    }
    if (answer === null) {
      response.status(204).end();
      return;
    }
    const checked = check?.(JSON.parse(JSON.stringify(told)));
    if (checked && !checked.ok)
      throw new Error(`the answer of "${name}" is not what its schema says: ${checked.problems.join(' ')}`);
    response.status(status ?? 200).json(told);
  };
}

/** The router the table describes: first who may, then what is read, then the work. */
export function routerOf(
  works: Works,
  { accounts, limits, proveAnswers }: Pick<Services, 'accounts' | 'limits' | 'proveAnswers'>,
): Router {
  const api = Router();
  const slow = rateLimit({
    windowMs: 60_000,
    limit: 60,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    skipSuccessfulRequests: true,
    store: limits.slowly,
  });
  for (const name of Object.keys(ROUTES) as RouteName[]) {
    const shape: RouteShape = ROUTES[name];
    const guards = shape.who === 'anyone' ? [] : [signedIn(accounts), atLeast(shape.who)];
    const asked = shape.query ? queryOf(shape.query) : () => ({});
    const read = shape.body ? bodyOf(shape.body) : () => undefined;
    const send = sendingOf(name, shape, proveAnswers);
    const work = works[name] as unknown as AnyWork;
    // Express 5 passes rejected promises on
    api[shape.method](
      shape.path,
      ...(shape.slowly ? [slow] : []),
      ...guards,
      ...(shape.body ? reading(shape.body) : []),
      async (request: Request, response: Response) => {
        send(
          await work({
            params: paramsOf(shape, request),
            query: asked(request),
            body: read(request),
            request,
            response,
          }),
          response,
        );
      },
    );
  }
  return api;
}
