import Joi from 'joi';
import { worded } from '../http/fieldWords.ts';
import type { Plausible, WeightResult } from '@mercato/core/weight/thousandSeedWeight';
import { weighedOnSchema, type WeighedOn } from '../devices/balances.ts';
import { decimalText, reason, wholeNumber } from '../http/fields.ts';
import { seenKeys, type SeenOn } from '../http/seen.ts';
import type { FieldView, LotBrief, TestFrame, VesselView } from '../register/lots.ts';
import { MOST_REPLICATES } from './replicates.ts';

/** Replicates of a set number of seeds, or the whole fraction by its mass and its count. */
export interface WeightWeighings extends SeenOn {
  /** Masses of the replicates in their order, g. */
  replicates: string[];
  whole: { mass: string; seeds: number } | null;
  /** By field: `replicate:1`, `wholeMass`. */
  weighedOn?: Record<string, WeighedOn>;
  reason?: string;
}

export const weightWeighingsSchema = Joi.object<WeightWeighings, true>(
  worded('weightWeighings', {
    replicates: Joi.array().items(decimalText('the replicate').optional()).max(MOST_REPLICATES).required(),
    whole: Joi.object({ mass: decimalText('the whole fraction'), seeds: wholeNumber(1, 10_000_000) })
      .allow(null)
      .required(),
    weighedOn: weighedOnSchema,
    ...seenKeys,
    reason: reason(),
  }),
).required();

export interface NewWeightTest {
  vesselId: string;
}
export const newWeightTestSchema = Joi.object<NewWeightTest, true>({
  vesselId: Joi.string().guid().required(),
}).required();

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
