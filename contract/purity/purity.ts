import Joi from 'joi';
import type { Component, PurityAnalysis } from '@mercato/core/purity/analysePurity';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { decimalText, reason } from '../http/fields.ts';
import type { FieldView, LotBrief, TestFrame, VesselView } from '../register/lots.ts';

/** Weighings in g, as read off the balance. A component that is not yet weighed is absent. */
export interface PurityWeighings {
  workingSample: string;
  pureSeed?: string;
  otherSeeds?: string;
  otherCropSeed?: string;
  weedSeed?: string;
  inertMatter?: string;
  reason?: string;
}

const optional = (label: string) => decimalText(label).optional();

export const purityWeighingsSchema = Joi.object<PurityWeighings, true>({
  workingSample: decimalText('the working sample'),
  pureSeed: optional('pure seed'),
  otherSeeds: optional('other seeds'),
  otherCropSeed: optional('other crop seed'),
  weedSeed: optional('weed seed'),
  inertMatter: optional('inert matter'),
  reason: reason(),
}).required();

export interface PurityTest extends TestFrame {
  fields: Record<string, FieldView>;
  /** The mass weighed in against the least for the kind. */
  massVerdict: Verdict | null;
  analysis: PurityAnalysis | null;
}

export interface PurityView {
  lot: LotBrief;
  components: readonly Component[];
  leastG: number | null;
  waiting: VesselView[];
  tests: PurityTest[];
}
