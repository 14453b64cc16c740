import type { Edition } from '../rule-books/edition.ts';
import { weighingDecimals } from '../rule-books/weighingDecimals.ts';
import { ArgumentFault } from '../units/argument.ts';
import { type Component, COMPONENT_NAMES, COMPONENTS } from '../units/components.ts';
import { Exact, type ExactNumber, percentHalfUp } from '../units/mass.ts';
import { outcomeUpTo, type Rule, type Verdict, type WorkingStep } from '../verdict/verdict.ts';
import type { PurityNext } from './next.ts';

export interface ComponentShare {
  readonly component: Component;
  readonly massG: string;
  /** Share of the sum of components before rounding, percent. */
  readonly exactPercent: number;
  /** As reported: totals 100 over all components. */
  readonly percent: number;
  /** Present, but below what one decimal can show. */
  readonly trace: boolean;
}

/** What components have of their sum, as it is reported. */
export interface PurityShares {
  readonly percentDecimals: number;
  readonly sumG: string;
  readonly shares: readonly ComponentShare[];
  /** The largest component and what it took so that the total is 100; 0 = nothing. */
  readonly adjustedBy: number;
  readonly adjusted: Component;
  /** How shares are rounded. */
  readonly shareRule: Rule;
}

export interface PurityAnalysis extends PurityShares {
  /** Decimals of a gram that the working sample's weight calls for. */
  readonly decimals: number;
  /** Sum against first weighing, percent of the first; negative = lost. */
  readonly changePercent: number;
  readonly retest: boolean;
  readonly verdict: Verdict<PurityNext>;
}

export type ComponentMasses = Readonly<Partial<Record<Component, ExactNumber>>>;

/**
 * Percent by mass of each component, of the sum of the components (not of the first weighing),
 * rounded half up so that the total is 100: the largest component takes the difference.
 *
 * @param massesG         one mass ≥ 0 per component of the edition's book; their sum > 0
 * @throws {RangeError}   if a component is missing or negative, or all are 0
 *
 * Source: ISTA, purity analysis, calculation of results; AOSA/FSA 7 CFR 201.47–201.51 (from memory).
 */
export function sharesOf(edition: Edition, massesG: ComponentMasses): PurityShares {
  const parts = COMPONENTS[edition.book].map((component) => {
    const mass = massesG[component];
    if (!mass || mass.isNegative()) throw new ArgumentFault(`${component}G`, { is: 'argument.component-mass' });
    return { component, mass };
  });
  const sum = parts.reduce((total, part) => total.plus(part.mass), new Exact(0));
  if (!sum.gt(0)) throw new ArgumentFault('pureSeedG', { is: 'argument.weighs-nothing' });

  const { value: percentDecimals, rule: shareRule } = edition.parameter('purity_percent_decimals');
  const traceBelow = edition.parameter('purity_trace_below_percent').value;
  const rounded = parts.map((part) => percentHalfUp(part.mass, sum, percentDecimals));
  const difference = new Exact(100).minus(rounded.reduce((total, one) => total.plus(one), new Exact(0)));
  const largest = parts.reduce((best, part, i) => (part.mass.gt(parts[best]?.mass ?? 0) ? i : best), 0);
  return {
    percentDecimals,
    sumG: sum.toString(),
    shares: parts.map(({ component, mass }, i): ComponentShare => {
      const exact = mass.times(100).div(sum);
      const own = rounded[i] ?? new Exact(0);
      return {
        component,
        massG: mass.toString(),
        exactPercent: exact.toNumber(),
        percent: (i === largest ? own.plus(difference) : own).toNumber(),
        trace: mass.gt(0) && exact.lt(traceBelow),
      };
    }),
    adjustedBy: difference.toNumber(),
    adjusted: parts[largest]?.component ?? 'pureSeed',
    shareRule,
  };
}

/**
 * The percents of one working sample, and its sum of components against the first weighing.
 *
 * @param workingSampleG  first weighing, g, > 0
 * @param massesG         as in `sharesOf`
 * @throws {RangeError}   as in `sharesOf`
 *
 * Source: ISTA, purity analysis, gain or loss; AOSA/FSA 7 CFR 201.47 (from memory).
 */
export function analysePurity(edition: Edition, workingSampleG: ExactNumber, massesG: ComponentMasses): PurityAnalysis {
  if (!workingSampleG.gt(0))
    throw new ArgumentFault('workingSampleG', { is: 'argument.above', low: 0, got: workingSampleG.toNumber() });
  const shared = sharesOf(edition, massesG);
  const sum = new Exact(shared.sumG);
  const change = sum.minus(workingSampleG).times(100).div(workingSampleG);
  const limit = edition.parameter('purity_change_limit_percent');
  const measured = change.abs();
  const retest = measured.gt(limit.value);
  const decimals = weighingDecimals(edition, workingSampleG);
  // A sample of this weight is weighed to so many decimals; 8.100 g is no 8.1 g.
  const weighed = (massG: ExactNumber) => massG.toFixed(Math.max(decimals, massG.decimalPlaces()));
  const steps: WorkingStep[] = [
    ...shared.shares.map(({ component, massG }) => ({
      label: COMPONENT_NAMES[component],
      result: weighed(new Exact(massG)),
      unit: 'g',
    })),
    { label: 'sum of parts', result: weighed(sum), unit: 'g' },
    { label: 'first weighing', result: weighed(workingSampleG), unit: 'g' },
    {
      label: 'gain or loss',
      unit: '%',
      expression: `(${weighed(sum)} − ${weighed(workingSampleG)}) / ${weighed(workingSampleG)} × 100`,
      result: change.toDecimalPlaces(3).toString(),
    },
    { label: 'largest allowed', result: String(limit.value), unit: '%' },
  ];
  return {
    ...shared,
    decimals,
    changePercent: change.toNumber(),
    retest,
    verdict: {
      measured: measured.toNumber(),
      limit: limit.value,
      unit: '%',
      outcome: retest ? 'outside' : outcomeUpTo(measured.toNumber(), limit.value),
      rule: limit.rule,
      steps,
      next: retest ? 'take-another-working-sample' : 'gain-or-loss-allowed',
    },
  };
}

/**
 * The slip of one component: its mass, the sum, the share and how it was rounded. The masses of one weighing keep its
 * digits; those of several together stand as they add up.
 */
export function shareSteps(analysis: PurityShares | PurityAnalysis, component: Component): readonly WorkingStep[] {
  const share = analysis.shares.find((one) => one.component === component);
  if (!share) return [];
  const weighed = (text: string) => {
    const massG = new Exact(text);
    return 'decimals' in analysis ? massG.toFixed(Math.max(analysis.decimals, massG.decimalPlaces())) : text;
  };
  const [part, sum] = [weighed(share.massG), weighed(analysis.sumG)];
  const took = analysis.adjusted === component && analysis.adjustedBy !== 0;
  return [
    { label: 'part', result: part, unit: 'g' },
    { label: 'sum of parts', result: sum, unit: 'g' },
    { label: `${part} / ${sum} × 100`, result: share.exactPercent.toFixed(4), unit: '%' },
    ...(took
      ? [
          {
            label: 'largest part takes the difference',
            result:
              (analysis.adjustedBy > 0 ? '+' : '−') + Math.abs(analysis.adjustedBy).toFixed(analysis.percentDecimals),
            unit: '%',
          },
        ]
      : []),
    {
      label: analysis.percentDecimals === 1 ? 'to one decimal' : 'to two decimals',
      result: share.trace ? 'trace' : share.percent.toFixed(analysis.percentDecimals),
      unit: '%',
    },
  ];
}
