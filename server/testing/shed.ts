import { randomUUID } from 'node:crypto';
import type { BatchView } from '@mercato/contract/cleaning/views';
import type { LoadList, MachineList } from '@mercato/contract/cleaning/machines';
import { cameOff, ended, intoNew, kg, pass, picked } from '@mercato/core/testing/shedBook';
import { UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import type { Visitor } from './visitor.ts';

/** A pass over two screens of one vessel. */
export const startedPass = (id: string, from: string, more: object = {}) => ({
  ...pass(id, [from]),
  settings: { screens: '5.5 round; 2.0 slot', reverse: false },
  ...more,
});

/** Status of a refusal, with the field that it names and what it says. */
export const firstFault = (answer: { body: unknown }) => {
  const { status, errors } = answer.body as { status: number; errors?: { path: string; message: string }[] };
  return [status, errors?.[0]?.path, errors?.[0]?.message];
};

/** Somebody at work in the shed. */
export const shedHand = (visitor: Visitor) => ({
  batch: (kind: string, species: string, change: object = {}) =>
    visitor.post<BatchView>('/shed/batches', {
      name: `${kind} of the Long Acre`,
      goal: 'purity',
      purpose: 'store',
      rights: 'saleable',
      note: '',
      accession: { ...UNKNOWN_HEADER, kind, species, harvestYear: 2026, harvestMonth: 8 },
      ...change,
    }),
  write: (batch: Pick<BatchView, 'id'>, entry: object, id = randomUUID()) =>
    visitor.send<BatchView>('PUT', `/shed/batches/${batch.id}/lines/${id}`, entry),
});

/** A day in the shed: every address of it is reached, each kind of line written. */
/** A machine of which no figure is known. */
export const NO_MACHINE_FIGURES = {
  stepG: null,
  lengthM: null,
  widthM: null,
  heightM: null,
  massKg: null,
  airFactor: null,
  tries: null,
};

export async function shedStory(visitor: Visitor): Promise<void> {
  const { batch: start, write } = shedHand(visitor);
  const machine = {
    kind: 'air-screen',
    name: 'Screens of the story',
    parts: ['screens'],
    ...NO_MACHINE_FIGURES,
  };
  const { machines } = (await visitor.post<MachineList>('/shed/machines', machine)).body;
  const made = machines.find((one) => one.name === machine.name);
  await visitor.put(`/shed/machines/${made?.id}`, { ...machine, airFactor: 1.1 }, 1);
  const load = {
    on: '2026-12-01',
    time: '09:00',
    supplier: 'Long Acre',
    kind: 'oats',
    species: 'Avena sativa',
    variety: '',
    massKg: 900,
    screeningsPercent: 10,
    bagKg: 25,
    rateKgHa: null,
    pitId: null,
    lengthM: null,
    widthM: null,
    heightM: null,
    pickUpOn: null,
    place: '',
    note: '',
  };
  const loads = (await visitor.post<LoadList>('/shed/loads', load)).body.loads;
  await visitor.put(`/shed/loads/${loads[0]?.id}`, { ...load, massKg: 950, cancelled: false }, 1);
  const batch = (await start('oats', 'Avena sativa')).body;
  await visitor.put(
    `/shed/batches/${batch.id}`,
    { name: 'oats', goal: 'speed', purpose: 'lot', rights: 'saleable', note: '', reason: 'renamed' },
    batch.version,
  );
  const [heap, bin, waste, dish, a, b, c, d] = Array.from({ length: 8 }, () => randomUUID());
  const noted = { note: '' };
  for (const entry of [
    picked(heap ?? '', kg('40', { moisturePercent: 14, scale: { name: 'platform', stepG: 100 } })),
    { what: 'opened', vessel: heap, bench: 'door' },
    { what: 'covered', vessel: heap },
    { what: 'mishap', is: 'spill', vessel: heap, note: 'a handful' },
    startedPass(a ?? '', heap ?? '', {
      method: 'air-screen',
      machine: made?.id,
      settings: { screens: '14/64', airTop: 1, airBottom: 2, wipers: null, feedKgH: null },
    }),
    { what: 'stopped', pass: a, why: 'plugged', minutes: 4, ...noted },
    cameOff(a ?? '', 'clean', intoNew(bin ?? '', 'bin'), kg('35')),
    cameOff(a ?? '', 'screenings', intoNew(waste ?? '', 'sack', 'bag'), kg('4.5')),
    ended(a ?? '', true),
    { what: 'weighed', vessel: bin, weighed: kg('35.1') },
    {
      what: 'looked',
      vessel: bin,
      sample: {
        pure: { part: 190, of: 200, by: 'number' },
        hundredSeedsG: 3.4,
        testWeightKgHl: 52,
        cut: { filled: 18, of: 20 },
        defects: { spotted: 2, bored: 1, of: 400 },
        towel: null,
      },
      ...noted,
    },
    {
      what: 'priced',
      pass: a,
      by: 'pure',
      prices: [{ fromPercent: 0, perKg: 1 }],
      rejectedPerKg: 0,
      wagePerHour: 1,
      feePerKg: 0,
    },
    {
      what: 'gone',
      vessel: waste,
      part: false,
      weighed: null,
      to: 'burnt',
      whom: '',
      answers: { viableWeeds: 'unknown', ergot: 'no', mould: 'no', poisonous: 'no' },
    },
    startedPass(b ?? '', bin ?? '', {
      method: 'hand-sort',
      settings: { people: 1, minutesADay: 60, looksFor: '' },
      from: [{ vessel: bin, part: true, weighed: kg('1') }],
    }),
    { what: 'sorted', pass: b, by: 'A. Thorne', minutes: 20, massG: 200 },
    { what: 'plots', pass: b, sorted: 3, unsorted: 2 },
    cameOff(b ?? '', 'clean', intoNew(dish ?? '', 'dish', 'bowl'), null),
    ended(b ?? ''),
    startedPass(c ?? '', dish ?? '', {
      method: 'ferment',
      settings: { school: 'still', warmthC: null, in: '' },
    }),
    { what: 'soak', pass: c, did: 'stirred', sinkers: null, floaters: null, ...noted },
    ended(c ?? ''),
    startedPass(d ?? '', bin ?? '', {
      method: 'dry',
      from: [{ vessel: bin, part: true, weighed: kg('2') }],
      settings: { in: 'tray', placeId: null, depthCm: 1, targetPercent: 10, airC: null },
    }),
    { what: 'drying', pass: d, weighed: kg('1.9'), airC: 25, airPercent: 40, seedC: 24 },
    { what: 'strike', line: 3, reason: 'it was another heap' },
  ])
    await write(batch, entry);
  const arrived = (await start('wheat', 'Triticum aestivum', { loadId: loads[0]?.id })).body;
  await write(arrived, {
    what: 'arrived',
    into: intoNew(randomUUID(), 'tank', 'tank'),
    weighed: { amount: { by: 'bushels', text: '20' }, moisturePercent: null, scale: null },
    ticket: '1',
    dockagePercent: null,
    testWeightKgHl: null,
    ...noted,
  });
  await write(arrived, { what: 'settled', baseMoisturePercent: 13, price: { per: 'kg', each: 0.2 }, feePerKg: 0 });
  await write(arrived, { what: 'closed', ...noted });
  await visitor.post(`/shed/batches/${batch.id}/bags`, {
    vessel: bin,
    part: true,
    weighed: kg('1'),
    into: 'lot',
    bags: 2,
    eachG: 500,
    reference: 'STORY-1',
    book: 'ista',
    placeId: null,
    spilled: true,
    note: '',
  });
  await visitor.post(`/shed/machines/${made?.id}/clean-downs`, {
    parts: ['screens'],
    by: 'A. Thorne',
    lockedOut: true,
    firstBagAside: false,
    note: '',
  });
  for (const path of [
    '/shed/figures',
    '/shed/batches?q=oats&state=all&sort=due',
    `/shed/batches/${batch.id}`,
    `/shed/batches/${batch.id}/labels.pdf`,
    '/shed/screenings?year=2026',
    '/shed/remembered?species=Avena%20sativa',
    '/shed/machines',
    '/shed/loads',
  ])
    await visitor.get(path);
  await visitor.send('DELETE', `/shed/machines/${made?.id}`, { reason: 'sold' }, { 'If-Match': '"2"' });
}
