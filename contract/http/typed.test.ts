import Joi from 'joi';
import { describe, expect, it } from 'vitest';
import type { Reader } from '@mercato/core/units/typed';
import { newSowingPlanSchema } from '../sowing/plans.ts';
import { dayCount, decimalText, isoDate, wholeNumber } from './fields.ts';
import { validate } from './validate.ts';

const READER: Reader = { mark: '.', order: 'day first', degrees: 'C', today: '2026-11-24' };
const SCHEMA = Joi.object({
  seeds: wholeNumber(1, 100_000),
  mass: decimalText('the mass'),
  days: dayCount(1, 400),
  seenOn: isoDate('the day'),
  sowOn: isoDate('the day of sowing', 'coming'),
});
const TYPED = { seeds: '6 300', mass: '6,300.50', days: '10 weeks', seenOn: '10 May', sowOn: '10/5' };
const CANONICAL = { seeds: 6300, mass: '6300.50', days: 70, seenOn: '2026-05-10', sowOn: '2027-05-10' };

describe('what people type', () => {
  it('is read for its reader, and refused by the server, which takes canonical values only', () => {
    expect(validate(SCHEMA, TYPED, READER)).toEqual({ ok: true, value: CANONICAL });
    expect(validate(SCHEMA, CANONICAL)).toEqual({ ok: true, value: CANONICAL });
    const refused = validate(SCHEMA, TYPED);
    expect(refused.ok ? [] : refused.faults.map((one) => one.path).sort()).toEqual(
      Object.keys(SCHEMA.describe().keys as object).sort(),
    );
  });
  it('of somebody who never said how they write: a lone mark is before the tenths, and no number of seeds; a day is asked about', () => {
    const unsaid = { ...READER, mark: null, order: null };
    const found = validate(SCHEMA, { ...TYPED, seeds: '6,300', mass: '6,300', sowOn: '10/5' }, unsaid);
    expect(found.ok ? [] : found.faults.map((one) => one.path)).toEqual(['seeds', 'sowOn']);
    expect(validate(SCHEMA, { ...TYPED, mass: '5,102', sowOn: '10 May' }, unsaid)).toMatchObject({
      value: { mass: '5.102', seeds: 6300 },
    });
    expect(validate(SCHEMA, { ...TYPED, mass: '6.300' }, { ...READER, mark: ',' })).toMatchObject({
      value: { mass: '6300' },
    });
  });
  it('goes into a sowing as it is written, and what cannot be is refused at its field', () => {
    const plan = {
      kind: 'leek',
      species: '',
      packetId: null,
      note: '',
      from: '1 March',
      to: '15 Apr',
      testDays: '2 weeks',
      buyDays: '10 days',
      sowings: 2,
      everyDays: '2 wk',
      oneChance: false,
    };
    expect(validate(newSowingPlanSchema, plan, READER)).toMatchObject({
      ok: true,
      value: { from: '2027-03-01', to: '2027-04-15', testDays: 14, buyDays: 10, everyDays: 14 },
    });
    const wrong = validate(newSowingPlanSchema, { ...plan, from: '31 June', testDays: '2 months' }, READER);
    expect(wrong.ok ? [] : wrong.faults.map((one) => [one.path, one.message])).toEqual([
      ['from', 'the first day of sowing must be a date written yyyy-mm-dd'],
      ['testDays', 'write the days that a test takes'],
    ]);
  });
});
