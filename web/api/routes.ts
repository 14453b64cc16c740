import { type QueryKey, queryOptions } from '@tanstack/react-query';
import {
  addressOf,
  type FileRoute,
  type ParamsOf,
  type ReadRoute,
  type StreamRoute,
  type Subject,
  type WriteRoute,
} from '@mercato/contract/http/route';
import { cache } from './cache.ts';
import { request, type WriteOptions } from './client.ts';

/** What stands in the path of a write; figures are written in digits. */
export type Given<Path extends string> = Readonly<Record<keyof ParamsOf<Path>, string | number>>;
type Asked<Query extends string> = Readonly<Partial<Record<Query, string>>>;

/** The place of an answer in the cache: its route, what was in its path, what was asked. */
export const keyOf = <Path extends string, Query extends string>(
  route: ReadRoute<Path, Query>,
  params: ParamsOf<Path>,
  query?: Asked<Query>,
) => [route, params, query ?? {}] as const;

/** Asks a read of the contract, past the cache. */
export const ask = <Path extends string, Query extends string, Answer>(
  route: ReadRoute<Path, Query, Answer>,
  params: ParamsOf<Path>,
  query?: Asked<Query>,
  signal?: AbortSignal,
): Promise<Answer> => request('GET', addressOf(route, params, query), undefined, {}, signal) as Promise<Answer>;

/** Where a file or a stream of the contract is fetched by the browser itself. */
export const linkTo = <Path extends string, Query extends string>(
  route: FileRoute<Path, Query> | StreamRoute<Path, unknown, Query>,
  params: ParamsOf<Path>,
  query?: Asked<Query>,
): string => `/api${addressOf(route, params, query)}`;

/** A read of the contract, as `useQuery` takes it. */
export const reading = <Path extends string, Query extends string, Answer>(
  route: ReadRoute<Path, Query, Answer>,
  params: ParamsOf<Path>,
  query?: Asked<Query>,
) =>
  queryOptions({
    queryKey: keyOf(route, params, query),
    queryFn: ({ signal }) => ask(route, params, query, signal),
  });

/** What a versioned write has to say, and what any write may. */
type OptionsOf<Versioned extends boolean> = Omit<WriteOptions, 'version' | 'contentType'> &
  (true extends Versioned ? { readonly version: number } : { readonly version?: never });
type MaybeOptions<Versioned extends boolean> = true extends Versioned
  ? [options: OptionsOf<Versioned>]
  : [options?: OptionsOf<Versioned>];

/** Sends a write of the contract. Its answer is kept where it is read, and whatever shows what it changed is read anew. */
export async function send<Path extends string, Body, Answer, Versioned extends boolean>(
  route: WriteRoute<Path, Body, Answer, Versioned>,
  params: Given<Path>,
  body: Body,
  ...[options]: MaybeOptions<Versioned>
): Promise<Answer> {
  return passOn(route, await raw(route, params, body, options));
}

/** Sends a write of the contract past the cache: nothing that is shown changes with it, or nobody looks any more. */
export const callRoute = <Path extends string, Body, Answer, Versioned extends boolean>(
  route: WriteRoute<Path, Body, Answer, Versioned>,
  params: Given<Path>,
  body: Body,
  ...[options]: MaybeOptions<Versioned>
): Promise<Answer> => raw(route, params, body, options);

/** Sends a file as the body of a write. */
export async function sendFile<Path extends string, Answer, Versioned extends boolean>(
  route: Omit<WriteRoute<Path, never, Answer, Versioned>, 'body'>,
  params: Given<Path>,
  text: string,
  ...[options]: MaybeOptions<Versioned>
): Promise<Answer> {
  return passOn(route, await raw(route, params, text, options));
}

const raw = <Path extends string, Answer>(
  route: Omit<WriteRoute<Path, never, Answer>, 'body'>,
  params: Given<Path>,
  body: unknown,
  options: WriteOptions = {},
): Promise<Answer> =>
  request(route.method.toUpperCase(), addressOf(route, params), body, {
    ...options,
    contentType: route.media,
  }) as Promise<Answer>;

/** What becomes of the answer of a write, whoever sent it. */
export async function passOn<Answer>(
  route: Pick<WriteRoute<string, never, Answer>, 'fills' | 'changes'>,
  answer: Answer,
): Promise<Answer> {
  const filled = route.fills?.(answer);
  const own = filled ? keyOf(filled.route, filled.params) : null;
  if (own) {
    // A read that is on its way may have left the server before this write: it must not come after its answer.
    await cache.cancelQueries({ queryKey: own, exact: true });
    cache.setQueryData(own, answer);
  }
  changed(route.changes, own);
  return answer;
}

/** Reads anew whatever shows one of these, but for what was just answered. */
export function changed(subjects: readonly Subject[], but: QueryKey | null = null): void {
  if (subjects.length === 0) return;
  const spared = but === null ? null : JSON.stringify(but);
  void cache.invalidateQueries({
    predicate: ({ queryKey }) =>
      showsOf(queryKey).some((one) => subjects.includes(one)) && JSON.stringify(queryKey) !== spared,
  });
}

/** What a query shows; nothing for one that is not of the contract. */
export const showsOf = (key: QueryKey): readonly Subject[] => {
  const [route] = key as readonly [Partial<ReadRoute> | undefined];
  return typeof route === 'object' ? (route.shows ?? []) : [];
};
