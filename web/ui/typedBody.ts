import type Joi from 'joi';
import { fieldShape } from '@mercato/contract/http/fieldWords';
import { typedDegrees, typedFigure } from '@mercato/core/units/typed';
import { degreesTyped, readerNow } from '../api/reader.ts';
import { SECRET } from './reload.ts';

/** The lines of a form as they are typed: figures and what is not there yet are text; lists are what the page makes of them. */
export type Typed<T> = { [K in keyof T]: TypedLine<T[K]> };
type TypedLine<V> = [V] extends [string]
  ? V
  : [V] extends [string | number | null]
    ? string
    : [V] extends [boolean | readonly unknown[] | undefined]
      ? V
      : Typed<V>;

/** What a form begins with, as it is typed: nothing is an empty line. */
export function asTyped<T extends object>(values: T, schema?: Joi.Schema, path = ''): Typed<T> {
  return Object.fromEntries(
    Object.entries(values).map(([key, value]: [string, unknown]): [string, unknown] => {
      const at = joined(path, key);
      if (Array.isArray(value) || typeof value === 'boolean' || value === undefined) return [key, value];
      if (typeof value === 'object' && value !== null) return [key, asTyped(value, schema, at)];
      if (typeof value === 'number' && schema && fieldShape(schema, at)?.type === 'temperature')
        return [key, String(degreesTyped(value))];
      return [key, typeof value === 'string' || typeof value === 'number' ? String(value) : ''];
    }),
  ) as Typed<T>;
}

/** The reader's own way of writing stops at the edge: inside, figures are plain digits with a point. What is none goes on as typed. */
export const plainFigure = (typed: string): string => typedFigure(typed, readerNow().mark) ?? typed.trim();

/** A figure as the contract wants it; what is none goes on as typed, for the schema to refuse at its field. */
export const figureOf = (typed: string): number | string => {
  const plain = plainFigure(typed);
  return /^-?\d+(\.\d+)?$/.test(plain) ? Number(plain) : typed;
};

/** A temperature, °C, typed in the reader's degrees; what is none goes on as typed. */
export const celsiusTyped = (typed: string): number | string => {
  const { mark, degrees } = readerNow();
  return typedDegrees(typed, mark, degrees) ?? typed;
};

/** A whole number as the contract wants it; what is none goes on as typed, for the schema to refuse at its field. */
export const wholeNumber = (typed: string): number | string => {
  const plain = plainFigure(typed);
  return /^\d+$/.test(plain) ? Number(plain) : typed;
};

/** Text that may be left out: an empty line is not sent at all. */
export const unlessEmpty = <K extends string>(key: K, typed: string): Partial<Record<K, string>> =>
  typed.trim() ? ({ [key]: typed.trim() } as Partial<Record<K, string>>) : {};

/**
 * What is typed, as the body that its schema wants: figures are read, an empty line is nothing where the schema takes
 * nothing and is left out where it may be. What cannot be read stays as it is typed, for the schema to refuse at its
 * field.
 */
export function typedBody(schema: Joi.Schema, values: unknown, path = ''): unknown {
  // A gap among others is asked for, not closed.
  if (Array.isArray(values)) return values.map((each, i) => typedBody(schema, each, joined(path, String(i))) ?? '');
  if (typeof values === 'object' && values !== null) return groupOf(schema, values, path);
  if (typeof values !== 'string') return values;
  const shape = fieldShape(schema, path);
  if (!shape) return values.trim();
  const text = SECRET.test(path) ? values : values.trim();
  if (text === '') return shape.nullable ? null : shape.emptyText ? '' : shape.optional ? undefined : '';
  if (shape.type === 'number') return figureOf(text);
  return shape.type === 'boolean' ? (text === 'true' ? true : text === 'false' ? false : text) : text;
}

function groupOf(schema: Joi.Schema, values: object, path: string): unknown {
  const shape = fieldShape(schema, path);
  // Where no figure is written there is no mass, whatever its unit; and where no edge is, no band.
  const empty = Object.entries(values).every(([key, each]) => key === 'unit' || each === '');
  const listed = /\.\d+$/.test(path);
  if (path !== '' && empty && !listed && (shape?.nullable || shape?.optional)) return shape.nullable ? null : undefined;
  return Object.fromEntries(
    Object.entries(values)
      .map(([key, each]) => [key, typedBody(schema, each, joined(path, key))] as const)
      .filter(([, each]) => each !== undefined),
  );
}

const joined = (path: string, key: string): string => (path === '' ? key : `${path}.${key}`);
