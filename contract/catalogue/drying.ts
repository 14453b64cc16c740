import Joi from 'joi';
import { binDrying } from '@mercato/core/drying/binDrying';
import { airOfKind, bestOf, isothermKinds, type KindIsotherm, moistureOfKind } from '@mercato/core/drying/isotherms';
import { type Desiccant, gelNeeded, overGel } from '@mercato/core/drying/overGel';
import { type SeedWater, waterOfKind } from '@mercato/core/drying/seedWater';
import { thinLayer } from '@mercato/core/drying/thinLayer';
import { define, NoResult, type ShippedBooks } from './calculation.ts';
import { number } from './inputs.ts';

const humidity = () => number().greater(0).less(100);
const degreesC = () => number().greater(-50).max(80);
const kindName = () => Joi.string().max(80).required();
const wetBetween = () => number().greater(0).less(100);
const roomAir = () => ({ temperatureC: number().greater(-10).max(60), airPercent: humidity() });
const ratePerHour = () => number().greater(0).max(10);
const shutUp = () => ({
  kind: kindName(),
  desiccant: Joi.string().max(40).required(),
  massG: number().greater(0).max(1e9),
  moisturePercent: wetBetween(),
  holdsPercent: number().min(0).max(100),
  temperatureC: degreesC(),
});

const GEL_SOURCE =
  'conservation of water; isotherms of both, from memory; makers of desiccants differ; SciPy 1.17.1 brentq';

