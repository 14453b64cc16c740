import Joi from 'joi';
import { desiccantNeeded } from '@mercato/core/drying/desiccant';
import { moistureInBalance } from '@mercato/core/drying/equilibrium';
import { fitAgeing } from '@mercato/core/storage/fitAgeing';
import { hundredRule, keepsLonger } from '@mercato/core/storage/rulesOfThumb';
import { predictViability, timeToViability } from '@mercato/core/storage/viability';
import { listOf, objectOf } from '../http/body.ts';
import { NO_CURVE } from '../storage/words.ts';
import { define, NoResult } from './calculation.ts';
import { count, number } from './inputs.ts';

const between0And100 = () => number().greater(0).less(100);
const storeC = () => number().min(-50).max(100);
const air = { moisturePercent: between0And100(), temperatureC: storeC(), Ki: number().min(-10).max(10) };
// A constant below 0 would turn the equation round: seed would keep longer for being damp or warm.
const constants = {
  KE: number().min(0).max(30),
  CW: number().min(0).max(20),
  CH: number().min(0).max(1),
  CQ: number().min(0).max(0.1),
};
const BARLEY = { KE: 9.983, CW: 5.896, CH: 0.04, CQ: 0.000428 };
const tests = (item: Joi.NumberSchema) => listOf(item, 2, 1000);
const place = () => objectOf({ moisturePercent: between0And100(), temperatureC: storeC() });

export const storageCalculations = [
  define({
    id: 'storage.predict-viability',
    title: 'Alive after a time in store',
    description: 'share of living seed after a time in constant store, by the viability equation',
    source: 'Ellis & Roberts (1980) Annals of Botany 45:13–30; R 4.2.2 pnorm',
    asks: { ...air, days: number().min(0).max(1e7), ...constants },
    run: ({ days, Ki, moisturePercent, temperatureC, ...kind }) =>
      predictViability({ moisturePercent, temperatureC }, days, Ki, kind),
    example: {
      story: 'Barley of 12 % at 20 °C, after a year',
      input: { moisturePercent: 12, temperatureC: 20, days: 365, Ki: 2.5, ...BARLEY },
    },
  }),
  define({
    id: 'storage.time-to-viability',
    title: 'How long until it has fallen',
    description: 'time in constant store until the living share has fallen to a target, by the viability equation',
    source: 'Ellis & Roberts (1980) Annals of Botany 45:13–30; R 4.2.2 qnorm',
    asks: { ...air, targetPercent: between0And100(), ...constants },
    run: ({ Ki, targetPercent, moisturePercent, temperatureC, ...kind }) =>
      timeToViability({ moisturePercent, temperatureC }, Ki, targetPercent, kind),
    example: {
      story: 'Barley of 12 % at 20 °C, down to 85 %',
      input: { moisturePercent: 12, temperatureC: 20, Ki: 2.5, targetPercent: 85, ...BARLEY },
    },
  }),
  define({
    id: 'storage.fit-ageing',
    title: 'Ageing curve from retests',
    description: 'probit line through germination tests at different ages, with the time to 50 % and to 85 %',
    source: 'maximum likelihood as in R 4.2.2 glm(binomial("probit")); errors from the expected information',
    asks: {
      days: tests(Joi.number().min(0).max(1e6).less(1e6)),
      germinated: tests(count().optional()),
      n: tests(Joi.number().integer().min(1).max(1e6)),
    },
    check: ({ days, germinated, n }) => {
      if (germinated.length !== days.length)
        return { path: 'germinated', message: `germinated must have as many entries as days (${days.length})` };
      if (n.length !== days.length)
        return { path: 'n', message: `n must have as many entries as days (${days.length})` };
      const over = germinated.findIndex((one, i) => one > (n[i] ?? 0));
      return over < 0
        ? null
        : {
            path: `germinated.${over}`,
            message: `germinated.${over} must be at most ${n[over] ?? 0}, the seeds tested`,
          };
    },
    run: ({ days, germinated, n }) => {
      const curve = fitAgeing(days.map((one, i) => ({ days: one, germinated: germinated[i] ?? 0, n: n[i] ?? 1 })));
      if ('reason' in curve) throw new NoResult('germinated', `germinated gives no curve: ${NO_CURVE[curve.reason]}`);
      return curve;
    },
    example: {
      story: 'One lot, tested seven times in two years',
      input: {
        days: [0, 90, 180, 270, 360, 540, 720],
        germinated: [190, 186, 181, 170, 158, 120, 71],
        n: [200, 200, 200, 200, 200, 200, 200],
      },
    },
  }),
  define({
    id: 'storage.hundred-rule',
    title: 'The rule of the hundred',
    description: 'degrees Fahrenheit and percent humidity of a store together, against 100',
    source: 'common practice, no source',
    asks: {
      temperatureC: number().min(-50).max(80),
      humidityPercent: number().min(0).max(100),
    },
    run: (input) => hundredRule(input.temperatureC, input.humidityPercent),
    example: { story: 'A cellar at 10 °C and 45 %', input: { temperatureC: 10, humidityPercent: 45 } },
  }),
  define({
    id: 'storage.keeps-longer',
    title: 'Drier and cooler: how much longer',
    description: 'how many times longer seed keeps when it is dried and cooled, by the rules of doubling',
    source: 'Harrington (1972), rules of thumb, from memory',
    asks: { from: place(), to: place() },
    run: ({ from, to }) => keepsLonger(from, to),
    example: {
      story: 'From a warm shelf to a refrigerator',
      input: { from: { moisturePercent: 11, temperatureC: 22 }, to: { moisturePercent: 8, temperatureC: 5 } },
    },
  }),
  define({
    id: 'storage.moisture-in-balance',
    title: 'Moisture in balance with air',
    description: 'moisture that seed comes to in air of a humidity and temperature, from its oil',
    source: 'Cromarty, Ellis & Roberts (1982), from memory; trust it from about 20 to 90 % humidity',
    asks: {
      humidityPercent: between0And100(),
      temperatureC: number().greater(-50).max(80).min(-49.9),
      oilPercent: number().min(0).less(100).max(99),
    },
    run: (input) => {
      const wet = moistureInBalance(input.humidityPercent / 100, input.temperatureC, input.oilPercent / 100);
      return { wetBasisPercent: wet, dryBasisPercent: (100 * wet) / (100 - wet) };
    },
    example: {
      story: 'Cereal in air of 50 % at 20 °C',
      input: { humidityPercent: 50, temperatureC: 20, oilPercent: 2 },
    },
  }),
  define({
    id: 'storage.desiccant',
    title: 'Desiccant to dry seed with',
    description: 'water that has to leave seed, what it weighs then, and about how much desiccant takes it up',
    source: 'dry matter stays, W₂ = W₁ (100 − M₁) / (100 − M₂); what desiccant takes up: from memory, makers differ',
    asks: {
      massG: number().greater(0).max(1e9),
      moisturePercent: number().greater(0).less(100),
      targetPercent: number().greater(0).max(Joi.ref('moisturePercent')).messages({
        'number.max':
          'targetPercent must not be above the present moisture: drying takes water out, so this seed is drier than you want already',
      }),
      uptakePercent: number().greater(0).max(100),
    },
    run: (one) => desiccantNeeded(one.massG, one.moisturePercent, one.targetPercent, one.uptakePercent / 100),
    example: {
      story: '200 g from 12 to 6 %, over silica gel',
      input: { massG: 200, moisturePercent: 12, targetPercent: 6, uptakePercent: 10 },
    },
  }),
];
