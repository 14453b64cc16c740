import Joi from 'joi';
import type { ShedFigures } from '@mercato/core/cleaning/figures';
import { form, listOf, oneOf, optional, orNull, type ValueOf, yesNo } from '../http/body.ts';
import { isoDate, text, why } from '../http/fields.ts';
import { typed } from '../http/typed.ts';

const measure = (most: number) => orNull(typed.number().greater(0).max(most));

/** Machines, scales, pits and tanks: what seed of another variety may hide in. */
export const MACHINES = [
  'scale',
  'pit',
  'tank',
  'thresher',
  'debearder',
  'screens',
  'fan',
  'aspirator',
  'air-screen',
  'indent',
  'gravity',
  'destoner',
  'roll',
  'sorter',
  'treater',
  'bagger',
  'dryer',
  'other',
] as const;
/** What is swept, blown and looked into before another variety. */
export const CLEANED_PARTS = ['pit', 'boot', 'elevator', 'hoppers', 'screens', 'auger', 'bagger', 'inside'] as const;
export type CleanedPart = (typeof CLEANED_PARTS)[number];

export type NewMachine = ValueOf<typeof machineSchema>;
export const machineSchema = form('machine', {
  kind: oneOf(MACHINES),
  name: text(60).required().messages({ 'string.empty': 'give it a name' }),
  /** Parts that are looked into when it is cleaned down. */
  parts: listOf(Joi.string<CleanedPart>().valid(...CLEANED_PARTS), 0, CLEANED_PARTS.length).unique(),
  /** Of a scale: the smallest step that it shows, g. */
  stepG: measure(1e6),
  /** Of a pit: what can be tipped there, m and kg. */
  lengthM: measure(100),
  widthM: measure(20),
  heightM: measure(20),
  massKg: measure(1e6),
  /** Found by own passes: a factor on its air, and tries of its screens. */
  airFactor: measure(10),
  tries: measure(1e7),
});
export const machineRemovalSchema = form('machine', { reason: why('say why it is removed') });

/** Before another variety: each part, and who looked into it. */
export type CleanDown = ValueOf<typeof cleanDownSchema>;
export const cleanDownSchema = form('cleanDown', {
  parts: listOf(Joi.string<CleanedPart>().valid(...CLEANED_PARTS), 1, CLEANED_PARTS.length).unique(),
  by: text(60).required().messages({ 'string.empty': 'say who looked' }),
  lockedOut: yesNo(),
  firstBagAside: yesNo(),
  note: text(300, 0).required(),
});

export interface MachineView extends NewMachine {
  id: string;
  version: number;
  /** What ran on it last; null = nothing yet. */
  last: { batch: string; batchId: string; kind: string; variety: string; at: string } | null;
  /** What runs on it now. */
  runs: { batch: string; batchId: string } | null;
  cleaned: (CleanDown & { at: string; writtenBy: string }) | null;
  /** Whether it was cleaned down since its last batch, all parts of it. */
  clean: boolean;
}
export interface MachineList {
  machines: MachineView[];
}

export type NewLoad = ValueOf<typeof loadSchema>;
export const loadSchema = form('load', {
  on: isoDate('the day', 'coming'),
  time: text(5, 0)
    .pattern(/^(([01]\d|2[0-3]):[0-5]\d)?$/)
    .required()
    .messages({ 'string.pattern.base': 'write the time as 14:30' }),
  supplier: text(120).required().messages({ 'string.empty': 'say who brings it' }),
  kind: text(80).required().messages({ 'string.empty': 'say what kind it is, such as oats' }),
  species: text(120, 0).required(),
  variety: text(120, 0).required(),
  massKg: measure(1e6),
  screeningsPercent: orNull(typed.number().min(0).max(100)),
  bagKg: measure(10_000),
  rateKgHa: measure(10_000),
  /** Into what it is tipped. */
  pitId: orNull(Joi.string().uuid({ separator: '-' })),
  lengthM: measure(100),
  widthM: measure(20),
  heightM: measure(20),
  pickUpOn: orNull(isoDate('the day of the pick-up', 'coming')),
  place: text(120, 0).required(),
  note: text(500, 0).required(),
  cancelled: optional(yesNo()),
});

export interface LoadView extends Omit<NewLoad, 'cancelled'> {
  id: string;
  version: number;
  state: 'announced' | 'arrived' | 'cancelled';
  batch: { id: string; number: string } | null;
}
export interface LoadList {
  today: string;
  loads: LoadView[];
}

/** The figures of the shed as the current edition has them; single figures by name. */
export interface ShedFiguresView extends Omit<ShedFigures, 'parameter'> {
  editionId: string;
  parameters: Record<string, ReturnType<ShedFigures['parameter']>>;
}
