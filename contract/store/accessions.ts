import Joi from 'joi';
import { BREEDINGS, type Expectation, ISOLATIONS, SOURCES } from '@mercato/core/store/comesTrue';
import { form, oneOf, optional, orNull, type ValueOf } from '../http/body.ts';
import { reason, text, wholeNumber } from '../http/fields.ts';

export const KEPT = ['all', 'best', 'weak', 'not known'] as const;
export const MATURITIES = ['ripe', 'cut early', 'unripe', 'not known'] as const;
export const TERMS = ['shared', 'for its own site', 'for exchange'] as const;

/** What is known of a harvest: kind and year at least, everything else as far as it is known. */
export type AccessionHeader = ValueOf<typeof accessionHeaderSchema>;

const YEAR = { least: 1900, most: 2199 };
const optionalWhole = (least: number, most: number) => orNull(Joi.number().integer().min(least).max(most));

const headerKeys = {
  /** As people call it: leek, cowpea. */
  kind: text(80).required().messages({ 'string.empty': 'say what kind it is, such as leek' }),
  /** Scientific name where the kind is one of the list; empty where it is not. */
  species: text(120, 0).required(),
  variety: text(120, 0).required(),
  harvestYear: wholeNumber(YEAR.least, YEAR.most).messages({
    'any.required': 'say the year of harvest: it is the least that is needed',
    'number.base': 'write the year of harvest in four digits, such as 2024',
    'number.min': 'write the year of harvest in four digits, such as 2024',
    'number.max': 'write the year of harvest in four digits, such as 2024',
  }),
  harvestMonth: optionalWhole(1, 12),
  source: oneOf(SOURCES),
  /** Who it is from: a neighbour, a dealer, an own bed. */
  from: text(200, 0).required(),
  parentsKnown: Joi.boolean().required(),
  breeding: oneOf([...BREEDINGS, 'unknown']),
  isolation: oneOf([...ISOLATIONS, 'unknown']),
  bagged: Joi.boolean().required(),
  marked: Joi.boolean().required(),
  /** The hour at which flowers were pollinated by hand. */
  hour: text(40, 0).required(),
  sameSpeciesNear: oneOf(['yes', 'no', 'unknown']),
  plants: optionalWhole(1, 1e6),
  /** What grew beside it; a later find is traced to a neighbour. */
  neighbours: text(300, 0).required(),
  kept: oneOf(KEPT),
  /** Generations grown here; null = not known. */
  generations: optionalWhole(0, 500),
  maturity: oneOf(MATURITIES),
  /** Product that the seed was treated with; empty = untreated as far as is known. */
  treated: text(200, 0).required(),
  owner: text(120, 0).required(),
  terms: oneOf(TERMS),
  site: form('accession.site', {
    name: text(120, 0).required(),
    district: text(120, 0).required(),
    elevationM: orNull(Joi.number().min(-450).max(9000)),
    exposure: text(60, 0).required(),
    rainfallMm: orNull(Joi.number().min(0).max(30_000)),
  }),
  note: text(2000, 0).required(),
};

export const accessionHeaderSchema = form('accession', headerKeys);

export const accessionChangeSchema = form('accession', { ...headerKeys, reason: optional(reason()) });

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
