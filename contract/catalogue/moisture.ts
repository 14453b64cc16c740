import Joi from 'joi';
import { judgeOvenDuplicate, lossStep, ovenMoisture, type OvenWeighing } from '@mercato/core/moisture/ovenMoisture';
import { dryToWet, massAtMoisture, preDriedMoisture, priceAtMoisture, wetToDry } from '@mercato/core/moisture/bases';
import { byCalibration, type Degree, fitCalibration, type Pair } from '@mercato/core/moisture/calibration';
import { ArgumentFault } from '@mercato/core/units/argument';
import { Exact } from '@mercato/core/units/mass';
import { type BodyOf, listOf, objectOf } from '../http/body.ts';
import { define } from './calculation.ts';
import { confidence, massG, number, percent } from './inputs.ts';

const wet = () => number().min(0).less(100);

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
      judgeOvenDuplicate(exact(input.first), exact(input.second), () =>
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
  define({
    id: 'moisture.wet-to-dry',
    title: 'Wet basis to dry basis',
    description: 'moisture of the dry mass, from that of the wet mass, which seed tests give',
    source: 'arithmetic, 100 w / (100 − w)',
    asks: { wetBasisPercent: number().min(0).less(100) },
    run: ({ wetBasisPercent }) => ({ dryBasisPercent: wetToDry(wetBasisPercent) }),
    example: { story: 'Wheat of 12 %', input: { wetBasisPercent: 12 } },
  }),
  define({
    id: 'moisture.dry-to-wet',
    title: 'Dry basis to wet basis',
    description: 'moisture of the wet mass, from that of the dry mass, which drying tables give',
    source: 'arithmetic, 100 d / (100 + d)',
    asks: { dryBasisPercent: number().min(0).max(1e6) },
    run: ({ dryBasisPercent }) => ({ wetBasisPercent: dryToWet(dryBasisPercent) }),
    example: { story: 'A table that gives 16.3 % of the dry mass', input: { dryBasisPercent: 16.3 } },
  }),
  define({
    id: 'moisture.pre-dried',
    title: 'Moisture in two steps',
    description: 'moisture of damp seed that was dried whole first, then ground and dried in the oven',
    source: 'ISTA, moisture, pre-drying (from memory): S₁ + S₂ − S₁ S₂ / 100',
    asks: { stage1Percent: percent(), stage2Percent: percent() },
    run: ({ stage1Percent, stage2Percent }) => ({ moisturePercent: preDriedMoisture(stage1Percent, stage2Percent) }),
    example: { story: 'Damp maize', input: { stage1Percent: 18.4, stage2Percent: 9.7 } },
  }),
  define({
    id: 'moisture.drying-target',
    title: 'Mass at another moisture',
    description: 'what seed weighs at another moisture, and the water that has to leave for it, or come in',
    source: 'dry matter stays, W₂ = W₁ (100 − M₁) / (100 − M₂)',
    asks: { massKg: number().greater(0).max(1e9), fromPercent: wet(), toPercent: wet() },
    run: ({ massKg, fromPercent, toPercent }) => massAtMoisture(massKg, fromPercent, toPercent),
    example: { story: 'A tonne of damp beans', input: { massKg: 1000, fromPercent: 18, toPercent: 12 } },
  }),
  define({
    id: 'moisture.price',
    title: 'Price at a standard moisture',
    description: 'what a kilogram is worth at its own moisture, where a price is named at a standard one',
    source: 'dry matter: water is not paid for',
    asks: { pricePerKg: number().min(0).max(1e6), standardPercent: wet(), percent: wet() },
    run: (input) => ({ pricePerKg: priceAtMoisture(input.pricePerKg, input.standardPercent, input.percent) }),
    example: { story: 'Wheat priced at 14 %', input: { pricePerKg: 0.32, standardPercent: 14, percent: 16.5 } },
  }),
  define({
    id: 'moisture.meter-calibration',
    title: 'Calibration of a moisture meter',
    description:
      'what a meter reading means, by pairs of readings and oven results, with the interval for one more result',
    source: 'ordinary least squares, as R lm() and predict(interval = "prediction")',
    asks: {
      meterPercent: listOf(percent(), 3, 1000),
      ovenPercent: listOf(percent(), 3, 1000),
      degree: number().valid(1, 2),
      readingPercent: percent(),
      confidence: confidence(),
    },
    check: ({ meterPercent, ovenPercent }) =>
      meterPercent.length === ovenPercent.length
        ? null
        : {
            path: 'ovenPercent',
            message: `ovenPercent must have as many figures as meterPercent (${meterPercent.length}), got ${ovenPercent.length}`,
          },
    run: ({ meterPercent, ovenPercent, degree, readingPercent, confidence: sure }) => {
      const pairs = meterPercent.map((one, i) => ({ meterPercent: one, ovenPercent: ovenPercent[i] ?? Number.NaN }));
      const fit = fitted(pairs, degree === 2 ? 2 : 1);
      const { coefficients, residualSd, rSquared, farOff } = fit;
      return {
        coefficients,
        residualSd,
        rSquared,
        ...byCalibration(fit, readingPercent, sure),
        // Numbered as they were written, from 1.
        farOff: farOff.map((one) => one + 1),
      };
    },
    example: {
      story: 'Seven tins of red clover beside the meter',
      input: {
        meterPercent: [10.2, 8.8, 14, 14.4, 17.2, 15.9, 8],
        ovenPercent: [11.02, 9.44, 15.16, 15.32, 18.27, 16.77, 8.77],
        degree: 1,
        readingPercent: 13.9,
        confidence: 0.95,
      },
    },
  }),
];

/** Refusals of pairs, at the readings. */
function fitted(pairs: readonly Pair[], degree: Degree) {
  try {
    return fitCalibration(pairs, degree);
  } catch (error) {
    if (error instanceof ArgumentFault && error.field === 'pairs') throw new ArgumentFault('meterPercent', error.says);
    throw error;
  }
}
