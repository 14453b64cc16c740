import Joi from 'joi';
import type { Calibration, Degree, Pair } from '@mercato/core/moisture/calibration';
import type { Individuals } from '@mercato/core/statistics/individuals';
import { form, objectOf, optional, orNull, type ValueOf } from '../http/body.ts';
import { decimalText, isoDate, reason, text, why } from '../http/fields.ts';
import { seenKeys } from '../http/seen.ts';
import { typed } from '../http/typed.ts';

export const newMeterSchema = form('newMeter', {
  name: text(40).required().messages({ 'string.empty': 'give it a name' }),
});

export const MOST_PAIRS = 200;
const percent = () => typed.number().min(0).max(100).required();

/** Where its readings are heard: one of the devices, or null = they are typed. */
export const meterDeviceSchema = objectOf({ device: orNull(Joi.string().guid()) });

/** Pairs of a reading and what the oven said of the same seed. */
export type NewCalibration = ValueOf<typeof newCalibrationSchema>;
export const newCalibrationSchema = form('newCalibration', {
  species: text(120).required().messages({ 'string.empty': 'say which kind' }),
  degree: Joi.number<Degree>().valid(1, 2).required(),
  validUntil: isoDate('validUntil'),
  pairs: Joi.array<Pair[]>()
    .items(objectOf({ meterPercent: percent(), ovenPercent: percent() }))
    .min(3)
    .max(MOST_PAIRS)
    .required()
    .messages({ 'array.min': 'at least three pairs', 'array.max': `at most ${MOST_PAIRS} pairs` }),
});
export const calibrationStruckSchema = objectOf({ reason: why('say why it is crossed out') });

/** The meter, by its calibration, held against the oven on one sample. */
export type NewMeterCheck = ValueOf<typeof newMeterCheckSchema>;
export const newMeterCheckSchema = form('newMeterCheck', {
  species: text(120).required().messages({ 'string.empty': 'say which kind' }),
  seenOn: isoDate('seenOn'),
  meterPercent: percent(),
  ovenPercent: percent(),
});

/** Two readings of one sample, as the meter shows them. */
export type MeterReadings = ValueOf<typeof meterReadingsSchema>;
export const meterReadingsSchema = form('meterReadings', {
  first: decimalText('the first reading').custom(upToHundred),
  second: decimalText('the second reading').custom(upToHundred),
  /** Of the seed, as the meter shows it. */
  seedC: optional(typed.number().min(-20).max(60)),
  /** Which of them its device told by itself. */
  heard: optional(
    Joi.array<('first' | 'second' | 'seedC')[]>()
      .items(Joi.valid('first', 'second', 'seedC'))
      .max(3),
  ),
  ...seenKeys,
  reason: optional(reason()),
});

function upToHundred(value: string, helpers: Joi.CustomHelpers): unknown {
  return Number(value) <= 100 ? value : helpers.message({ custom: 'a meter shows at most 100 %' });
}

export interface CalibrationView {
  id: string;
  species: string;
  validUntil: string;
  by: string;
  at: string;
  struck: { by: string; at: string; reason: string } | null;
  /** Whether it is the one that readings of its kind are turned into moisture by today. */
  holds: boolean;
  fit: Calibration;
}

export interface MeterCheckView extends NewMeterCheck {
  by: string;
}

export interface MeterView {
  id: string;
  name: string;
  /** Where its readings are heard; null = they are typed. */
  device: string | null;
  /** Newest first. */
  calibrations: CalibrationView[];
  /** In the order of their days. */
  checks: MeterCheckView[];
  /** Meter less oven, percent; null of fewer than two. */
  chart: Individuals | null;
}
export interface MetersView {
  meters: MeterView[];
}
