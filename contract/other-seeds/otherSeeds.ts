import Joi from 'joi';
import type { CountComparison } from '@mercato/core/other-seeds/compareCounts';
import type { Contradiction } from '@mercato/core/other-seeds/contradictions';
import type { NoxiousVerdict } from '@mercato/core/other-seeds/noxious';
import type { OtherSeedsRate } from '@mercato/core/other-seeds/ratePerMass';
import type { EnteredMass } from '@mercato/core/units/mass';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { weighedOnSchema } from '../devices/balances.ts';
import { type Held, keyPage, keyTurn, type LateAct, lateActKeys, type LateKeys } from '../hands/hands.ts';
import { form, listOf, objectOf, oneOf, optional, takes, type ValueOf } from '../http/body.ts';
import { decimalText, isoDate, mass, reason, refusal, text, wholeNumber } from '../http/fields.ts';
import { seenKeys } from '../http/seen.ts';
import type { FoundName } from '../names/names.ts';
import type { FieldView, LotBrief, TestFrame, VesselView } from '../register/lots.ts';
import { type Extent, EXTENTS } from './extent.ts';

const oneName = () => text(120).messages({ 'string.empty': 'name the species' });
const speciesName = () => oneName().required();

export type NewOtherSeedsTest = ValueOf<typeof newOtherSeedsTestSchema>;
export const newOtherSeedsTestSchema = objectOf({
  vesselId: Joi.string().guid().required(),
  extent: oneOf(EXTENTS),
  /** The species that a limited search looks for; a genus is followed by `spp.`. */
  named: Joi.array()
    .items(oneName())
    .max(100)
    .unique()
    .required()
    .when('extent', {
      is: Joi.valid('limited', 'reduced-limited'),
      then: Joi.array().min(1),
      otherwise: Joi.array().max(0),
    })
    .messages({
      'array.min': 'name the species that are searched for',
      'array.max': 'only a limited search names its species',
      'array.unique': 'this species stands there twice',
    }),
});

const seedCount = () =>
  wholeNumber(0, 1_000_000).messages({
    'number.base': 'write how many seeds, as a whole number',
    'number.integer': 'seeds are counted whole',
  });

/** What was found in one tray, typed or closed at the station. */
export type TrayCount = ValueOf<typeof trayCountSchema>;

export const trayCountSchema = form('trayCount', {
  /** Mass searched, g, as weighed. */
  examined: decimalText('the mass examined'),
  species: takes<{ name: string; count: number }[]>(
    Joi.array()
      .items(Joi.object({ name: speciesName(), count: seedCount() }))
      .max(300)
      .unique('name', { ignoreUndefined: true })
      .required()
      .messages({ 'array.unique': 'this species stands here twice' }),
  ),
  /** The balance under `examined`. */
  weighedOn: optional(weighedOnSchema),
  /** `keys`: what was tallied, closed as it is; it must agree with the keys that the server holds. */
  entry: optional(oneOf(['keys', 'typed'])),
  ...seenKeys,
  reason: optional(reason()),
});

/** Letters and digits that a species can be bound to; the others move the station. */
export const FIND_KEYS: readonly string[] = '1234567890qweryuiopasdghjkzxvbm'.split('');
export interface KeyBinding {
  key: string;
  species: string;
}
export type KeyBindings = ValueOf<typeof keyBindingsSchema>;
export const keyBindingsSchema = objectOf({
  keys: Joi.array()
    .items(
      Joi.object<KeyBinding, true>({
        key: oneOf(FIND_KEYS).messages({ 'any.only': `a key is one of ${FIND_KEYS.join(' ')}` }),
        species: speciesName(),
      }),
    )
    .max(FIND_KEYS.length)
    .required()
    .custom((keys: KeyBinding[], helpers) => {
      for (const [i, one] of keys.entries()) {
        const same = keys.findIndex((other) => other.key === one.key);
        if (same < i) return refusal(helpers, `key ${one.key} is bound to ${keys[same]?.species ?? ''} already`);
        const twice = keys.findIndex((other) => other.species === one.species);
        if (twice < i) return refusal(helpers, `${one.species} is bound to key ${keys[twice]?.key ?? ''} already`);
      }
      return keys;
    }),
});

/** One key press at the station; negative seeds take one back. */
export interface FindKey {
  sequence: number;
  tray: number;
  species: string;
  seeds: number;
  /** Of the tray, as the page knew it. */
  turn: number;
}
export type FindBatch = ValueOf<typeof findBatchSchema>;
const MOST_TRAYS = 1000;
export const findBatchSchema = objectOf({
  session: Joi.string().guid().required(),
  /** The page on which they were pressed; the session where it is not said. */
  page: optional(keyPage()),
  keys: listOf(
    Joi.object<FindKey, true>({
      sequence: wholeNumber(0, 2_000_000_000),
      tray: wholeNumber(1, MOST_TRAYS),
      species: speciesName(),
      seeds: wholeNumber(-1000, 1000),
      turn: keyTurn(),
    }),
    1,
    500,
  ),
});

