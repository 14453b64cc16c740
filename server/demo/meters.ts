import type { NewCalibration } from '@mercato/contract/moisture/meters';
import type { Transaction } from '../database/connect.ts';
import { listDevices } from '../devices/devices.ts';
import { addMeter, calibrate, checkMeter, hearMeter, readMeters } from '../moisture/meters.ts';
import { addDays } from '@mercato/core/units/days';
import { scribe } from '../scribe.ts';
import type { Cast } from './scene.ts';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** What the meter showed, and what the oven said: invented. */
const PAIRS: readonly (readonly [string, readonly (readonly [number, number])[]])[] = [
  [
    'Trifolium pratense',
    [
      [7.1, 7.6],
      [8, 8.3],
      [8.9, 9.4],
      [9.6, 10],
      [10.4, 11],
      [11.3, 11.6],
      [12.1, 12.7],
      [13, 13.3],
    ],
  ],
  [
    'Avena sativa',
    [
      [9.2, 9],
      [10.4, 10.3],
      [11.5, 11.2],
      [12.8, 12.7],
      [13.6, 13.3],
      [14.9, 14.8],
    ],
  ],
];
/** Meter less oven, check by check; the last one has gone astray. */
const CHECKS = [0.1, -0.1, 0, 0.2, -0.1, 0.1, 0, -0.2, 0.1, 0, 0.1, 0.9] as const;

/** A moisture meter with its calibrations, and how it was held against the oven since. */
export async function demoMeters(tx: Transaction, cast: Cast, now: Date): Promise<void> {
  const ago = (who: keyof Cast, ms: number) => scribe(tx, cast[who], new Date(now.getTime() - ms));
  await addMeter(ago('lead', 70 * DAY), 'bench meter');
  const today = now.toISOString().slice(0, 10);
  const [meter] = (await readMeters(tx, today)).meters;
  if (!meter) return;
  const [cell] = (await listDevices(tx)).filter((one) => one.kind === 'meter');
  if (cell) await hearMeter(ago('lead', 69 * DAY), meter.id, cell.id);
  for (const [i, [species, pairs]] of PAIRS.entries()) {
    const body: NewCalibration = {
      species,
      degree: 1,
      validUntil: addDays(today, 300),
      pairs: pairs.map(([meterPercent, ovenPercent]) => ({ meterPercent, ovenPercent })),
    };
    await calibrate(ago('lead', 66 * DAY - i * HOUR), meter.id, body);
  }
  for (const [i, off] of CHECKS.entries()) {
    const seenOn = addDays(today, -5 * (CHECKS.length - i));
    const ovenPercent = Number((9.2 + (i % 5) * 0.4).toFixed(1));
    await checkMeter(ago('analyst', (CHECKS.length - i) * 5 * DAY), meter.id, {
      species: 'Trifolium pratense',
      seenOn,
      meterPercent: Number((ovenPercent + off).toFixed(1)),
      ovenPercent,
    });
  }
}
