import type { Edition } from '../rule-books/edition.ts';
import { ArgumentFault } from '../units/argument.ts';
import { type Component, COMPONENT_NAMES, COMPONENTS } from '../units/components.ts';
import { Exact, type ExactNumber, percentHalfUp } from '../units/mass.ts';
import { type Outcome, worst } from '../verdict/verdict.ts';
import { type ComponentMasses, type PurityShares, sharesOf } from './analysePurity.ts';
import { type Basis, judgeDuplicate, type ToleranceVerdict } from './tolerances.ts';

/** How one component of two tests compares. */
export interface ComponentComparison extends ToleranceVerdict {
  readonly component: Component;
}

/** `agrees`: in tolerance. `apart`: out of it, but still part of the mean. `dropped`: more than twice out of it. */
export type Fate = 'agrees' | 'apart' | 'dropped';

export interface JudgedPair {
  readonly fate: Fate;
  readonly comparisons: readonly ComponentComparison[];
}

/**
 * `agreed`: the mean is the result. `further`: another pair, or another whole sample, is to be taken.
 * `exhausted`: no more are allowed and none agreed. `not-judged`: the book has no table.
 */
export type TestsState = 'agreed' | 'further' | 'exhausted' | 'not-judged';

export interface JudgedTests {
  readonly basis: Basis;
  readonly state: TestsState;
  readonly outcome: Outcome;
  readonly pairs: readonly JudgedPair[];
  /** Mean of what was not dropped, weighted by mass; null when everything was dropped. */
  readonly mean: PurityShares | null;
  /** The comparison that decided: the worst of the pair that agrees, else of the newest. */
  readonly verdict: ToleranceVerdict;
  /** Pairs, or whole samples, of which the mean is made. */
  readonly kept: number;
  /** Pairs, or whole samples, that may be made. */
  readonly most: number;
}

/**
 * Pairs of half working samples, in the order in which they were made. The first pair that agrees in every
 * component ends the test; until then another pair is taken, up to the most that the book allows. Pairs more than
 * twice the tolerance apart are dropped, and the result is the mean of the others, weighted by mass.
 *
 * @param pairs  1 or more pairs of component masses, g
 * @throws {RangeError} if there is no pair, or as in `sharesOf`
 *
 * Source: ISTA, purity analysis, duplicates and further pairs; Table 3B (from memory).
 */
export function judgePairs(
  edition: Edition,
  pairs: readonly (readonly [ComponentMasses, ComponentMasses])[],
  chaffy: boolean,
): JudgedTests {
  const last = pairs.at(-1);
  if (!last) throw new ArgumentFault('pairs', { is: 'argument.so-many', least: 1, most: null, got: 0 });
  const most = edition.parameterIfAny('purity_pairs_most')?.value ?? 1;
  const judged = pairs.map((pair) => judgePair(edition, pair, 'half', chaffy));
  const kept = pairs.filter((_, i) => judged[i]?.fate !== 'dropped');
  const agreeing = judged.find((one) => one.fate === 'agrees');
  const verdict = worstOf((agreeing ?? judged.at(-1))?.comparisons ?? []);
  const state: TestsState =
    verdict.outcome === 'not-judged'
      ? 'not-judged'
      : agreeing
        ? 'agreed'
        : pairs.length < most
          ? 'further'
          : 'exhausted';
  return {
    basis: 'half',
    state,
    outcome: state === 'agreed' ? bestAgreement(judged) : state === 'not-judged' ? 'not-judged' : 'outside',
    pairs: judged,
    mean: kept.length > 0 ? meanOf(edition, kept.flat()) : null,
    verdict,
    kept: kept.length,
    most,
  };
}

/** Two whole samples, and one more where they do not agree. */
const MOST_WHOLES = 3;

/**
 * Two or more whole working samples. Two that agree are averaged. When they do not, one more is made; then the
 * mean of all stands if the farthest two lie within twice the tolerance, else the one that stands out is set aside
 * with its cause.
 *
 * @param tests  2 or more lists of component masses, g
 * @throws {RangeError} if there are fewer than two, or as in `sharesOf`
 *
 * Source: ISTA, purity analysis, two or more whole working samples; Table 3B (from memory).
 */
