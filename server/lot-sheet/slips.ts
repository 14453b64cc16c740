import type { Step } from '@mercato/contract/register/steps';
import { liveShares, pureLiveSeedSteps } from '@mercato/core/release/pureLiveSeed';
import type { Edition } from '@mercato/core/rule-books/edition';
import { numberSlip, type NumberSlip } from '@mercato/core/verdict/numberSlip';
import { countsDormant } from './documentData.ts';
import type { Gathered } from './gather.ts';
import type { Slips } from './step.ts';

/** The working behind what only all steps together give: pure live seed. */
function togetherSlips({ facts: { purity, germination } }: Gathered, edition: Edition): Slips {
  const pure = purity?.shares.find((one) => one.component === 'pureSeed');
  if (!germination || !pure) return {};
  return {
    pureLiveSeed: numberSlip(
      'Pure live seed',
      pureLiveSeedSteps(liveShares(pure.percent, germination.counts, countsDormant(edition))),
      edition.parameterIfAny('pure_live_seed_counts_dormant')?.rule ?? null,
    ),
  };
}

/** The working behind every number that the documents print. */
export const slipsOf = (gathered: Gathered, edition: Edition): Record<string, NumberSlip> =>
  Object.assign({}, ...gathered.steps.map((one) => one.slips(edition)), togetherSlips(gathered, edition)) as Record<
    string,
    NumberSlip
  >;

/** The working behind the figures of each line of the lot sheet. */
export function workingOf(gathered: Gathered, edition: Edition): Readonly<Record<Step, readonly NumberSlip[]>> {
  const there = (...slips: readonly (NumberSlip | null | undefined)[]) =>
    slips.filter((one) => one !== null && one !== undefined);
  return Object.fromEntries([
    ...gathered.steps.map((one) => [one.step, there(...Object.values(one.slips(edition)), ...one.working())]),
    ['release', Object.values(togetherSlips(gathered, edition))],
  ]) as Record<Step, readonly NumberSlip[]>;
}
