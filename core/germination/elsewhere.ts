import type { Edition } from '../rule-books/edition.ts';
import { rowForGerminationAverage } from '../rule-books/lookUp.ts';
import { binomialAtMost } from '../statistics/betaDistribution.ts';
import { percentIn, wholeIn } from '../units/argument.ts';
import { outcomeUpTo, type Verdict } from '../verdict/verdict.ts';
import type { GerminationNext } from './next.ts';

/**
 * A result of another laboratory against ours of the same lot: is ours worse than chance lets it be?
 *
 * @param theirPercent, ourPercent  average normal seedlings, whole percent 0..100, of 400 seeds each
 * @returns not judged where the edition has no such table
 * @throws {RangeError} if one leaves its range
 *
 * Source: ISTA Table 5D, one-way at 5 % (rows of the edition, from memory); the entry is the average rounded half up.
 */
export function judgeSecondLaboratory(
  edition: Edition,
  theirPercent: number,
  ourPercent: number,
): Verdict<GerminationNext> {
  percentIn('theirPercent', theirPercent);
  percentIn('ourPercent', ourPercent);
  const mean = (theirPercent + ourPercent) / 2;
  const meanPercent = Math.floor(mean + 0.5);
  const short = theirPercent - ourPercent;
  const row = rowForGerminationAverage(edition.secondLaboratory, meanPercent);
  const none = edition.secondLaboratory.length === 0;
  const outcome = none ? 'not-judged' : row ? outcomeUpTo(Math.max(0, short), row.limit) : 'within';
  return {
    measured: short,
    limit: row?.limit ?? null,
    unit: '%',
    outcome,
    rule: row?.rule ?? edition.secondLaboratory[0]?.rule ?? null,
    steps: [
      { label: 'their result', result: String(theirPercent), unit: '%' },
      { label: 'ours', result: String(ourPercent), unit: '%' },
      {
        label: 'average of both, half up',
        expression: `(${theirPercent} + ${ourPercent}) / 2 = ${mean}`,
        result: String(meanPercent),
        unit: '%',
      },
      { label: 'theirs less ours', result: String(short), unit: '%' },
      row
        ? { label: `largest allowed at ${meanPercent}`, result: String(row.limit), unit: '%' }
        : { label: none ? 'this rule book has no such table' : `no row at ${meanPercent}`, result: '' },
    ],
    next:
      outcome === 'not-judged'
        ? 'no-table-for-laboratories'
        : outcome === 'outside'
          ? 'laboratories-disagree'
          : 'laboratories-agree',
  };
}

/** So seldom does seed that just meets a specification look worse by chance. */
const SELDOM = 0.05;

/**
 * A result against the least that a contract or standard asks: does it fall short by more than chance explains?
 *
 * @param leastPercent  what is asked, 0..100
 * @param normal        normal seedlings, integer 0..seeds
 * @param seeds         integer 1..1e5
 * @throws {RangeError} if a figure leaves its range
 *
 * Source: one-sided exact binomial test at 5 %, as R binom.test(alternative = "less"); a contract may name another.
 */
export function judgeSpecification(leastPercent: number, normal: number, seeds: number): Verdict<GerminationNext> {
  percentIn('leastPercent', leastPercent);
  wholeIn('seeds', seeds, 1, 1e5);
  wholeIn('normal', normal, 0, seeds);
  const share = leastPercent / 100;
  const chance = normal === seeds ? 1 : binomialAtMost(normal, seeds, share);
  // The fewest that chance still explains.
  let least = 0;
  let most = seeds;
  while (least < most) {
    const middle = Math.floor((least + most) / 2);
    if (middle === seeds || binomialAtMost(middle, seeds, share) >= SELDOM) most = middle;
    else least = middle + 1;
  }
  const outside = normal < least;
  return {
    measured: (100 * normal) / seeds,
    limit: (100 * least) / seeds,
    unit: '%',
    outcome: outside ? 'outside' : (100 * normal) / seeds < leastPercent ? 'near' : 'within',
    rule: null,
    steps: [
      { label: 'asked for at least', result: String(leastPercent), unit: '%' },
      { label: 'found', expression: `${normal} of ${seeds}`, result: ((100 * normal) / seeds).toFixed(1), unit: '%' },
      { label: `chance of so few or fewer at ${leastPercent} %`, result: chance.toPrecision(3) },
      { label: 'fewest that chance explains (5 %)', result: String(least) },
    ],
    next: outside ? 'specification-not-met' : 'specification-met',
  };
}
