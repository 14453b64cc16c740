import Joi from 'joi';
import type { Keeping, SmallTestMethod } from '@mercato/core/rule-books/findKind';
import { type Amount, type PacketEntry, USES } from '@mercato/core/store/packetBook';
import { type BodyOf, eitherOf, form, objectOf, oneOf, optional, orNull, type ValueOf } from '../http/body.ts';
import { isoDate, mass, reason, text, wholeNumber, why } from '../http/fields.ts';
import { seenKeys } from '../http/seen.ts';
import { accessionHeaderSchema, type AccessionView } from './accessions.ts';
import type { TestLine } from './tests.ts';

/** Kinds of places, from the largest to what a packet lies in. */
export const PLACE_KINDS = [
  'room',
  'refrigerator',
  'freezer',
  'chamber',
  'cabinet',
  'shelf',
  'cupboard',
  'drawer',
  'box',
  'jar',
  'bag',
  'envelope',
] as const;
export type PlaceKind = (typeof PLACE_KINDS)[number];
export const WRAPPINGS = ['paper', 'cloth', 'plastic bag', 'foil bag', 'jar', 'not known'] as const;

export type NewPlace = ValueOf<typeof newPlaceSchema>;
const id = () => Joi.string().uuid({ separator: '-' });
const placeKeys = {
  parentId: orNull(id()),
  kind: oneOf(PLACE_KINDS),
  name: text(60).required().messages({ 'string.empty': 'give it a name, such as drawer 3' }),
  /** How many dishes of germination tests stand on it; null = it is none for dishes. */
  dishPlaces: optional(orNull(wholeNumber(1, 2000))),
};
export const newPlaceSchema = form('place', placeKeys);

export type PlaceChange = ValueOf<typeof placeChangeSchema>;
export const placeChangeSchema = form('place', { ...placeKeys, reason: optional(reason()) });

/** A place in which nothing lies leaves the map. */
export const placeRemovalSchema = objectOf({
  reason: why('say why it is removed'),
});

export interface PlaceView {
  id: string;
  version: number;
  parentId: string | null;
  kind: PlaceKind;
  name: string;
  code: string;
  dishPlaces: number | null;
  /** From the largest to this one. */
  path: string[];
  /** Packets that lie directly in it, and in all that it holds. */
  packets: number;
  packetsWithin: number;
}
export interface PlaceList {
  places: PlaceView[];
}

export const amount = (what: string) =>
  Joi.alternatives()
    .conditional('.by', {
      switch: [
        {
          is: 'count',
          then: Joi.object({
            by: 'count',
            seeds: wholeNumber(1, 1e9).messages({
              'number.base': `write ${what} as a whole number of seeds`,
              'number.integer': `write ${what} as a whole number of seeds`,
              'number.min': `${what} must be 1 seed at least`,
              'any.required': `say ${what}`,
            }),
          }),
        },
        {
          is: 'mass',
          then: mass(what)
            .keys({ by: 'mass' } as Joi.PartialSchemaMap)
            .custom((value: Amount, helpers) =>
              value.by === 'mass' && !(Number(value.text) > 0)
                ? helpers.message({ custom: `${what} must be more than nothing` })
                : value,
            ),
        },
      ],
      otherwise: Joi.object({ by: oneOf(['count', 'mass']) }).unknown(),
    })
    .required() as Joi.AlternativesSchema<Amount>;

/** yyyy, yyyy-mm or yyyy-mm-dd: as exactly as it is known. */
export const partialDate = (what: string) =>
  Joi.string()
    .required()
    .custom((value: string, helpers) => {
      const parts = /^(\d{4})(?:-(\d{2})(?:-(\d{2}))?)?$/.exec(value);
      const whole = parts && [parts[1], parts[2] ?? '01', parts[3] ?? '01'].join('-');
      return whole && !isoDate(what).validate(whole).error
        ? value
        : helpers.message({ custom: `write ${what} as a year, or year and month, such as 2024 or 2024-09` });
    });

