import Joi from 'joi';
import { type Batch, BATCHES, type Warning } from '@mercato/core/storage/cold';
import type { DryAnswer } from '@mercato/core/drying/dryEnough';
import type { PlaceCare } from '../air/care.ts';
import { type BodyOf, eitherOf, form, oneOf, orNull, type ValueOf } from '../http/body.ts';
import { text, wholeNumber } from '../http/fields.ts';
import { seenAtKeys } from '../http/seen.ts';

const id = () => Joi.string().uuid({ separator: '-' });
const figure = (least: number, most: number, words: string) =>
  orNull(Joi.number().min(least).max(most)).messages({
    'number.min': words,
    'number.max': words,
    'number.base': words,
  });
const PERCENT = 'write a percentage between 0 and 100';

export type NewBatch = BodyOf<typeof newBatchKeys>;
const newBatchKeys = {
  what: oneOf(BATCHES),
  placeId: id().required().messages({ 'string.empty': 'say where' }),
  packets: Joi.array().items(id()).min(1).max(500).unique().required().messages({ 'array.min': 'choose a packet' }),
  /** Hours that it takes; for freezing 0. */
  hours: wholeNumber(0, 24 * 400),
  /** All of it together, g; null = not weighed. */
  massG: figure(0.001, 1e6, 'write its weight in grams, above nothing'),
  /** Moisture now, and moisture wanted, wet basis. */
  moisturePercent: figure(0.1, 99.9, PERCENT),
  targetPercent: figure(0.1, 99.9, PERCENT),
  /** Of air that was shut up with it. */
  shutAirPercent: figure(0, 100, PERCENT),
  bags: wholeNumber(0, 9),
  /** Why it is done against a warning; empty where there is none. */
  anyway: text(300, 0).required(),
};
export const newBatchSchema = form('newBatch', newBatchKeys)
  .custom((value: NewBatch, helpers) => {
    const { moisturePercent: now, targetPercent: wanted } = value;
    if (value.what === 'drying' && now !== null && wanted !== null && wanted > now)
      return helpers.message({
        custom: `targetPercent must not be above the present moisture of ${now} %: drying takes water out, so this seed is drier than you want already`,
      });
    return value;
  })
  .required();

export type BatchEntry = ValueOf<typeof batchEntrySchema>;
export const batchEntrySchema = eitherOf(
  'what',
  {
    weighed: {
      ...seenAtKeys,
      massG: Joi.number().greater(0).max(1e6).required().messages({ 'number.base': 'write its weight in grams' }),
    },
    moisture: {
      ...seenAtKeys,
      percent: Joi.number().greater(0).less(100).required().messages({ 'number.base': PERCENT }),
    },
    'shut air': {
      ...seenAtKeys,
      percent: Joi.number()
        .min(0)
        .max(100)
        .required()
        .messages({ 'number.base': PERCENT, 'number.max': 'air holds no more than 100 %' }),
    },
    ended: { ...seenAtKeys, words: text(300, 0).required() },
  },
  'batchEntry',
);

export interface BatchBrief {
  id: string;
  what: Batch;
  place: string[];
  packets: number;
  /** Kinds of its seed, each once. */
  kinds: string[];
  startedAt: string;
  /** null = it has no end of its own. */
  dueAt: string | null;
  state: 'running' | 'ended';
}
export interface BatchList {
  now: string;
  batches: BatchBrief[];
}

export interface BatchView extends BatchBrief {
  version: number;
  now: string;
  plan: Omit<NewBatch, 'what' | 'placeId' | 'packets'>;
  of: { id: string; code: string; name: string }[];
  warnings: Warning[];
  /** `at` is when it was seen, `writtenAt` when it was written down. */
  lines: { line: number; entry: BatchEntry; by: string; at: string; writtenAt: string; lateReason: string | null }[];
  /** Whether it is dry enough by what was measured; null where that is not asked. */
  dry: DryAnswer | null;
  /** What its place has seen since it began. */
  air: PlaceCare['air'];
  mean: PlaceCare['mean'];
}

/** What is said of packets before they are dried or frozen. */
export interface BatchWarnings {
  warnings: Warning[];
}
