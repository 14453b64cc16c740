import Joi from 'joi';
import { METHODS, type Method } from '@mercato/core/cleaning/entries';
import { SCHOOLS } from '@mercato/core/cleaning/soak';
import { form, type Keys, listOf, oneOf, orNull } from '../http/body.ts';
import { text } from '../http/fields.ts';
import { typed } from '../http/typed.ts';

const number = (least: number, most: number) => orNull(typed.number().min(least).max(most));
const words = (most = 120) => text(most, 0).required();
const choice = <const T extends string>(codes: readonly T[]) => orNull(Joi.string<T>().valid(...codes));

/** Screens one over another, from the top: "14/64 round; 2.0 slot". */
const screens = () => text(300, 1).required();

/**
 * What is set for each way of working. Everything but screens may be left out: what nobody noted is not known, and the
 * next time it is proposed as it was.
 */
export const SETTINGS = {
  rub: { on: words(), minutes: number(0, 600) },
  crush: { on: words() },
  stomp: { on: words(), minutes: number(0, 600) },
  beat: { on: words(), times: number(1, 50) },
  thresher: { drumRpm: number(0, 5000), gapMm: number(0, 100), airStep: number(0, 100) },
  debeard: { rpm: number(0, 5000), minutes: number(0, 600) },
  hull: { kind: choice(['hull', 'scarify']), pressure: words(60), times: number(1, 20) },
  'hand-screen': { screens: screens(), reverse: Joi.boolean().required() },
  roll: { on: words(), tilt: words(60) },
  spiral: { feedKgH: number(0, 1e6) },
  belt: { degrees: number(0, 90), speed: words(60) },
  shake: { on: words(), times: number(1, 100) },
  jar: { on: words() },
  winnow: {
    air: choice(['breath', 'fan', 'light-wind', 'gusts']),
    on: words(),
    fanStep: number(0, 100),
    heightCm: number(0, 500),
  },
  aspirator: { airMS: number(0, 60), airStep: number(0, 1000), feedKgH: number(0, 1e6) },
  'air-screen': {
    screens: screens(),
    airTop: number(0, 1000),
    airBottom: number(0, 1000),
    wipers: choice(['balls', 'brushes', 'none']),
    feedKgH: number(0, 1e6),
  },
  indent: { pocketMm: number(0, 50), rpm: number(0, 500), feedKgH: number(0, 1e6) },
  velvet: { degrees: number(0, 90), rpm: number(0, 1000) },
  magnetic: { powder: words(60), rpm: number(0, 1000) },
  destone: { slope: number(0, 45), air: number(0, 1000), feedKgH: number(0, 1e6) },
  gravity: {
    sideSlope: number(0, 45),
    endSlope: number(0, 45),
    air: number(0, 1000),
    stroke: number(0, 2000),
    feedKgH: number(0, 1e6),
  },
  'hand-sort': { people: number(1, 100), minutesADay: number(1, 1440), looksFor: words() },
  'colour-sort': { looksFor: words(), sensitivity: number(0, 100) },
  free: { how: choice(['peel', 'cut', 'scoop', 'mash']), blunt: Joi.boolean().required() },
  wash: { in: words(60) },
  float: { in: words(60) },
  ferment: { school: oneOf(SCHOOLS), warmthC: number(0, 60), in: words(60) },
  dry: {
    in: choice(['bin', 'tray', 'sheet', 'bunch', 'bag', 'chamber', 'refrigerator']),
    placeId: orNull(Joi.string().uuid({ separator: '-' })),
    depthCm: number(0, 1000),
    targetPercent: number(0.1, 99.9),
    airC: number(-20, 120),
  },
  treat: {
    rateSetMl: number(0.001, 1e6),
    usedMl: number(0, 1e9),
    by: words(),
    licence: words(60),
    stage: oneOf(['plant', 'dealer', 'again']),
    remainderKg: number(0, 1e7),
  },
  line: { machines: listOf(Joi.string<Method>().valid(...METHODS.filter((one) => one !== 'line')), 1, 12) },
} as const satisfies Record<Method, Keys>;

export const SETTINGS_SCHEMAS = Object.fromEntries(
  METHODS.map((method) => [method, form(`settings.${method}`, SETTINGS[method])]),
) as unknown as Readonly<Record<Method, Joi.ObjectSchema<Readonly<Record<string, unknown>>>>>;

/** Ways of working by what they part: the order in which they are offered. */
export const METHOD_GROUPS = {
  free: ['rub', 'crush', 'stomp', 'beat', 'thresher', 'debeard', 'hull'],
  size: ['hand-screen', 'indent'],
  shape: ['roll', 'spiral', 'belt'],
  air: ['winnow', 'shake', 'jar', 'aspirator'],
  both: ['air-screen', 'line'],
  weight: ['gravity', 'destone'],
  surface: ['velvet', 'magnetic'],
  eye: ['hand-sort', 'colour-sort'],
  wet: ['free', 'wash', 'float', 'ferment'],
  then: ['dry', 'treat'],
} as const satisfies Record<string, readonly Method[]>;
