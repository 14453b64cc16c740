import Joi from 'joi';
import { type Asked, type Cause, type CauseAnswer, CAUSES, type TestVerdict } from '@mercato/core/quick-tests/badTest';
import type { BagTime } from '@mercato/core/quick-tests/method';
import type { QuickAnswer } from '@mercato/core/quick-tests/quickAnswer';
import type { Unsuited } from '@mercato/core/quick-tests/roundPlan';
import type { SmallTestMethod } from '@mercato/core/rule-books/findKind';
import type { Fate } from '../hands/fates.ts';
import { fate, type Held } from '../hands/hands.ts';
import { form, objectOf, oneOf, optional, orNull, type ValueOf } from '../http/body.ts';
import { isoDate, temperature, text, wholeNumber, why } from '../http/fields.ts';
import { lateReason } from '../http/seen.ts';
import { anyway } from '../store/packets.ts';

/** What was done to the seed of an arm before it was laid out. */
export const TREATMENTS = ['untreated', 'scratched', 'chilled', 'soaked', 'other'] as const;
export type Treatment = (typeof TREATMENTS)[number];
export const WATERS = ['moist', 'dry', 'wet'] as const;

export interface NewBag {
  /** Of the store; null for seed from elsewhere, such as a bought control. */
  packetId: string | null;
  /** What it is, where it is of no packet. */
  kind?: string;
  species?: string;
  seeds: number;
  treatment: Treatment;
  /** How, such as "a night in water": folk practice stands here too. */
  how?: string;
  /** Fresh seed of a kind, to tell a bad test from bad seed. */
  control: boolean;
}
export type NewRound = ValueOf<typeof newRoundSchema>;

const id = () => Joi.string().uuid({ separator: '-' });
const celsius = () => temperature(-5, 60);

export const newRoundSchema = form('newRound', {
  name: text(60, 0).required(),
  startedOn: isoDate('the day on which it starts'),
  warmthC: orNull(
    form('newRound.warmthC', {
      low: celsius(),
      high: celsius()
        .min(Joi.ref('low'))
        .messages({ 'number.min': '{{#label}} must not lie below the colder end of the band' }),
    }),
  ),
  light: oneOf(['light', 'dark']),
  bags: Joi.array()
    .items(
      Joi.object<NewBag>({
        packetId: orNull(id()),
        kind: text(80).when('packetId', { is: null, then: Joi.required(), otherwise: Joi.forbidden() }),
        species: text(120, 0).optional(),
        seeds: wholeNumber(1, 1000),
        treatment: oneOf(TREATMENTS),
        how: text(120).when('treatment', { is: 'other', then: Joi.required(), otherwise: Joi.optional() }),
        control: Joi.boolean().required(),
      }),
    )
    .min(1)
    .max(300)
    .required()
    .messages({ 'array.min': 'choose one packet at least' }),
  /** Why packets are opened although they dry, freeze or warm up. */
  anyway: anyway(),
});

/** One look at a bag: what is new since the look before, and how it stands. */
export type NewLook = ValueOf<typeof newLookSchema>;
export const newLookSchema = objectOf({
  on: isoDate('the day of the check'),
  sprouted: wholeNumber(0, 1000),
  water: orNull(oneOf(WATERS)),
  mould: Joi.boolean().required(),
  /** Whether the sprouts thrive; null = not looked at. */
  thrives: orNull(Joi.boolean()),
  note: text(300, 0).required(),
  /** The day on which it was noted on the phone, where it comes later than that; else today. */
  notedOn: optional(isoDate('the day on which it was noted')),
  /** Why it was noted so late. */
  lateReason: optional(lateReason()),
  /** The page on which it was made, and the turn of the bag that it knew. */
  hand: optional(objectOf({ page: id().required(), turn: wholeNumber(0, 2_000_000_000) })),
});

/** What becomes of a look that came late. */
export type LateLookAct = ValueOf<typeof lateLookActSchema>;
export const lateLookActSchema = objectOf({ fate: fate() });

export const strikeLookSchema = objectOf({
  reason: why('say why it is crossed out'),
});

export type EndBag = ValueOf<typeof endBagSchema>;
export const endBagSchema = form('endBag', {
  on: isoDate('the day on which it ends'),
  answers: Joi.object<Partial<Record<Cause, CauseAnswer>>>(
    Object.fromEntries(CAUSES.map((cause) => [cause, Joi.string().valid('yes', 'no', 'unknown').optional()])),
  ).required(),
});

/** An end that was too early, or a mistake: the bag opens again, and what it said of its packet is withdrawn. */
export type ReopenBag = ValueOf<typeof reopenBagSchema>;
export const reopenBagSchema = objectOf({
  reason: why('say why it is opened again'),
});

/** Seeds that sank, after so many minutes: a note beside the towel, never a germination. */
export type FloatNote = ValueOf<typeof floatNoteSchema>;
export const floatNoteSchema = form('floatNote', {
  seeds: wholeNumber(1, 1000),
  sank: wholeNumber(0, 1000).max(Joi.ref('seeds')),
  minutes: wholeNumber(1, 20_160),
  /** The day on which they were in water; today where nobody says. */
  on: optional(isoDate('the day')),
  /** Why what was noted before is put right. */
  reason: optional(why('say why')),
});

export interface LookView extends Omit<NewLook, 'hand'> {
  id: string;
  by: string;
  at: string;
  struck: { by: string; reason: string } | null;
  /** Of one that came after somebody else had the bag: what became of it, or that nobody has said yet; null = in time. */
  late: Fate | 'waits' | null;
}

export interface BagBrief {
  id: string;
  number: number;
  code: string;
  packetId: string | null;
  packetCode: string | null;
  kind: string;
  variety: string;
  species: string;
  harvestYear: number | null;
  seeds: number;
  treatment: Treatment;
  how: string;
  control: boolean;
  method: SmallTestMethod;
  /** What does not suit the kind where the round stands. */
  unsuited: Unsuited[];
  sprouted: number;
  lastLook: string | null;
  time: BagTime;
  ended: { on: string; verdict: TestVerdict } | null;
  held: Held;
  /** Looks that came late, and of which nobody has said what becomes of them. */
  late: number;
}

export interface RoundBrief {
  id: string;
  number: number;
  name: string;
  startedOn: string;
  warmthC: { low: number; high: number } | null;
  light: 'light' | 'dark';
  bags: number;
  open: number;
  /** Open bags at which nobody looked today. */
  toLookAt: number;
}
export interface RoundList {
  rounds: RoundBrief[];
}
export interface RoundView extends RoundBrief {
  today: string;
  bagsOf: BagBrief[];
}

/** An end that was too early or a mistake: the bag was opened again. */
export interface ReopenedEnd {
  on: string;
  verdict: TestVerdict;
  by: string;
  reopened: { by: string; at: string; reason: string };
}

export interface BagView extends BagBrief {
  /** Ends that stand no more, the oldest first. */
  reopened: ReopenedEnd[];
  round: RoundBrief;
  today: string;
  looks: LookView[];
  float: FloatNote | null;
  /** Why the question "bad seed or bad test?" arises; null while it does not. */
  asked: Asked | null;
  causes: Cause[];
  /** What was written down answers already. */
  known: Partial<Record<Cause, CauseAnswer>>;
  answer: QuickAnswer | null;
  /** The other arms of this packet, and the control. */
  beside: {
    id: string;
    number: number;
    treatment: Treatment;
    how: string;
    control: boolean;
    seeds: number;
    sprouted: number;
    /** Chance of such a difference by luck (Fisher's exact test). */
    p: number;
  }[];
}
