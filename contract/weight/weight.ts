import Joi from 'joi';
import type { Plausible, WeightResult } from '@mercato/core/weight/thousandSeedWeight';
import { weighedOnSchema } from '../devices/balances.ts';
import { form, objectOf, optional, orNull, type ValueOf } from '../http/body.ts';
import { decimalText, reason, wholeNumber } from '../http/fields.ts';
import { seenKeys } from '../http/seen.ts';
import type { FieldView, LotBrief, TestFrame, VesselView } from '../register/lots.ts';
import { MOST_REPLICATES } from './replicates.ts';

/** Replicates of a set number of seeds, or the whole fraction by its mass and its count. */
export type WeightWeighings = ValueOf<typeof weightWeighingsSchema>;

export const weightWeighingsSchema = form('weightWeighings', {
  /** Masses of the replicates in their order, g. */
  replicates: Joi.array<string[]>().items(decimalText('the replicate').optional()).max(MOST_REPLICATES).required(),
  whole: orNull(
    objectOf({
      mass: decimalText('the whole fraction'),
      seeds: wholeNumber(1, 10_000_000),
      /** Counted by a counter: pulses longer and shorter than a seed's. */
      counter: optional(
        objectOf({
          device: Joi.string().guid().required(),
          long: wholeNumber(0, 10_000_000),
          short: wholeNumber(0, 10_000_000),
        }),
      ),
      /** Counted from a picture: how many were found, and how many of them a hand put right. */
      picture: optional(objectOf({ found: wholeNumber(0, 10_000_000), handled: wholeNumber(0, 10_000_000) })),
    }),
  ),
  /** By field: `replicate:1`, `wholeMass`. */
  weighedOn: optional(weighedOnSchema),
  ...seenKeys,
  reason: optional(reason()),
});

export const newWeightTestSchema = objectOf({
  vesselId: Joi.string().guid().required(),
});

export interface WeightTest extends TestFrame {
  fields: Record<string, FieldView>;
  /** Replicates that are still asked for. */
  left: number;
  result: WeightResult | null;
  plausible: Plausible | null;
}

export interface WeightView {
  lot: LotBrief;
  /** How many replicates of how many seeds, and the most that they may spread, percent. */
  asks: { replicates: number; seeds: number; cvPercent: number };
  /** What 1000 seeds of the kind usually weigh, g. */
  usual: { low: number; high: number } | null;
  waiting: VesselView[];
  tests: WeightTest[];
}
