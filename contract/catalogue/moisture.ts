import Joi from 'joi';
import { judgeOvenDuplicate, lossStep, ovenMoisture, type OvenWeighing } from '@mercato/core/moisture/ovenMoisture';
import { Exact } from '@mercato/core/units/mass';
import { type BodyOf, objectOf } from '../http/body.ts';
import { define } from './calculation.ts';
import { massG, number } from './inputs.ts';

const WEIGHING = {
  containerG: massG(),
  withSeedG: number().max(1e9).greater(Joi.ref('containerG')),
  driedG: number().min(Joi.ref('containerG')).max(Joi.ref('withSeedG')),
};

const exact = (w: BodyOf<typeof WEIGHING>): OvenWeighing => ({
  containerG: new Exact(w.containerG),
  withSeedG: new Exact(w.withSeedG),
  driedG: new Exact(w.driedG),
});

const SOURCE = 'ISTA, moisture, constant-temperature oven (from memory)';

export const moistureCalculations = [
  define({
    id: 'moisture.oven',
    title: 'Moisture from one oven container',
    description: 'percent moisture, wet and dry basis, from the three weighings of one container',
    source: SOURCE,
    asks: WEIGHING,
    run: (input) => {
      const { wetBasis, dryBasis } = ovenMoisture(exact(input));
      const { containerG, withSeedG, driedG } = input;
      return {
        wetBasisPercent: wetBasis.toNumber(),
        // All water: no dry matter to set it against.
        dryBasisPercent: dryBasis?.toNumber() ?? 'Inf',
        steps: [
          {
            ...lossStep('water, of the wet mass', exact(input)),
            result: wetBasis.toDecimalPlaces(4).toString(),
            unit: '%',
          },
          {
            label: 'water, of the dry mass',
            expression: `(${withSeedG} − ${driedG}) / (${driedG} − ${containerG}) × 100`,
            result: dryBasis?.toDecimalPlaces(4).toString() ?? 'nothing dry is left',
            ...(dryBasis ? { unit: '%' } : {}),
          },
        ],
      };
    },
    example: { story: 'A tin of ground oats', input: { containerG: 21.214, withSeedG: 26.118, driedG: 25.543 } },
  }),
  define({
    id: 'moisture.oven-duplicate',
    title: 'Moisture in duplicate',
    description: 'percent moisture of two containers, their mean and whether they are in tolerance',
    source: SOURCE,
    asks: {
      first: objectOf(WEIGHING),
      second: objectOf(WEIGHING),
    },
    run: (input, books) =>
      judgeOvenDuplicate(
        exact(input.first),
        exact(input.second),
        books.ista.parameter('moisture_duplicate_limit_percent'),
      ),
    example: {
      story: 'Two tins of red clover',
      input: {
        first: { containerG: 20.105, withSeedG: 24.611, driedG: 24.256 },
        second: { containerG: 20.342, withSeedG: 24.902, driedG: 24.539 },
      },
    },
  }),
];
