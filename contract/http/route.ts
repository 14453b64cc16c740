import type Joi from 'joi';
import type { Permission } from '@mercato/core/register/permissions';

/** Names of the parameters in a path: "lot" in "/lots/:lot/history". */
type NameIn<Path extends string> = Path extends `${string}:${infer Rest}`
  ? Rest extends `${infer Name}/${infer More}`
    ? Name | NameIn<`/${More}`>
    : Rest
  : never;
export type ParamsOf<Path extends string> = Readonly<Record<string extends Path ? string : NameIn<Path>, string>>;

/** What a page can show. A read says what it shows, a write what it changes: whatever shows that is read anew. */
export type Subject =
  | 'session'
  | 'people'
  | 'laboratory'
  | 'kinds'
  | 'names'
  | 'rule-books'
  | 'balances'
  | 'meters'
  | 'stations'
  /** The record of one lot, and lists with a line of each. */
  | 'lot'
  | 'lots'
  /** Who has a dish or tray in hand. */
  | 'hands'
  | 'round'
  | 'rounds'
  /** Packets, and all that is said of them. */
  | 'store'
  | 'places'
  /** What stands on shelves for dishes. */
  | 'rooms'
  /** Who sees to what is due, and the addresses of calendars. */
  | 'claims'
  | 'feeds'
  | 'care'
  | 'batches'
  | 'lists'
  | 'sowings'
  /** One batch of the shed, and lists with a line of each. */
  | 'shed-batch'
  | 'shed-batches'
  | 'machines'
  | 'loads';

/** Who may ask: whoever has the permission, or anybody, signed in or not. */
export type Asks = Permission | 'anybody';

interface Address<Path extends string> {
  readonly path: Path;
  readonly permission: Asks;
}

/** A read by its address; `Query` names what may stand after the question mark. */
export interface ReadRoute<
  Path extends string = string,
  Query extends string = string,
  Answer = unknown,
> extends Address<Path> {
  readonly kind: 'read';
  readonly method: 'get';
  readonly query: readonly Query[];
  readonly shows: readonly Subject[];
  /** For the compiler alone. */
  readonly answer?: Answer;
}

/** A read that answers with a file, such as a PDF. */
export interface FileRoute<Path extends string = string, Query extends string = string> extends Address<Path> {
  readonly kind: 'file';
  readonly method: 'get';
  readonly query: readonly Query[];
  readonly type: FileType;
}
export type FileType = 'application/pdf' | 'text/csv' | 'text/calendar' | 'application/json' | 'image/jpeg';

/** A read that goes on, as server-sent events. */
export interface StreamRoute<
  Path extends string = string,
  Event = unknown,
  Query extends string = string,
> extends Address<Path> {
  readonly kind: 'stream';
  readonly method: 'get';
  readonly query: readonly Query[];
  readonly event?: Event;
}

export interface WriteRoute<
  Path extends string = string,
  Body = unknown,
  Answer = unknown,
  Versioned extends boolean = boolean,
> extends Address<Path> {
  readonly kind: 'write';
  readonly method: 'post' | 'put' | 'delete';
  /** What the body must be. Fetched when it is needed: pages that only read do without the schemas. */
  readonly body: () => Promise<Joi.Schema<Body>>;
  readonly media: 'application/json' | 'text/csv';
  /** Whether If-Match must name the version that the writer saw. */
  readonly versioned: Versioned;
  readonly status: 200 | 201;
  /** Its answer is shown once and not kept: a repeat is refused. */
  readonly unkept: boolean;
  readonly changes: readonly Subject[];
  /** The read whose answer this one's is, with its parameters. */
  readonly fills: Fills<Answer>['of'] | null;
}
/** A method, so that a route with a narrower answer is one with a wider. */
interface Fills<Answer> {
  of(answer: Answer): Filled;
}
export interface Filled {
  readonly route: ReadRoute;
  readonly params: Readonly<Record<string, string>>;
}

