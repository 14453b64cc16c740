import type { Step } from '@mercato/contract/register/steps';
import { shareSteps } from '@mercato/core/purity/analysePurity';
import { COMPONENT_NAMES } from '@mercato/core/units/components';
import { liveShares, pureLiveSeedSteps } from '@mercato/core/release/pureLiveSeed';
import type { Edition } from '@mercato/core/rule-books/edition';
import { numberSlip, verdictSlip, type NumberSlip } from '@mercato/core/verdict/numberSlip';
import { usedTests } from '../germination/result.ts';
import { reportedMoisture } from '../moisture/result.ts';
import { reportedOtherSeeds } from '../other-seeds/result.ts';
import { reportedTests } from '../purity/result.ts';
import type { Gathered } from './gather.ts';
import { countsDormant, reportedCounts } from './labelData.ts';

/** The working behind every number that the documents print. */
export function slipsOf(gathered: Gathered, edition: Edition): Record<string, NumberSlip> {
  const slips: Record<string, NumberSlip> = {};
  const purity = gathered.purity.result?.shares;
  if (purity)
    for (const share of purity.shares)
      slips[share.component] = numberSlip(
        COMPONENT_NAMES[share.component],
        shareSteps(purity, share.component),
        purity.shareRule,
      );
  const other = reportedOtherSeeds(gathered.otherSeeds);
  if (other?.total) slips.otherSeedsByNumber = numberSlip('Other seeds by number', other.total.rate.steps, null);
  const moisture = reportedMoisture(gathered.moisture)?.result;
  if (moisture) slips.moisture = numberSlip('Moisture', moisture.verdict.steps, moisture.verdict.rule);
  const { combined } = gathered.germination;
  const used = usedTests(gathered.germination.tests);
  const rounding = combined.rounding ?? used.at(-1)?.result.rounded;
  const verdict = combined.comparison ?? used.at(-1)?.result.verdict;
  if (rounding)
    slips.germination = numberSlip(
      'Germination',
      [...(verdict?.steps ?? []), ...rounding.steps],
      verdict?.rule ?? null,
    );
  const counts = reportedCounts(gathered);
  const pure = purity?.shares.find((one) => one.component === 'pureSeed');
  if (counts && pure)
    slips.pureLiveSeed = numberSlip(
      'Pure live seed',
      pureLiveSeedSteps(liveShares(pure.percent, counts, countsDormant(edition))),
      edition.parameterIfAny('pure_live_seed_counts_dormant')?.rule ?? null,
    );
  return slips;
}

/** The working behind the figures of each line of the lot sheet. */
export function workingOf(gathered: Gathered, edition: Edition): Readonly<Record<Step, readonly NumberSlip[]>> {
  const { otherSeedsByNumber, moisture, germination, pureLiveSeed, ...shares } = slipsOf(gathered, edition);
  const { plan, submitted, largestLot } = gathered.sampling;
  const weighed = reportedTests(gathered.purity);
  const compared = gathered.purity.result?.judged;
  const numbered = (name: string, test: (typeof weighed)[number]) =>
    weighed.length > 1 ? `${name}, test ${test.number}` : name;
  const searched = reportedOtherSeeds(gathered.otherSeeds)?.massVerdict;
  const there = (...slips: (NumberSlip | null | undefined)[]) =>
    slips.filter((one) => one !== null && one !== undefined);
  return {
    sampling: there(
      plan && numberSlip('primary samples asked', plan.steps, plan.rule),
      submitted?.primaryVerdict && verdictSlip('primary samples taken', submitted.primaryVerdict),
      submitted && verdictSlip('submitted sample', submitted.massVerdict),
      largestLot && verdictSlip('size of the lot', largestLot),
    ),
    purity: there(
      ...Object.values(shares),
      compared && verdictSlip(compared.basis === 'half' ? 'two halves' : 'whole samples', compared.verdict),
      ...weighed.flatMap((test) => [
        test.analysis && verdictSlip(numbered('gain or loss', test), test.analysis.verdict),
        test.massVerdict && verdictSlip(numbered('mass weighed in', test), test.massVerdict),
      ]),
    ),
    'other-seeds': there(
      otherSeedsByNumber,
      searched && verdictSlip('mass searched', searched),
      ...(reportedOtherSeeds(gathered.otherSeeds)?.noxious ?? []).map((one) =>
        verdictSlip(`${one.species}, ${one.jurisdiction}`, one),
      ),
    ),
    moisture: there(moisture),
    germination: there(germination),
    release: there(pureLiveSeed),
  };
}
