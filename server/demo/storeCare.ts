import { NOTHING_SAID } from '@mercato/contract/store/lists';
import { addDays } from '@mercato/core/units/days';
import { setClimate, writePlaceLine } from '../air/place.ts';
import type { Transaction } from '../database/connect.ts';
import { scribe } from '../scribe.ts';
import { addPlan } from '../sowing/plans.ts';
import { startBatch, writeBatch } from '../storage/batches.ts';
import { bringIn } from '../store/bringIn.ts';
import { addList, sayHow } from '../store/lists.ts';
import { addPlace } from '../store/places.ts';
import type { Cast } from './germinate.ts';

const HOUR = 3_600_000;
const BAND = { leastPercent: null, graceMinutes: 120, silentMinutes: 24 * 60 };

/** The air of the store: a refrigerator with a logger, a cellar with a logger's file, a jar whose gel is due, seed that dries. */
export async function demoCare(
  tx: Transaction,
  cast: Cast,
  places: Readonly<Record<'cellar' | 'fridge' | 'jar', string>>,
  drying: string,
  now: Date,
): Promise<void> {
  const at = (hours: number) => scribe(tx, cast.lead, new Date(now.getTime() - hours * HOUR));
  // Where its logger listens is known once it runs.
  await setClimate(
    at(900),
    places.fridge,
    { band: { ...BAND, leastC: 1, mostC: 8, mostPercent: 55 }, logger: 'tcp://127.0.0.1:1' },
    1,
    true,
  );
  await setClimate(
    at(900),
    places.cellar,
    { band: { ...BAND, leastC: 4, mostC: 13, mostPercent: 65 }, logger: '' },
    1,
    true,
  );
  const list = await addList(at(3), {
    name: 'cellar.csv',
    placeId: places.cellar,
    base64: Buffer.from(cellarLog(now)).toString('base64'),
  });
  await sayHow(
    at(3),
    list,
    { ...NOTHING_SAID, columns: ['time', 'temperature', 'humidity'], clock: 'universal', degrees: 'C' },
    1,
  );
  await bringIn(at(3), list, 2);
  await writePlaceLine(
    at(46 * 24),
    places.jar,
    { what: 'desiccant', stuff: 'silica gel that shows its state', massG: 40, lookEveryDays: 30 },
    1,
  );
  await writePlaceLine(at(35 * 24), places.jar, { what: 'seen', state: 'turning' }, 2);
  await writePlaceLine(
    at(30),
    places.cellar,
    { what: 'door', at: new Date(now.getTime() - 31 * HOUR).toISOString(), minutes: 25, why: 'carried the harvest in' },
    2,
  );

  const chamber = await addPlace(at(300), { parentId: places.cellar, kind: 'chamber', name: 'Drying chamber' });
  const batch = await startBatch(at(12 * 24), {
    what: 'drying',
    placeId: chamber,
    packets: [drying],
    hours: 30 * 24,
    massG: 250,
    moisturePercent: 13,
    targetPercent: 7,
    shutAirPercent: null,
    bags: 0,
    anyway: '',
  });
  for (const [i, [days, massG]] of (
    [
      [9, 243.1],
      [5, 238.6],
      [1, 236.2],
    ] as const
  ).entries())
    await writeBatch(at(days * 24), batch, { what: 'weighed', massG }, i + 1);
}

/** Invented: a cellar that is damp for two days after rain. */
function cellarLog(now: Date): string {
  const lines = ['time,temperature,humidity'];
  const start = Math.floor(now.getTime() / (3 * HOUR)) * 3 * HOUR - 28 * 24 * HOUR;
  for (let at = start; at < now.getTime() - 4 * HOUR; at += 3 * HOUR) {
    const day = (at - start) / (24 * HOUR);
    const rain = day > 15 && day < 17 ? Math.sin(((day - 15) / 2) * Math.PI) : 0;
    const heat = 10.4 + 0.7 * Math.sin(day * 2 * Math.PI) - day * 0.06;
    const damp = 57 + 2 * Math.sin(day * 1.7) + 16 * rain;
    lines.push(`${new Date(at).toISOString().slice(0, 16)},${heat.toFixed(1)},${damp.toFixed(0)}`);
  }
  return lines.join('\n');
}

/** Sowings to come: one that has its test to start now, one in successions, one with a single chance. */
export async function demoSowings(
  tx: Transaction,
  cast: Cast,
  packets: readonly string[],
  now: Date,
  today: string,
): Promise<void> {
  const by = scribe(tx, cast.lead, now);
  const plan = { note: '', buyDays: 10, sowings: 1, everyDays: 0, oneChance: false };
  await addPlan(by, {
    ...plan,
    kind: 'leek',
    species: 'Allium porrum',
    packetId: packets[1] ?? null,
    from: addDays(today, 40),
    to: addDays(today, 75),
    testDays: 14,
    sowings: 2,
    everyDays: 21,
  });
  await addPlan(by, {
    ...plan,
    kind: 'parsley',
    species: 'Petroselinum crispum',
    packetId: packets[2] ?? null,
    from: addDays(today, 62),
    to: addDays(today, 70),
    testDays: 28,
    oneChance: true,
  });
  await addPlan(by, {
    ...plan,
    kind: 'squash',
    species: 'Cucurbita pepo',
    packetId: packets[5] ?? null,
    from: addDays(today, 150),
    to: addDays(today, 180),
    testDays: 8,
  });
}
