import { UNKNOWN_HEADER, type AccessionHeader } from '@mercato/contract/store/accessions';
import type { NewPacket, PlaceKind } from '@mercato/contract/store/packets';
import { v7 as uuid } from 'uuid';
import type { Treatment } from '@mercato/contract/quick-tests/rounds';
import { addDays } from '@mercato/core/germination/planTest';
import type { Transaction } from '../database/connect.ts';
import { todayIn } from '../http/session.ts';
import { endBag, keepLook, startRound } from '../quick-tests/rounds.ts';
import { roundView } from '../quick-tests/views.ts';
import { scribe } from '../scribe.ts';
import { addPacket, packetView, writeLine } from '../store/packets.ts';
import { addPlace } from '../store/places.ts';
import { keepTest } from '../store/tests.ts';
import type { Cast } from './germinate.ts';
import { demoCare, demoSowings } from './storeCare.ts';

type Known = Partial<AccessionHeader> & Pick<AccessionHeader, 'kind' | 'species' | 'variety'>;
interface DemoPacket {
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

const PLACES = {
  cellar: ['room', 'Cold cellar', null],
  fridge: ['refrigerator', 'Refrigerator', null],
  cupboard: ['cupboard', 'Oak cupboard', 'cellar'],
  drawer1: ['drawer', 'Drawer 1, roots', 'cupboard'],
  drawer2: ['drawer', 'Drawer 2, herbs', 'cupboard'],
  drawer3: ['drawer', 'Drawer 3, beans', 'cupboard'],
  tin: ['box', 'Green tin', 'drawer2'],
  jar: ['box', 'Jar with silica gel', 'fridge'],
} as const satisfies Record<string, readonly [PlaceKind, string, string | null]>;

const count = (seeds: number) => ({ by: 'count' as const, seeds });
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
const PACKETS: readonly DemoPacket[] = [
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

/** The seed store of the demo: places in each other, harvests with what is known of them, packets, and what was sown. */
export async function demoStore(tx: Transaction, cast: Cast, now: Date, zone: string): Promise<void> {
  const packed: string[] = [];
  const at = (days: number) => scribe(tx, cast.sampler, new Date(now.getTime() - days * 86_400_000));
  const places: Record<string, string> = {};
  for (const [key, [kind, name, inside]] of Object.entries(PLACES))
    places[key] = await addPlace(at(300), { kind, name, parentId: inside === null ? null : (places[inside] ?? null) });
  for (const [i, one] of PACKETS.entries()) {
    const year = now.getUTCFullYear() - one.old;
    const id = await addPacket(at(200 - i), {
      accession: { ...UNKNOWN_HEADER, ...one.of, harvestYear: year, harvestMonth: one.month },
      packet: {
        amount: one.holds,
        packedOn: `${year}-${String(Math.min(12, one.month + 1)).padStart(2, '0')}`,
        supplier: one.of.source === 'trade' ? (one.of.from ?? '') : '',
        wrapping: one.wrapping ?? 'paper',
        placeId: places[one.in] ?? null,
        note: '',
      },
    });
    packed.push(id);
    if (one.sown !== undefined)
      await writeLine(
        at(150 - i),
        id,
        { what: 'take', amount: count(one.sown), use: 'sowing', to: 'the long bed' },
        (await packetView(tx, id)).version,
      );
  }
  await demoRound(tx, cast, packed, now, zone);
  await demoTests(tx, cast, packed, now, zone);
  await demoSowings(tx, cast, packed, now, todayIn(now, zone));
  const { cellar = '', fridge = '', jar = '' } = places;
  await demoCare(tx, cast, { cellar, fridge, jar }, packed.at(-1) ?? '', now);
}

/** Days ago, seeds, and what was seen on which day since: of the packets above, by their place in the list. */
const LAID_OUT = 13;
const SEEN: readonly {
  readonly packet: number | null;
  readonly seeds: number;
  readonly treatment?: Treatment;
  readonly looks: readonly (readonly [daysAgo: number, sprouted: number, mould?: boolean])[];
}[] = [
  {
    packet: 0,
    seeds: 20,
    looks: [
      [6, 5],
      [4, 8],
      [2, 3],
    ],
  },
  {
    packet: 1,
    seeds: 20,
    looks: [
      [6, 0],
      [4, 2],
      [2, 1, true],
    ],
  },
  {
    packet: null,
    seeds: 20,
    looks: [
      [6, 9],
      [4, 8],
    ],
  },
  {
    packet: 3,
    seeds: 20,
    looks: [
      [5, 2],
      [1, 6],
    ],
  },
  {
    packet: 8,
    seeds: 10,
    looks: [
      [7, 3],
      [5, 5],
    ],
  },
  { packet: 4, seeds: 15, looks: [[3, 0]] },
  { packet: 7, seeds: 10, looks: [[4, 0]] },
  { packet: 7, seeds: 10, treatment: 'scratched', looks: [[4, 4]] },
];

/** Tests of years, by packet: how old the seed was, years after its harvest, and of 50 how many sprouted. */
const RETESTS: readonly (readonly [packet: number, years: number, sprouted: number])[] = [
  [1, 0.4, 47],
  [1, 1.4, 43],
  [1, 2.4, 33],
  [1, 3.4, 24],
  [0, 0.5, 46],
  [5, 0.5, 48],
  [5, 1.5, 47],
  [7, 0.4, 45],
  [7, 1.5, 41],
];
/** What sank of 20, and what came up of 60 in the field. */
const OTHERWISE: readonly (readonly [packet: number, sank: number, cameUp: number])[] = [
  [0, 18, 38],
  [1, 17, 21],
  [5, 19, 44],
  [7, 20, 33],
];

async function demoTests(
  tx: Transaction,
  cast: Cast,
  packed: readonly string[],
  now: Date,
  zone: string,
): Promise<void> {
  const by = { ...scribe(tx, cast.sampler, now), now };
  const today = todayIn(now, zone);
  for (const [index, years, hits] of RETESTS) {
    const one = PACKETS[index];
    if (!one) continue;
    const harvest = `${now.getUTCFullYear() - one.old}-${String(one.month).padStart(2, '0')}-01`;
    const on = addDays(harvest, Math.round(years * 365));
    await keepTest(by, packed[index] ?? '', {
      what: 'towel',
      on: on < today ? on : today,
      seeds: 50,
      hits,
      minutes: null,
      note: '',
    });
  }
  for (const [index, sank, cameUp] of OTHERWISE) {
    await keepTest(by, packed[index] ?? '', {
      what: 'float',
      on: addDays(today, -14),
      seeds: 20,
      hits: sank,
      minutes: 15,
      note: '',
    });
    await keepTest(by, packed[index] ?? '', {
      what: 'field',
      on: addDays(today, -160),
      seeds: 60,
      hits: cameUp,
      minutes: null,
      note: '',
    });
  }
}

/** One round under way: leek young, old and fresh beside each other, a scratched arm beside an untreated one. */
async function demoRound(
  tx: Transaction,
  cast: Cast,
  packed: readonly string[],
  now: Date,
  zone: string,
): Promise<void> {
  const today = todayIn(now, zone);
  const at = (daysAgo: number) => scribe(tx, cast.sampler, new Date(now.getTime() - daysAgo * 86_400_000));
  const roundId = await startRound(at(LAID_OUT), {
    name: 'Before the winter sowing',
    startedOn: addDays(today, -LAID_OUT),
    warmthC: { low: 18, high: 21 },
    light: 'light',
    bags: SEEN.map(({ packet, seeds, treatment = 'untreated' }) => ({
      packetId: packet === null ? null : (packed[packet] ?? null),
      ...(packet === null ? { kind: 'leek', species: 'Allium porrum' } : {}),
      seeds,
      treatment,
      control: packet === null,
    })),
  });
  const { bagsOf } = await roundView(tx, roundId, now);
  for (const [i, { looks }] of SEEN.entries())
    for (const [daysAgo, sprouted, mould = false] of looks)
      await keepLook(at(daysAgo), bagsOf[i]?.id ?? '', uuid(), {
        on: addDays(today, -daysAgo),
        sprouted,
        water: 'moist',
        mould,
        thrives: null,
        note: '',
      });
  // The tomatoes came up long before their last day: that bag has ended.
  await endBag(at(1), bagsOf[4]?.id ?? '', { on: addDays(today, -1), answers: {} });
}
