import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judgeLeastMass } from '../rule-books/leastMass.ts';
import { contentOf } from '../testing/books.ts';
import { Exact } from '../units/mass.ts';
import { countsThere, stillToSearchG } from './judgeSearch.ts';
import { readNoxious } from './noxious.ts';

// Source: our own judgement of when a search is done, and where a list counts; the first rests on the least mass of the book.
describe('a search', () => {
  const least = { value: 50, rule: shippedRule() };
  const searched = (grams: string) => judgeLeastMass('mass searched', new Exact(grams), least);
  it('is unfinished as long as the sample holds what is missing, and never by less than that', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 900 }), fc.integer({ min: 1, max: 900 }), (tenths, sampleTenths) => {
        const left = stillToSearchG(searched((tenths / 10).toFixed(1)), sampleTenths / 10);
        expect(left).toBeCloseTo(sampleTenths >= 500 && tenths < 500 ? 50 - tenths / 10 : 0, 9);
      }),
    );
    expect(stillToSearchG(searched('10'), null)).toBe(0);
    expect(stillToSearchG(null, 60)).toBe(0);
    expect([stillToSearchG(searched('10'), 50), stillToSearchG(searched('10'), 49.99)]).toEqual([40, 0]);
  });
  it('counts where the seed is to be sold; unsaid, everywhere under the Act and nowhere else', () => {
    expect(countsThere('Harrow Fens', ['Harrow Fens'], 'ista')).toBe(true);
    expect(countsThere('Harrow Fens', ['Quillmere Vale'], 'aosa')).toBe(false);
    expect([countsThere('Harrow Fens', [], 'aosa'), countsThere('Harrow Fens', [], 'ista')]).toEqual([true, false]);
  });
});

function shippedRule() {
  const rule = readNoxious(contentOf('noxious'))[0]?.rule;
  if (!rule) throw new Error('the shipped lists are empty');
  return rule;
}
