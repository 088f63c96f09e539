import { type Static, type TObject, type TSchema } from '@sinclair/typebox';
import { documents } from './routes/documents';
import { issues } from './routes/issues';
import { keeping } from './routes/keeping';
import { people } from './routes/people';
import { remarks } from './routes/remarks';
import { runs } from './routes/runs';
import type { Place } from './route';

export * from './route';

/** Every route under /api/v1. */
export const ROUTES = { ...documents, ...people, ...issues, ...runs, ...remarks, ...keeping } as const;

type Routes = typeof ROUTES;
export type RouteName = keyof Routes;
export type RouteOf<K extends RouteName> = Routes[K];

type PlacesIn<P extends string> = P extends `${string}:${infer Name}/${infer Rest}`
  ? Name | PlacesIn<`/${Rest}`>
  : P extends `${string}:${infer Name}`
    ? Name
    : never;
/** What stands at the places of a route's path. */
export type ParamsOf<K extends RouteName> = Readonly<Record<PlacesIn<Routes[K]['path']> & Place, string>>;
export type QueryOf<K extends RouteName> = Routes[K] extends { readonly query: infer Q extends TObject }
  ? Static<Q>
  : undefined;
/** What is sent along; a job file is text. */
export type BodyOf<K extends RouteName> = Routes[K] extends {
  readonly body: { readonly as: infer A; readonly schema: infer S extends TSchema };
}
  ? A extends 'text'
    ? string
    : Static<S>
  : undefined;
/** What is told; undefined: nothing, or no JSON. */
export type AnswerOf<K extends RouteName> = Routes[K] extends { readonly answer: infer A extends TSchema }
  ? Static<A>
  : undefined;

/** The names of the places in a path. */
export const placesIn = (path: string): Place[] => [...path.matchAll(/:(\w+)/g)].map((m) => m[1] as Place);

/** Where a route is, under /api/v1. */
export function pathOf<K extends RouteName>(name: K, params: ParamsOf<K>, query: object = {}): string {
  const path = ROUTES[name].path.replace(/:(\w+)/g, (_, place: keyof ParamsOf<K>) => encodeURIComponent(params[place]));
  const asked = new URLSearchParams(
    Object.entries(query).flatMap(([key, value]) => (value === undefined ? [] : [[key, String(value)]])),
  );
  return asked.size > 0 ? `${path}?${asked.toString()}` : path;
}
