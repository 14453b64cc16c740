import Joi from 'joi';
import { worded } from './fieldWords.ts';

declare const MAY_LACK: unique symbol;
/** Marks, for the compiler alone, a key that a body may leave out. */
interface MayLack {
  readonly [MAY_LACK]: true;
}

/**
 * The schemas of a body's keys. Said as objects: where a parameter were a schema of anything, the compiler would read
 * `Joi.number()` in its place as a schema of anything, too.
 */
export type Keys = Readonly<Record<string, object>>;
/** What a schema takes, as TypeScript's type. */
export type ValueOf<S> = S extends Joi.Schema<infer Value> ? Value : never;
/** The body that keys make: whatever is not marked by `optional` is there. */
export type BodyOf<K extends Keys> = {
  [P in keyof K as K[P] extends MayLack ? never : P]: ValueOf<K[P]>;
} & { [P in keyof K as K[P] extends MayLack ? P : never]?: ValueOf<K[P]> } extends infer Body
  ? { [P in keyof Body]: Body[P] }
  : never;

/** A key that may be left out. */
export const optional = <S extends object>(schema: S): S & MayLack =>
  (schema as unknown as Joi.AnySchema).optional() as unknown as S & MayLack;
/** A value, or nothing said in its place. */
export const orNull = <S extends object>(schema: S): Joi.AnySchema<ValueOf<S> | null> =>
  (schema as unknown as Joi.AnySchema<ValueOf<S> | null>).allow(null).required();
/** One of some codes. */
export const oneOf = <const T extends string>(codes: readonly T[]): Joi.StringSchema<T> =>
  Joi.string()
    .valid(...codes)
    .required() as Joi.StringSchema<T>;
/** A schema that only its maker knows the value of, such as one that depends on another key. */
export const takes = <T>(schema: Joi.AnySchema<unknown>): Joi.AnySchema<T> => schema as Joi.AnySchema<T>;
export const yesNo = (): Joi.BooleanSchema => Joi.boolean().strict().required();
/** A list of so many at least and at most. */
export const listOf = <S extends object>(item: S, least: number, most: number): Joi.ArraySchema<ValueOf<S>[]> => {
  const list: Joi.ArraySchema<unknown> = Joi.array().items(item as unknown as Joi.Schema);
  return list.min(least).max(most).required() as Joi.ArraySchema<ValueOf<S>[]>;
};

/** The schema of an object with these keys and no others. */
export const objectOf = <K extends Keys>(keys: K): Joi.ObjectSchema<BodyOf<K>> =>
  Joi.object<BodyOf<K>>(keys).required();
/** The same for a form, whose keys find their words under its name. */
export const form = <K extends Keys>(name: string, keys: K): Joi.ObjectSchema<BodyOf<K>> =>
  objectOf(worded(name, keys));

type Either<By extends string, K extends Readonly<Record<string, Keys>>> = {
  [C in keyof K]: BodyOf<K[C] & Record<By, Joi.StringSchema<C & string>>>;
}[keyof K];

/** One of several bodies, as the key `by` says; in a form their keys find their words under its name. */
export function eitherOf<const By extends string, K extends Readonly<Record<string, Keys>>>(
  by: By,
  bodies: K,
  name?: string,
): Joi.AlternativesSchema<Either<By, K>> {
  const object = (keys: Keys) => Joi.object((name === undefined ? keys : worded(name, { ...keys })) as Joi.SchemaMap);
  return Joi.alternatives()
    .conditional(`.${by}`, {
      switch: Object.entries(bodies).map(([is, keys]) => ({ is, then: object({ [by]: oneOf([is]), ...keys }) })),
      otherwise: object({ [by]: oneOf(Object.keys(bodies)) }).unknown(),
    })
    .required() as Joi.AlternativesSchema<Either<By, K>>;
}
