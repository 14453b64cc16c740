import type { GerminationTest, GerminationView } from '@mercato/contract/germination/germination';
import { isCount } from '@mercato/core/germination/planTest';
import { temperatureWords } from '@mercato/core/rule-books/methodWords';
import { addDays } from '@mercato/core/units/days';
import { CLASSES, type Counts } from '@mercato/core/units/seedCounts';
import { addParts, SEED_PARTS } from '@mercato/core/units/seedParts';
import { numberSlip } from '@mercato/core/verdict/numberSlip';
import { ROW_ORDER } from '../lot-sheet/rows.ts';
import { defineStep, onTest, type Slips } from '../lot-sheet/step.ts';
import { notSetAside } from '../register/tests.ts';
import { bringGermination } from './bring.ts';
import { duesOf, germinationLine } from './line.ts';
import { acceptedTest, endDays, germinationOutcome, readGermination, reportable, usedTests } from './result.ts';

export const germinationStep = defineStep({
  step: 'germination',
  key: 'germination',
  read: readGermination,
  line: (view, { sampled, today }) => germinationLine(view, sampled, today),
  // A count comes due, and a count that was left out is not asked for once the final one has come.
  turns: ({ tests }) =>
    [
      ...new Set(
        tests.flatMap((one) =>
          one.calendar.flatMap((event) =>
            isCount(event)
              ? [event.date]
              : event.what === 'end-of-prechill'
                ? [event.date, addDays(event.date, 1)]
                : [],
          ),
        ),
      ),
    ].sort(),
  dues: duesOf,
  judged: ({ tests }) =>
    tests.flatMap(({ id, result, days }) =>
      result.verdict && days ? [onTest('germination', id, germinationOutcome(result, days), { ...result, days })] : [],
    ),
  decisions: ({ tests }) => notSetAside(tests).map((test) => test.decision),
  facts: (view, file) => {
    const counts = reportedCounts(view);
    const used = usedTests(view);
    const last = used.at(-1);
    return {
      germination:
        counts && last
          ? {
              book: file.edition.book,
              counts,
              seeds: used.reduce((sum, one) => sum + one.result.seeds, 0),
              tests: used.length,
              method: methodWords(last),
              days: endDays(last)?.day ?? last.plan.finalCountDay,
              concludedOn: concludedOn(used, last),
              parts: addParts(used.map((one) => ({ counts: one.result.counts, parts: one.parts }))),
              spoiled: used.flatMap((one) => one.dishes.filter((dish) => dish.spoiled)).length,
              photos: used.flatMap((one) => one.dishes).reduce((sum, dish) => sum + dish.photos, 0),
              others: otherMethods(view),
              deviations: used.flatMap((one) =>
                one.deviations.map(({ from, to, minutes, worstC }) => ({ from, to, minutes, worstC })),
              ),
            }
          : null,
    };
  },
  figure: ({ germination }) => (germination ? `${germination.counts.normal} %` : null),
  bring: bringGermination,
  rows: ({ tests }, file) => {
    for (const test of tests) {
      const more = file.begin('germination', test);
      for (const [field, value] of Object.entries(test.plan))
        if (ROW_ORDER.has(`germination.${field}`)) file.add(`germination.${field}`, value as string | number, more);
      for (const dish of test.dishes)
        for (const day of dish.days) {
          const at = { ...more, dish: String(dish.number), day: String(day.key) };
          file.add('germination.countedOn', day.seenFrom === 'plan' ? null : day.seenOn, at);
          file.add('germination.final', day.final ? 'yes' : null, at);
          file.add('germination.cause', day.cause, at);
          for (const one of CLASSES) file.add(`germination.${one}`, day.counts[one], at);
          for (const one of SEED_PARTS) file.add(`germination.${one}`, day.parts[one] ?? null, at);
        }
    }
  },
  slips: (view): Slips => {
    const { combined } = view;
    const last = usedTests(view).at(-1);
    const rounding = combined.rounding ?? last?.result.rounded;
    const verdict = combined.comparison ?? last?.result.verdict;
    return rounding
      ? {
          germination: numberSlip('Germination', [...(verdict?.steps ?? []), ...rounding.steps], verdict?.rule ?? null),
        }
      : {};
  },
});

/** The counts that a label may carry: combined by the rules, or accepted by the lead. */
const reportedCounts = (view: GerminationView): Counts | null =>
  view.combined.reported ?? acceptedTest(view)?.result.rounded?.rounded ?? null;

/** How a test was made, as documents print it. */
const methodWords = ({ plan }: GerminationTest): string =>
  [
    plan.substrate,
    `${temperatureWords(plan.temperature)} °C`,
    plan.treatment,
    plan.prechillDays > 0 ? `${plan.prechillDays} days before the test` : '',
  ]
    .filter(Boolean)
    .join(', ');

/** What the methods came to that are not reported, beside the one that is. */
function otherMethods(view: GerminationView): { readonly method: string; readonly normal: number }[] {
  const used = reportable(view.tests);
  return view.combined.groups.flatMap((group, i) => {
    const test = used[group.tests[0] ?? 0];
    const normal = group.result.reported?.normal;
    return i === view.combined.chosen || normal === undefined || !test ? [] : [{ method: methodWords(test), normal }];
  });
}

/** The day of completion: the last dish of the last of the tests that are reported. */
function concludedOn(used: readonly GerminationTest[], last: GerminationTest): string {
  const ends = used.flatMap((one) => endDays(one)?.seenOn ?? []);
  return ends.sort().at(-1) ?? last.updatedAt.slice(0, 10);
}
