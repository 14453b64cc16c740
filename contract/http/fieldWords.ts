import Joi from 'joi';

/** What a field is called, in the words of its feature. */
export type FieldWords =
  | string
  | {
      readonly label: string;
      /** The unit that the figure is written in, where it is always the same. */
      readonly unit?: string;
      readonly hint?: string;
      /** What each value of a choice is called, in the order in which they are offered; '' = nothing chosen yet. */
      readonly choices?: Readonly<Record<string, string>>;
    };

/** The words of a field at length; its unit stands behind its name. */
export function wordsOf(words: FieldWords): Exclude<FieldWords, string> {
  if (typeof words === 'string') return { label: words };
  return words.unit === undefined ? words : { ...words, label: `${words.label}, ${words.unit}` };
}

/** The words of a feature's fields, by form and by the path of the field in it. */
export type FieldTable = Readonly<Record<string, Readonly<Record<string, FieldWords>>>>;

/**
 * Ties the keys of a body to their words: each schema names its entry in the words file of its feature as
 * `meta.field`, "form.path". A key may be tied again where a body is made of another's keys.
 */
export function worded<K extends Record<string, unknown>>(form: string, keys: K): K {
  return Object.fromEntries(
    Object.entries(keys).map(([key, schema]) => [
      key,
      Joi.isSchema(schema) ? schema.meta({ field: `${form}.${key}` }) : schema,
    ]),
  ) as K;
}

/** What a form has to know of a field, as its schema says. */
export interface FieldShape {
  /** Joi's type, or one of those that read what people type: days, figure, comingDay, pastDay. */
  readonly type: string;
  /** May be nothing at all. */
  readonly nullable: boolean;
  readonly optional: boolean;
  /** An empty text is a value of its own. */
  readonly emptyText: boolean;
  /** A whole number. */
  readonly whole: boolean;
  /** The only values that it takes; null where it is written freely. */
  readonly choices: readonly string[] | null;
  /** Of an object or a list: what lies in it. */
  readonly holds: readonly string[];
  /** "form.path" of its words. */
  readonly words: string | undefined;
}

/**
 * What Joi keeps of a schema, as its extensions see it: the browser's build has no `describe`. The list of allowed
 * values is the one thing that has no public name.
 */
type Kept = Joi.Schema & {
  readonly $_terms: {
    readonly metas?: readonly { readonly field?: string }[];
    readonly keys?: readonly { readonly key: string; readonly schema: Kept }[] | null;
    readonly items?: readonly Kept[];
    readonly matches?: readonly Branch[];
    readonly whens?: readonly Branch[];
  };
  readonly _valids?: { values: () => unknown[] } | null;
};
interface Branch {
  readonly schema?: Kept;
  readonly then?: Kept;
  readonly otherwise?: Kept;
  readonly switch?: readonly Branch[];
}

const allowed = (of: Kept): unknown[] => of._valids?.values() ?? [];

const branches = ({ $_terms }: Kept): Kept[] =>
  [...($_terms.matches ?? []), ...($_terms.whens ?? [])].flatMap(function all(one: Branch): Kept[] {
    return [one.schema, one.then, one.otherwise, ...(one.switch ?? []).flatMap(all)].filter(
      (each) => each !== undefined,
    );
  });

function inside(of: Kept, [step, ...rest]: readonly string[]): Kept | undefined {
  if (step === undefined) return of;
  const { keys, items } = of.$_terms;
  const own = /^\d+$/.test(step) ? items?.[0] : keys?.find((one) => one.key === step)?.schema;
  const found = own && inside(own, rest);
  if (found) return found;
  for (const branch of branches(of)) {
    const deeper = inside(branch, [step, ...rest]);
    if (deeper) return deeper;
  }
  return undefined;
}

/** What stands at a dotted path of a body; where its branches differ, the first that has it. Undefined where none has. */
export function fieldShape(schema: Joi.Schema, path: string): FieldShape | undefined {
  const at = inside(schema as Kept, path === '' ? [] : path.split('.'));
  if (!at) return undefined;
  // A field whose schema depends on another is known by the branch in which it is written.
  const own = at.type === 'alternatives' ? (branches(at).find((one) => !isOnly(one)) ?? at) : at;
  const allow = [...allowed(at), ...(own === at ? [] : allowed(own))];
  return {
    type: own.type ?? 'any',
    nullable: allow.includes(null),
    optional: (at.$_getFlag('presence') ?? own.$_getFlag('presence')) !== 'required',
    emptyText: allow.includes(''),
    whole: own.$_getRule('integer') !== undefined,
    choices: isOnly(own)
      ? allowed(own)
          .filter((one) => one !== null)
          .map(String)
      : null,
    holds: own.$_terms.keys?.map((one) => one.key) ?? [],
    words: at.$_terms.metas?.at(-1)?.field ?? own.$_terms.metas?.at(-1)?.field,
  };
}

/** The dotted paths of all that a body is made of; lists are one thing. */
export function fieldPaths(schema: Joi.Schema, path = ''): string[] {
  const holds = fieldShape(schema, path)?.holds ?? [];
  return holds.length === 0 ? [path] : holds.flatMap((key) => fieldPaths(schema, path === '' ? key : `${path}.${key}`));
}

const isOnly = (of: Kept): boolean => of.$_getFlag('only') === true;
