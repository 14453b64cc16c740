import Joi from 'joi';
import { Exact } from '@mercato/core/units/mass';
import { seedsPer } from '@mercato/core/weight/seedsPer';
import { agreeWithin, spreadOf } from '@mercato/core/weight/thousandSeedWeight';
import { listOf } from '../http/body.ts';
import { define } from './calculation.ts';
import { number } from './inputs.ts';

const SOURCE = 'ISTA, determination of thousand-seed weight (from memory)';

export const weightCalculations = [
  define({
    id: 'weight.thousand-seed-weight',
    title: 'Thousand-seed weight from replicates',
    description: 'what 1000 seeds weigh, how far the replicates spread, and how many seeds go to a gram or pound',
    source: SOURCE,
    asks: {
      replicatesG: listOf(Joi.number().greater(0).max(1e6), 2, 100),
      seedsPerReplicate: number().integer().min(1).max(1e6),
    },
    run: ({ replicatesG, seedsPerReplicate }) => {
      const masses = replicatesG.map((one) => new Exact(one));
      const { meanG, varianceG2, sdG, cvPercent } = spreadOf(masses);
      const thousandG = meanG.times(1000).div(seedsPerReplicate);
      const shown = (value: typeof meanG) => value.toSignificantDigits(6).toString();
      return {
        mean: meanG.toNumber(),
        variance: varianceG2.toNumber(),
        s: sdG.toNumber(),
        cvPercent: cvPercent.toNumber(),
        thousandSeedWeightG: thousandG.toNumber(),
        withinCv4: agreeWithin(masses, 4),
        withinCv6: agreeWithin(masses, 6),
        seedsPer: seedsPer(thousandG),
        steps: [
          { label: `mean of ${masses.length} replicates`, result: shown(meanG), unit: 'g' },
          { label: 'standard deviation', result: shown(sdG), unit: 'g' },
          {
            label: 'coefficient of variation',
            expression: `${shown(sdG)} / ${shown(meanG)} × 100`,
            result: shown(cvPercent),
            unit: '%',
          },
          {
            label: 'of 1000 seeds',
            expression: `${shown(meanG)} × 1000 / ${seedsPerReplicate}`,
            result: shown(thousandG),
            unit: 'g',
          },
        ],
      };
    },
    example: {
      story: 'Eight hundreds of a winter wheat',
      input: { replicatesG: [4.512, 4.487, 4.533, 4.498, 4.521, 4.475, 4.549, 4.506], seedsPerReplicate: 100 },
    },
  }),
  define({
    id: 'weight.whole-fraction',
    title: 'Thousand-seed weight of a fraction counted whole',
    description: 'what 1000 seeds weigh, from the mass and the seeds of all that was counted',
    source: SOURCE,
    asks: {
      massG: number().greater(0).max(1e9),
      seeds: number().integer().min(1).max(1e9),
    },
    run: ({ massG, seeds }) => {
      const thousandG = new Exact(massG).times(1000).div(seeds);
      return {
        thousandSeedWeightG: thousandG.toNumber(),
        seedsPer: seedsPer(thousandG),
        steps: [
          {
            label: 'of 1000 seeds',
            expression: `${massG} × 1000 / ${seeds}`,
            result: thousandG.toSignificantDigits(6).toString(),
            unit: 'g',
          },
        ],
      };
    },
    example: { story: 'The pure seed of a red clover, through the counter', input: { massG: 4.812, seeds: 2514 } },
  }),
];
