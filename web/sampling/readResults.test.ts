import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readResults } from './readResults.ts';

describe('results of containers, typed or pasted', () => {
  // Law: whatever parts the two figures, the same results are read.
  it('are the same by blanks, tabs, semicolons, with decimal commas and a heading', () => {
    const results = fc.uniqueArray(
      fc.record({ container: fc.integer({ min: 1, max: 500 }), value: fc.integer({ min: 0, max: 1000 }) }),
      { selector: (one) => one.container, minLength: 1, maxLength: 30 },
    );
    fc.assert(
      fc.property(
        results,
        fc.constantFrom(' ', '\t', ';', '; '),
        fc.boolean(),
        fc.boolean(),
        fc.constantFrom('\n', '\r\n'),
        (all, parting, comma, heading, end) => {
          const figure = (value: number) => (value / 10).toFixed(1);
          const lines = all.map(
            (one) => `${one.container}${parting}${comma ? figure(one.value).replace('.', ',') : figure(one.value)}`,
          );
          expect(readResults([...(heading ? ['container;result'] : []), ...lines, ''].join(end))).toEqual({
            ok: true,
            results: all.map((one) => ({ container: one.container, text: figure(one.value) })),
          });
        },
      ),
    );
  });
  it.each([
    ['12,92', { ok: true, results: [{ container: 12, text: '92' }] }],
    ['container,result\n3,92.5', { ok: true, results: [{ container: 3, text: '92.5' }] }],
    // 12,92,5 could be container 12 with 92.5: asked, not guessed.
    ['12,92,5', { ok: false, line: 1 }],
    ['1 92\n92', { ok: false, line: 2, message: expect.stringContaining('one figure') as string }],
    ['1 92\nx 90', { ok: false, line: 2, message: '"x" is not the number of a container' }],
    ['1 many', { ok: false, line: 1, message: '"many" is not a result' }],
    ['1 92\n1 93', { ok: false, line: 2, message: 'container 1 stands there twice' }],
    ['1 -3', { ok: false, line: 1 }],
  ])('%j', (text, reading) => {
    expect(readResults(text)).toMatchObject(reading);
  });
});
