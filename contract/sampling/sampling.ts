import Joi from 'joi';
import type { Book } from '@mercato/core/rule-books/edition';
import { DRAW_METHODS, type DrawMethod } from '@mercato/core/sampling/drawMethods';
import type { SamplingPlan } from '@mercato/core/sampling/primarySamples';
import type { Split } from '@mercato/core/sampling/splitLot';
import type { EnteredMass } from '@mercato/core/units/mass';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { form, oneOf, optional, orNull, type ValueOf } from '../http/body.ts';
import { isoDate, mass, reason, text, wholeNumber } from '../http/fields.ts';
import type { DecisionView, FieldView, LotBrief, VesselView } from '../register/lots.ts';
import type { HeterogeneityView } from './heterogeneity.ts';

export type SubmittedSample = ValueOf<typeof submittedSampleSchema>;

export const submittedSampleSchema = form('submittedSample', {
  mass: mass('the mass of the submitted sample'),
  drawnOn: isoDate('drawnOn'),
  drawnBy: text(80).required().messages({ 'string.empty': 'say who drew it' }),
  seal: text(80, 0).required(),
  /** Null when others drew the sample, and nobody here knows. */
  primarySamples: orNull(wholeNumber(1, 10_000)),
  reason: optional(reason()),
});

/** Draws the containers to be opened; the seed is chosen by the server unless one is given to repeat a draw. */
export type NewDraw = ValueOf<typeof newDrawSchema>;

export const newDrawSchema = form('newDraw', {
  method: oneOf(DRAW_METHODS),
  seed: optional(Joi.number().integer().min(1).max(0xffffffff)),
  /** How the containers stand: so many in a row, so many rows in a layer. */
  columns: wholeNumber(1, 1000),
  rows: wholeNumber(1, 1000),
  /** Why it is drawn anew. */
  reason: optional(reason()),
});

/** What was seen when a primary sample was taken. `uneven` stops the sampling. */
export const LOOKS = ['even', 'wet', 'damaged', 'infested', 'uneven'] as const;
export type Look = (typeof LOOKS)[number];

export type PrimarySample = ValueOf<typeof primarySampleSchema>;

export const primarySampleSchema = form('primarySample', {
  mass: orNull(mass('the mass of the primary sample').optional()),
  look: oneOf(LOOKS),
  note: text(300, 0).required(),
  /** When it was taken, as an instant; it may reach the server later. */
  takenAt: Joi.string()
    .isoDate()
    .required()
    .messages({ 'string.isoDate': 'takenAt must be an instant such as 2026-11-24T09:00:00Z' }),
  reason: optional(reason()),
});

/** One primary sample of the plan: still to be taken, or taken. */
export interface PrimaryView {
  container: number;
  core: number;
  layer: number;
  row: number;
  column: number;
  /** Null until it is taken. */
  taken: {
    vesselId: string;
    code: string;
    mass: EnteredMass | null;
    look: Look;
    note: string;
    by: string;
    at: string;
    fields: Record<string, FieldView>;
    decision: DecisionView | null;
  } | null;
}

export interface DrawView {
  id: string;
  method: DrawMethod;
  seed: number;
  columns: number;
  rows: number;
  containers: number;
  by: string;
  at: string;
  reason: string | null;
  primaries: PrimaryView[];
  /** Draws that this one replaced, newest first. */
  earlier: { method: DrawMethod; seed: number; by: string; at: string; replacedBecause: string }[];
}

export interface SamplingView {
  lot: LotBrief;
  plan: SamplingPlan | null;
  /** Why there is no plan. */
  planFault: string | null;
  /** What the other rule book would ask for. */
  other: { book: Book; edition: string; plan: SamplingPlan | null; planFault: string | null };
  largestLot: Verdict | null;
  /** How a lot that is too large can be divided. */
  split: Split | null;
  draw: DrawView | null;
  /** Least masses that the rule book asks for, g; absent where it gives none. */
  least: Partial<Record<'submitted' | 'purity' | 'other-seeds', number>>;
  /** Whether the sample came from outside: then nothing is drawn here. */
  sentIn: boolean;
  /** All primary samples together; `unweighed` of them stay out of the balance. */
  composite: { vessel: VesselView; fields: Record<string, FieldView>; unweighed: number } | null;
  reserves: { vessel: VesselView; discardOn: string | null; gone: string | null }[];
  heterogeneity: HeterogeneityView[];
  submitted: {
    vessel: VesselView;
    fields: Record<string, FieldView>;
    massVerdict: Verdict;
    primaryVerdict: Verdict | null;
    decision: DecisionView | null;
  } | null;
  working: { vessel: VesselView; verdict: Verdict; why: string | null; testNumber: number | null }[];
}
