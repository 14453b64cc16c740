import Joi from 'joi';
import type { EnteredMass } from '@mercato/core/units/mass';
import type { SamplingPlan } from '@mercato/core/sampling/primarySamples';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { isoDate, mass, reason, text, wholeNumber } from '../http/fields.ts';
import type { DecisionView, FieldView, LotBrief, VesselView } from '../register/lots.ts';

export interface SubmittedSample {
  mass: EnteredMass;
  drawnOn: string;
  drawnBy: string;
  seal: string;
  primarySamples: number;
  reason?: string;
}

export const submittedSampleSchema = Joi.object<SubmittedSample, true>({
  mass: mass('the mass of the submitted sample'),
  drawnOn: isoDate('drawnOn'),
  drawnBy: text(80).required().messages({ 'string.empty': 'say who drew it' }),
  seal: text(80, 0).required(),
  primarySamples: wholeNumber(1, 10_000),
  reason: reason(),
}).required();

export interface SamplingView {
  lot: LotBrief;
  plan: SamplingPlan | null;
  /** Why there is no plan. */
  planFault: string | null;
  largestLot: Verdict | null;
  submitted: {
    vessel: VesselView;
    fields: Record<string, FieldView>;
    massVerdict: Verdict;
    primaryVerdict: Verdict | null;
    decision: DecisionView | null;
  } | null;
  working: { vessel: VesselView; verdict: Verdict; testNumber: number | null }[];
}
