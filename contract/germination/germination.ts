import Joi from 'joi';
import { worded } from '../http/fieldWords.ts';
import type { PlanEvent } from '@mercato/core/germination/planTest';
import { CLASSES, perClass, type Counts, type SeedClass } from '@mercato/core/units/seedCounts';
import { END_CAUSES, type CountDaysVerdict, type EndCause } from '@mercato/core/germination/judgeCountDays';
import type { GerminationResult, TestResult } from '@mercato/core/germination/result';
import type { KindMethod } from '@mercato/core/rule-books/edition';
import { isoDate, reason, text, wholeNumber } from '../http/fields.ts';
import { lateReason } from '../http/seen.ts';
import { keyPage, keyTurn, lateActKeys, type Held, type LateAct, type LateKeys } from '../hands/hands.ts';
import type { LotBrief, SeenFrom, TestFrame, VesselView } from '../register/lots.ts';

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
  /** Why the set-up is written down so late. */
  lateReason?: string;
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
  lateReason: lateReason().optional(),
}).required();

/** Corrects the day on which a test was set up, and how long it stood cold: its day 0, from which counts are reckoned. */
export interface PlanDays {
  setUpDate: string;
  prechillDays: number;
  reason: string;
}
export const planDaysSchema = Joi.object<PlanDays>(
  worded('planDays', {
    setUpDate: isoDate('setUpDate'),
    prechillDays: wholeNumber(0, 400),
    reason: text(500, 3)
      .required()
      .messages({ 'string.empty': 'say why the days are corrected', 'string.min': 'say why the days are corrected' }),
  }),
).required();

/** How a count was made: key by key, in tens, typed, or the rest by difference. */
export const ENTRY_WAYS = ['keys', 'tens', 'typed', 'difference'] as const;
export type EntryWay = (typeof ENTRY_WAYS)[number];

export interface DishCount {
  counts: Counts;
  /** A closed count is done; the final one closes the dish. */
  closed: boolean;
  /** Whether this is the count that ends the dish. */
  final: boolean;
  /** Why the test does not end on its prescribed day. */
  cause?: EndCause | null;
  entry: EntryWay;
  /** Corrects the day on which it was seen; else the day of the address. */
  seenOn?: string;
  /** Why it is written down so late. */
  lateReason?: string;
  reason?: string;
}

export const dishCountSchema = Joi.object<DishCount, true>({
  counts: Joi.object<Counts, true>(perClass(() => wholeNumber(0, 100))).required(),
  closed: Joi.boolean().required(),
  final: Joi.boolean().required(),
  cause: Joi.string()
    .valid(...END_CAUSES)
    .allow(null)
    .when('final', {
      not: true,
      then: Joi.forbidden().messages({ 'any.unknown': 'only the final count ends a test' }),
    })
    .optional(),
  entry: Joi.string()
    .valid(...ENTRY_WAYS)
    .required(),
  seenOn: isoDate('the day').optional(),
  lateReason: lateReason().optional(),
  reason: reason(),
}).required();

/** One key press; negative seeds take one back. */
export interface TallyKey {
  sequence: number;
  dishId: string;
  /** The day of the test on which it was pressed. */
  day: number;
  seedClass: SeedClass;
  seeds: number;
  /** Of the dish, as the page knew it. */
  turn: number;
}
export interface TallyBatch {
  session: string;
  /** The page on which they were pressed; the session where it is not said. */
  page?: string;
  keys: TallyKey[];
}

export const tallyBatchSchema = Joi.object<TallyBatch, true>({
  session: Joi.string().guid().required(),
  page: keyPage(),
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
        turn: keyTurn(),
      }),
    )
    .min(1)
    .max(500)
    .required(),
}).required();

/** Late keys of one dish, of one count day. */
export interface DishLateAct extends LateAct {
  day: number;
}
export const dishLateActSchema = Joi.object<DishLateAct, true>({
  ...lateActKeys,
  day: wholeNumber(0, 800),
}).required();

export interface CountView {
  /** Its address: the day of the test on which it was first said to be seen. */
  key: number;
  /** The day of the test on which it was seen. */
  day: number;
  seenOn: string;
  seenFrom: SeenFrom;
  counts: Counts;
  closed: boolean;
  final: boolean;
  cause: EndCause | null;
  by: string;
  at: string;
  /** What stood before, the last first; `supersededBecause` is null where counting only went on. */
  earlier: { counts: Counts; by: string; at: string; seenOn: string; supersededBecause: string | null }[];
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
  held: Held;
  late: (LateKeys & { day: number })[];
}

export interface GerminationTest extends TestFrame {
  plan: GerminationPlan;
  calendar: readonly PlanEvent[];
  dishes: DishView[];
  /** The day on which its seed came into germination conditions. */
  dayZero: string;
  result: TestResult;
  /** Whether it was counted on days that the book permits; null until all dishes are closed. */
  days: CountDaysVerdict | null;
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