export const trayLateActSchema = Joi.object<LateAct, true>(lateActKeys).required();

/** How a figure of a tray is stored among those of its test; the first tray's under its bare name. */
export const fieldInTray = (tray: number, name: string): string => (tray === 1 ? name : `tray:${tray}:${name}`);

export const trayNumber = (typed: string | undefined): number | null =>
  typed !== undefined && /^[1-9]\d{0,3}$/.test(typed) && Number(typed) <= MOST_TRAYS ? Number(typed) : null;

/** How another count compares: in another sample, an earlier one, or a label. */
export const FIND_WAYS = ['two-way', 'one-way', 'label'] as const;
export type FindWay = (typeof FIND_WAYS)[number];

/** A count of other seeds that was not made on this sample. */
export type OtherFinds = Omit<NewOtherFinds, 'corrects' | 'reason'>;
export type NewOtherFinds = ValueOf<typeof otherFindsSchema>;
export const otherFindsSchema = form('otherFinds', {
  source: text(120).required().messages({ 'string.empty': 'say where the count comes from' }),
  way: oneOf(FIND_WAYS),
  species: text(120, 0).required(),
  count: seedCount(),
  mass: mass('the mass').custom((value: EnteredMass, helpers) =>
    Number(value.text) > 0 ? value : helpers.message({ custom: 'the mass must be above 0' }),
  ),
  /** The day of the count, where it is known. */
  on: optional(isoDate('the day')),
  corrects: optional(Joi.number().integer().min(1).max(1000)),
  reason: optional(reason()),
});

export interface OtherFindsView extends OtherFinds {
  number: number;
  by: string;
  at: string;
  /** By the table, where both searched the same mass or a label is asked; null while nothing was counted here. */
  verdict: Verdict | null;
  /** The exact comparison of both rates; null against a label. */
  exact: CountComparison | null;
  earlier: (OtherFinds & { by: string; at: string; supersededBecause: string })[];
}
export interface OtherFindsList {
  others: OtherFindsView[];
}

export interface FoundSpecies {
  /** As it was written. */
  name: string;
  /** What it is bound to; null = no species. */
  taxon: string | null;
  count: number;
  rate: OtherSeedsRate;
}

export interface TrayView {
  number: number;
  /** Counts what was written of this tray; what If-Match names. */
  version: number;
  fields: Record<string, FieldView>;
  examinedG: number | null;
  species: { name: string; count: number }[];
  /** Keys pressed for it so far, summed by species. */
  tallies: { name: string; seeds: number }[];
  held: Held;
  late: LateKeys[];
}

export interface OtherSeedsTest extends TestFrame {
  extent: Extent;
  named: string[];
  keys: KeyBinding[];
  /** What If-Match names when keys are bound. */
  keysVersion: number;
  trays: TrayView[];
  /** Mass of the working sample, g. */
  sampleG: number | null;
  examinedG: number | null;
  /** The mass searched against the least for the kind. */
  massVerdict: Verdict | null;
  species: FoundSpecies[];
  names: FoundName[];
  total: { count: number; rate: OtherSeedsRate } | null;
  /** Seed of the sample that is still to be searched, g; 0 once it is done or accepted as it is. */
  stillToSearchG: number;
  /** What the lists say; `counts` where the lot is to be sold there. */
  noxious: (NoxiousVerdict & { counts: boolean })[];
}

/** Which lists the finds are held against. */
export interface NoxiousLists {
  edition: { id: string; name: string };
  jurisdictions: string[];
  /** Where the lot is to be sold; empty = it was not said. */
  soldIn: string[];
}

export interface OtherSeedsView {
  lot: LotBrief;
  /** Field, site or supplier of the lot. */
  origin: string;
  leastG: number | null;
  /** Those of the newest test; null while there is none. */
  lists: NoxiousLists | null;
  waiting: VesselView[];
  tests: OtherSeedsTest[];
  /** Where purity and the search that is reported cannot both be right. */
  contradictions: readonly Contradiction[];
  /** When the later of the two was last written; null where they agree. */
  contradictedAt: string | null;
}

/** What came from one field in one harvest: all lots of it together. */
export interface FieldSeason {
  field: string;
  harvestYear: number;
  lots: number;
  /** Mass searched over these lots, g. */
  examinedG: number;
  species: { name: string; seeds: number; lots: number }[];
}
export interface FieldSeasons {
  /** Fields by name, with how many lots of each were searched. */
  fields: { field: string; lots: number }[];
  /** The field that was asked for, newest harvest first; empty when none was. */
  seasons: FieldSeason[];
}
