import Joi from 'joi';
import type { PlanEvent } from '@mercato/core/germination/planTest';
import { CLASSES, type Counts, type SeedClass } from '@mercato/core/units/seedCounts';
import type { GerminationResult, TestResult } from '@mercato/core/germination/result';
import type { KindMethod } from '@mercato/core/rule-books/edition';
import { isoDate, reason, text, wholeNumber } from '../http/fields.ts';
import type { LotBrief, TestFrame, VesselView } from '../register/lots.ts';

export interface GerminationPlan {
  substrate: string;
  temperature: string;
  treatment: string;
  setUpDate: string;
  prechillDays: number;
  firstCountDay: number;
  finalCountDay: number;
  dishes: number;
  seedsPerDish: 100 | 50 | 25;
  place: string;
}

export interface NewGerminationTest extends GerminationPlan {
  vesselId: string;
}

export const newGerminationTestSchema = Joi.object<NewGerminationTest, true>({
  vesselId: Joi.string().guid().required(),
  substrate: text(60).required().messages({ 'string.empty': 'choose a substrate' }),
  temperature: text(60).required().messages({ 'string.empty': 'choose a temperature' }),
  treatment: text(200, 0).required(),
  setUpDate: isoDate('setUpDate'),
  prechillDays: wholeNumber(0, 400),
  firstCountDay: wholeNumber(1, 400),
  finalCountDay: wholeNumber(1, 400)
    .min(Joi.ref('firstCountDay'))
    .messages({ 'number.min': 'the final count cannot come before the first' }),
  dishes: wholeNumber(1, 16),
  seedsPerDish: Joi.number().valid(25, 50, 100).required(),
  place: text(80, 0).required(),
}).required();

/** How a count was made: key by key, in tens, typed, or the rest by difference. */
export const ENTRY_WAYS = ['keys', 'tens', 'typed', 'difference'] as const;
export type EntryWay = (typeof ENTRY_WAYS)[number];

export interface DishCount {
  counts: Counts;
  /** A closed count is done; at the final count it closes the dish. */
  closed: boolean;
  entry: EntryWay;
  reason?: string;
}

export const dishCountSchema = Joi.object<DishCount, true>({
  counts: Joi.object<Counts, true>({
    normal: wholeNumber(0, 100),
    abnormal: wholeNumber(0, 100),
    hard: wholeNumber(0, 100),
    fresh: wholeNumber(0, 100),
    dead: wholeNumber(0, 100),
  }).required(),
  closed: Joi.boolean().required(),
  entry: Joi.string()
    .valid(...ENTRY_WAYS)
    .required(),
  reason: reason(),
}).required();

/** One key press; negative seeds take one back. */
export interface TallyKey {
  sequence: number;
  dishId: string;
  day: number;
  seedClass: SeedClass;
  seeds: number;
}
export interface TallyBatch {
  session: string;
  keys: TallyKey[];
}

export const tallyBatchSchema = Joi.object<TallyBatch, true>({
  session: Joi.string().guid().required(),
  keys: Joi.array()
    .items(
      Joi.object<TallyKey, true>({
        sequence: wholeNumber(0, 2_000_000_000),
        dishId: Joi.string().guid().required(),
        day: wholeNumber(0, 800),
        seedClass: Joi.string()
          .valid(...CLASSES)
          .required(),
        seeds: wholeNumber(-100, 100),
      }),
    )
    .min(1)
    .max(500)
    .required(),
}).required();

export interface CountView {
  day: number;
  counts: Counts;
  closed: boolean;
  by: string;
  at: string;
  earlier: { counts: Counts; by: string; at: string; supersededBecause: string }[];
}

export interface DishView {
  id: string;
  number: number;
  code: string;
  seeds: number;
  version: number;
  closed: boolean;
  /** Sum over all count days. */
  total: Counts;
  days: CountView[];
  /** Keys pressed at counts that are not closed yet, summed. */
  tallies: { day: number; counts: Counts }[];
}

export interface GerminationTest extends TestFrame {
  plan: GerminationPlan;
  calendar: readonly PlanEvent[];
  dishes: DishView[];
  result: TestResult;
}

export interface GerminationView {
  lot: LotBrief;
  method: KindMethod | null;
  /** Figures that the rule book lacks before a test can be planned. */
  missing: readonly string[];
  temperatureBandC: number;
  waiting: VesselView[];
  tests: GerminationTest[];
  combined: GerminationResult;
  today: string;
}
