import Joi from 'joi';
import { describe, expect, test } from 'vitest';
import { fieldPaths, fieldShape, worded, wordsOf } from './fieldWords.ts';

const keys = worded('act', {
  what: 'take',
  seeds: Joi.number().integer().allow(null).required(),
  how: Joi.string().valid('dry', 'wet').required(),
  box: Joi.object(worded('act.box', { name: Joi.string().allow('').required() })).optional(),
  each: Joi.alternatives().conditional('seeds', {
    is: 0,
    then: Joi.valid(null).required(),
    otherwise: Joi.object({ text: Joi.string().required(), unit: Joi.string().valid('g').required() }).required(),
  }),
});
const act = Joi.object(keys);
const either = Joi.alternatives().conditional('.what', {
  switch: [
    { is: 'take', then: act },
    { is: 'move', then: Joi.object({ what: 'move', place: Joi.boolean().required() }) },
  ],
});

describe('what a form knows of a field, from its schema', () => {
  test.each([
    ['seeds', { type: 'number', nullable: true, optional: false, whole: true, choices: null, words: 'act.seeds' }],
    ['how', { type: 'string', nullable: false, choices: ['dry', 'wet'], words: 'act.how' }],
    ['box', { type: 'object', optional: true, holds: ['name'] }],
    ['box.name', { type: 'string', emptyText: true, words: 'act.box.name' }],
    ['each', { type: 'object', nullable: false, holds: ['text', 'unit'], words: 'act.each' }],
    ['each.unit', { choices: ['g'], words: undefined }],
    ['place', { type: 'boolean' }],
  ])('%s', (path, shape) => {
    expect(fieldShape(either, path)).toMatchObject(shape);
  });

  test('a path that no branch has is no field', () => {
    expect(fieldShape(either, 'box.lid')).toBeUndefined();
    expect(fieldShape(act, 'place')).toBeUndefined();
  });

  test('lists are one thing, groups what lies in them', () => {
    const schema = Joi.object({
      a: Joi.array().items(Joi.number()),
      b: Joi.object({ c: Joi.number(), d: Joi.string() }),
    });
    expect(fieldPaths(schema)).toEqual(['a', 'b.c', 'b.d']);
  });

  test('a unit stands behind the name', () => {
    expect(wordsOf({ label: 'it weighs', unit: 'g' }).label).toBe('it weighs, g');
    expect(wordsOf('name')).toEqual({ label: 'name' });
  });
});
