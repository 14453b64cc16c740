import type { Edition, Figure } from '../rule-books/edition.ts';
import { ArgumentFault, wholeIn } from '../units/argument.ts';
import { type Outcome, outcomeUpTo, type Rule, type Verdict, type WorkingStep, worst } from '../verdict/verdict.ts';
import type { GerminationNext } from './next.ts';

/** Why a test does not end on its prescribed day, as the analyst saw it. */
export const END_CAUSES = ['all-germinated', 'not-yet-judgeable', 'swollen-legume'] as const;
export type EndCause = (typeof END_CAUSES)[number];

/** When the seed of one dish was looked at. Day 0 is the day on which it came into germination conditions. */
export interface DishDays {
  /** Day of the first count that took seedlings out, the final one left aside; null = there was none. */
  readonly first: number | null;
  /** Day on which the dish was closed. */
  readonly final: number;
  readonly cause: EndCause | null;
}

export interface CountDays {
  /** Prescribed for the kind: whole days, 1 ≤ first ≤ final. */
  readonly prescribed: { readonly first: number; readonly final: number };
  /** One or more. */
  readonly dishes: readonly DishDays[];
  /** Whether the kind is a legume. */
  readonly legume: boolean;
}

export interface CountDaysVerdict extends Verdict<GerminationNext> {
  readonly prescribed: CountDays['prescribed'];
  readonly first: Outcome;
  readonly final: Outcome;
}

/** Longer than any test lies. */
const MOST_DAYS = 1000;

/**
 * Whether a test was counted on days that its rule book permits. Each dish is judged by its own days and its own cause,
 * and the worst counts; the first count may be left out where the book allows it.
 *
 * @throws {RangeError} for days that cannot be
 *
 * Source, all from memory: ISTA, germination, duration of the test: it may end early when all that can germinate
 * has, and be extended by 7 days or half of the prescribed time, whichever is longer. AOSA/FSA: first count 1 to 3
 * days either way; final count 2 days later where seedlings cannot be judged yet, 5 for swollen seed of legumes.
 * That an early end waits for the prescribed first count is our own judgement: before it no seedling can be judged.
 */
export function judgeCountDays(edition: Edition, { prescribed, dishes, legume }: CountDays): CountDaysVerdict {
  wholeIn('prescribed.first', prescribed.first, 1, MOST_DAYS);
  wholeIn('prescribed.final', prescribed.final, prescribed.first, MOST_DAYS);
  dishes.forEach(({ first, final }, i) => {
    if (first !== null) wholeIn(`dishes.${i}.first`, first, 0, MOST_DAYS);
    wholeIn(`dishes.${i}.final`, final, 0, MOST_DAYS);
  });
  const [firstPart, ...otherFirsts] = alike(
    dishes,
    (one) => `${one.first ?? ''}`,
    (one) => one.first ?? -1,
  ).map(({ first }) => judgeFirst(edition, prescribed, first));
  const [finalPart, ...otherFinals] = alike(
    dishes,
    (one) => `${one.final} ${one.cause ?? ''}`,
    (one) => one.final,
  ).map(({ final, cause }) => judgeFinal(edition, prescribed, cause, legume, final));
  if (!firstPart || !finalPart)
    throw new ArgumentFault('dishes', { is: 'argument.so-many', least: 1, most: null, got: 0 });
  const first = worstPart(firstPart, otherFirsts);
  const final = worstPart(finalPart, otherFinals);
  const outcome = worst([first.outcome, final.outcome]);
  const telling = final.outcome === outcome ? final : first;
  return {
    prescribed,
    first: first.outcome,
    final: final.outcome,
    measured: telling.day,
    limit: telling.limit,
    unit: 'days',
    outcome,
    rule: telling.rule,
    steps: [firstPart, ...otherFirsts, finalPart, ...otherFinals].flatMap((one) => one.steps),
    next:
      outcome === 'outside'
        ? 'decide-or-repeat-test'
        : outcome === 'not-judged'
          ? 'decide-on-count-days'
          : 'counted-in-time',
  };
}

/** One dish of each sort, the earliest first. */
const alike = (
  dishes: readonly DishDays[],
  sort: (dish: DishDays) => string,
  day: (dish: DishDays) => number,
): DishDays[] => [...new Map(dishes.map((one) => [sort(one), one])).values()].sort((a, b) => day(a) - day(b));

