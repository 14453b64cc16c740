import Joi from 'joi';
import { worded } from '../http/fieldWords.ts';
import { isoDate, text, wholeNumber } from '../http/fields.ts';

/** How a packet is tried: in a towel or tray, in water, or by what came up where it was sown. */
export const TESTS = ['towel', 'float', 'field'] as const;
export type TestKind = (typeof TESTS)[number];

/** A test that is written down by hand: of years ago, or of the field. */
export interface NewTest {
  what: TestKind;
  on: string;
  seeds: number;
  /** Sprouted, sunk, or come up. */
  hits: number;
  /** How long it floated; null for the others. */
  minutes: number | null;
  note: string;
  /** The test that this one puts right, and why. */
  supersedes?: string;
  reason?: string;
}
export const newTestSchema = Joi.object<NewTest>(
  worded('newTest', {
    what: Joi.string()
      .valid(...TESTS)
      .required(),
    on: isoDate('the day'),
    seeds: wholeNumber(1, 100_000).messages({ 'number.base': 'write how many seeds, as a whole number' }),
    hits: wholeNumber(0, 100_000).messages({ 'number.base': 'write how many, as a whole number' }),
    minutes: Joi.when('what', {
      is: 'float',
      then: wholeNumber(1, 20_160).messages({ 'number.base': 'write how many minutes they floated' }),
      otherwise: Joi.valid(null).required(),
    }),
    note: text(300, 0).required(),
    supersedes: Joi.string().uuid({ separator: '-' }),
    reason: text(300, 3).messages({ 'string.empty': 'say why', 'string.min': 'say why' }),
  }),
)
  .and('supersedes', 'reason')
  .messages({ 'object.and': 'say why the earlier one is put right' })
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
