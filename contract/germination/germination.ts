import Joi from 'joi';
import { type CountDaysVerdict, END_CAUSES, type EndCause } from '@mercato/core/germination/judgeCountDays';
import type { FreshSeed } from '@mercato/core/germination/freshSeed';
import type { Bench, PlanEvent } from '@mercato/core/germination/planTest';
import type { MethodsResult, TestResult } from '@mercato/core/germination/result';
import { RETEST_REASONS, type RetestReason } from '@mercato/core/germination/retest';
import { TREATMENTS, type Treatment } from '@mercato/core/germination/treatments';
import type { KindMethod } from '@mercato/core/rule-books/edition';
import { CLASSES, type Counts, type SeedClass } from '@mercato/core/units/seedCounts';
import { type Divided, type Parts, SEED_PARTS, type SeedPart } from '@mercato/core/units/seedParts';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { type Held, keyPage, keyTurn, lateActKeys, type LateKeys } from '../hands/hands.ts';
import { form, listOf, objectOf, oneOf, optional, takes, type ValueOf } from '../http/body.ts';
import { isoDate, reason, text, wholeNumber, why } from '../http/fields.ts';
import { lateReason } from '../http/seen.ts';
import type { LotBrief, SeenFrom, TestFrame, VesselView } from '../register/lots.ts';
import type { GerminationHold } from './stands.ts';
import { countsSchema, type DeviationView, partsSchema, type RecountView, type SpoiledView } from './dishes.ts';

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
  /** So many days from one moistening to the next; 0 = none is planned. */
  moistenDays?: number;
  /** Why the sample is tested again. */
  because?: RetestReason;
  /** One of several tests that stand side by side. */
  arm?: { trial: number; treatment: Treatment; control: boolean };
  /** Shelves that its hundreds were dealt to, in their order, and by which seed. */
  dealt?: { seed: number; shelves: string[] };
  substrateBatch?: SubstrateBatch;
}
/** The batch of paper, sand or compost, with what was measured of it; figures as they were read, empty = not measured. */
export type SubstrateBatch = ValueOf<typeof substrateBatchSchema>;
const figure = (label: string) =>
  text(8, 0)
    .pattern(/^(\d{1,3}(\.\d{1,2})?)?$/)
    .required()
    .messages({
      'string.pattern.base': `${label} must be a figure such as 6.5`,
    });
const substrateBatchSchema = form('substrateBatch', {
  batch: text(60).required().messages({ 'string.empty': 'name the batch' }),
  ph: figure('pH'),
  conductivity: figure('the conductivity'),
});

export type NewGerminationTest = ValueOf<typeof newGerminationTestSchema>;

/** What tests that stand side by side share. */
const sharedKeys = {
  substrate: text(60).required().messages({ 'string.empty': 'choose a substrate' }),
  temperature: text(60).required().messages({ 'string.empty': 'choose a temperature' }),
  setUpDate: isoDate('setUpDate'),
  firstCountDay: wholeNumber(1, 400),
  finalCountDay: wholeNumber(1, 400)
    .min(Joi.ref('firstCountDay'))
    .messages({ 'number.min': 'the final count cannot come before the first' }),
  dishes: wholeNumber(1, 16),
  seedsPerDish: takes<25 | 50 | 100>(Joi.number().valid(25, 50, 100).required()),
  place: text(80, 0).required(),
  /** So many days from one moistening to the next. */
  moistenDays: optional(wholeNumber(0, 60)),
  /** Shelves to which its hundreds are dealt at random, and the seed of the deal, where it is to be repeated. */
  shelves: optional(takes<string[]>(Joi.array().items(Joi.string().guid()).min(1).max(40).unique())),
  dealSeed: optional(wholeNumber(1, 0xffffffff)),
  substrateBatch: optional(substrateBatchSchema),
  /** Why the set-up is written down so late. */
  lateReason: optional(lateReason()),
};
const armKeys = {
  vesselId: Joi.string().guid().required(),
  treatment: text(200, 0).required(),
  prechillDays: wholeNumber(0, 400),
};
export const newGerminationTestSchema = objectOf({
  ...armKeys,
  ...sharedKeys,
  because: optional(oneOf(RETEST_REASONS)),
});

/** Several tests of one lot that stand side by side: one by each treatment, or two by the same. */
export type NewTrial = ValueOf<typeof newTrialSchema>;
export const MOST_ARMS = 8;
export const newTrialSchema = objectOf({
  ...sharedKeys,
  arms: listOf(
    objectOf({
      ...armKeys,
      name: oneOf(TREATMENTS),
      /** It shows how the bench does, and is never reported. */
      control: Joi.boolean().required(),
    }),
    2,
    MOST_ARMS,
  ),
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
  counts: countsSchema(),
  /** Kinds within a class, where they are told apart. */
  parts: optional(partsSchema()),
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
  /** The kind within the class, where it was told. */
  part?: SeedPart;
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
      part: Joi.string<SeedPart>()
        .valid(...SEED_PARTS)
        .optional(),
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
  parts: Parts;
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
  /** The same of kinds within a class; one that is missing is not known. */
  parts: Parts;
  days: CountView[];
  /** Keys pressed at counts that are not closed yet, summed. */
  tallies: { day: number; counts: Counts; parts: Parts }[];
  /** It was spoiled, and says nothing of its seed. */
  spoiled: SpoiledView | null;
  recounts: RecountView[];
  photos: number;
  /** The shelf on which it stands, from the room on; empty where nobody said. */
  shelf: string[];
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
  /** Kinds within a class, of all dishes that speak; one that is missing is not known. */
  parts: Parts;
  /** When the air around its dishes lay outside what its plan allows. */
  deviations: DeviationView[];
  /** What its substrate measures against the book; null where nothing was measured, or the book says nothing. */
  substrate: Verdict | null;
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
  combined: MethodsResult;
  /** Classes whose kinds the laboratory tells apart. */
  divided: readonly Divided[];
  /** When nobody is at the bench, and by how much counts may be moved then. */
  bench: Bench;
  /** What stands against a release beside the dishes themselves, until the lead decides. */
  holds: readonly GerminationHold[];
  /** Whether seed of this family is known to be hard; null where the family is not known. */
  hardKnown: boolean | null;
  /** Fresh seed above its book's share, of what is reported or of the last test; null = no more than that. */
  fresh: FreshSeed | null;
  today: string;
}
