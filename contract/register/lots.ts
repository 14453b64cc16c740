import Joi from 'joi';
import type { Expects } from '@mercato/core/register/expects';
import type { Treatment } from '@mercato/core/register/treatment';
import { type Book, BOOKS } from '@mercato/core/rule-books/edition';
import type { EnteredMass } from '@mercato/core/units/mass';
import type { NumberSlip } from '@mercato/core/verdict/numberSlip';
import { form, oneOf, optional, orNull, takes, type ValueOf } from '../http/body.ts';
import { mass, reason, text, why } from '../http/fields.ts';
import type { ShownStanding, StepBlocks, StepLine } from '../lot-sheet/standing.ts';
import { type Decision, DECISIONS } from './decisions.ts';
import { type RequestView, soldIn } from './request.ts';
import type { Step, TestStep } from './steps.ts';
import type { LotWork } from './worked.ts';

export type LotHeader = ValueOf<typeof lotHeaderSchema>;

const headerKeys = {
  reference: text(40)
    .required()
    .messages({ 'any.required': 'the reference is missing', 'string.empty': 'the reference is missing' }),
  species: text(120).required().messages({ 'string.empty': 'choose a kind', 'any.required': 'choose a kind' }),
  bookKind: orNull(text(120)),
  variety: text(120, 0).required(),
  harvestYear: Joi.number().integer().min(1900).max(2200).required(),
  harvestMonth: orNull(Joi.number().integer().min(1).max(12)),
  mass: mass('the mass of the lot'),
  /** 0 = a heap, bin or stream. */
  containers: Joi.number().integer().min(0).max(1e6).required(),
  containerMass: takes<EnteredMass | null>(
    Joi.alternatives().conditional('containers', {
      is: Joi.number().greater(0),
      then: mass('the mass of one container'),
      otherwise: Joi.valid(null).required(),
    }),
  ),
  origin: text(200, 0).required(),
  book: oneOf(BOOKS),
};

export const lotHeaderSchema = form('lotHeader', headerKeys);

/** A lot, and who asks for it where that is known already: what is tested is then what is usual. */
export const newLotSchema = form('lotHeader', {
  ...headerKeys,
  asked: optional(
    form('lotHeader.asked', {
      client: text(120)
        .required()
        .messages({ 'string.empty': 'say who asks: your own name where the seed is your own' }),
      soldIn: soldIn(),
    }),
  ),
});

export const lotHeaderChangeSchema = form('lotHeader', { ...headerKeys, reason: optional(reason()) });

/** A part of a lot that becomes a lot of its own. */
export interface LotPart {
  reference: string;
  mass: EnteredMass;
  containers: number;
}
export type LotDivision = ValueOf<typeof lotDivisionSchema>;
export const lotDivisionSchema = form('lotDivision', {
  parts: Joi.array()
    .items(
      Joi.object<LotPart, true>({
        reference: headerKeys.reference,
        mass: mass('the mass of the part'),
        containers: headerKeys.containers,
      }),
    )
    .min(2)
    .max(50)
    .unique('reference')
    .required()
    .messages({
      'array.min': 'a lot is divided into two parts at least',
      'array.unique': 'the reference stands there twice',
    }),
  reason: why('say why it is divided', 500),
});

/** `expired`: released, but the tag's validity has run out. `divided`: its parts are lots of their own. */
export type LotState = 'open' | 'held' | 'released' | 'expired' | 'divided';

export interface LotListRow {
  id: string;
  reference: string;
  species: string;
  commonName: string;
  mass: EnteredMass;
  state: LotState;
  standing: ShownStanding;
}

export interface LotList {
  rows: LotListRow[];
  /** Lots in the chosen state and search. */
  total: number;
  totals: Record<LotState | 'all', number>;
  page: number;
  pageSize: number;
}

export interface LotSheet {
  id: string;
  version: number;
  header: LotHeader;
  commonName: string;
  chaffy: boolean;
  edition: { id: string; name: string };
  code: string | null;
  state: LotState;
  request: RequestView | null;
  /** The lot that this one is a part of. */
  parent: { id: string; reference: string } | null;
  /** Lots that it was divided into. */
  parts: { id: string; reference: string }[];
  /** The batch of the shed that it came from. */
  batch: { id: string; number: string; expects: Expects[] } | null;
  /** What its seed was treated with. */
  treatments: Treatment[];
  /** What was done to it that changes its water. */
  worked: LotWork[];
  /** Why it would be held if it were judged today, though it stands released. */
  wouldHold: StepBlocks[];
  /** What stands in its head, of each step that has a figure: as it is reported, null while there is none. */
  figures: { step: Step; figure: string | null }[];
  steps: StepLine[];
  /** The working behind the figures of each step. */
  working: Readonly<Record<Step, readonly NumberSlip[]>>;
  decisions: DecisionView[];
  revisions: { version: number; header: LotHeader; by: string; at: string; reason: string | null }[];
}

export interface DecisionView {
  step: TestStep | 'sampling';
  /** The test, or the sample. */
  subject: string;
  /** "purity test 1", "the submitted sample". */
  what: string;
  decision: Decision;
  reason: string;
  by: string;
  at: string;
}

export type NewDecision = ValueOf<typeof decisionSchema>;
export const decisionSchema = form('decision', {
  /** A test of the lot, its submitted sample (which can only be accepted), or a primary sample that looks uneven. */
  subject: Joi.string().guid().required(),
  decision: oneOf(DECISIONS),
  reason: why('a decision needs its reason', 500),
});

/**
 * Who says on which day something was seen: somebody, or nobody (then it is the day of writing); of what a file brought
 * without a day, the plan of its test, or nobody (then it is the day on which it came in).
 */
export const SEEN_FROM = ['stated', 'recorded', 'plan', 'file'] as const;
export type SeenFrom = (typeof SEEN_FROM)[number];

/** A recorded figure or word with the hand that wrote it and what stood there before. */
export interface FieldView {
  text: string;
  unit: string | null;
  by: string;
  at: string;
  /** The day on which it was seen, and who says so. */
  seenOn: string;
  seenFrom: SeenFrom;
  /** The balance that it was read from, and how that stood; null where it was typed. */
  device: string | null;
  earlier: { text: string; unit: string | null; by: string; at: string; seenOn: string; supersededBecause: string }[];
}

/** What every test on a working sample shows, whatever its step. */
export interface TestFrame {
  id: string;
  lotId: string;
  number: number;
  version: number;
  vesselCode: string;
  /** The working sample: as it was drawn, and how it ended. */
  sample: { id: string; mass: EnteredMass | null; seeds: number | null; gone: string | null };
  edition: { id: string; name: string };
  createdBy: string;
  createdAt: string;
  updatedBy: string;
  updatedAt: string;
  decision: DecisionView | null;
}

/** The head of a bench page: which lot, which kind, by which book. */
export interface LotBrief {
  id: string;
  reference: string;
  species: string;
  bookKind: string | null;
  commonName: string;
  chaffy: boolean;
  book: Book;
  edition: { id: string; name: string };
}

export interface VesselView {
  id: string;
  kind: string;
  purpose: string | null;
  number: number;
  code: string;
  parentId: string | null;
  mass: EnteredMass | null;
  place: string | null;
  seeds: number | null;
  portion: 'half' | null;
  version: number;
  createdAt: string;
  createdBy: string;
  /** The day on which it was drawn; null where nobody said so. */
  drawnOn: string | null;
}

/** What a scanned code opens: a vessel of a lot. Packets and places of the store open by themselves (`StoreScan`). */
export interface ScanAnswer {
  code: string;
  vessel: VesselView;
  lot: LotBrief;
  open: string;
}