/** Moisture in balance with air, and what dries it. */
export const dryingCalculations = [
  define({
    id: 'moisture.of-kind-in-air',
    title: 'How dry a kind gets in a room',
    description: 'moisture of a kind in balance with air, by every set of constants that is published for it',
    source: 'ASAE/ASABE D245 and others, from memory, as each set says; trust it from 20 to 90 % humidity, 5 to 50 °C',
    asks: { kind: Joi.string().max(80).required(), humidityPercent: humidity(), temperatureC: degreesC() },
    run: ({ kind, humidityPercent, temperatureC }, { isotherms }) =>
      known(isotherms, kind, (name) => moistureOfKind(isotherms, name, humidityPercent / 100, temperatureC)),
    example: {
      story: 'Oats in air of 60 % at 20 °C',
      input: { kind: 'oats', humidityPercent: 60, temperatureC: 20 },
    },
  }),
  define({
    id: 'moisture.air-of-kind',
    title: 'What air keeps a kind so dry',
    description: 'humidity that a cabinet must hold for a kind to come to a moisture',
    source: 'ASAE/ASABE D245 and others, from memory, as each set says; trust it from 20 to 90 % humidity, 5 to 50 °C',
    asks: {
      kind: Joi.string().max(80).required(),
      wetBasisPercent: number().greater(0).less(100),
      temperatureC: degreesC(),
    },
    run: ({ kind, wetBasisPercent, temperatureC }, { isotherms }) => {
      const air = known(isotherms, kind, (name) => airOfKind(isotherms, name, wetBasisPercent, temperatureC));
      return {
        humidityPercent: 100 * air.best,
        lowestPercent: 100 * air.lowest,
        highestPercent: 100 * air.highest,
      };
    },
    example: { story: 'Soybean of 9 % at 15 °C', input: { kind: 'soybean', wetBasisPercent: 9, temperatureC: 15 } },
  }),
  define({
    id: 'moisture.gel-needed',
    title: 'Gel to dry seed to a moisture',
    description: 'how much desiccant brings a kind down to a moisture, by what it holds in the air of seed so dry',
    source: GEL_SOURCE,
    asks: { ...shutUp(), targetPercent: wetBetween() },
    run: ({ kind, desiccant, targetPercent, temperatureC: airC, ...shut }, books) =>
      gelNeeded(waterOf(books, kind), gelOf(books, desiccant), { ...shut, airC }, targetPercent),
    example: {
      story: '200 g of beans from 12 to 7 %, over dry silica gel',
      input: {
        kind: 'bean, edible',
        desiccant: 'silica gel',
        massG: 200,
        moisturePercent: 12,
        targetPercent: 7,
        holdsPercent: 1,
        temperatureC: 20,
      },
    },
  }),
  define({
    id: 'moisture.over-gel',
    title: 'Seed and gel in one jar',
    description: 'what seed comes to over so much desiccant: both end in balance with the same air',
    source: GEL_SOURCE,
    asks: { ...shutUp(), gelG: number().greater(0).max(1e9) },
    run: ({ kind, desiccant, gelG, temperatureC: airC, ...shut }, books) =>
      overGel(waterOf(books, kind), gelOf(books, desiccant), { ...shut, airC }, gelG),
    example: {
      story: '100 g of wheat of 12 % and 50 g of dry silica gel',
      input: {
        kind: 'wheat, hard',
        desiccant: 'silica gel',
        massG: 100,
        moisturePercent: 12,
        holdsPercent: 0,
        temperatureC: 20,
        gelG: 50,
      },
    },
  }),
  define({
    id: 'moisture.thin-layer',
    title: 'How long a thin layer dries',
    description:
      'hours until a few exposed centimetres come to a moisture in steady air; damper seed is conditioned up',
    source: 'Lewis (1921), (M − Mₑ) / (M₀ − Mₑ) = e^(−kt), dry basis; the balance as each set of constants says',
    asks: { kind: kindName(), fromPercent: wetBetween(), toPercent: wetBetween(), ...roomAir(), rate: ratePerHour() },
    run: ({ kind, fromPercent, toPercent, rate, airPercent, temperatureC: airC }, books) =>
      thinLayer(waterOf(books, kind), fromPercent, toPercent, { airC, airPercent }, rate),
    example: {
      story: 'Wheat from 18 to 13 % in air of 25 °C and 50 %',
      input: { kind: 'wheat, hard', fromPercent: 18, toPercent: 13, temperatureC: 25, airPercent: 50, rate: 0.3 },
    },
  }),
  define({
    id: 'moisture.deep-bin',
    title: 'How long a bin dries',
    description:
      'a bin dries by a front: when its mean and when its top come to a moisture, by the air that goes through',
    source:
      'near-equilibrium simulation of deep beds (Thompson, Peart & Foster 1968, from memory); SciPy 1.17.1 brentq',
    asks: {
      kind: kindName(),
      massKg: number().greater(0).max(1e7),
      moisturePercent: number().greater(0).less(60),
      targetPercent: number().greater(0).less(60),
      ...roomAir(),
      airM3h: number().greater(0).max(1e7),
      rate: ratePerHour(),
    },
    run: ({ kind, temperatureC: airC, ...bin }, books) => {
      const { course: _course, ...found } = binDrying(waterOf(books, kind), { ...bin, airC });
      return found;
    },
    example: {
      story: 'A tonne of wheat from 18 to 13 %, 500 m³ of air an hour',
      input: {
        kind: 'wheat, hard',
        massKg: 1000,
        moisturePercent: 18,
        targetPercent: 13,
        temperatureC: 25,
        airPercent: 50,
        airM3h: 500,
        rate: 0.3,
      },
    },
  }),
];

/** The best set of constants of a kind. */
const waterOf = ({ isotherms }: ShippedBooks, kind: string): SeedWater =>
  waterOfKind(known(isotherms, kind, (name) => bestOf(isotherms, name)));

function gelOf({ desiccants }: ShippedBooks, name: string): Desiccant {
  const found = desiccants.find((one) => one.name === name);
  if (!found)
    throw new NoResult('desiccant', `desiccant must be one of: ${desiccants.map((one) => one.name).join('; ')}`);
  return found;
}

/** What a kind's constants say; a kind is named as its list names it, or by the beginning of that. */
function known<R>(all: readonly KindIsotherm[], kind: string, ask: (name: string) => R | null): R {
  const names = isothermKinds(all);
  const typed = kind.trim().toLowerCase();
  const name =
    names.find((one) => one.toLowerCase() === typed) ?? names.find((one) => one.toLowerCase().startsWith(typed));
  const found = typed === '' || name === undefined ? null : ask(name);
  if (found === null) throw new NoResult('kind', `kind must be one that has constants: ${names.join('; ')}`);
  return found;
}
