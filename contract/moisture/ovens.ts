import Joi from 'joi';
import { form, objectOf, oneOf, optional, type ValueOf } from '../http/body.ts';
import { text } from '../http/fields.ts';
import { type OvenClock, ovenHeardSchema } from './moisture.ts';

/** As many tests as go into one oven together. */
export const MOST_IN_LOAD = 60;

/** What was done with several tests at once: they came back to the oven's temperature, or were taken out. */
export type OvenLoad = ValueOf<typeof ovenLoadSchema>;
export const ovenLoadSchema = form('ovenLoad', {
  what: oneOf(['backAt', 'outAt']),
  at: Joi.string().isoDate().required(),
  /** What the oven is called; only as they go in. */
  oven: text(40, 0).required(),
  /** What the oven told by itself. */
  heard: optional(ovenHeardSchema()),
  tests: Joi.array()
    .items(
      objectOf({
        id: Joi.string().guid().required(),
        /** As it was seen. */
        version: Joi.number().integer().min(1).required(),
      }),
    )
    .min(1)
    .max(MOST_IN_LOAD)
    .unique('id')
    .required()
    .messages({ 'array.min': 'choose what goes in', 'array.max': `at most ${MOST_IN_LOAD} go in together` }),
});

export const OVEN_STAGES = ['to-go-in', 'in-oven', 'cools', 'to-weigh'] as const;
export type OvenStage = (typeof OVEN_STAGES)[number];

/** A moisture test whose containers are weighed in and not dried yet. */
export interface OvenStand {
  id: string;
  version: number;
  number: number;
  lot: { id: string; reference: string; species: string; commonName: string };
  method: string;
  /** Temperatures that the oven may have, °C; null where the book says nothing. */
  band: { least: number; most: number } | null;
  oven: string;
  stage: OvenStage;
  /** When its containers were weighed in: an oven that was warm before did not dry them yet. */
  weighedAt: string;
  backAt: string | null;
  outAt: string | null;
  /** Who pressed last; null before anybody did. */
  by: string | null;
  clock: OvenClock | null;
}

export interface OvensView {
  stands: OvenStand[];
  /** Names of ovens that are known, in the order of the alphabet. */
  ovens: string[];
}
