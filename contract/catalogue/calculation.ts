import type Joi from 'joi';
import type { ShedFigures } from '@mercato/core/cleaning/figures';
import type { KindIsotherm } from '@mercato/core/drying/isotherms';
import type { Desiccant } from '@mercato/core/drying/overGel';
import type { Edition } from '@mercato/core/rule-books/edition';
import { ArgumentFault } from '@mercato/core/units/argument';
import { type BodyOf, type Keys, objectOf } from '../http/body.ts';
import { fieldPaths, fieldShape, type FieldWords } from '../http/fieldWords.ts';
import type { FieldFault } from '../http/problem.ts';
import { validate } from '../http/validate.ts';
import { argumentWords } from '../words/arguments.ts';

/** The editions that the catalogue calculates by: the shipped ones. */
export interface ShippedBooks {
  readonly ista: Edition;
  readonly aosa: Edition;
  readonly shed: ShedFigures;
  readonly isotherms: readonly KindIsotherm[];
  readonly desiccants: readonly Desiccant[];
}

/** One entry of the catalogue; `run` is pure and gets only what the schema returned. */
export interface Calculation<In = never> {
  readonly id: string;
  readonly title: string;
  readonly description: string;
  readonly source: string;
  readonly schema: Joi.ObjectSchema<In>;
  /** What no single field shows: counts that do not add up. */
  readonly check?: (input: In) => FieldFault | null;
  readonly run: (input: In, books: ShippedBooks) => object;
  readonly example: { readonly story: string; readonly input: In };
}

/** What only the calculation itself shows of its input, in words. */
export class NoResult extends Error {
  constructor(
    readonly path: string,
    message: string,
  ) {
    super(message);
  }
}

export type Envelope = { readonly ok: true; readonly out: object } | { readonly ok: false; readonly error: FieldFault };

/** An entry from what it asks, key by key; its types are given away, so that entries of all kinds fit one registry. */
export const define = <K extends Keys>({
  asks,
  ...rest
}: Omit<Calculation<BodyOf<K>>, 'schema'> & { readonly asks: K }): Calculation =>
  ({ ...rest, schema: objectOf(asks).optional() }) as unknown as Calculation;

/** Checks and computes one input; never throws on bad input. */
export function calculate(calculation: Calculation, input: unknown, books: ShippedBooks): Envelope {
  const checked = validate(calculation.schema, input);
  if (!checked.ok) return { ok: false, error: checked.faults[0] ?? { path: '', message: 'the input cannot be read' } };
  const fault = calculation.check?.(checked.value);
  if (fault) return { ok: false, error: fault };
  try {
    return { ok: true, out: calculation.run(checked.value, books) };
  } catch (error) {
    if (error instanceof ArgumentFault)
      return { ok: false, error: { path: error.field, message: `${error.field} ${argumentWords(error)}` } };
    if (error instanceof NoResult) return { ok: false, error: { path: error.path, message: error.message } };
    // A rule book that lacks what is asked of it.
    if (error instanceof RangeError) return { ok: false, error: { path: '', message: error.message } };
    throw error;
  }
}

/** A calculation as it is listed, with an example. */
export interface CalculationLine {
  id: string;
  title: string;
  description: string;
  source: string;
  example: { story: string; input: Record<string, unknown> };
  /** How each thing that it asks is written, by path, as its schema says. */
  fields: Record<string, AskedField>;
}
export interface AskedField {
  kind: 'number' | 'list' | 'choice' | 'yes-no';
  /** What can be chosen, where only that is taken. */
  choices: string[] | null;
}
export interface CalculationList {
  calculations: CalculationLine[];
}

/** What a calculation asks and answers, in words and in the order of its page, by path; units stand beside the words. */
export interface CalculationWords {
  readonly asked: Readonly<Record<string, FieldWords>>;
  readonly answered: Readonly<Record<string, FieldWords>>;
  /** Which answers are said first where the one named by `of` is 0: none found is not none present. */
  readonly none?: { readonly of: string; readonly leads: readonly string[] };
}

/** How each thing that a calculation asks is written. */
export const askedFields = ({ schema }: Pick<Calculation, 'schema'>): Record<string, AskedField> =>
  Object.fromEntries(
    fieldPaths(schema).map((path) => {
      const { type, choices } = fieldShape(schema, path) ?? { type: 'any', choices: null };
      const kind = type === 'boolean' ? 'yes-no' : choices ? 'choice' : type === 'array' ? 'list' : 'number';
      return [path, { kind, choices: choices && [...choices] }];
    }),
  );
