import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DeviceList, DeviceShown } from '@mercato/contract/devices/devices';
import type { MetersView } from '@mercato/contract/moisture/meters';
import type { MoistureView } from '@mercato/contract/moisture/moisture';
import type { OvensView } from '@mercato/contract/moisture/ovens';
import type { WeightView } from '@mercato/contract/weight/weight';
import { serveTalker } from '../../devices/serveTalker.ts';
import { SimulatedCounter } from '../../devices/simulatedCounter.ts';
import { SimulatedMeter } from '../../devices/simulatedMeter.ts';
import { SimulatedOven } from '../../devices/simulatedOven.ts';
import { useHands } from '../testing/hands.ts';
import { clovers, grams } from '../testing/samples.ts';
import { firstFault } from '../testing/shed.ts';
import { LOADED } from '../testing/tins.ts';
import { addDevice, type Device, lineOf } from './devices.ts';
import { hearDevice, shownTo } from './deviceWatch.ts';
import { DeviceHub } from './hub.ts';

const hands = useHands();
const ids: Record<string, string> = {};
const add = (body: object) => hands.lead.post<DeviceList>('/devices', body);

describe('the register of devices', () => {
  it('is kept by the lead, with names and addresses that can stand', async () => {
    const oven = { name: 'oven 1', kind: 'oven', address: 'tcp://127.0.0.1:9' };
    expect((await hands.analyst.post('/devices', oven)).status).toBe(403);
    for (const one of [oven, { ...oven, name: 'cell', kind: 'meter' }, { ...oven, name: 'counter', kind: 'counter' }])
      expect((await add(one)).status).toBe(201);
    const { devices } = (await hands.analyst.get<DeviceList>('/devices')).body;
    expect(devices).toMatchObject([
      { name: 'counter', kind: 'counter', simulated: false, version: 1 },
      { name: 'cell', kind: 'meter' },
      { name: 'oven 1', kind: 'oven', address: 'tcp://127.0.0.1:9' },
    ]);
    for (const one of devices) ids[one.kind] = one.id;
    expect(firstFault(await add(oven))).toEqual([409, 'name', 'Another device has this name.']);
    for (const [change, path] of [
      [{ address: 'http://x' }, 'address'],
      [{ address: 'serial' }, 'address'],
      [{ address: 'tcp://h:65536' }, 'address'],
      [{ kind: 'kettle' }, 'kind'],
      [{ name: '' }, 'name'],
    ] as const)
      expect((await add({ ...oven, name: 'another', ...change })).body).toMatchObject({
        status: 422,
        errors: [{ path }],
      });
  });
  it('is changed with a reason, by whoever saw it as it is', async () => {
    const change = (body: object, version: number, id = ids.oven) =>
      hands.lead.put<DeviceList>(`/devices/${id}`, { name: 'oven 1', address: 'tcp://127.0.0.1:10', ...body }, version);
    expect((await change({}, 1)).body).toMatchObject({ status: 422, errors: [{ path: 'reason' }] });
    expect((await change({ reason: 'moved' }, 2)).status).toBe(412);
    expect(firstFault(await change({ reason: 'moved', name: 'cell' }, 1)).slice(0, 2)).toEqual([409, 'name']);
    expect((await change({ reason: 'moved' }, 1)).body.devices.find(({ kind }) => kind === 'oven')).toMatchObject({
      version: 2,
      address: 'tcp://127.0.0.1:10',
    });
    expect((await change({ reason: 'moved' }, 1, '00000000-0000-7000-8000-000000000000')).status).toBe(404);
  });
  it('lets a real device be set and started, and only a stand-in be handled', async () => {
    const of = (kind: Device['kind'], simulated: boolean) => ({ kind, simulated }) as Device;
    expect(lineOf(of('oven', false), { what: 'set', degrees: 130 })).toBe('SET 130');
    expect(lineOf(of('counter', false), { what: 'start', seeds: 0 })).toBe('START 0');
    expect(lineOf(of('counter', false), { what: 'clear' })).toBe('CLEAR');
    for (const [kind, act, line] of [
      ['oven', { what: 'door', door: 'open' }, 'DOOR open'],
      ['oven', { what: 'fault', fault: 'heater' }, 'FAULT heater'],
      ['meter', { what: 'pour', percent: 11.4, seedC: 21 }, 'POUR 11.4 21'],
      ['meter', { what: 'empty' }, 'EMPTY'],
      ['counter', { what: 'load', seeds: 700 }, 'LOAD 700'],
    ] as const) {
      expect(lineOf(of(kind, true), act)).toBe(line);
      expect(() => lineOf(of(kind, false), act)).toThrow('A real device');
    }
    for (const [kind, act] of [
      ['meter', { what: 'set', degrees: 130 }],
      ['oven', { what: 'fault', fault: 'jam' }],
      ['counter', { what: 'door', door: 'shut' }],
    ] as const)
      expect(() => lineOf(of(kind, true), act)).toThrow('takes no such command');
    // Nothing listens there.
    const far = await hands.analyst.post(`/devices/${ids.oven}/acts`, { what: 'set', degrees: 103 });
    expect(firstFault(far).slice(0, 2)).toEqual([409, 'what']);
    expect((await hands.analyst.post(`/devices/${ids.oven}/acts`, { what: 'set', degrees: 29 })).status).toBe(422);
  });
});