export function judgeWholes(edition: Edition, tests: readonly ComponentMasses[], chaffy: boolean): JudgedTests {
  const [first, second] = tests;
  if (!first || !second)
    throw new ArgumentFault('tests', { is: 'argument.so-many', least: 2, most: null, got: tests.length });
  const comparisons = COMPONENTS[edition.book].map((component): ComponentComparison => {
    const { percentDecimals } = sharesOf(edition, first);
    const percents = tests.map((one) => percentOf(edition, one, component, percentDecimals).toNumber());
    return {
      component,
      ...judgeDuplicate(edition, Math.max(...percents), Math.min(...percents), 'whole', chaffy),
    };
  });
  const verdict = worstOf(comparisons);
  const over = edition.parameterIfAny('purity_drop_over_tolerances')?.value ?? 1;
  const fate = fateOf(comparisons, over);
  const agreed = verdict.outcome !== 'outside' || (tests.length > 2 && fate === 'apart');
  const state: TestsState =
    verdict.outcome === 'not-judged'
      ? 'not-judged'
      : agreed
        ? 'agreed'
        : tests.length < MOST_WHOLES
          ? 'further'
          : 'exhausted';
  return {
    basis: 'whole',
    state,
    outcome:
      state === 'agreed'
        ? verdict.outcome === 'outside'
          ? 'near'
          : verdict.outcome
        : state === 'not-judged'
          ? 'not-judged'
          : 'outside',
    pairs: [{ fate, comparisons }],
    mean: meanOf(edition, tests),
    verdict,
    kept: tests.length,
    most: MOST_WHOLES,
  };
}

function judgePair(
  edition: Edition,
  [first, second]: readonly [ComponentMasses, ComponentMasses],
  basis: Basis,
  chaffy: boolean,
): JudgedPair {
  const comparisons = COMPONENTS[edition.book].map((component): ComponentComparison => {
    const percent = (masses: ComponentMasses) => percentOf(edition, masses, component, 2).toNumber();
    return { component, ...judgeDuplicate(edition, percent(first), percent(second), basis, chaffy) };
  });
  return { fate: fateOf(comparisons, edition.parameterIfAny('purity_drop_over_tolerances')?.value ?? 1), comparisons };
}

function fateOf(comparisons: readonly ComponentComparison[], over: number): Fate {
  if (comparisons.every((one) => one.within !== false)) return 'agrees';
  const dropped = comparisons.some(
    (one) =>
      one.tolerancePercent !== null && new Exact(one.differencePercent).gt(new Exact(one.tolerancePercent).times(over)),
  );
  return dropped ? 'dropped' : 'apart';
}

function percentOf(edition: Edition, masses: ComponentMasses, component: Component, decimals: number): ExactNumber {
  const { sumG } = sharesOf(edition, masses);
  return percentHalfUp(masses[component] ?? new Exact(0), new Exact(sumG), decimals);
}

/** Masses added: the mean weighted by mass. */
function meanOf(edition: Edition, tests: readonly ComponentMasses[]): PurityShares {
  return sharesOf(
    edition,
    Object.fromEntries(
      COMPONENTS[edition.book].map((component) => [
        component,
        tests.reduce((sum, one) => sum.plus(one[component] ?? 0), new Exact(0)),
      ]),
    ),
  );
}

function worstOf(comparisons: readonly ComponentComparison[]): ToleranceVerdict {
  const outcome = worst(comparisons.map((one) => one.outcome));
  const found = comparisons.find((one) => one.outcome === outcome) ?? comparisons[0];
  if (!found) throw new ArgumentFault('comparisons', { is: 'argument.so-many', least: 1, most: null, got: 0 });
  return { ...found, steps: [{ label: 'component', result: COMPONENT_NAMES[found.component] }, ...found.steps] };
}

const bestAgreement = (pairs: readonly JudgedPair[]): Outcome =>
  pairs
    .filter((one) => one.fate === 'agrees')
    .map((one) => worst(one.comparisons.map((comparison) => comparison.outcome)))
    .includes('within')
    ? 'within'
    : 'near';
