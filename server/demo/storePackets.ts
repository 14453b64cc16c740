import type { AccessionHeader } from '@mercato/contract/store/accessions';
import type { NewPacket, PlaceKind } from '@mercato/contract/store/packets';

type Known = Partial<AccessionHeader> & Pick<AccessionHeader, 'kind' | 'species' | 'variety'>;
export interface DemoPacket {
  readonly of: Known;
  /** Years before this one. */
  readonly old: number;
  readonly month: number;
  readonly in: keyof typeof PLACES;
  readonly holds: NewPacket['amount'];
  readonly wrapping?: NewPacket['wrapping'];
  /** Seeds taken for sowing since. */
  readonly sown?: number;
}

export const PLACES = {
  cellar: ['room', 'Cold cellar', null],
  fridge: ['refrigerator', 'Refrigerator', null],
  cupboard: ['cupboard', 'Oak cupboard', 'cellar'],
  drawer1: ['drawer', 'Drawer 1, roots', 'cupboard'],
  drawer2: ['drawer', 'Drawer 2, herbs', 'cupboard'],
  drawer3: ['drawer', 'Drawer 3, beans', 'cupboard'],
  tin: ['box', 'Green tin', 'drawer2'],
  jar: ['box', 'Jar with silica gel', 'fridge'],
} as const satisfies Record<string, readonly [PlaceKind, string, string | null]>;

export const count = (seeds: number) => ({ by: 'count' as const, seeds });
const grams = (text: string) => ({ by: 'mass' as const, text, unit: 'g' as const });
const OWN = { source: 'own harvest', parentsKnown: true, maturity: 'ripe', owner: 'the station' } as const;

const LEEK: Known = {
  ...OWN,
  kind: 'leek',
  species: 'Allium porrum',
  variety: 'Fell Winter',
  breeding: 'cross',
  isolation: 'distance',
  sameSpeciesNear: 'unknown',
  plants: 34,
  neighbours: 'onions two beds off',
  site: { name: 'Tithe field', district: 'Quillmere', elevationM: 120, exposure: 'south', rainfallMm: 760 },
};
const SQUASH: Known = {
  ...OWN,
  kind: 'squash',
  species: 'Cucurbita pepo',
  variety: 'Barn Lantern',
  breeding: 'cross',
  isolation: 'hand-pollinated',
  bagged: true,
  marked: true,
  hour: '06:30',
  sameSpeciesNear: 'yes',
  plants: 5,
  site: { name: 'South terrace', district: 'Quillmere', elevationM: 310, exposure: 'south', rainfallMm: 740 },
};

/** The drawer of the station: kinds that keep long and short, packets counted and weighed, one of bought fruit, one treated. */
export const PACKETS: readonly DemoPacket[] = [
  { of: LEEK, old: 1, month: 9, in: 'drawer1', holds: count(220), sown: 60 },
  { of: LEEK, old: 4, month: 9, in: 'drawer1', holds: count(90) },
  {
    of: { ...OWN, kind: 'parsley', species: 'Petroselinum crispum', variety: 'Mossy', breeding: 'cross' },
    old: 3,
    month: 8,
    in: 'tin',
    holds: grams('4.5'),
  },
  {
    of: {
      ...OWN,
      kind: 'fennel',
      species: 'Foeniculum vulgare',
      variety: 'Quillmere Sweet',
      breeding: 'cross',
      terms: 'for its own site',
      owner: 'the station',
      site: { name: 'Low Fold', district: 'Over Fell', elevationM: 240, exposure: 'west', rainfallMm: 980 },
    },
    old: 2,
    month: 10,
    in: 'tin',
    holds: count(140),
    sown: 40,
  },
  {
    of: { ...OWN, kind: 'borage', species: 'Borago officinalis', variety: '', breeding: 'cross', kept: 'all' },
    old: 1,
    month: 8,
    in: 'drawer2',
    holds: count(75),
  },
  { of: SQUASH, old: 2, month: 10, in: 'jar', holds: count(38), wrapping: 'foil bag', sown: 6 },
  {
    of: {
      kind: 'squash',
      species: 'Cucurbita moschata',
      variety: 'from a market fruit',
      source: 'bought fruit',
      breeding: 'cross',
    },
    old: 1,
    month: 11,
    in: 'drawer3',
    holds: count(52),
  },
  {
    of: {
      ...OWN,
      kind: 'runner bean',
      species: 'Phaseolus coccineus',
      variety: 'Tithe Scarlet',
      breeding: 'cross',
      sameSpeciesNear: 'yes',
      neighbours: 'the next garden grows white ones',
    },
    old: 2,
    month: 10,
    in: 'drawer3',
    holds: grams('180'),
  },
  {
    of: {
      ...OWN,
      kind: 'tomato',
      species: 'Solanum lycopersicum',
      variety: 'Old Bell',
      breeding: 'self',
      sameSpeciesNear: 'yes',
    },
    old: 6,
    month: 9,
    in: 'jar',
    holds: count(64),
    wrapping: 'foil bag',
  },
  {
    of: {
      kind: 'chilli',
      species: 'Capsicum spp.',
      variety: 'Ember',
      source: 'gift',
      from: 'a neighbour at Low Fold',
      breeding: 'cross',
    },
    old: 1,
    month: 9,
    in: 'drawer2',
    holds: count(25),
  },
  {
    of: {
      kind: 'maize',
      species: 'Zea mays',
      variety: 'Field Gold',
      source: 'trade',
      from: 'the co-operative',
      breeding: 'hybrid',
      treated: 'a fungicide dressing',
    },
    old: 2,
    month: 10,
    in: 'drawer3',
    holds: grams('250'),
    wrapping: 'plastic bag',
  },
];
