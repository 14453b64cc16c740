import { pureLiveSeed, pureLiveSeedSteps } from '@mercato/core/release/pureLiveSeed';
import { define } from './calculation.ts';
import { percent } from './inputs.ts';

export const releaseCalculations = [
  define({
    id: 'release.pure-live-seed',
    title: 'Pure live seed',
    description: 'percent pure live seed from purity, germination, hard and dormant seed',
    source: '7 CFR 201.64 and AOSA custom (from memory)',
    asks: {
      purityPercent: percent(),
      germinationPercent: percent(),
      hardPercent: percent(),
      dormantPercent: percent(),
    },
    check: (p) => {
      const sum = p.germinationPercent + p.hardPercent + p.dormantPercent;
      return sum > 100 + 1e-9
        ? {
            path: 'germinationPercent',
            message: `germinationPercent, hardPercent and dormantPercent add to ${sum}, at most 100 is possible`,
          }
        : null;
    },
    run: (input) => ({ pureLiveSeedPercent: pureLiveSeed(input), steps: pureLiveSeedSteps(input) }),
    example: {
      story: 'Sainfoin with hard seed',
      input: { purityPercent: 96.2, germinationPercent: 78, hardPercent: 14, dormantPercent: 0 },
    },
  }),
];
