import Joi from 'joi';
import { worded } from '../http/fieldWords.ts';
import { BREEDINGS, ISOLATIONS, SOURCES, type Descent, type Expectation } from '@mercato/core/store/comesTrue';
import { reason, text, wholeNumber } from '../http/fields.ts';

export const KEPT = ['all', 'best', 'weak', 'not known'] as const;
export const MATURITIES = ['ripe', 'cut early', 'unripe', 'not known'] as const;
export const TERMS = ['shared', 'for its own site', 'for exchange'] as const;

/** Where it grew. */
export interface GrowingSite {
  name: string;
  district: string;
  elevationM: number | null;
  exposure: string;
  rainfallMm: number | null;
}

/** What is known of a harvest: kind and year at least, everything else as far as it is known. */
export interface AccessionHeader extends Descent {
  /** As people call it: leek, cowpea. */
  kind: string;
  /** Scientific name where the kind is one of the list; empty where it is not. */
  species: string;
  variety: string;
  harvestYear: number;
  harvestMonth: number | null;
  /** Who it is from: a neighbour, a dealer, an own bed. */
  from: string;
  bagged: boolean;
  marked: boolean;
  /** The hour at which flowers were pollinated by hand. */
  hour: string;
  /** What grew beside it; a later find is traced to a neighbour. */
  neighbours: string;
  kept: (typeof KEPT)[number];
  /** Generations grown here; null = not known. */
  generations: number | null;
  maturity: (typeof MATURITIES)[number];
  /** Product that the seed was treated with; empty = untreated as far as is known. */
  treated: string;
  owner: string;
  terms: (typeof TERMS)[number];
  site: GrowingSite;
  note: string;
}

const YEAR = { least: 1900, most: 2199 };
const optionalWhole = (least: number, most: number) =>
  Joi.number().integer().min(least).max(most).allow(null).required();

const headerKeys = {
  kind: text(80).required().messages({ 'string.empty': 'say what kind it is, such as leek' }),
  species: text(120, 0).required(),
  variety: text(120, 0).required(),
  harvestYear: wholeNumber(YEAR.least, YEAR.most).messages({
    'any.required': 'say the year of harvest: it is the least that is needed',
    'number.base': 'write the year of harvest in four digits, such as 2024',
    'number.min': 'write the year of harvest in four digits, such as 2024',
    'number.max': 'write the year of harvest in four digits, such as 2024',
  }),
  harvestMonth: optionalWhole(1, 12),
  source: Joi.string()
    .valid(...SOURCES)
    .required(),
  from: text(200, 0).required(),
  parentsKnown: Joi.boolean().required(),
  breeding: Joi.string()
    .valid(...BREEDINGS, 'unknown')
    .required(),
  isolation: Joi.string()
    .valid(...ISOLATIONS, 'unknown')
    .required(),
  bagged: Joi.boolean().required(),
  marked: Joi.boolean().required(),
  hour: text(40, 0).required(),
  sameSpeciesNear: Joi.string().valid('yes', 'no', 'unknown').required(),
  plants: optionalWhole(1, 1e6),
  neighbours: text(300, 0).required(),
  kept: Joi.string()
    .valid(...KEPT)
    .required(),
  generations: optionalWhole(0, 500),
  maturity: Joi.string()
    .valid(...MATURITIES)
    .required(),
  treated: text(200, 0).required(),
  owner: text(120, 0).required(),
  terms: Joi.string()
    .valid(...TERMS)
    .required(),
  site: Joi.object<GrowingSite, true>(
    worded('accession.site', {
      name: text(120, 0).required(),
      district: text(120, 0).required(),
      elevationM: Joi.number().min(-450).max(9000).allow(null).required(),
      exposure: text(60, 0).required(),
      rainfallMm: Joi.number().min(0).max(30_000).allow(null).required(),
    }),
  ).required(),
  note: text(2000, 0).required(),
};

export const accessionHeaderSchema = Joi.object<AccessionHeader>(worded('accession', headerKeys)).required();

export interface AccessionChange extends AccessionHeader {
  reason?: string;
}
export const accessionChangeSchema = Joi.object<AccessionChange>(
  worded('accession', { ...headerKeys, reason: reason() }),
).required();

/** A harvest of which nothing is known but kind and year. */
export const UNKNOWN_HEADER: Omit<AccessionHeader, 'kind' | 'harvestYear'> = {
  species: '',
  variety: '',
  harvestMonth: null,
  source: 'own harvest',
  from: '',
  parentsKnown: false,
  breeding: 'unknown',
  isolation: 'unknown',
  bagged: false,
  marked: false,
  hour: '',
  sameSpeciesNear: 'unknown',
  plants: null,
  neighbours: '',
  kept: 'not known',
  generations: null,
  maturity: 'not known',
  treated: '',
  owner: '',
  terms: 'shared',
  site: { name: '', district: '', elevationM: null, exposure: '', rainfallMm: null },
  note: '',
};

export interface AccessionView {
  id: string;
  number: string;
  version: number;
  header: AccessionHeader;
  comesTrue: Expectation;
  /** Every earlier version, newest first. */
  earlier: { version: number; by: string; at: string; reason: string | null; changed: string[] }[];
}
