import { keepPreviousData, QueryClient, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { AnswerOf, RouteName } from '@violet-jaw/formats/api/routes.ts';
import { ask, said, ServerProblem, type InputOf } from './api';
import { onNews } from './news';

/**
 * What comes from the server and is only looked at. Documents that are edited have a store of their own: undo, drafts
 * and merging.
 */
export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      // a page that is opened shows what it knows and asks anew
      staleTime: 0,
      retry: (times, error) => times < 2 && error instanceof ServerProblem && error.isAway,
      refetchOnWindowFocus: true,
      // the server may be on this very machine, whatever the browser thinks of the network
      networkMode: 'always',
    },
    mutations: { networkMode: 'always' },
  },
});

const keyOf = (name: RouteName, input: object) => [name, input] as const;

interface Looking {
  /** false: nothing is asked yet */
  readonly enabled?: boolean;
  /** asked again when the server tells of one of these */
  readonly topics?: readonly string[];
  /** asked again so often, where news do not get through */
  readonly everyMs?: number;
  /** while another page of the same list is fetched, the last one stays */
  readonly keeps?: boolean;
}

export interface Told<A> {
  /** null: not there yet */
  readonly data: A | null;
  /** why it could not be had; what was there before stays. null: nothing is wrong */
  readonly problem: string | null;
}

/** What a route tells, kept while it is looked at and asked again when it may have changed. */
export function useServer<K extends RouteName>(
  name: K,
  input: InputOf<K>,
  { enabled = true, topics = [], everyMs, keeps = false }: Looking = {},
): Told<AnswerOf<K>> {
  const client = useQueryClient();
  const { data, error } = useQuery({
    queryKey: keyOf(name, input),
    queryFn: ({ signal }) => ask(name, input, { signal }),
    enabled,
    ...(everyMs ? { refetchInterval: everyMs } : {}),
    ...(keeps ? { placeholderData: keepPreviousData } : {}),
  });
  const heard = topics.join();
  useEffect(
    () =>
      heard === ''
        ? undefined
        : onNews(heard.split(','), () => {
            void client.invalidateQueries({ queryKey: [name] });
          }),
    [client, name, heard],
  );
  return { data: (data ?? null) as AnswerOf<K> | null, problem: error ? said(error) : null };
}

/** Does something on the server; what may be another afterwards is asked again. */
export function useChange<K extends RouteName>(name: K, changes: readonly RouteName[]) {
  const client = useQueryClient();
  const { mutateAsync, isPending, error, reset } = useMutation({
    mutationFn: (input: InputOf<K>) => ask(name, input),
    onSettled: () => Promise.all(changes.map((changed) => client.invalidateQueries({ queryKey: [changed] }))),
  });
  return {
    /** @returns whether it was done; else `problem` says why not */
    run: (input: InputOf<K>): Promise<boolean> =>
      mutateAsync(input).then(
        () => true,
        () => false,
      ),
    working: isPending,
    problem: error ? said(error) : null,
    forget: reset,
  };
}

/** Asks the server something on demand, and keeps the last answer. */
export function useAnswer<K extends RouteName>(name: K) {
  const { mutateAsync, data, isPending, error } = useMutation({ mutationFn: (input: InputOf<K>) => ask(name, input) });
  return {
    ask: (input: InputOf<K>): Promise<unknown> => mutateAsync(input).catch(() => undefined),
    data: (isPending ? null : (data ?? null)) as AnswerOf<K> | null,
    working: isPending,
    problem: error ? said(error) : null,
  };
}
