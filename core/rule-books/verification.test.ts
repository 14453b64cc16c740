import fc from 'fast-check';
import { expect, it } from 'vitest';
import { contentOf } from '../testing/books.ts';
import { readVerification, type Verification, writeVerification } from './verification.ts';

it('what is written is read again, whoever checked it against what', () => {
  // A name holds no day, nor the words around it.
  const name = fc.string({ minLength: 1, maxLength: 40 }).filter((one) => !/ on \d{4}-/.test(one));
  const on = fc.date({ min: new Date('2000-01-01'), max: new Date('2100-01-01'), noInvalidDate: true });
  const day = on.map((one) => one.toISOString().slice(0, 10));
  fc.assert(
    fc.property(
      fc.oneof(
        fc.constantFrom<Verification>({ how: 'memory' }, { how: 'recomputed' }),
        fc.record({ how: fc.constant('entered' as const), by: name, on: fc.option(day) }),
        fc.record({ how: fc.constant('checked' as const), by: name, on: day, against: name }),
      ),
      (one) => {
        expect(readVerification(writeVerification(one))).toEqual(one);
      },
    ),
  );
});

it('reads every value that shipped tables and earlier versions hold; free text was checked by nobody', () => {
  const held = new Set(
    (['ista', 'aosa'] as const).flatMap((book) =>
      Object.values(contentOf(book).tables).flatMap(({ rows }) => rows.map((row) => row.verification ?? '')),
    ),
  );
  expect([...held].map((one) => [one, readVerification(one).how]).sort()).toEqual(
    [
      ['', 'memory'],
      ['from memory', 'memory'],
      ['recomputed by the tests', 'recomputed'],
    ].filter(([text]) => held.has(text ?? '')),
  );
  expect(readVerification('entered by Oda Fennimore')).toEqual({ how: 'entered', by: 'Oda Fennimore', on: null });
  expect(readVerification('checked by hand').how).toBe('memory');
  expect(readVerification('unchecked').how).toBe('memory');
});
