import type { ContainerRange, Edition } from '../rule-books/edition.ts';
import { ArgumentFault } from '../units/argument.ts';
import { type Outcome, outcomeUpTo, type Rule, type Verdict, worst } from '../verdict/verdict.ts';
import { type Heterogeneity, heterogeneityOfCounts, heterogeneityOfPercents } from './heterogeneity.ts';
import type { SamplingNext } from './next.ts';

/** What is compared between the containers of a lot. */
export const ATTRIBUTES = ['purity', 'germination', 'other-seeds'] as const;
export type Attribute = (typeof ATTRIBUTES)[number];

/** Container samples that a heterogeneity test needs at least. */
export const LEAST_CONTAINERS = 5;

/** Seeds that each container sample should have at least (ISTA, heterogeneity testing; from memory). */
export const SEEDS_EACH: Readonly<Record<Attribute, number>> = {
  purity: 1000,
  germination: 100,
  'other-seeds': 10_000,
};

/**
 * Allowance for seed that is never quite uniform.
 * Source: ISTA, heterogeneity testing (from memory); with these the printed critical values follow within 0.021.
 */
export function allowanceFor(attribute: Attribute, chaffy: boolean): number {
  if (attribute === 'other-seeds') return chaffy ? 2.2 : 1.4;
  return chaffy ? 1.2 : 1.1;
}

/** Averages outside these are not judged: nearly everything, or nearly nothing, was found (ISTA, from memory). */
const JUDGED: Readonly<Record<Attribute, readonly [number, number]>> = {
  purity: [0.2, 99.8],
  germination: [1, 99],
  'other-seeds': [2, Infinity],
};

export interface HeterogeneityTask {
  readonly attribute: Attribute;
  readonly chaffy: boolean;
  /** One for each container: percent, or number of other seeds; at least five. */
  readonly values: readonly number[];
  /** Seeds in each container sample, 1..1e6; not used for counts. */
  readonly seedsEach: number;
}

export interface HeterogeneityVerdict {
  readonly h: Verdict<SamplingNext>;
  readonly r: Verdict<SamplingNext>;
  readonly outcome: Outcome;
  /** Where nineteen in twenty containers of a uniform lot would lie, by chance alone. */
  readonly expected: { readonly mean: number; readonly low: number; readonly high: number };
}

/**
 * Is a lot uniform? H against the value that a uniform lot exceeds once in a hundred, and the range R of the
 * containers against its table; either of them speaks against the lot.
 *
 * @throws {RangeError} naming the figure that cannot be
 *
 * Source: ISTA, heterogeneity testing, H and R (from memory).
 */
export function judgeHeterogeneity(edition: Edition, task: HeterogeneityTask): HeterogeneityVerdict {
  const { attribute, chaffy, values, seedsEach } = task;
  if (values.length < LEAST_CONTAINERS)
    throw new ArgumentFault('values', {
      is: 'argument.so-many',
      least: LEAST_CONTAINERS,
      most: null,
      got: values.length,
    });
  const f = allowanceFor(attribute, chaffy);
  const spread =
    attribute === 'other-seeds' ? heterogeneityOfCounts(values, f) : heterogeneityOfPercents(values, seedsEach, f);
  const [least, most] = JUDGED[attribute];
  // A sum of fractions misses its border by binary rounding: eight containers of 0.2 % average 0.19999….
  const mean = Number(spread.mean.toFixed(9));
  const judged = mean >= least && mean <= most;
  const h = judgeH(edition, spread, judged);
  const r = judgeR(edition, task, mean, judged);
  const width = 1.959964 * Math.sqrt(spread.W);
  const top = attribute === 'other-seeds' ? Infinity : 100;
  return {
    h,
    r,
    // Where one of the two cannot be judged, the other speaks alone; the worst of none is not judged.
    outcome: worst([h, r].map((one) => one.outcome).filter((one) => one !== 'not-judged')),
    expected: {
      mean: spread.mean,
      low: Math.max(0, spread.mean - width),
      high: Math.min(top, spread.mean + width),
    },
  };
}

function judgeH(edition: Edition, spread: Heterogeneity, judged: boolean): Verdict<SamplingNext> {
  const { H, critical, steps } = spread;
  const outcome: Outcome = !judged || H === null ? 'not-judged' : outcomeUpTo(Math.max(0, H), critical);
  return {
    measured: H === null ? null : Math.max(0, H),
    limit: critical,
    unit: '',
    outcome,
    rule: ruleOfH(edition),
    steps,
    next:
      outcome === 'not-judged'
        ? 'spread-cannot-be-judged'
        : outcome === 'outside'
          ? 'spread-not-uniform'
          : 'spread-as-uniform',
  };
}

function ruleOfH(edition: Edition): Rule | null {
  const [row] = edition.heterogeneitySamples;
  if (!row) return null;
  const { book, edition: name, section, provenance } = row.rule;
  return { book, edition: name, section, provenance };
}

function judgeR(
  edition: Edition,
  { attribute, values }: HeterogeneityTask,
  mean: number,
  judged: boolean,
): Verdict<SamplingNext> {
  const range = Number((Math.max(...values) - Math.min(...values)).toFixed(9));
  const steps = [
    {
      label: 'highest less lowest container, R',
      expression: `${Math.max(...values)} − ${Math.min(...values)}`,
      result: String(range),
    },
  ];
  const row = attribute === 'other-seeds' ? null : nearest(edition.containerRanges[attribute], mean, attribute);
  const limit = row?.limits[values.length < 10 ? 0 : values.length < 20 ? 1 : 2];
  if (!judged || !row || limit === undefined)
    return {
      measured: range,
      limit: null,
      unit: attribute === 'other-seeds' ? 'seeds' : '%',
      outcome: 'not-judged',
      rule: null,
      steps,
      next: judged ? 'no-largest-range' : 'range-cannot-be-judged',
    };
  const outcome = outcomeUpTo(range, limit);
  return {
    measured: range,
    limit,
    unit: '%',
    outcome,
    rule: row.rule,
    steps: [
      ...steps,
      {
        label: `largest allowed for ${values.length} containers at ${row.averagePercent} %`,
        result: String(limit),
        unit: '%',
      },
    ],
    next: outcome === 'outside' ? 'range-not-uniform' : 'range-as-uniform',
  };
}

/**
 * The printed average that lies nearest; half-way between two, the stricter. An average below 50 % reads as what is
 * missing to 100 (101 for whole-percent germination, as in its other tables).
 * Source: reading between printed averages, common practice, no source.
 */
function nearest(rows: readonly ContainerRange[], mean: number, attribute: Attribute): ContainerRange | null {
  const shown = attribute === 'germination' ? Math.round(mean) : mean;
  const high = shown >= 50 ? shown : (attribute === 'germination' ? 101 : 100) - shown;
  return rows.reduce<ContainerRange | null>((best, row) => {
    if (best === null) return row;
    const [a, b] = [Math.abs(row.averagePercent - high), Math.abs(best.averagePercent - high)];
    return a < b || (a === b && row.limits[0] < best.limits[0]) ? row : best;
  }, null);
}
