import Joi from 'joi';
import { describe, expect, expectTypeOf, test } from 'vitest';
import {
  type BodyOf,
  eitherOf,
  form,
  listOf,
  objectOf,
  oneOf,
  optional,
  orNull,
  takes,
  type ValueOf,
  yesNo,
} from './body.ts';
import { fieldShape } from './fieldWords.ts';

const KEYS = {
  name: Joi.string().required(),
  how: oneOf(['dry', 'wet']),
  year: orNull(Joi.number().integer()),
  note: optional(Joi.string()),
  sure: yesNo(),
  masses: listOf(Joi.number(), 1, 3),
  size: takes<1 | 2>(Joi.valid(1, 2).required()),
  place: objectOf({ room: Joi.string().required(), shelf: optional(Joi.number()) }),
};
const body = form('seed', KEYS);
const good = { name: 'leek', how: 'dry', year: null, sure: true, masses: [1], size: 2, place: { room: 'cellar' } };
const fault = (schema: Joi.Schema, value: unknown) => schema.validate(value, { convert: false }).error?.message;

test('the type of a body is told from its keys: what may lack, what may be nothing, which codes', () => {
  expectTypeOf<BodyOf<typeof KEYS>>().toEqualTypeOf<{
    name: string;
    how: 'dry' | 'wet';
    year: number | null;
    note?: string;
    sure: boolean;
    masses: number[];
    size: 1 | 2;
    place: { room: string; shelf?: number };
  }>();
  expectTypeOf<ValueOf<typeof body>>().toEqualTypeOf<BodyOf<typeof KEYS>>();
});

describe('and is what the schema takes', () => {
  test('whole, and with what may lack', () => {
    expect(fault(body, good)).toBeUndefined();
    expect(fault(body, { ...good, year: 2026, note: 'x', place: { room: 'a', shelf: 1 } })).toBeUndefined();
  });

  test.each(['name', 'how', 'year', 'sure', 'masses', 'size', 'place'])('%s is never left out', (key) => {
    expect(fault(body, { ...good, [key]: undefined })).toBe(`"${key}" is required`);
  });

  test.each([
    ['how', 'damp', '"how" must be one of [dry, wet]'],
    ['how', null, '"how" must be one of [dry, wet]'],
    ['year', '2026', '"year" must be a number'],
    ['note', null, '"note" must be a string'],
    ['sure', 'true', '"sure" must be a boolean'],
    ['masses', [], '"masses" must contain at least 1 items'],
    ['masses', [1, 2, 3, 4], '"masses" must contain less than or equal to 3 items'],
    ['size', 3, '"size" must be one of [1, 2]'],
    ['strange', 1, '"strange" is not allowed'],
  ])('%s: %o is refused', (key, value, message) => {
    expect(fault(body, { ...good, [key]: value })).toBe(message);
  });

  test('nothing at all is refused', () => {
    expect(fault(body, undefined)).toBe('"value" is required');
  });
});

describe('one of several bodies', () => {
  const act = eitherOf('what', { take: { seeds: Joi.number().required() }, move: { to: orNull(Joi.string()) } }, 'act');

  test('is told by its key', () => {
    expectTypeOf<ValueOf<typeof act>>().toEqualTypeOf<
      { what: 'take'; seeds: number } | { what: 'move'; to: string | null }
    >();
    expect(fault(act, { what: 'take', seeds: 3 })).toBeUndefined();
    expect(fault(act, { what: 'move', to: null })).toBeUndefined();
  });

  test.each([
    [{ what: 'take' }, '"seeds" is required'],
    [{ what: 'move', seeds: 3 }, '"to" is required'],
    [{ what: 'take', seeds: 3, to: null }, '"to" is not allowed'],
    [{ what: 'eat', seeds: 3 }, '"what" must be one of [take, move]'],
    [{ seeds: 3 }, '"what" is required'],
    [undefined, '"value" is required'],
  ])('%o is refused', (value, message) => {
    expect(fault(act, value)).toBe(message);
  });

  test('its keys find their words under its name', () => {
    expect(fieldShape(act, 'seeds')?.words).toBe('act.seeds');
    expect(fieldShape(act, 'to')).toMatchObject({ words: 'act.to', nullable: true });
  });
});
