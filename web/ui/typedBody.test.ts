import fc from 'fast-check';
import Joi from 'joi';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { decimalText, isoDate, mass, text, wholeNumber } from '@mercato/contract/http/fields';
import { validate } from '@mercato/contract/http/validate';
import { NEVER_SAID, readerNow, takeReading } from '../api/reader.ts';
import { asTyped, typedBody } from './typedBody.ts';

const schema = Joi.object({
  name: text(40).required(),
  remark: text(40, 0).required(),
  reason: text(40).optional(),
  seeds: wholeNumber(0, 1e6),
  degrees: Joi.number().min(-50).max(50).allow(null).required(),
  weighed: decimalText('the weight'),
  on: isoDate('the day').optional(),
  sure: Joi.boolean().optional(),
  left: mass('what is left').allow(null),
  band: Joi.object({ low: Joi.number().required(), high: Joi.number().required() }).optional(),
  parts: Joi.array().items(Joi.object({ seeds: wholeNumber(1, 9), note: text(9).optional() })),
  password: Joi.string().required(),
});
const read = (values: object) => typedBody(schema, values);

beforeEach(() => takeReading({ ...NEVER_SAID, mark: ',', order: 'day first' }));
afterEach(() => takeReading(null));

describe('what is typed', () => {
  test('goes to the server as figures, whatever mark its reader writes', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 999_999 }), fc.integer({ min: -499, max: 499 }), (seeds, tenths) => {
        const degrees = tenths / 10;
        const written = { seeds: ` ${seeds} `, degrees: String(degrees).replace('.', ',').replace('-', '−') };
        expect(read(written)).toEqual({ seeds, degrees });
      }),
    );
  });

  test('keeps the digits of a weight, and is taken by its schema as it is', () => {
    const body = read({ name: 'a', remark: '', seeds: '4', degrees: '', weighed: '5,030', left: null, password: 'x' });
    const taken = validate(schema, body, readerNow());
    expect(taken.ok && taken.value).toMatchObject({ weighed: '5.030', degrees: null, remark: '' });
  });

  test.each([
    ['nothing, where nothing is allowed', { degrees: ' ' }, { degrees: null }],
    ['an empty text, where that is a value', { remark: '' }, { remark: '' }],
    ['not sent, where it may be left out', { reason: '', on: '', sure: '' }, {}],
    ['as it was, for the schema to ask for it', { name: '', seeds: '' }, { name: '', seeds: '' }],
    ['no mass, whatever its unit', { left: { text: '', unit: 'kg' } }, { left: null }],
    ['no band where no edge is', { band: { low: '', high: '' } }, {}],
    ['a gap in a list, to be asked for', { parts: [{ seeds: '', note: '' }] }, { parts: [{ seeds: '' }] }],
  ])('empty lines are %s', (_, typed, body) => {
    expect(read(typed)).toEqual(body);
  });

  test('a band with one edge is sent, and a choice of yes or no is one', () => {
    expect(read({ band: { low: '4', high: '' }, sure: 'true' })).toEqual({ band: { low: 4, high: '' }, sure: true });
    expect(read({ sure: 'false' })).toEqual({ sure: false });
  });

  test('what is no figure goes on as it was typed; blanks go, but not those of a password', () => {
    expect(read({ seeds: 'four', name: ' ann ', password: ' p ' })).toEqual({
      seeds: 'four',
      name: 'ann',
      password: ' p ',
    });
  });
});

test('a form begins with what is known, as text; lists and choices stay what they are', () => {
  expect(asTyped({ a: 1, b: null, c: 'x', d: true, e: [1], f: { low: 0.5, high: null }, g: undefined })).toEqual({
    a: '1',
    b: '',
    c: 'x',
    d: true,
    e: [1],
    f: { low: '0.5', high: '' },
    g: undefined,
  });
});