describe('devices over the network', () => {
  const now = Date.now();
  const hub = new DeviceHub();
  const served: { stop: () => Promise<void> }[] = [];
  const shown: Partial<Record<Device['kind'], DeviceShown>> = {};
  let told = 0;
  beforeAll(async () => {
    for (const [kind, talker] of [
      ['oven', new SimulatedOven('o', now)],
      ['meter', new SimulatedMeter('m', () => 0.5)],
      ['counter', new SimulatedCounter('c')],
    ] as const) {
      const one = await serveTalker(talker, 0, 50);
      served.push(one);
      const tell = shownTo(
        { least: '101', most: '105', since: new Date(now - 3_600_000).toISOString() },
        (next: DeviceShown) => {
          shown[kind] = next;
          told += 1;
          return true;
        },
      );
      hub.listen(kind, hearDevice({ kind, address: `tcp://127.0.0.1:${one.port}` } as Device), (state) => tell(state));
    }
  });
  afterAll(async () => {
    hub.stop();
    for (const one of served) await one.stop();
  });
  const until = (kind: Device['kind'], what: (of: never) => boolean) =>
    expect.poll(() => shown[kind] !== undefined && what(shown[kind] as never), { timeout: 20_000 }).toBe(true);

  it('an oven tells its log of before it was looked at, and since when it is back after its door', async () => {
    type Oven = Extract<DeviceShown, { is: 'oven' }>;
    await until('oven', (of: Oven) => of.seen !== null && of.seen.opened === 0 && of.seen.outsideMinutes === 0);
    hub.send('oven', 'DOOR open');
    await until('oven', (of: Oven) => of.shows?.door === 'open' && of.backAt === null);
    hub.send('oven', 'DOOR shut');
    await until('oven', (of: Oven) => of.shows?.door === 'shut' && of.seen?.opened === 1);
  });
  it('a meter tells what was poured, a counter what it counted; what stays as it is is told once', async () => {
    hub.send('meter', 'POUR 11.4 21.5');
    await until(
      'meter',
      ({ shows }: { shows: unknown }) => JSON.stringify(shows) === '{"text":"11.40","seedC":21.5,"number":1}',
    );
    hub.send('counter', 'LOAD 20');
    hub.send('counter', 'START 20');
    await until(
      'counter',
      ({ shows }: { shows: { seeds: number; state: string } | null }) => shows?.seeds === 20 && shows.state === 'done',
    );
    hub.send('meter', 'FAULT garbage');
    await until('meter', ({ garbage, shows }: DeviceShown) => garbage > 0 && shows === null);
    hub.send('meter', 'EMPTY');
    const before = told;
    await new Promise((done) => setTimeout(done, 300));
    // The oven's own seconds pass, and the meter's noise is counted: far from ten times a second each.
    expect(told - before).toBeLessThan(15);
  });
});

