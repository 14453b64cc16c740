import Joi from 'joi';
import type { PurityAnalysis, PurityShares } from '@mercato/core/purity/analysePurity';
import { type Fraction, FRACTIONS, type FractionShare } from '@mercato/core/purity/fractions';
import type { SortingRate } from '@mercato/core/purity/handSorting';
import type { JudgedTests } from '@mercato/core/purity/judgeTests';
import type { JudgedPart, NamedPart, PartAmount } from '@mercato/core/purity/parts';
import type { ToleranceVerdict } from '@mercato/core/purity/tolerances';
import type { UnitRule } from '@mercato/core/rule-books/edition';
import { type Component, COMPONENT_NAMES } from '@mercato/core/units/components';
import type { Outcome, Verdict } from '@mercato/core/verdict/verdict';
import { weighedOnSchema } from '../devices/balances.ts';
import { form, objectOf, oneOf, optional, type ValueOf } from '../http/body.ts';
import { worded } from '../http/fieldWords.ts';
import { decimalText, isoDate, reason, text, wholeNumber } from '../http/fields.ts';
import { seenKeys } from '../http/seen.ts';
import type { FoundName } from '../names/names.ts';
import type { FieldView, LotBrief, TestFrame, VesselView } from '../register/lots.ts';
import type { PurityBlock, PuritySays } from './stands.ts';

/** Pure seeds that were looked at one by one for the cleaning shed. */
export type FractionCounts = { examined: number } & Partial<Record<Fraction, number>>;

/** Weighings in g, as read off the balance. A component that is not yet weighed is absent. */
export type PurityWeighings = ValueOf<typeof purityWeighingsSchema>;

const weighing = (label: string) => optional(decimalText(label));
const COMPONENTS = Object.keys(COMPONENT_NAMES) as Component[];

const partSchema = Joi.object<NamedPart>({
  component: Joi.string()
    .valid(...COMPONENTS.filter((one) => one !== 'pureSeed'))
    .required(),
  name: text(120).required().messages({ 'string.empty': 'name the part' }),
  amount: Joi.alternatives()
    .conditional('.kind', {
      switch: [
        { is: 'mass', then: Joi.object({ kind: Joi.valid('mass').required(), text: decimalText('the part') }) },
        { is: 'count', then: Joi.object({ kind: Joi.valid('count').required(), seeds: wholeNumber(1, 1_000_000) }) },
        { is: 'trace', then: Joi.object({ kind: Joi.valid('trace').required() }) },
      ],
      otherwise: Joi.object<PartAmount>({ kind: oneOf(['mass', 'count', 'trace']) }).unknown(),
    })
    .required(),
});

/** Items are compared before it is known that they are parts. */
const isPart = (item: unknown): item is NamedPart => typeof item === 'object' && item !== null;

export const purityWeighingsSchema = form('purityWeighings', {
  workingSample: decimalText('the working sample'),
  pureSeed: weighing('pure seed'),
  /** Multiple units, weighed apart where the book parts their mass. */
  multipleUnits: weighing('multiple units'),
  otherSeeds: weighing('other seeds'),
  otherCropSeed: weighing('other crop seed'),
  weedSeed: weighing('weed seed'),
  inertMatter: weighing('inert matter'),
  /** Named parts of components, all of them; one that stood before and is missing now is struck. */
  parts: optional(
    Joi.array()
      .items(partSchema)
      .max(200)
      .unique((a: unknown, b: unknown) => isPart(a) && isPart(b) && a.component === b.component && a.name === b.name)
      .optional()
      .messages({ 'array.unique': 'this part stands there twice' }),
  ),
  chaffiness: optional(
    form('purityWeighings.chaffiness', {
      chaffy: Joi.boolean().required(),
      why: text(300, 3)
        .required()
        .messages({ 'string.empty': 'say why it is not as usual for the kind', 'string.min': 'say why' }),
    }),
  ),
  blowing: optional(
    form('purityWeighings.blowing', {
      setting: text(120).required().messages({ 'string.empty': 'write the setting of the blower' }),
      minutes: decimalText('the time'),
    }),
  ),
  fractions: optional(
    Joi.object<FractionCounts>(
      worded('purityWeighings.fractions', {
        examined: wholeNumber(1, 1_000_000),
        ...Object.fromEntries(FRACTIONS.map((one) => [one, Joi.number().integer().min(0).max(1_000_000)])),
      }),
    ).custom((value: FractionCounts, helpers) => {
      const sum = FRACTIONS.reduce((total, one) => total + (value[one] ?? 0), 0);
      return sum > value.examined
        ? helpers.message({ custom: `the fractions add to ${sum}, but ${value.examined} seeds were looked at` })
        : value;
    }),
  ),
  /** Balances by field: a component, `workingSample`, or `part:<component>:<name>`. */
  weighedOn: optional(weighedOnSchema),
  ...seenKeys,
  reason: optional(reason()),
});