export type Route = ReadRoute | FileRoute | StreamRoute | WriteRoute;
/** Schemas of a module by their names, each loaded when it is asked for. */
export const schemasOf =
  <Module>(load: () => Promise<Module>) =>
  <Name extends keyof Module>(name: Name): (() => Promise<Module[Name]>) =>
  async () =>
    (await load())[name];

/** Nothing is said in the body. */
export const nothing = async (): Promise<Joi.Schema<Nothing>> => (await import('./fields.ts')).nothingSchema;
export type Nothing = Readonly<Record<string, never>>;

export function read<const Path extends string, const Query extends string = never>(
  path: Path,
  permission: Asks,
  shows: readonly Subject[],
  query: readonly Query[] = [],
) {
  const route = { kind: 'read', method: 'get', path, permission, query, shows } as const;
  return { answers: <Answer>(): ReadRoute<Path, Query, Answer> => route };
}

export function file<const Path extends string, const Query extends string = never>(
  path: Path,
  permission: Asks,
  type: FileType,
  query: readonly Query[] = [],
): FileRoute<Path, Query> {
  return { kind: 'file', method: 'get', path, permission, type, query };
}

export function stream<const Path extends string, const Query extends string = never>(
  path: Path,
  permission: Asks,
  query: readonly Query[] = [],
) {
  const route = { kind: 'stream', method: 'get', path, permission, query } as const;
  return { tells: <Event>(): StreamRoute<Path, Event, Query> => route };
}

interface WriteOptions<Versioned> {
  readonly versioned?: Versioned;
  readonly status?: 200 | 201;
  readonly unkept?: boolean;
  readonly media?: 'text/csv';
  readonly changes?: readonly Subject[];
}
type BodyOf<Schema> = Schema extends Joi.Schema<infer Body> ? Body : never;

export function write<const Path extends string, Schema extends Joi.Schema, const Versioned extends boolean = false>(
  method: WriteRoute['method'],
  path: Path,
  permission: Asks,
  body: () => Promise<Schema>,
  { versioned, status = 200, unkept = false, media, changes = [] }: WriteOptions<Versioned> = {},
) {
  return {
    answers: <Answer>(
      fills: ((answer: Answer) => Filled) | null = null,
    ): WriteRoute<Path, BodyOf<Schema>, Answer, Versioned> => ({
      kind: 'write',
      method,
      path,
      permission,
      body: body,
      media: media ?? 'application/json',
      versioned: (versioned ?? false) as Versioned,
      status,
      unkept,
      changes,
      fills,
    }),
  };
}

type Rest = Omit<WriteOptions<never>, 'versioned' | 'status'>;

/**
 * The writes of whoever has one permission, and what they change unless they say otherwise: `add` makes something,
 * `post` and `put` change it, `remove` takes it away; under `seen` the writer names the version that was seen.
 */
export function writes(permission: Asks, changes: readonly Subject[] = []) {
  const by = <const Versioned extends boolean>(versioned: Versioned) => {
    const kind =
      (method: WriteRoute['method'], status: 200 | 201) =>
      <const Path extends string, Schema extends Joi.Schema>(
        path: Path,
        body: () => Promise<Schema>,
        rest: Rest = {},
      ) =>
        write(method, path, permission, body, { versioned, status, changes, ...rest });
    return { add: kind('post', 201), post: kind('post', 200), put: kind('put', 200), remove: kind('delete', 200) };
  };
  return { ...by(false), seen: by(true) };
}

/** The read that an answer belongs to, for `answers`. */
export const filled = <Path extends string>(route: ReadRoute<Path>, params: ParamsOf<Path>): Filled => ({
  route,
  params,
});

/** The address of a route with its parameters, below /api. */
export function addressOf(
  route: Pick<Route, 'path'>,
  params: Readonly<Record<string, string | number>>,
  query: Readonly<Record<string, string | undefined>> = {},
): string {
  const path = route.path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(params[name] ?? '')));
  const asked = Object.entries(query).filter((one): one is [string, string] => one[1] !== undefined);
  return asked.length === 0 ? path : `${path}?${new URLSearchParams(asked).toString()}`;
}
