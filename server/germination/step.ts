import type { GerminationTest, GerminationView } from '@mercato/contract/germination/germination';
import { isCount } from '@mercato/core/germination/planTest';
import { temperatureWords } from '@mercato/core/rule-books/methodWords';
import { CLASSES, type Counts } from '@mercato/core/units/seedCounts';
import { numberSlip } from '@mercato/core/verdict/numberSlip';
import { ROW_ORDER } from '../lot-sheet/rows.ts';
import { defineStep, onTest, type Slips } from '../lot-sheet/step.ts';
import { notSetAside } from '../register/tests.ts';
import { bringGermination } from './bring.ts';
import { endDays, germinationLine, germinationOutcome, readGermination } from './result.ts';

export const germinationStep = defineStep({
  step: 'germination',
  key: 'germination',
  read: readGermination,
  line: (view, { sampled, today }) => germinationLine(view, sampled, today),
  // A count comes due, and a count that was left out is not asked for once the final one has come.
  turns: ({ tests }) =>
    [...new Set(tests.flatMap((one) => one.calendar.filter(isCount).map(({ date }) => date)))].sort(),
  judged: ({ tests }) =>
    tests.flatMap(({ id, result, days }) =>
      result.verdict && days ? [onTest('germination', id, germinationOutcome(result, days), { ...result, days })] : [],
    ),
  decisions: ({ tests }) => notSetAside(tests).map((test) => test.decision),
  facts: (view) => {
    const { combined } = view;
    const counts = reportedCounts(view);
    const used = notSetAside(view.tests).filter((_, i) => combined.from.length === 0 || combined.from.includes(i));
    const last = used.at(-1);
    return {
      germination:
        counts && last
          ? {
              counts,
              seeds: combined.reported ? combined.seeds : last.result.seeds,
              tests: used.length,
              method: [last.plan.substrate, `${temperatureWords(last.plan.temperature)} °C`, last.plan.treatment]
                .filter(Boolean)
                .join(', '),
              days: endDays(last)?.day ?? last.plan.finalCountDay,
              concludedOn: concludedOn(used, last),
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
        }
    }
  },
  slips: ({ combined, tests }): Slips => {
    const used = notSetAside(tests);
    const rounding = combined.rounding ?? used.at(-1)?.result.rounded;
    const verdict = combined.comparison ?? used.at(-1)?.result.verdict;
    return rounding
      ? {
          germination: numberSlip('Germination', [...(verdict?.steps ?? []), ...rounding.steps], verdict?.rule ?? null),
        }
      : {};
  },
});

/** The counts that a label may carry: combined by the rules, or accepted by the lead. */
function reportedCounts({ combined, tests }: GerminationView): Counts | null {
  if (combined.reported) return combined.reported;
  const used = notSetAside(tests);
  const only = used.length === 1 ? used[0] : undefined;
  return only?.decision?.decision === 'accept' && only.result.complete ? (only.result.rounded?.rounded ?? null) : null;
}

/** The day of completion: the last dish of the last of the tests that are reported. */
function concludedOn(used: readonly GerminationTest[], last: GerminationTest): string {
  const ends = used.flatMap((one) => endDays(one)?.seenOn ?? []);
  return ends.sort().at(-1) ?? last.updatedAt.slice(0, 10);
}