/** The worst of several, the first of them where they are alike. */
const worstPart = (part: Part, others: readonly Part[]): Part =>
  others.reduce(
    (bad, one) => (bad.outcome !== one.outcome && worst([bad.outcome, one.outcome]) === one.outcome ? one : bad),
    part,
  );

interface Part {
  readonly outcome: Outcome;
  /** Null where there was no count. */
  readonly day: number | null;
  readonly limit: number | null;
  readonly rule: Rule | null;
  readonly steps: readonly WorkingStep[];
}

function judgeFirst(edition: Edition, prescribed: CountDays['prescribed'], first: number | null): Part {
  const base = { day: first, limit: prescribed.first, rule: null };
  // A kind with one count has no first one.
  if (prescribed.first === prescribed.final) return { ...base, outcome: 'within', steps: [] };
  if (first === null) {
    const skip = edition.parameterIfAny('germination_first_count_skippable');
    return {
      ...base,
      outcome: skip ? (skip.value === 1 ? 'within' : 'outside') : 'not-judged',
      rule: skip?.rule ?? null,
      steps: [{ label: `first count, of day ${prescribed.first}`, result: 'left out' }],
    };
  }
  const apart = Math.abs(first - prescribed.first);
  const most = edition.parameterIfAny('germination_first_count_deviation_days');
  const steps = [
    {
      label: 'first count',
      expression: `day ${first}, prescribed ${prescribed.first}`,
      result: String(apart),
      unit: 'days apart',
    },
    ...(most ? [{ label: 'most allowed, either way', result: String(most.value), unit: 'days' }] : []),
  ];
  if (most) return { ...base, outcome: outcomeUpTo(apart, most.value), rule: most.rule, steps };
  // A book that knows these rows and limits no first count leaves it to the analyst.
  const outcome = apart === 0 || knowsDays(edition) ? 'within' : 'not-judged';
  return { ...base, outcome, steps };
}

function judgeFinal(
  edition: Edition,
  prescribed: CountDays['prescribed'],
  cause: EndCause | null,
  legume: boolean,
  day: number,
): Part {
  const step = (result: string, more: readonly WorkingStep[] = []): readonly WorkingStep[] => [
    { label: 'final count', expression: `day ${day}, prescribed ${prescribed.final}`, result },
    ...more,
  ];
  const base = { day, limit: prescribed.final, rule: null };
  if (day === prescribed.final) return { ...base, outcome: 'within', steps: step('on its day') };
  if (!knowsDays(edition)) return { ...base, outcome: 'not-judged', steps: step('not on its day') };
  const apart = day - prescribed.final;
  if (apart < 0) {
    const early = edition.parameterIfAny('germination_early_end');
    const may = early?.value === 1 && cause === 'all-germinated' && day >= prescribed.first;
    return {
      ...base,
      outcome: may ? 'within' : 'outside',
      rule: early?.rule ?? null,
      steps: step(`${-apart} days early`, [
        {
          label: 'an early end',
          result: early
            ? `from day ${prescribed.first} on, once all that can germinate has`
            : 'is not known to this book',
        },
        ...(cause === 'all-germinated' ? [{ label: 'seen', result: 'all that can germinate has' }] : []),
      ]),
    };
  }
  const most = longestExtension(edition, prescribed.final, cause, legume);
  return {
    ...base,
    limit: prescribed.final + (most?.value ?? 0),
    outcome: most ? outcomeUpTo(apart, most.value) : 'outside',
    rule: most?.rule ?? null,
    steps: step(`${apart} days late`, [
      {
        label: most ? 'longest extension' : 'no extension without a cause that the book knows',
        result: String(most?.value ?? 0),
        unit: 'days',
      },
    ]),
  };
}

/** Days by which the final count may be put off; undefined where nothing that was said allows it. */
function longestExtension(
  edition: Edition,
  finalDay: number,
  cause: EndCause | null,
  legume: boolean,
): Figure<number> | undefined {
  const days = edition.parameterIfAny('germination_final_extension_days');
  const share = edition.parameterIfAny('germination_final_extension_share');
  // With a share the book asks for no cause: the longer of the two holds.
  if (share && days) {
    const half = share.value * finalDay;
    return half > days.value ? { value: half, rule: share.rule } : days;
  }
  if (cause === 'not-yet-judgeable') return days;
  if (cause === 'swollen-legume' && legume) return edition.parameterIfAny('germination_swollen_extension_days');
  return undefined;
}

/** Whether an edition holds the rows on count days; those of before they came do not. */
export const knowsDays = (edition: Edition): boolean =>
  edition.parameterIfAny('germination_final_extension_days') !== undefined;
