import { v7 as uuid } from 'uuid';
import type { Treatment } from '@mercato/contract/quick-tests/rounds';
import { addDays } from '@mercato/core/units/days';
import type { Transaction } from '../database/connect.ts';
import { todayIn } from '../http/day.ts';
import { endBag, keepLook } from '../quick-tests/rounds.ts';
import { startRound } from '../quick-tests/startRound.ts';
import { roundView } from '../quick-tests/views.ts';
import { scribe } from '../scribe.ts';
import { keepTest } from '../store/tests.ts';
import type { Cast } from './germinate.ts';
import { PACKETS } from './storePackets.ts';

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

export async function demoTests(
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
export async function demoRound(
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
