import Joi from 'joi';
import { nearestOf } from '@mercato/core/cleaning/figures';
import { gainPerKg, seedsToSee } from '@mercato/core/cleaning/pay';
import { screenShare } from '@mercato/core/cleaning/screen';
import { defectsPer400 } from '@mercato/core/cleaning/sorting';
import { terminalVelocity } from '@mercato/core/cleaning/terminalVelocity';
import { expectedBags, settle, testWeightKgHl, tradeBushels } from '@mercato/core/cleaning/trade';
import { optional } from '../http/body.ts';
import { define, NoResult } from './calculation.ts';
import { count, number } from './inputs.ts';

const mm = () => number().greater(0).max(1000);

export const cleaningCalculations = [
  define({
    id: 'cleaning.bushels',
    title: 'Bushels of trade',
    description: 'pounds and kilograms of trade bushels of a kind: a unit of mass, not of room',
    source: 'US trade units, pounds in a bushel by kind, from memory; 1 lb = 0.45359237 kg',
    asks: { kind: Joi.string().max(80).required(), bushels: number().min(0).max(1e9) },
    run: ({ kind, bushels }, { shed }) => {
      const named = shed.bushels.find((one) => one.kind.toLowerCase().startsWith(kind.trim().toLowerCase()));
      const found = kind.trim() === '' ? undefined : (named ?? nearestOf(shed.bushels, kind.trim(), ''));
      if (!found)
        throw new NoResult(
          'kind',
          `kind must be one that has a trade bushel: ${shed.bushels.map((one) => one.kind).join(', ')}`,
        );
      return { ...tradeBushels(bushels, found.pounds.value), poundsPerBushel: found.pounds.value };
    },
    example: { story: 'Forty bushels of wheat, a tote', input: { kind: 'wheat', bushels: 40 } },
  }),
  define({
    id: 'cleaning.test-weight',
    title: 'Test weight',
    description: 'pounds in a measured bushel, a quality, as kilograms in a hectolitre',
    source: 'a US bushel is 2 150.42 cubic inches; 1 lb = 0.45359237 kg',
    asks: { poundsPerBushel: number().greater(0).max(200) },
    run: ({ poundsPerBushel }) => ({ kgPerHl: testWeightKgHl(poundsPerBushel) }),
    example: { story: 'Wheat of 60 lb', input: { poundsPerBushel: 60 } },
  }),
  define({
    id: 'cleaning.screen-share',
    title: 'What a screen lets through',
    description: 'share of seed, by number, that is smaller than a hole in the end',
    source: 'Φ((opening − mean) / sd), sizes taken as normal; R 4.2.2 pnorm',
    asks: { meanMm: mm(), sdMm: mm(), openingMm: mm() },
    run: ({ meanMm, sdMm, openingMm }) => screenShare(meanMm, sdMm, openingMm),
    example: { story: 'Dill on a hole of 1/16 inch', input: { meanMm: 2, sdMm: 0.25, openingMm: 1.59 } },
  }),
  define({
    id: 'cleaning.terminal-velocity',
    title: 'Air that carries a seed',
    description: 'speed of rising air that just carries a seed, from its size and density',
    source: 'drag by sphericity, Haider & Levenspiel (1989), constants from memory',
    asks: {
      lengthMm: number().greater(0).max(100),
      widthMm: number().greater(0).max(100),
      thicknessMm: number().greater(0).max(100),
      densityGCm3: number().greater(0).max(3),
      shapeFactor: number().greater(0).max(2),
    },
    run: ({ densityGCm3, shapeFactor, ...size }) => terminalVelocity(size, densityGCm3, shapeFactor),
    example: {
      story: 'Field dodder',
      input: { lengthMm: 1.2, widthMm: 1.05, thicknessMm: 0.9, densityGCm3: 1.2, shapeFactor: 0.98 },
    },
  }),
  define({
    id: 'cleaning.settlement',
    title: 'What a load is paid for',
    description: 'dockage and water of a load, its trade bushels, and what they pay',
    source: 'common practice, no source; shrink by dry matter, W₂ = W₁ (100 − M₁) / (100 − M₂)',
    asks: {
      grossKg: number().greater(0).max(1e7),
      dockagePercent: number().min(0).max(100),
      moisturePercent: optional(Joi.number().min(0).less(100)),
      baseMoisturePercent: optional(Joi.number().min(0).less(100)),
      poundsPerBushel: optional(Joi.number().greater(0).max(200)),
      pricePerBushel: optional(Joi.number().min(0).max(1e6)),
      pricePerKg: optional(Joi.number().min(0).max(1e6)),
      feePerKg: number().min(0).max(1e6),
    },
    run: ({
      moisturePercent = null,
      baseMoisturePercent = null,
      poundsPerBushel = null,
      pricePerBushel = null,
      pricePerKg = null,
      ...load
    }) => settle({ ...load, moisturePercent, baseMoisturePercent, poundsPerBushel, pricePerBushel, pricePerKg }),
    example: {
      story: 'Ten tonnes of damp wheat',
      input: {
        grossKg: 10_000,
        dockagePercent: 2,
        moisturePercent: 16,
        baseMoisturePercent: 14,
        poundsPerBushel: 60,
        pricePerBushel: 6,
        feePerKg: 0.01,
      },
    },
  }),
  define({
    id: 'cleaning.expected-bags',
    title: 'Bags to expect of a load',
    description: 'clean seed and bags to expect of a load, and the area that they sow',
    source: 'arithmetic; about a tenth of a cereal leaves as screenings (common practice, no source)',
    asks: {
      loadKg: number().greater(0).max(1e7),
      screeningsPercent: number().min(0).max(100),
      bagKg: number().greater(0).max(1e5),
      rateKgHa: optional(Joi.number().greater(0).max(10_000)),
    },
    run: ({ loadKg, screeningsPercent, bagKg, rateKgHa = null }) =>
      expectedBags(loadKg, screeningsPercent, bagKg, rateKgHa),
    example: {
      story: 'A truckload of oats, in totes',
      input: { loadKg: 12_000, screeningsPercent: 10, bagKg: 580, rateKgHa: 140 },
    },
  }),
  define({
    id: 'cleaning.break-even',
    title: 'Does a pass that loses so much pay?',
    description: 'gain for a kg that goes in, from what is lost and the prices before and after',
    source: '(1 − x) p₁ + x pₛ − c − p₀, derived',
    asks: {
      lostPercent: number().min(0).max(100),
      priceBefore: number().min(0).max(1e6),
      priceAfter: number().min(0).max(1e6),
      priceLost: number().min(0).max(1e6),
      costPerKg: number().min(0).max(1e6),
    },
    run: ({ lostPercent, priceBefore, priceAfter, priceLost, costPerKg }) => {
      const gain = gainPerKg(lostPercent / 100, priceBefore, priceAfter, priceLost, costPerKg);
      return { gainPerKg: gain, pays: gain > 0 };
    },
    example: {
      story: 'A tenth lost for a better grade',
      input: { lostPercent: 10, priceBefore: 0.9, priceAfter: 1.1, priceLost: 0.15, costPerKg: 0.03 },
    },
  }),
  define({
    id: 'cleaning.seeds-to-see',
    title: 'Seeds to tell two shares apart',
    description: 'seeds in each of two tests to see one share beside another, with 5 % chance of error',
    source: 'normal approximation of two proportions, as R 4.2.2 power.prop.test',
    asks: {
      onePercent: number().greater(0).less(100),
      otherPercent: number()
        .greater(0)
        .less(100)
        .invalid(Joi.ref('onePercent'))
        .messages({ 'any.invalid': 'otherPercent must differ from the first share' }),
      power: number().min(0.5).max(0.999),
    },
    run: ({ onePercent, otherPercent, power }) => ({ seeds: seedsToSee(onePercent, otherPercent, power) }),
    example: { story: 'Is 95 better than 92 %?', input: { onePercent: 92, otherPercent: 95, power: 0.8 } },
  }),
  define({
    id: 'cleaning.defects',
    title: 'Defects in 400 seeds',
    description: 'spotted, discoloured or bored seed in 400, with what the count leaves open',
    source: 'Clopper & Pearson (1934), exact limits at 95 %',
    asks: { defects: count(), of: number().integer().min(1).max(1e6) },
    check: ({ defects, of }) =>
      defects > of ? { path: 'defects', message: `defects must be at most ${of}, the seeds looked at` } : null,
    run: ({ defects, of }) => defectsPer400(defects, of),
    example: { story: 'Three spotted of 200', input: { defects: 3, of: 200 } },
  }),
];
