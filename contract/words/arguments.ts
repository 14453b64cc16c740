import type { ArgumentFault } from '@mercato/core/units/argument';
import { speaker } from './coded.ts';

type Got = { readonly got: number };

/** What an argument of a calculation must be, in words that follow the name of the argument. */
export const ARGUMENT_FAULTS = {
  'argument.whole': ({ least, most, got }: { least: number; most: number; got: number }) =>
    `must be a whole number ${least}..${most}, got ${got}`,
  'argument.number': ({ least, most, got }: { least: number; most: number; got: number }) =>
    `must be a number ${least}..${most}, got ${got}`,
  'argument.percent': ({ got }: Got) => `must be a percentage 0..100, got ${got}`,
  'argument.above-zero': ({ got }: Got) => `must be above 0 and finite, got ${got}`,
  'argument.zero-or-more': ({ got }: Got) => `must be 0 or more and finite, got ${got}`,
  'argument.finite': ({ got }: Got) => `must be a number, got ${got}`,
  'argument.zero-to-below-one': ({ got }: Got) => `must be 0 or more and below 1, got ${got}`,
  'argument.between': ({ low, high, got }: { low: number; high: number; got: number | string }) =>
    `must lie between ${low} and ${high}, got ${got}`,
  'argument.pair-between': ({ low, high, got }: { low: number; high: number; got: number | string }) =>
    `must lie between ${low} and ${high}, low end first, got ${got}`,
  'argument.above-up-to': ({ low, most, got }: { low: number; most: number; got: number }) =>
    `must be above ${low} and at most ${most}, got ${got}`,
  'argument.above': ({ low, got }: { low: number; got: number }) => `must be above ${low}, got ${got}`,
  'argument.up-to': ({ most }: { most: number }) => `must be numbers up to ${most}`,
  'argument.date': ({ got }: { got: string }) => `must be a date yyyy-mm-dd, got "${got}"`,
  'argument.so-many': ({ least, most, got }: { least: number; most: number | null; got: number }) =>
    `must hold ${most === null ? `${least} at least` : most === least ? String(least) : `${least} to ${most}`}, got ${got}`,
  'argument.as-many': ({ as, wanted, got }: { as: string; wanted: number; got: number }) =>
    `must have as many figures as ${as} (${wanted}), got ${got}`,
  'argument.calibration-pairs': ({ least, got }: { least: number; got: number }) =>
    `must hold ${least} pairs at least for this curve, got ${got}`,
  'argument.calibration-readings': ({ least, got }: { least: number; got: number }) =>
    `must hold ${least} different readings at least for this curve, got ${got}`,
  'argument.not-before': ({ from, got }: { from: string; got: string }) =>
    `must not lie before the first day, ${from}, got ${got}`,
  'argument.component-mass': 'must be a mass of 0 g or more',
  'argument.weighs-nothing': 'and the other components add to nothing; at least one must weigh something',
  'argument.no-seed-judged': 'and the others must add up to 1 seed at least, got 0',
  'argument.no-wanted-seed': 'must hold the seed that is wanted',
  'argument.first-from-zero': 'must begin with a step from 0 % upwards',
  'argument.picture-empty':
    'Nothing stands out from the ground: lay the seed on a plain sheet of another colour, in even light.',
  'argument.picture-full': ({ percent }: { percent: number }) =>
    `${percent} % of the picture is no plain ground: spread the seed thinner, on one sheet that fills the picture.`,
  'argument.shapes': ({ a, b }: { a: number; b: number }) =>
    `and b must lie above 0 and add to 1e9 at most, got ${a} and ${b}`,
  'argument.not-all-set': ({ total, seeds }: { total: number; seeds: number }) =>
    `add to ${total}, expected the ${seeds} seeds set`,
  'argument.more-than-set': ({ total, seeds }: { total: number; seeds: number }) =>
    `add to ${total}, more than the ${seeds} seeds set`,
  'argument.more-than-looked-at': ({ total, examined }: { total: number; examined: number }) =>
    `add to ${total}, but ${examined} were looked at`,
  'argument.seeds-left': ({ tested, got }: { tested: number; got: number }) =>
    `must be more than the ${tested} tested, got ${got}`,
  'argument.above-container': ({ containerG, got }: { containerG: number; got: number }) =>
    `must be more than the container’s ${containerG} g, got ${got}`,
  'argument.not-below-container': ({ containerG, got }: { containerG: number; got: number }) =>
    `must not be less than the container’s ${containerG} g, got ${got}`,
  'argument.not-above-weighed-in': ({ withSeedG, got }: { withSeedG: number; got: number }) =>
    `must not be more than the ${withSeedG} g weighed in, got ${got}`,
  'argument.not-above-divided': ({ massG, got }: { massG: number; got: number }) =>
    `must not be above the ${massG} g that are divided, got ${got}`,
  'argument.spoon-too-large': ({ spoonfuls, spoonG, massG }: { spoonfuls: number; spoonG: number; massG: number }) =>
    `is too large: ${spoonfuls} spoonfuls of ${spoonG} g are more than the ${massG} g there are`,
  'argument.live-over-hundred': ({ live }: { live: number }) =>
    `must not be more than 100 with hardPercent and dormantPercent, which make ${live}`,
  'argument.already-drier': ({ moisturePercent, got }: { moisturePercent: number; got: number }) =>
    `must not be above the present moisture of ${moisturePercent} %, got ${got}: drying takes water out, so this seed is drier than you want already`,
  'argument.gel-spent': ({ most, got }: { most: number; got: number }) =>
    `must be below ${most.toFixed(1)} %: in the air of seed so dry it holds no more than that, got ${got}; bake it first, or take another desiccant`,
  'argument.not-below-dry-matter': ({ dryG, got }: { dryG: number; got: number }) =>
    `must stay above the dry matter, ${dryG.toFixed(2)} g by the first moisture, got ${got}`,
  'argument.after-weighing-before': ({ got }: Got) => `must come after the weighing before, got ${got}`,
  'argument.accepts-every-lot': ({ c, n }: { c: number; n: number }) =>
    `must be below n: ${c} of ${n} accepts every lot`,
  'argument.too-near': ({ aql, lql, most }: { aql: number; lql: number; most: number }) =>
    `lies too near aql (${aql} and ${lql}): no plan with up to ${most} marked seeds tells them apart`,
  'argument.spread-too-large': ({ mean, got }: { mean: number; got: number }) =>
    `must be 0 or more and smaller than an average of ${mean} allows, got ${got}`,
};

const says = speaker([ARGUMENT_FAULTS] as const);
/** What an argument must be, in words to follow its name. */
export const argumentWords = (fault: ArgumentFault): string => says(fault.says);
