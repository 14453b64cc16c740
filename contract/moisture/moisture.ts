import Joi from 'joi';
import type { MoistureResult } from '@mercato/core/moisture/ovenMoisture';
import type { MoistureMethod } from '@mercato/core/rule-books/edition';
import { form, objectOf, optional, type ValueOf } from '../http/body.ts';
import { decimalText, reason, text } from '../http/fields.ts';
import { seenKeys } from '../http/seen.ts';
import type { FieldView, LotBrief, TestFrame, VesselView } from '../register/lots.ts';

export interface OvenTexts {
  container: string;
  withSeed: string;
  dried?: string;
}

/** Two containers; `dried` is absent while the oven is on. */
export type MoistureWeighings = ValueOf<typeof moistureWeighingsSchema>;

const oven = () =>
  Joi.object<OvenTexts, true>({
    container: decimalText('the empty container'),
    withSeed: decimalText('the container with seed'),
    dried: decimalText('the dried container').optional(),
  }).required();

export const moistureWeighingsSchema = form('moistureWeighings', {
  first: oven(),
  second: oven(),
  ...seenKeys,
  reason: optional(reason()),
});

export const newMoistureTestSchema = objectOf({
  vesselId: Joi.string().guid().required(),
  method: text(120).required().messages({ 'string.empty': 'say how it is dried' }),
});

export interface MoistureTest extends TestFrame {
  method: string;
  fields: Record<string, FieldView>;
  result: MoistureResult | null;
}

export interface MoistureView {
  lot: LotBrief;
  method: MoistureMethod | null;
  waiting: VesselView[];
  tests: MoistureTest[];
}
