import Joi from 'joi';
import type { OtherSeedsRate } from '@mercato/core/other-seeds/ratePerMass';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { decimalText, reason, text } from '../http/fields.ts';
import type { FieldView, LotBrief, TestFrame, VesselView } from '../register/lots.ts';

export interface OtherSeedsCount {
  /** Mass searched, g, as weighed. */
  examined: string;
  species: { name: string; count: number }[];
  reason?: string;
}

export const otherSeedsCountSchema = Joi.object<OtherSeedsCount, true>({
  examined: decimalText('the mass examined'),
  species: Joi.array()
    .items(
      Joi.object({
        name: text(120).required().messages({ 'string.empty': 'name the species' }),
        count: Joi.number().integer().min(0).max(1_000_000).required(),
      }),
    )
    .max(300)
    .unique('name', { ignoreUndefined: true })
    .required()
    .messages({ 'array.unique': 'this species stands here twice' }),
  reason: reason(),
}).required();

export interface OtherSeedsTest extends TestFrame {
  fields: Record<string, FieldView>;
  examinedG: number | null;
  /** The mass searched against the least for the kind. */
  massVerdict: Verdict | null;
  species: { name: string; count: number; rate: OtherSeedsRate }[];
  total: { count: number; rate: OtherSeedsRate } | null;
}

export interface OtherSeedsView {
  lot: LotBrief;
  leastG: number | null;
  waiting: VesselView[];
  tests: OtherSeedsTest[];
}
