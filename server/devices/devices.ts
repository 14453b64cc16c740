import { and, asc, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import {
  DEVICE_FAULTS,
  type DeviceAct,
  type DeviceChange,
  type DeviceView,
  type NewDevice,
} from '@mercato/contract/devices/devices';
import type { DeviceKind } from '@mercato/core/devices/watchDevice';
import { brokeConstraint, forUpdate, type Reader, type Transaction } from '../database/connect.ts';
import { checkVersion } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { namesOf } from '../register/people.ts';
import { device } from './tables.ts';

type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>;
export type Device = typeof device.$inferSelect;

export async function listDevices(tx: Reader): Promise<DeviceView[]> {
  const rows = await tx.select().from(device).orderBy(asc(device.kind), asc(device.name));
  return rows.map(({ id, version, name, kind, address, simulated }) => ({
    id,
    version,
    name,
    kind,
    address,
    simulated,
  }));
}

/** @throws {Fault} 404 */
export async function deviceById(tx: Reader, id: string): Promise<Device> {
  const [row] = await tx.select().from(device).where(eq(device.id, id));
  if (!row) throw fault('not-found', 'devices.no-such-device');
  return row;
}

const taken = (error: unknown) =>
  brokeConstraint(error) ? fault('conflict', 'devices.another-device-name', 'name') : error;

/** Sets a device up; `simulated` is for the stand-ins of the demo alone. */
export async function addDevice({ tx, hand, audit }: Write, body: NewDevice, simulated = false): Promise<string> {
  const id = uuid();
  await tx
    .insert(device)
    .values({ id, ...body, simulated, version: 1, updatedBy: hand.personId, updatedAt: hand.at })
    .catch((error: unknown) => {
      throw taken(error);
    });
  await audit({ act: { is: 'device-set-up' }, subject: `device ${body.name}`, after: body });
  return id;
}

export async function changeDevice(
  { tx, hand, audit }: Write,
  id: string,
  { reason, ...body }: DeviceChange,
  seenVersion: number | null,
): Promise<void> {
  const [row] = await forUpdate(tx, tx.select().from(device).where(eq(device.id, id)));
  if (!row) throw fault('not-found', 'devices.no-such-device');
  checkVersion(seenVersion, row, (await namesOf(tx)).get(row.updatedBy) ?? 'somebody');
  await tx
    .update(device)
    .set({ ...body, version: row.version + 1, updatedBy: hand.personId, updatedAt: hand.at })
    .where(eq(device.id, id))
    .catch((error: unknown) => {
      throw taken(error);
    });
  await audit({
    act: { is: 'device-changed' },
    subject: `device ${body.name}`,
    before: { name: row.name, address: row.address },
    after: body,
    reason,
  });
}

/** Which kind takes which act, and what a real one takes too. */
const TAKES: Readonly<Record<DeviceAct['what'], readonly DeviceKind[]>> = {
  set: ['oven'],
  start: ['counter'],
  clear: ['counter'],
  door: ['oven'],
  pour: ['meter'],
  empty: ['meter'],
  load: ['counter'],
  fault: ['oven', 'meter', 'counter'],
};
const REAL: readonly DeviceAct['what'][] = ['set', 'start', 'clear'];

/**
 * The line that an act is sent as.
 * @throws {Fault} 409 where the device takes no such act
 */
export function lineOf({ kind, simulated }: Device, act: DeviceAct): string {
  const faults: readonly string[] = DEVICE_FAULTS[kind];
  if (!TAKES[act.what].includes(kind) || (act.what === 'fault' && !faults.includes(act.fault)))
    throw fault('conflict', 'devices.device-takes-no-such', 'what');
  if (!simulated && !REAL.includes(act.what)) throw fault('conflict', 'devices.real-device', 'what');
  switch (act.what) {
    case 'set':
      return `SET ${act.degrees}`;
    case 'start':
      return `START ${act.seeds}`;
    case 'door':
      return `DOOR ${act.door}`;
    case 'pour':
      return `POUR ${act.percent} ${act.seedC}`;
    case 'load':
      return `LOAD ${act.seeds}`;
    case 'fault':
      return `FAULT ${act.fault}`;
    case 'clear':
      return 'CLEAR';
    case 'empty':
      return 'EMPTY';
  }
}

/**
 * Names the device that figures came from.
 * @throws {Fault} 422 for one that is none, or of another kind
 */
export async function deviceNamed(
  tx: Reader,
  id: string | undefined,
  kind: DeviceKind,
  path: string,
): Promise<string | null> {
  if (id === undefined) return null;
  const [row] = await tx
    .select({ name: device.name })
    .from(device)
    .where(and(eq(device.id, id), eq(device.kind, kind)));
  if (!row) throw fault('invalid', 'devices.no-such-device', path);
  return row.name;
}

/** Keeps the stand-ins of the demo where they listen this time. */
export async function pointDevices(tx: Transaction, ports: Readonly<Record<string, number>>): Promise<void> {
  for (const kind of ['oven', 'meter', 'counter'] as const)
    if (ports[kind] !== undefined)
      await tx
        .update(device)
        .set({ address: `tcp://127.0.0.1:${ports[kind]}` })
        .where(and(eq(device.simulated, true), eq(device.kind, kind)));
}
