import betaCdf from '@stdlib/stats-base-dists-beta-cdf';
import { clopperPearson } from '../statistics/binomialInterval.ts';
import type { ProportionInterval } from '../statistics/wilsonInterval.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

/** A band of one school: from (inside) a share of living seed, what people do, how they put it. */
interface Band {
  readonly from: number;
  readonly advice: string;
}

export interface School {
  readonly id: 'quarters' | 'seventy' | 'standard';
  readonly name: string;
  readonly source: string;
  /** Ordered from the lowest band up; the first begins at 0. */
  readonly bands: readonly Band[];
}

/**
 * Rules of thumb. Source: common practice, no source. The borders of "about half" lie midway
 * between the quarters that people name; that reading is ours.
 */
export const SCHOOLS: readonly School[] = [
  {
    id: 'quarters',
    name: 'by quarters',
    source: 'common practice, no source; borders midway between the quarters are our reading',
    bands: [
      { from: 0, advice: 'throw it away' },
      { from: 0.375, advice: 'sow twice as thick' },
      { from: 0.625, advice: 'sow as usual' },
    ],
  },
  {
    id: 'seventy',
    name: 'seventy in a hundred',
    source: 'common practice, no source',
    bands: [
      { from: 0, advice: 'too low: get other seed' },
      { from: 0.5, advice: 'too low for rows, fine for cells that can be over-sown' },
      { from: 0.7, advice: 'good enough for rows' },
    ],
  },
];

export interface SchoolAnswer {
  readonly id: School['id'];
  readonly name: string;
  readonly source: string;
  readonly advice: string;
  /** Chance that the true share lies in another band than the one the result fell into. */
  readonly chanceWrong: number;
}

export interface QuickAnswer {
  readonly estimate: number;
  readonly interval: ProportionInterval;
  /** How many times thicker than living seed to sow; upper is null when nothing may be alive. */
  readonly sowTimes: { readonly best: number | null; readonly least: number; readonly most: number | null };
  readonly schools: readonly SchoolAnswer[];
  /** The interval in words. */
  readonly words: string;
  readonly steps: readonly WorkingStep[];
}

/**
 * What a small test says, honestly: the exact interval, what each rule of thumb would do and with
 * what chance it would be wrong.
 *
 * The chance is the probability outside the chosen band under a beta distribution with the
 * Jeffreys prior, Beta(k + ½, n − k + ½): before the test every share counted as possible.
 *
 * @param sprouted  seeds that sprouted, integer 0..seeds
 * @param seeds     seeds tested, integer 1..1e6
 * @param standardPercent  the kind's own least germination, 1..100, if there is one
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: Clopper & Pearson (1934) for the interval; Brown, Cai & DasGupta (2001) for the prior.
 */
export function quickAnswer(sprouted: number, seeds: number, standardPercent?: number): QuickAnswer {
  if (!Number.isInteger(seeds) || seeds < 1 || seeds > 1e6)
    throw new RangeError(`seeds must be an integer 1..1000000, got ${seeds}`);
  if (!Number.isInteger(sprouted) || sprouted < 0 || sprouted > seeds)
    throw new RangeError(`sprouted must be an integer 0..${seeds}, got ${sprouted}`);
  if (standardPercent !== undefined && !(standardPercent >= 1 && standardPercent <= 100))
    throw new RangeError(`standardPercent must lie between 1 and 100, got ${standardPercent}`);
  const interval = clopperPearson(sprouted, seeds, 0.95);
  const estimate = sprouted / seeds;
  const schools: readonly School[] =
    standardPercent === undefined
      ? SCHOOLS
      : [
          ...SCHOOLS,
          {
            id: 'standard',
            name: 'the least the kind must reach',
            source: '7 CFR 201.31, from memory',
            bands: [
              { from: 0, advice: 'below the standard of its kind' },
              { from: standardPercent / 100, advice: 'up to the standard of its kind' },
            ],
          },
        ];
  const sowTimes = {
    best: estimate === 0 ? null : 1 / estimate,
    least: 1 / interval.upper,
    most: interval.lower === 0 ? null : 1 / interval.lower,
  };
  return {
    estimate,
    interval,
    sowTimes,
    steps: [
      {
        label: 'sprouted / tested',
        expression: `${sprouted} / ${seeds}`,
        result: (estimate * 100).toFixed(1),
        unit: '%',
      },
      {
        label: 'exact 95 % limits',
        expression: 'beta quantiles at 2.5 % and 97.5 %',
        result: `${(interval.lower * 100).toFixed(1)} to ${(interval.upper * 100).toFixed(1)}`,
        unit: '%',
      },
      { label: 'sow times, best', expression: '1 / share', result: sowTimes.best?.toFixed(2) ?? '—' },
      {
        label: 'sow times, range',
        expression: '1 / upper to 1 / lower limit',
        result: `${sowTimes.least.toFixed(2)} to ${sowTimes.most?.toFixed(2) ?? '∞'}`,
      },
    ],
    schools: schools.map((school) => answerOf(school, sprouted, seeds)),
    words: inWords(sprouted, seeds, interval),
  };
}

function answerOf({ id, name, source, bands }: School, sprouted: number, seeds: number): SchoolAnswer {
  const estimate = sprouted / seeds;
  const index = bands.findLastIndex((band) => estimate >= band.from);
  const below = (p: number) => betaCdf(p, sprouted + 0.5, seeds - sprouted + 0.5);
  const from = bands[index]?.from ?? 0;
  const to = bands[index + 1]?.from ?? 1;
  const inside = (to >= 1 ? 1 : below(to)) - (from <= 0 ? 0 : below(from));
  return { id, name, source, advice: bands[index]?.advice ?? '', chanceWrong: Math.min(1, Math.max(0, 1 - inside)) };
}

function inWords(sprouted: number, seeds: number, { lower, upper }: ProportionInterval): string {
  const percent = (p: number) => `${Math.round(p * 100)} %`;
  if (sprouted === seeds)
    return `All ${seeds} sprouted: at least ${percent(lower)} are alive, which is not to say all.`;
  if (sprouted === 0) return `None of ${seeds} sprouted: up to ${percent(upper)} may still be alive.`;
  return `${sprouted} of ${seeds} sprouted: between ${percent(lower)} and ${percent(upper)} are alive.`;
}
