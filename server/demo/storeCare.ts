import type { NewSowingPlan } from '@mercato/contract/sowing/plans';
import { NOTHING_SAID } from '@mercato/contract/store/lists';
import { addDays } from '@mercato/core/units/days';
import { setClimate, writePlaceLine } from '../air/place.ts';
import { addPlan } from '../sowing/plans.ts';
import { startBatch, writeBatch } from '../storage/batches.ts';
import { bringIn } from '../store/bringIn.ts';
import { addList, sayHow } from '../store/lists.ts';
import { addPlace } from '../store/places.ts';
import { INVENTED } from './invented.ts';
import type { StoreScene } from './scene.ts';

const HOUR = 3_600_000;
const BAND = { leastPercent: null, graceMinutes: 120, silentMinutes: 24 * 60 };

/** The air of the store: a refrigerator with a logger, a cellar with a logger's file, a jar whose gel is due, seed that dries. */
export async function demoCare(
  { now, packets, ago }: StoreScene,
  places: Readonly<Record<'cellar' | 'fridge' | 'jar', string>>,
): Promise<void> {
  const at = (days: number) => ago('lead', days);
  // Where its logger listens is known once it runs.
  const fridge = { band: { ...BAND, leastC: 1, mostC: 8, mostPercent: 55 }, logger: 'tcp://127.0.0.1:1' };
  await setClimate(at(37.5), places.fridge, fridge, 1, true);
  const cellar = { band: { ...BAND, leastC: 4, mostC: 13, mostPercent: 65 }, logger: '' };
  await setClimate(at(37.5), places.cellar, cellar, 1, true);
  const list = await addList(at(0.125), {
    name: 'cellar.csv',
    placeId: places.cellar,
    base64: Buffer.from(cellarLog(now)).toString('base64'),
  });
  const columns = ['time', 'temperature', 'humidity'] as const;
  await sayHow(at(0.125), list, { ...NOTHING_SAID, columns, clock: 'universal', degrees: 'C' }, 1);
  await bringIn(at(0.125), list, 2);
  const gel = { what: 'desiccant', stuff: 'silica gel that shows its state', massG: 40, lookEveryDays: 30 } as const;
  await writePlaceLine(at(46), places.jar, gel, 1);
  await writePlaceLine(at(35), places.jar, { what: 'seen', state: 'turning' }, 2);
  const opened = new Date(now.getTime() - 31 * HOUR).toISOString();
  const door = { what: 'door', at: opened, minutes: 25, why: 'carried the harvest in' } as const;
  await writePlaceLine(at(1.25), places.cellar, door, 2);

  const chamber = await addPlace(at(12.5), { parentId: places.cellar, kind: 'chamber', name: 'Drying chamber' });
  const batch = await startBatch(at(12), {
    what: 'drying',
    placeId: chamber,
    packets: packets.slice(-1),
    hours: 30 * 24,
    massG: 250,
    moisturePercent: 13,
    targetPercent: 7,
    shutAirPercent: null,
    bags: 0,
    anyway: '',
  });
  for (const [i, [days, massG]] of INVENTED.drying.entries())
    await writeBatch(at(days), batch, { what: 'weighed', massG }, i + 1);
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
export async function demoSowings({ today, packets, ago }: StoreScene): Promise<void> {
  const plan = { note: '', buyDays: 10, sowings: 1, everyDays: 0, oneChance: false };
  const sow = (
    packet: number,
    from: number,
    to: number,
    more: Pick<NewSowingPlan, 'kind' | 'species' | 'testDays'> & Partial<NewSowingPlan>,
  ) =>
    addPlan(ago('lead', 0), {
      ...plan,
      packetId: packets[packet] ?? null,
      from: addDays(today, from),
      to: addDays(today, to),
      ...more,
    });
  await sow(1, 40, 75, { kind: 'leek', species: 'Allium porrum', testDays: 14, sowings: 2, everyDays: 21 });
  await sow(2, 62, 70, { kind: 'parsley', species: 'Petroselinum crispum', testDays: 28, oneChance: true });
  await sow(5, 150, 180, { kind: 'squash', species: 'Cucurbita pepo', testDays: 8 });
}
