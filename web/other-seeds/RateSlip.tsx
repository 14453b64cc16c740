import type { FoundSpecies, OtherSeedsTest } from '@mercato/contract/other-seeds/otherSeeds';
import { threeFigures } from '@mercato/core/other-seeds/noneFound';
import { Slip } from '../ui/Slip.tsx';

interface RateSlipProps {
  test: OtherSeedsTest;
  species: FoundSpecies | null;
}

/** The working of a rate: of one species, or of all other seeds together. */
export function RateSlip({ test, species }: RateSlipProps) {
  const found = species ?? test.total;
  if (!found) return null;
  return (
    <Slip
      title={species?.name ?? 'all other seeds'}
      steps={found.rate.steps}
      next={
        found.count === 0
          ? `None found is not none present: at most ${threeFigures(found.rate.atMost.perKg)} per kg (95 % confidence, one-sided).`
          : 'Exact Poisson limits (Garwood 1936): a second sample of this size would not find the same number.'
      }
    />
  );
}