/** A stretch of parting seed by hand, clocked at the bench. */
export const sortingTimeSchema = objectOf({
  /** Mass parted in it, g. */
  mass: decimalText('the mass parted').custom((value: string, helpers) =>
    Number(value) > 0 ? value : helpers.message({ custom: 'the mass parted must be above 0' }),
  ),
  seconds: wholeNumber(1, 86_400),
});

/** How another result compares: another submitted sample or laboratory, or a label. */
export const PURITY_WAYS = ['two-way', 'one-way', 'label'] as const;
export type PurityWay = (typeof PURITY_WAYS)[number];

/** A purity result that was not made on this sample, as percents. */
export type OtherPurity = Omit<NewOtherPurity, 'corrects' | 'reason'>;
export type NewOtherPurity = ValueOf<typeof otherPuritySchema>;
export const otherPuritySchema = form('otherPurity', {
  /** Where it comes from. */
  source: text(120).required().messages({ 'string.empty': 'say where the result comes from' }),
  way: oneOf(PURITY_WAYS),
  percents: Joi.object<Partial<Record<Component, string>>>(
    Object.fromEntries(
      COMPONENTS.map((one) => [
        one,
        weighing(COMPONENT_NAMES[one]).custom((value: string, helpers) =>
          Number(value) > 100 ? helpers.message({ custom: 'a percentage is 100 at most' }) : value,
        ),
      ]),
    ),
  )
    .min(1)
    .required()
    .messages({ 'object.min': 'enter one percentage at least' }),
  /** The day of the result, where it is known. */
  on: optional(isoDate('the day')),
  /** The number of the result that this one corrects. */
  corrects: optional(Joi.number().integer().min(1).max(1000)),
  reason: optional(reason()),
});

export interface OtherPurityView extends OtherPurity {
  number: number;
  by: string;
  at: string;
  /** One for each component that both have; empty while this sample has no result. */
  verdicts: { component: Component; verdict: ToleranceVerdict }[];
  earlier: (OtherPurity & { by: string; at: string; supersededBecause: string })[];
}
export interface OtherPurities {
  others: OtherPurityView[];
}

export interface PurityTest extends TestFrame {
  portion: 'whole' | 'half';
  /** Which pair of halves it belongs to; null for a whole sample and a half that was set aside. */
  pair: number | null;
  /** Which half of the pair. */
  half: 1 | 2 | null;
  chaffy: boolean;
  fields: Record<string, FieldView>;
  parts: JudgedPart[];
  /** What its parts of other seed are called, and the species they stand for. */
  names: FoundName[];
  /** The mass weighed in against the least for the kind. */
  massVerdict: Verdict | null;
  analysis: PurityAnalysis | null;
  fractions: FractionShare[];
  /** From all clocked stretches; null without one. */
  sorting: SortingRate | null;
}

/** What is reported: one whole sample, or the mean of several tests with how they were judged. */
export interface PurityResult {
  /** Numbers of the tests that it rests on. */
  tests: number[];
  shares: PurityShares | null;
  judged: JudgedTests | null;
  parts: JudgedPart[];
  outcome: Outcome;
  /** Why the lot may not be released; none when it may. */
  blocks: PurityBlock[];
  says: PuritySays;
}

export interface PurityView {
  lot: LotBrief;
  components: readonly Component[];
  /** Least mass of a whole working sample, g. */
  leastG: number | null;
  /** What the book says of the pure seed unit of the kind. */
  unitRules: readonly UnitRule[];
  /** Percent of multiple units that counts as pure seed; null where they are not parted. */
  multipleUnitsPercent: number | null;
  /** Mass of the lot, kg. */
  lotKg: number;
  waiting: VesselView[];
  tests: PurityTest[];
  result: PurityResult | null;
}