describe('what a device told', () => {
  it('goes with a load: an oven that left its band asks for a decision, on both sides of the border', async () => {
    hands.lab.clock.now = new Date('2026-11-25T09:00:00Z');
    const { lot, draw } = await clovers(hands.analyst, 'HD-1');
    const sample = (await draw({ purpose: 'moisture', mass: grams('12') })).body;
    const started = (
      await hands.analyst.post<MoistureView>('/moisture/tests', { vesselId: sample.id, method: 'oven 130 °C, 1 h' })
    ).body.tests[0];
    const id = started?.id ?? '';
    const see = async () => (await hands.analyst.get<MoistureView>(`/lots/${lot}/moisture`)).body.tests[0];
    const load = async (what: 'backAt' | 'outAt', at: string, heard: object) =>
      hands.analyst.post<OvensView>('/moisture/loads', {
        what,
        at,
        oven: 'oven 1',
        heard,
        tests: [{ id, version: (await see())?.version }],
      });
    await hands.analyst.put(`/moisture/tests/${id}`, LOADED, started?.version ?? 0);
    expect((await see())?.band).toEqual({ least: 130, most: 133 });
    const other = await load('backAt', '2026-11-25T09:00:00.000Z', { device: ids.meter, ovenC: 130 });
    expect(firstFault(other)).toEqual([422, 'heard.device', 'There is no such device.']);
    expect((await load('backAt', '2026-11-25T09:00:00.000Z', { device: ids.oven, ovenC: 130.4 })).status).toBe(201);
    expect((await see())?.fields['oven.ovenC']).toMatchObject({ text: '130.4', device: 'oven 1' });
    hands.lab.clock.now = new Date('2026-11-25T10:00:00Z');
    const out = (seen: object) =>
      load('outAt', '2026-11-25T10:00:00.000Z', { device: ids.oven, opened: 1, outsideMinutes: 0, ...seen });
    expect((await out({ coldestC: 130, warmestC: 133 })).status).toBe(201);
    expect((await see())?.early).toEqual([]);
    // Another look at its log is a correction, and needs its reason.
    const again = async (seen: object) =>
      hands.analyst.put<MoistureView>(
        `/moisture/tests/${id}/oven`,
        { heard: { device: ids.oven, ...seen }, reason: 'its log was read again' },
        (await see())?.version ?? 0,
      );
    for (const [seen, coldest, warmest] of [
      [{ coldestC: 129.9, outsideMinutes: 6 }, 129.9, 133],
      [{ coldestC: 130, warmestC: 133.1 }, 130, 133.1],
    ] as const)
      expect((await again(seen)).body.tests[0]?.early).toEqual([
        { is: 'oven-wandered', coldest, warmest, minutes: 6, least: 130, most: 133 },
      ]);
  });

  it('goes with readings of a meter that is heard, and is refused of one that is not', async () => {
    const { meters } = (await hands.lead.post<MetersView>('/moisture/meters', { name: 'bench meter' })).body;
    const meter = meters[0]?.id ?? '';
    const { lot, draw } = await clovers(hands.analyst, 'HD-2');
    const sample = (await draw({ purpose: 'moisture', mass: grams('12') })).body;
    const begun = { vesselId: sample.id, method: 'meter', meter };
    const { tests } = (await hands.analyst.post<MoistureView>('/moisture/tests', begun)).body;
    const read = async (body: object) =>
      hands.analyst.put<MoistureView>(
        `/moisture/tests/${tests[0]?.id}/readings`,
        { first: '11.40', second: '11.48', seedC: 21.5, ...body },
        (await hands.analyst.get<MoistureView>(`/lots/${lot}/moisture`)).body.tests[0]?.version ?? 0,
      );
    expect(firstFault(await read({ heard: ['first'] })).slice(0, 2)).toEqual([422, 'heard']);
    const hear = (device: string | undefined) =>
      hands.lead.send<MetersView>('PUT', `/moisture/meters/${meter}/device`, { device: device ?? null });
    expect((await hands.analyst.send('PUT', `/moisture/meters/${meter}/device`, { device: null })).status).toBe(403);
    expect(firstFault(await hear(ids.oven)).slice(0, 2)).toEqual([422, 'device']);
    expect((await hear(ids.meter)).body.meters[0]?.device).toBe(ids.meter);
    const { fields, meter: by } = (await read({ heard: ['first', 'seedC'] })).body.tests[0] ?? {};
    expect(by?.device).toBe(ids.meter);
    expect(['first', 'second', 'seedC'].map((one) => fields?.[`reading.${one}`]?.device)).toEqual([
      'cell',
      null,
      'cell',
    ]);
    expect((await hear(undefined)).body.meters[0]?.device).toBeNull();
  });

  it('goes with a count: the counter, and its odd pulses', async () => {
    const { draw } = await clovers(hands.analyst, 'HD-3');
    const sample = (await draw({ purpose: 'weight', mass: grams('5') })).body;
    const { tests } = (await hands.analyst.post<WeightView>('/weight/tests', { vesselId: sample.id })).body;
    const weigh = (device: string | undefined) =>
      hands.analyst.put<WeightView>(
        `/weight/tests/${tests[0]?.id}`,
        { replicates: [], whole: { mass: '4.8', seeds: 2514, counter: { device, long: 2, short: 1 } } },
        tests[0]?.version ?? 0,
      );
    expect(firstFault(await weigh(ids.oven)).slice(0, 2)).toEqual([422, 'whole.counter.device']);
    const kept = await weigh(ids.counter);
    expect(kept.body.tests[0]?.fields.wholeSeeds?.device).toBe('counter: 2 long and 1 short pulses');
  });
});

it('a stand-in of the demo is set up as one', async () => {
  const id = await hands.lab.connection.db.transaction(async (tx) =>
    addDevice(
      {
        tx,
        hand: { personId: hands.lead.id, at: hands.lab.clock.now } as never,
        audit: () => Promise.resolve(),
      },
      { name: 'stand-in', kind: 'oven', address: 'tcp://127.0.0.1:1' },
      true,
    ),
  );
  const { devices } = (await hands.lead.get<DeviceList>('/devices')).body;
  expect(devices.find((one) => one.id === id)).toMatchObject({ simulated: true });
});
