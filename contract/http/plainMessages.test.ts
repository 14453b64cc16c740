import Joi from 'joi';
import { expect, it } from 'vitest';
import { validate } from './validate.ts';

const schema = Joi.object({
  name: Joi.string().max(3).required(),
  how: Joi.valid('wet', 'dry', null).required(),
  none: Joi.valid(null),
  seeds: Joi.number(),
  sprouted: Joi.number().max(Joi.ref('seeds')),
  seedsPerDish: Joi.number(),
  called: Joi.number().min(Joi.ref('seedsPerDish')),
  own: Joi.string().messages({ 'string.empty': 'say why' }),
});

it('says what is allowed, without brackets, null, ref or the name of a key; what a schema says itself stands', () => {
  const checked = validate(schema, {
    name: 'long',
    how: 'damp',
    none: 1,
    seeds: 5,
    sprouted: 6,
    seedsPerDish: 100,
    called: 99,
    own: '',
    strange: 1,
  });
  expect(checked.ok ? [] : checked.faults.map((one) => [one.path, one.message])).toEqual([
    ['name', 'Write at most 3 characters.'],
    ['how', 'This must be one of: wet, dry.'],
    ['none', 'This must stay empty.'],
    ['sprouted', 'This must not be more than “seeds”.'],
    ['called', 'This must not be less than “seeds per dish”.'],
    ['own', 'say why'],
    ['strange', 'This is not asked for here.'],
  ]);
});
