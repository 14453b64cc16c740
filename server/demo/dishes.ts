import { eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { NewTrial } from '@mercato/contract/germination/germination';
import { TREATMENT_FACTS, type Treatment } from '@mercato/core/germination/treatments';
import { addDays } from '@mercato/core/units/days';
import { NO_COUNTS, type Counts } from '@mercato/core/units/seedCounts';
import type { Transaction } from '../database/connect.ts';
import { countDish, openDishes } from '../germination/count.ts';
import { moveDish, recountDish } from '../germination/dishActs.ts';
import { setUpTrial } from '../germination/setUp.ts';
import { lockLot } from '../register/lots.ts';
import { vessel } from '../register/tables.ts';
import type { BenchTest } from '../register/tests.ts';
import { drawWorkingSample } from '../sampling/receive.ts';
import { scribe } from '../scribe.ts';
import { addPlace } from '../store/places.ts';
import { climateReading, storePlace } from '../store/tables.ts';
import type { Cast, Scene } from './scene.ts';

/** A lot whose seed is tried by several treatments side by side. */
export const TRIED = 'QM-0407';
/** A lot whose dishes stood too warm for an afternoon. */
export const WARMED = 'QM-0405';
/** A lot of which a second hand counted a dish otherwise. */
export const DISPUTED = 'QM-0401';

const CABINETS = [
  ['Cabinet 2', ['Shelf A', 'Shelf B', 'Shelf C']],
  ['Cabinet 3', ['Shelf A', 'Shelf B']],
] as const;
const DISHES_EACH = 48;

/** The germination room with its cabinets and shelves. */
export async function demoCabinets(tx: Transaction, cast: Cast, now: Date): Promise<void> {
  const hand = scribe(tx, cast.lead, new Date(now.getTime() - 400 * DAY_MS));
  const room = await addPlace(hand, { kind: 'room', name: 'Germination room', parentId: null });
  for (const [cabinet, shelves] of CABINETS) {
    const parentId = await addPlace(hand, { kind: 'cabinet', name: cabinet, parentId: room });
    for (const name of shelves) await addPlace(hand, { kind: 'shelf', name, parentId, dishPlaces: DISHES_EACH });
  }
}

const DAY_MS = 86_400_000;
const HOUR_MS = 3_600_000;

async function shelvesOf(tx: Transaction, cabinet: string): Promise<string[]> {
  const [whole] = await tx.select().from(storePlace).where(eq(storePlace.name, cabinet));
  if (!whole) return [];
  const shelves = await tx.select().from(storePlace).where(eq(storePlace.parentId, whole.id));
  return shelves.sort((a, b) => a.name.localeCompare(b.name)).map((one) => one.id);
}

/** Puts the dishes of a test on a shelf of a cabinet: a shelf for each lot in turn. */
export async function putAway(scene: Scene, test: BenchTest, cabinet: string, day: string): Promise<void> {
  const { tx, cast, at } = scene;
  const shelves = await shelvesOf(tx, cabinet);
  const hand = scribe(tx, cast.analyst, at(day, 9.5));
  const dishes = (await tx.select().from(vessel).where(eq(vessel.parentId, test.vesselId))).sort(
    (a, b) => a.number - b.number,
  );
  const shelf = shelves[Number(scene.demo.reference.slice(-2)) % shelves.length] ?? '';
  for (const dish of dishes) await moveDish(hand, dish, shelf);
}

/** What the logger of a cabinet saw hour by hour: at its temperature, but for one warm afternoon. */
export async function warmAfternoon({ tx, setUp, finalDay, at, method }: Scene): Promise<void> {
  const degrees = (method?.temperatures?.value[0] ?? '20').split('<=>').map(Number);
  const [low, high] = [Math.min(...degrees), Math.max(...degrees)];
  const [cabinet] = await tx.select().from(storePlace).where(eq(storePlace.name, 'Cabinet 3'));
  if (!cabinet) return;
  const from = at(setUp, 0).getTime();
  const warm = from + 3 * DAY_MS + 13 * HOUR_MS;
  const rows = Array.from({ length: (finalDay + 1) * 24 }, (_, i) => {
    const time = from + i * HOUR_MS;
    const outside = time >= warm && time < warm + 5 * HOUR_MS;
    // Eight hours of the day at the higher of two temperatures.
    const asked = i % 24 >= 8 && i % 24 < 16 ? high : low;
    const shown = outside ? high + 5.4 + ((i * 7) % 5) / 10 : asked - 0.3 + ((i * 13) % 7) / 10;
    return {
      id: uuid(),
      placeId: cabinet.id,
      at: new Date(time),
      temperatureC: shown.toFixed(1),
      humidityPercent: null,
    };
  });
  await tx.insert(climateReading).values(rows);
}

/** A second hand called two seedlings of a dish otherwise. */
export async function dispute({ tx, lot, cast, at, setUp, finalDay }: Scene, test: BenchTest): Promise<void> {
  const hand = scribe(tx, cast.lead, at(addDays(setUp, finalDay), 15));
  const open = await openDishes(tx, await lockLot(tx, lot.id), hand.now);
  const dish = open.file.vessels.find((one) => one.parentId === test.vesselId && one.number === 4);
  const count = open.rows.counts.findLast((row) => row.subject === dish?.id && row.final);
  if (!dish || !count) return;
  const { normal, abnormal, hard, fresh, dead } = count;
  const called = { normal: normal - 3, abnormal: abnormal + 3, hard, fresh, dead };
  await recountDish(hand, open.file.lot, dish, finalDay, { counts: called });
}

const ARMS: readonly {
  readonly name: Treatment;
  readonly days?: number;
  readonly shift: number;
  readonly fresh: number;
}[] = [
  { name: 'untreated', shift: 0, fresh: 15 },
  { name: 'pre-chill', shift: 15, fresh: 2 },
  { name: 'kno3', shift: 9, fresh: 7 },
];

/** Untreated seed, pre-chilled seed and seed on nitrate side by side, dealt to the shelves of a cabinet. */
export async function tryArms(scene: Scene): Promise<void> {
  const { tx, lot, cast, demo, method, setUp, firstDay, finalDay, at } = scene;
  const setting = scribe(tx, cast.analyst, at(setUp, 9));
  const vessels: string[] = [];
  for (const _ of ARMS)
    vessels.push(
      (await drawWorkingSample(setting, await lockLot(tx, lot.id), { purpose: 'germination', mass: null, seeds: 400 }))
        .id,
    );
  const plan: NewTrial = {
    substrate: method?.substrates?.value[0] ?? 'TP',
    temperature: method?.temperatures?.value[0] ?? '20<=>30',
    setUpDate: setUp,
    firstCountDay: firstDay,
    finalCountDay: finalDay,
    dishes: 4,
    seedsPerDish: 100,
    place: '',
    shelves: await shelvesOf(tx, 'Cabinet 2'),
    dealSeed: 20_260,
    arms: ARMS.map(({ name }, i) => ({
      vesselId: vessels[i] ?? '',
      name,
      treatment: TREATMENT_FACTS[name].printed,
      prechillDays: TREATMENT_FACTS[name].daysBefore,
      control: false,
    })),
  };
  const tests = await setUpTrial(setting, plan);
  for (const [i, { name, shift, fresh }] of ARMS.entries()) {
    const test = tests[i];
    if (!test) continue;
    const warm = addDays(setUp, TREATMENT_FACTS[name].daysBefore);
    const dishes = (await tx.select().from(vessel).where(eq(vessel.parentId, test.vesselId))).sort(
      (a, b) => a.number - b.number,
    );
    for (const [day, final] of [
      [firstDay, false],
      [finalDay, true],
    ] as const) {
      const counting = scribe(tx, cast.analyst, at(addDays(warm, day), 10));
      for (const dish of dishes) {
        const normal = Math.min(99 - fresh, demo.dish[0] + shift + ((dish.number * 5 + i) % 4) - 1);
        const first = Math.floor(normal * 0.55);
        const abnormal = demo.dish[1];
        const rest: Counts = {
          normal: normal - first,
          abnormal,
          hard: 0,
          fresh,
          dead: 100 - normal - abnormal - fresh,
        };
        await countDish(counting, await openDishes(tx, lot, counting.now), dish.id, day, {
          counts: final ? rest : { ...NO_COUNTS, normal: first },
          closed: true,
          final,
          entry: 'typed',
        });
      }
    }
  }
}