export type NewPacket = BodyOf<typeof packetKeys>;
const packetKeys = {
  amount: amount('how much it holds'),
  packedOn: partialDate('when it was packed'),
  supplier: text(120, 0).required(),
  wrapping: oneOf(WRAPPINGS),
  placeId: orNull(id()),
  note: text(500, 0).required(),
};

/** A packet of a harvest that is known already, or of a new one. */
export type PackedSeed = ValueOf<typeof packedSeedSchema>;
export const packedSeedSchema = objectOf({
  accessionId: optional(id()),
  accession: optional(accessionHeaderSchema),
  packet: form('packedSeed.packet', packetKeys),
})
  .xor('accessionId', 'accession')
  .messages({ 'object.missing': 'say what it is: kind and year of harvest', 'object.xor': 'name one harvest, not two' })
  .required();

/** Why a packet is opened although it dries, freezes or warms up. */
export const anyway = () => optional(why('say why it is opened now'));

/** What happens to a packet. */
export type PacketAct = ValueOf<typeof packetActSchema>;

export const packetActSchema = eitherOf(
  'what',
  {
    take: {
      amount: amount('how much is taken'),
      use: oneOf(USES),
      to: optional(text(120)),
      /** Why it is opened although it dries, freezes or warms up. */
      anyway: anyway(),
      ...seenKeys,
    },
    count: { amount: amount('how much is there'), ...seenKeys },
    move: { placeId: orNull(id()), ...seenKeys },
    strike: {
      line: wholeNumber(1, 1e6),
      reason: why('say why it is crossed out'),
    },
  },
  'packetAct',
);

export interface Left {
  by: Amount['by'];
  /** Seeds, or grams. */
  figure: string;
  /** About so many seeds, where a weighed packet's kind is known by its thousand-seed weight. */
  aboutSeeds: { low: number; high: number } | null;
}

/** How the newest test of a packet ended. */
export interface LastTest {
  on: string;
  sprouted: number;
  seeds: number;
  verdict: 'sprouted' | 'dead' | 'dormant' | 'invalid' | 'unclear';
  /** The bag of a round; null where it was entered by hand. */
  bagId: string | null;
}

/** The batch in which a packet dries, freezes or warms up. */
export interface Busy {
  batchId: string;
  what: 'drying' | 'freezing' | 'warming';
  /** ISO instant at which its time is over; null = until somebody ends it. */
  dueAt: string | null;
}

export interface PacketBrief {
  id: string;
  code: string;
  version: number;
  accessionId: string;
  accession: string;
  kind: string;
  variety: string;
  species: string;
  harvestYear: number;
  harvestMonth: number | null;
  packedOn: string;
  left: Left;
  placeId: string | null;
  place: string[];
  lastTest: LastTest | null;
  busy: Busy | null;
}

export interface PacketLine {
  line: number;
  entry: PacketEntry;
  /** Of a move: where it lies now. */
  place: string[];
  by: string;
  at: string;
  /** The day on which it was done, where that is not the day of writing. */
  seenOn: string | null;
  struck: string | null;
}

export interface PacketView extends PacketBrief {
  supplier: string;
  wrapping: string;
  note: string;
  lines: PacketLine[];
  of: AccessionView;
  /** Other packets of the same harvest. */
  others: { id: string; code: string; left: Left; place: string[] }[];
  kindIs: { smallTest: SmallTestMethod | null; keeping: Keeping | null; confidence: string | null };
  /** Cautions that this seed calls for. */
  cautions: string[];
  /** Newest first; those that were superseded come with the reason. */
  tests: TestLine[];
}

export interface StoreList {
  total: number;
  page: number;
  pageSize: number;
  rows: PacketBrief[];
}

/** What a scanned code of the store opens. */
export interface StoreScan {
  store: 'packet' | 'place' | 'bag' | 'shed';
  code: string;
  open: string;
}
