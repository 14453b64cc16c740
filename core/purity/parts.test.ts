import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readEdition } from '../rule-books/readEdition.ts';
import { AOSA, contentOf, ISTA } from '../testing/books.ts';
import { Exact } from '../units/mass.ts';
import { componentMasses } from './componentMasses.ts';
import { shareFractions } from './fractions.ts';
import { sortingRate } from './handSorting.ts';
import { judgeParts, type NamedPart, partMultipleUnits, partReportRule, partsExceed } from './parts.ts';
import { unitRulesFor } from './unitRules.ts';

const part = (text: string): NamedPart => ({
  component: 'inertMatter',
  name: 'Sand and grit',
  amount: { kind: 'mass', text },
});

describe('named parts', () => {
  // Source: ISTA, kinds at 1.0 % and more are reported with their percentage; Federal Seed Act 201(a)(1), in excess
  // of five percent (from memory).
  it('are reported alone from 1.0 % on, and under the Act above 5 %', () => {
    const alone = (book: typeof ISTA, texts: string[]) =>
      judgeParts(book, new Exact(10), texts.map(part)).map((one) => [one.percent, one.reportAlone]);
    expect(alone(ISTA, ['0.094', '0.095', '0.100'])).toEqual([
      [0.9, false],
      [1, true],
      [1, true],
    ]);
    expect(alone(AOSA, ['0.500', '0.501'])).toEqual([
      [5, false],
      [5.01, true],
    ]);
    expect(judgeParts(ISTA, new Exact(10), [{ ...part('1'), amount: { kind: 'trace' } }])[0]).toMatchObject({
      percent: null,
      reportAlone: false,
    });
  });
  it('are never reported alone in a book that names no share, and the rule is named where one does', () => {
    const content = contentOf('ista');
    const { parameters } = content.tables;
    if (!parameters) throw new Error('the edition has parameters');
    const rows = parameters.rows.filter((row) => row.parameter !== 'purity_part_report_percent');
    const silent = readEdition({ ...content, tables: { ...content.tables, parameters: { ...parameters, rows } } });
    expect(judgeParts(silent, new Exact(10), [part('9')])[0]).toMatchObject({ percent: 90, reportAlone: false });
    expect(partReportRule(silent)).toBeUndefined();
    expect(partReportRule(ISTA)?.section).toBe('purity: reporting');
  });
  it('may exceed their component by half a digit for each weighing and no more', () => {
    expect(partsExceed('0.074', ['0.040', '0.035'])).toBeNull(); // 0.001 over, 0.0015 allowed
    expect(partsExceed('0.074', ['0.040', '0.036'])?.toString()).toBe('0.002');
    expect(partsExceed('0.074', [])).toBeNull();
  });
});

// Source: 7 CFR 201.48, orchardgrass: multiple units count four fifths pure (from memory, low).
it('parts multiple units as the book says, and loses nothing', () => {
  for (const share of [0, 100]) expect(partMultipleUnits(new Exact(1), share).pureG.toNumber()).toBe(share / 100);
  for (const share of [-1, 101]) expect(() => partMultipleUnits(new Exact(1), share)).toThrow(/^pureSharePercent/);
  const rules = unitRulesFor(AOSA, 'Dactylis glomerata', 'Poaceae');
  const share = rules.find((one) => one.topic === 'multiple units')?.pureSharePercent ?? NaN;
  const { pureG, inertG } = partMultipleUnits(new Exact('0.500'), share);
  expect([pureG.toString(), inertG.toString()]).toEqual(['0.4', '0.1']);
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1e6 }), fc.integer({ min: 0, max: 100 }), (mg, percent) => {
      const parts = partMultipleUnits(new Exact(mg).div(1000), percent);
      expect(parts.pureG.plus(parts.inertG).times(1000).toNumber()).toBe(mg);
    }),
  );
});

it('is weighed only when every component is: parted units add to pure seed and inert matter, nothing else does', () => {
  const written = { pureSeed: '9.000', otherSeeds: '0', inertMatter: '0.500', multipleUnits: '1.000' };
  const masses = (texts: Partial<typeof written>, share: number | null) => {
    const found = componentMasses(
      ['pureSeed', 'otherSeeds', 'inertMatter'],
      (field) => texts[field as keyof typeof written],
      share,
    );
    return found && Object.fromEntries(Object.entries(found).map(([name, mass]) => [name, mass.toString()]));
  };
  expect(masses(written, 80)).toEqual({ pureSeed: '9.8', otherSeeds: '0', inertMatter: '0.7' });
  expect(masses(written, null)).toEqual({ pureSeed: '9', otherSeeds: '0', inertMatter: '0.5' });
  expect(masses({ ...written, otherSeeds: undefined }, 80)).toBeNull();
  expect(masses({ ...written, pureSeed: 'nine' }, 80)).toBeNull();
  expect(masses({ pureSeed: '0', otherSeeds: '0', inertMatter: '0' }, null)).toBeNull();
});

it('takes the rule nearest to the kind: species before genus before family', () => {
  const says = (book: typeof ISTA, species: string, family: string) =>
    unitRulesFor(book, species, family).map((one) => [one.topic, one.taxa[0]]);
  expect(says(AOSA, 'Dactylis glomerata', 'Poaceae')).toContainEqual(['multiple units', 'Dactylis glomerata']);
  expect(says(AOSA, 'Phleum pratense', 'Poaceae')).toContainEqual(['multiple units', 'Poaceae']);
  expect(says(ISTA, 'Lolium perenne', 'Poaceae').filter(([topic]) => topic === 'pure seed')).toEqual([
    ['pure seed', 'Lolium'],
  ]);
  expect(says(ISTA, 'Allium porrum', 'Amaryllidaceae')).toEqual([]);
});

describe('for the cleaning shed', () => {
  // Source: exact binomial limits of 5 of 200, R 4.2.2 binom.test(5, 200)$conf.int, from memory: 0.82 to 5.74 %.
  it('gives fractions of pure seed with their exact limits', () => {
    const [bored] = shareFractions(200, { bored: 5 });
    expect(bored?.percent).toBe(2.5);
    expect(bored?.interval.lower).toBeCloseTo(0.0082, 4);
    expect(bored?.interval.upper).toBeCloseTo(0.0574, 4);
    expect(() => shareFractions(10, { light: 6, stained: 5 })).toThrow('seeds: argument.more-than-looked-at 11 10');
    expect(shareFractions(10, { light: 6, stained: 4 }).map((one) => one.percent)).toEqual([60, 40]);
  });
  // Source: plain arithmetic: 12 g in 4 min are 180 g/h; 36 kg take 200 h, a sixth of it more with rests.
  it('gives a rate and the hours for the lot', () => {
    const rate = sortingRate(12, 240, 36);
    expect(rate.gramsPerHour).toBeCloseTo(180, 10);
    expect(rate.lotHours).toBeCloseTo(200 * (1 + 5 / 30), 10);
    expect(rate.steps.map((one) => one.result)).toEqual(['12', '4.0', '180.0', '36', '200.0', '233.3']);
    expect(() => sortingRate(0, 240, 36)).toThrow(/massG/);
  });
});
