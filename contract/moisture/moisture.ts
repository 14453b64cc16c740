import Joi from 'joi';
import type { OvenDeviation, OvenResult } from '@mercato/core/moisture/ovenCourse';
import type { MeterResult } from '@mercato/core/moisture/meter';
import type { MoistureMethod } from '@mercato/core/rule-books/edition';
import { weighedOnSchema } from '../devices/balances.ts';
import { form, objectOf, oneOf, optional, type ValueOf } from '../http/body.ts';
import { decimalText, reason, text } from '../http/fields.ts';
import { seenKeys } from '../http/seen.ts';
import { typed } from '../http/typed.ts';
import type { Voided } from '../register/worked.ts';
import type { FieldView, LotBrief, TestFrame, VesselView } from '../register/lots.ts';

export interface OvenTexts {
  container: string;
  withSeed: string;
  dried?: string;
}

/** Two containers; `dried` is absent while the oven is on. */
export type MoistureWeighings = ValueOf<typeof moistureWeighingsSchema>;

const oven = () =>
  Joi.object<OvenTexts, true>({
    container: decimalText('the empty container'),
    withSeed: decimalText('the container with seed'),
    dried: decimalText('the dried container').optional(),
  }).required();

export const moistureWeighingsSchema = form('moistureWeighings', {
  first: oven(),
  second: oven(),
  /** By field: `first.container`. */
  weighedOn: optional(weighedOnSchema),
  ...seenKeys,
  reason: optional(reason()),
});

const predried = () =>
  Joi.object<Required<OvenTexts>, true>({
    container: decimalText('the empty container'),
    withSeed: decimalText('the container with seed'),
    dried: decimalText('the container after it was dried whole'),
  }).required();
const instant = () => Joi.string().isoDate();
const figure = (least: number, most: number) => optional(typed.number().min(least).max(most));

/** What an oven that is heard was like while the seed stood in it, by its own log. */
export const ovenHeardSchema = () =>
  objectOf({
    /** Which one; a file of lots names none. */
    device: optional(Joi.string().guid()),
    /** What it showed when its time began. */
    ovenC: figure(-10, 400),
    coldestC: figure(-10, 400),
    warmestC: figure(-10, 400),
    outsideMinutes: figure(0, 100_000),
    opened: figure(0, 10_000),
  });

/** How the oven is worked; what is left out is not known yet, and stays as it was written. */
export type OvenWork = ValueOf<typeof ovenWorkSchema>;
export const ovenWorkSchema = form('ovenWork', {
  sealed: optional(oneOf(['yes', 'no'])),
  /** What the oven is called. */
  oven: optional(text(40)),
  diameterCm: figure(1, 30),
  groundMinutes: figure(0, 120),
  exposedSeconds: figure(0, 36_000),
  ovenC: figure(20, 250),
  /** The instant at which the oven was back at its temperature, and at which the containers were taken out. */
  backAt: optional(instant()),
  outAt: optional(instant()),
  cooledMinutes: figure(0, 10_000),
  /** What the oven told by itself. */
  heard: optional(ovenHeardSchema()),
  /** Dried whole first: both containers, g. */
  predried: optional(objectOf({ first: predried(), second: predried() })),
  /** By field: `predried.first.container`. */
  weighedOn: optional(weighedOnSchema),
  ...seenKeys,
  reason: optional(reason()),
});

export const newMoistureTestSchema = objectOf({
  vesselId: Joi.string().guid().required(),
  method: text(120).required().messages({ 'string.empty': 'say how it is dried' }),
  /** The meter that reads it, instead of an oven. */
  meter: optional(Joi.string().guid()),
});

/** What the clocks of the book ask of a test whose containers are in the oven or cool; instants, ISO. */
export type OvenClock =
  { is: 'in-oven'; outFrom: string; outAt: string; outUntil: string } | { is: 'cools'; from: string; until: string };

export interface MoistureTest extends TestFrame {
  method: string;
  fields: Record<string, FieldView>;
  result: OvenResult | null;
  /** What is made otherwise than the book asks, as far as it shows before both containers are dried. */
  early: readonly OvenDeviation[];
  /** What was done to the lot after its sample was drawn: then it says nothing of the lot. */
  voided: Voided | null;
  /** Where the containers are, by the clocks of the book. */
  clock: OvenClock | null;
  /** Temperatures that the oven may have, °C; null where the book says nothing. */
  band: { least: number; most: number } | null;
  /** What a meter says of it; null where it is dried in an oven. */
  meter: {
    id: string;
    name: string;
    /** Where it is heard. */ device: string | null;
    result: MeterResult | null;
  } | null;
}

export interface MoistureView {
  lot: LotBrief;
  method: MoistureMethod | null;
  waiting: VesselView[];
  tests: MoistureTest[];
}
