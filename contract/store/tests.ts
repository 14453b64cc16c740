import Joi from 'joi';
import { type BodyOf, form, oneOf, optional, takes } from '../http/body.ts';
import { isoDate, text, wholeNumber, why } from '../http/fields.ts';

/** How a packet is tried: in a towel or tray, in water, or by what came up where it was sown. */
export const TESTS = ['towel', 'float', 'field'] as const;
export type TestKind = (typeof TESTS)[number];

/** A test that is written down by hand: of years ago, or of the field. */
export type NewTest = BodyOf<typeof newTestKeys>;
const newTestKeys = {
  what: oneOf(TESTS),
  on: isoDate('the day'),
  seeds: wholeNumber(1, 100_000).messages({ 'number.base': 'write how many seeds, as a whole number' }),
  /** Sprouted, sunk, or come up. */
  hits: wholeNumber(0, 100_000).messages({ 'number.base': 'write how many, as a whole number' }),
  /** How long it floated; null for the others. */
  minutes: takes<number | null>(
    Joi.when('what', {
      is: 'float',
      then: wholeNumber(1, 20_160).messages({ 'number.base': 'write how many minutes they floated' }),
      otherwise: Joi.valid(null).required(),
    }),
  ),
  note: text(300, 0).required(),
  /** The test that this one puts right, and why. */
  supersedes: optional(Joi.string().uuid({ separator: '-' })),
  reason: optional(why('say why')),
};
export const newTestSchema = form('newTest', newTestKeys)
  .and('supersedes', 'reason')
  .messages({ 'object.and': 'say why the earlier one is corrected' })
  .custom((value: NewTest, helpers) =>
    value.hits > value.seeds ? helpers.message({ custom: `hits are more than the ${value.seeds} seeds` }) : value,
  )
  .required();

export interface TestLine {
  id: string;
  what: TestKind;
  on: string;
  seeds: number;
  hits: number;
  minutes: number | null;
  verdict: string | null;
  bagId: string | null;
  note: string;
  by: string;
  /** Why it no longer counts. */
  superseded: string | null;
}
