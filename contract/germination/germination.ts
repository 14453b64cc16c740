import Joi from 'joi';
import { type CountDaysVerdict, END_CAUSES, type EndCause } from '@mercato/core/germination/judgeCountDays';
import type { FreshSeed } from '@mercato/core/germination/freshSeed';
import type { Bench, PlanEvent } from '@mercato/core/germination/planTest';
import type { GerminationResult, TestResult } from '@mercato/core/germination/result';
import type { KindMethod } from '@mercato/core/rule-books/edition';
import { CLASSES, type Counts, perClass, type SeedClass } from '@mercato/core/units/seedCounts';
import { type Held, keyPage, keyTurn, lateActKeys, type LateKeys } from '../hands/hands.ts';
import { form, listOf, objectOf, oneOf, optional, takes, type ValueOf } from '../http/body.ts';
import { isoDate, reason, text, wholeNumber, why } from '../http/fields.ts';
import { lateReason } from '../http/seen.ts';
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

export type NewGerminationTest = ValueOf<typeof newGerminationTestSchema>;

export const newGerminationTestSchema = objectOf({
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
  seedsPerDish: takes<25 | 50 | 100>(Joi.number().valid(25, 50, 100).required()),
  place: text(80, 0).required(),
  /** Why the set-up is written down so late. */
  lateReason: optional(lateReason()),
});

/** Corrects the day on which a test was set up, and how long it stood cold: its day 0, from which counts are reckoned. */
export type PlanDays = ValueOf<typeof planDaysSchema>;
export const planDaysSchema = form('planDays', {
  setUpDate: isoDate('setUpDate'),
  prechillDays: wholeNumber(0, 400),
  reason: why('say why the days are corrected', 500),
});

/** How a count was made: key by key, in tens, typed, or the rest by difference. */
export const ENTRY_WAYS = ['keys', 'tens', 'typed', 'difference'] as const;
export type EntryWay = (typeof ENTRY_WAYS)[number];

export type DishCount = ValueOf<typeof dishCountSchema>;

export const dishCountSchema = objectOf({
  counts: Joi.object<Counts, true>(perClass(() => wholeNumber(0, 100))).required(),
  /** A closed count is done; the final one closes the dish. */
  closed: Joi.boolean().required(),
  /** Whether this is the count that ends the dish. */
  final: Joi.boolean().required(),
  /** Why the test does not end on its prescribed day. */
  cause: optional(
    takes<EndCause | null>(
      Joi.valid(...END_CAUSES, null).when('final', {
        not: true,
        then: Joi.forbidden().messages({ 'any.unknown': 'only the final count ends a test' }),
      }),
    ),
  ),
  entry: oneOf(ENTRY_WAYS),
  /** Corrects the day on which it was seen; else the day of the address. */
  seenOn: optional(isoDate('the day')),
  /** Why it is written down so late. */
  lateReason: optional(lateReason()),
  reason: optional(reason()),
});

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
export type TallyBatch = ValueOf<typeof tallyBatchSchema>;

export const tallyBatchSchema = objectOf({
  session: Joi.string().guid().required(),
  /** The page on which they were pressed; the session where it is not said. */
  page: optional(keyPage()),
  keys: listOf(
    Joi.object<TallyKey, true>({
      sequence: wholeNumber(0, 2_000_000_000),
      dishId: Joi.string().guid().required(),
      day: wholeNumber(0, 800),
      seedClass: oneOf(CLASSES),
      seeds: wholeNumber(-100, 100),
      turn: keyTurn(),
    }),
    1,
    500,
  ),
});

/** Late keys of one dish, of one count day. */
export type DishLateAct = ValueOf<typeof dishLateActSchema>;
export const dishLateActSchema = objectOf({
  ...lateActKeys,
  day: wholeNumber(0, 800),
});

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
  /** When nobody is at the bench, and by how much counts may be moved then. */
  bench: Bench;
  /** Fresh seed above its book's share, of what is reported or of the last test; null = no more than that. */
  fresh: FreshSeed | null;
  today: string;
}
