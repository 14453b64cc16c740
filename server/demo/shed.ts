import { v7 as uuid } from 'uuid';
import type { NewBatch, WrittenEntry } from '@mercato/contract/cleaning/batches';
import { type NewLoad, type NewMachine } from '@mercato/contract/cleaning/machines';
import { UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import type { EntryOf, Outlet, VesselKind, Weighing } from '@mercato/core/cleaning/entries';
import type { Treatment } from '@mercato/core/register/treatment';
import { addDays } from '@mercato/core/units/days';
import { bagBatch } from '../cleaning/bag.ts';
import { startBatch, writeLine } from '../cleaning/batches.ts';
import { addLoad, listLoads } from '../cleaning/loads.ts';
import { addMachine, cleanDown, listMachines } from '../cleaning/machines.ts';
import type { Transaction } from '../database/connect.ts';
import { todayIn } from '../http/day.ts';
import { scribe } from '../scribe.ts';
import type { Cast } from './scene.ts';

const DAY = 24;
const NOT_SAID: Omit<NewMachine, 'kind' | 'name'> = {
  parts: [],
  stepG: null,
  lengthM: null,
  widthM: null,
  heightM: null,
  massKg: null,
  airFactor: null,
  tries: null,
};
const NOTHING_LOOKED_AT = {
  pure: null,
  hundredSeedsG: null,
  testWeightKgHl: null,
  cut: null,
  defects: null,
  towel: null,
};

const mass = (text: string, unit: 'kg' | 'g', moisturePercent: number | null = null): Weighing => ({
  amount: { by: 'mass', text, unit },
  moisturePercent,
  scale: null,
});
/** A batch being written: its vessels and passes by their names. */
class Bench {
  private readonly ids = new Map<string, string>();
  constructor(
    private readonly stage: Stage,
    readonly batch: string,
  ) {}

  id(name: string): string {
    const id = this.ids.get(name) ?? uuid();
    this.ids.set(name, id);
    return id;
  }

  async write(hours: number, entry: WrittenEntry): Promise<void> {
    await writeLine(this.stage.ago(hours), this.batch, uuid(), entry);
  }

  private into(name: string, kind: VesselKind) {
    return this.ids.has(name) ? { vessel: this.id(name) } : { made: { id: this.id(name), name, kind } };
  }

  async picked(
    hours: number,
    name: string,
    kind: VesselKind,
    weighed: Weighing | null,
    more: Partial<EntryOf<'picked'>> = {},
  ) {
    await this.write(hours, {
      what: 'picked',
      into: this.into(name, kind),
      weighed,
      by: ['Anselm Thorne'],
      ripe: [],
      unripe: [],
      keptUnripe: false,
      dries: 'plant',
      plants: null,
      claimPerPlant: null,
      note: '',
      ...more,
    });
  }

  async pass(
    hours: number,
    name: string,
    from: readonly string[],
    how: Pick<EntryOf<'pass'>, 'method' | 'settings'> & { machine?: string; treatment?: Treatment; weighed?: Weighing },
  ) {
    await this.write(hours, {
      what: 'pass',
      pass: this.id(name),
      method: how.method,
      machine: how.machine ?? null,
      goal: 'purity',
      settings: how.settings,
      from: from.map((one) => ({ vessel: this.id(one), part: false, weighed: how.weighed ?? null })),
      treatment: how.treatment ?? null,
    });
  }

  async off(
    hours: number,
    pass: string,
    outlet: Outlet,
    into: readonly [string, VesselKind] | null,
    weighed: Weighing | null,
  ) {
    await this.write(hours, {
      what: 'came-off',
      pass: this.id(pass),
      outlet,
      into: into === null ? null : this.into(...into),
      weighed,
    });
  }

  async end(hours: number, pass: string, minutes: number, people: number, good: boolean | null = true) {
    await this.write(hours, { what: 'ended', pass: this.id(pass), minutes, people, good, note: '' });
  }

  async looked(hours: number, vessel: string, sample: Partial<EntryOf<'looked'>['sample']>) {
    await this.write(hours, {
      what: 'looked',
      vessel: this.id(vessel),
      sample: { ...NOTHING_LOOKED_AT, ...sample },
      note: '',
    });
  }
}

interface Stage {
  readonly ago: (hours: number) => ReturnType<typeof scribe>;
  readonly start: (
    hours: number,
    kind: readonly [kind: string, species: string, variety?: string],
    change: Partial<NewBatch>,
  ) => Promise<Bench>;
  readonly machines: ReadonlyMap<string, string>;
  readonly tx: Transaction;
  readonly today: string;
}

/** The shed of the demo: a truckload of oats, phacelia in a bowl, jars, hand-sorted chickpea, treated vetch. */
export async function demoShed(tx: Transaction, cast: Cast, now: Date, zone: string): Promise<void> {
  const ago = (hours: number) => scribe(tx, cast.sampler, new Date(now.getTime() - hours * 3_600_000), zone);
  const machines = await demoMachines(tx, ago);
  const harvest = new Date(now.getTime() - 60 * 86_400_000);
  const stage: Stage = {
    ago,
    machines,
    tx,
    today: todayIn(now, zone),
    start: async (hours, [kind, species, variety = ''], change) =>
      new Bench(
        stage,
        await startBatch(ago(hours), {
          name: `${kind} of the long bed`,
          goal: 'purity',
          purpose: 'store',
          rights: 'own-sowing',
          note: '',
          accession: {
            ...UNKNOWN_HEADER,
            kind,
            species,
            variety,
            harvestYear: harvest.getUTCFullYear(),
            harvestMonth: harvest.getUTCMonth() + 1,
            neighbours: 'cornflower, phacelia',
          },
          ...change,
        }),
      ),
  };
  await demoVetch(stage);
  await demoPhacelia(stage);
  await demoChickpea(stage);
  await demoJars(stage);
  await demoOats(stage);
}

async function demoMachines(tx: Transaction, ago: Stage['ago']): Promise<ReadonlyMap<string, string>> {
  const made: readonly (Pick<NewMachine, 'kind' | 'name'> & Partial<NewMachine>)[] = [
    { kind: 'scale', name: 'Platform scale', stepG: 100 },
    { kind: 'scale', name: 'Bench scale', stepG: 1 },
    {
      kind: 'pit',
      name: 'North pit',
      parts: ['pit', 'boot', 'elevator'],
      lengthM: 12,
      widthM: 3,
      heightM: 4,
      massKg: 30_000,
    },
    { kind: 'air-screen', name: 'Screen machine', parts: ['hoppers', 'screens', 'inside'] },
    { kind: 'gravity', name: 'Gravity table', parts: ['hoppers', 'inside'] },
    { kind: 'treater', name: 'Drum treater', parts: ['inside', 'auger'] },
    { kind: 'bagger', name: 'Bagger', parts: ['hoppers', 'bagger'] },
  ];
  for (const one of made) await addMachine(ago(90 * DAY), { ...NOT_SAID, ...one });
  const { machines } = await listMachines(tx);
  return new Map(machines.map((one) => [one.name, one.id]));
}

/** A truckload: tipped, screened, blown, with one pass that lost more than it may, and a table that still runs. */
async function demoOats({ ago, start, machines, tx, today }: Stage): Promise<void> {
  const load = (on: string, more: Partial<NewLoad>): NewLoad => ({
    on,
    time: '14:30',
    supplier: 'the Long Acre',
    kind: 'oats',
    species: 'Avena sativa',
    variety: 'Quillgold',
    massKg: 6400,
    screeningsPercent: 10,
    bagKg: 25,
    rateKgHa: 140,
    pitId: machines.get('North pit') ?? null,
    lengthM: 9,
    widthM: 2.5,
    heightM: 3.4,
    pickUpOn: null,
    place: 'bay 2',
    note: '',
    ...more,
  });
  await addLoad(ago(6 * DAY), load(addDays(today, -2), {}));
  await addLoad(
    ago(DAY),
    load(addDays(today, 3), {
      supplier: 'Marlpit Growers',
      kind: 'red clover',
      species: 'Trifolium pratense',
      variety: 'Marlred',
      time: '09:00',
      massKg: 1800,
      screeningsPercent: 18,
      rateKgHa: 12,
      place: '',
    }),
  );
  const [announced] = (await listLoads(tx, today)).loads;
  const bench = await start(46, ['oats', 'Avena sativa', 'Quillgold'], {
    name: 'oats of the Long Acre',
    purpose: 'sale',
    rights: 'saleable',
    ...(announced ? { loadId: announced.id } : {}),
  });
  await bench.write(46, {
    what: 'arrived',
    into: { made: { id: bench.id('tank 1'), name: 'tank 1', kind: 'tank' } },
    weighed: mass('6420', 'kg', 13.8),
    ticket: 'T-0418',
    dockagePercent: 2.5,
    testWeightKgHl: 51.5,
    note: '',
  });
  await bench.write(46, {
    what: 'settled',
    baseMoisturePercent: 13.5,
    price: { per: 'bushel', each: 3.4 },
    feePerKg: 0.02,
  });
  const machine = machines.get('Screen machine') ?? '';
  await cleanDown(ago(45), machine, {
    parts: ['hoppers', 'screens', 'inside'],
    by: 'Anselm Thorne',
    lockedOut: true,
    firstBagAside: true,
    note: '',
  });
  await bench.pass(44, 'beards', ['tank 1'], { method: 'debeard', settings: { rpm: 420, minutes: 95 } });
  await bench.off(42, 'beards', 'clean', ['tank 2', 'tank'], mass('6240', 'kg'));
  await bench.off(42, 'beards', 'dust', null, mass('150', 'kg'));
  await bench.end(42, 'beards', 95, 2);
  await bench.looked(42, 'tank 2', { pure: { part: 877, of: 1000, by: 'number' }, testWeightKgHl: 52.8 });
  await bench.pass(30, 'screens', ['tank 2'], {
    method: 'air-screen',
    machine,
    settings: { screens: '14/64 round; 2.0 slot', airTop: 3, airBottom: 5, wipers: 'balls', feedKgH: 1400 },
  });
  await bench.write(29, {
    what: 'stopped',
    pass: bench.id('screens'),
    why: 'plugged',
    minutes: 12,
    note: 'awns in the top screen',
  });
  await bench.off(26, 'screens', 'clean', ['bin 1', 'bin'], mass('5420', 'kg'));
  await bench.off(26, 'screens', 'small', ['bin 2', 'bin'], mass('390', 'kg'));
  await bench.off(26, 'screens', 'large', ['bin 3', 'bin'], mass('190', 'kg'));
  await bench.end(26, 'screens', 260, 2);
  await bench.looked(26, 'bin 1', { pure: { part: 982, of: 1000, by: 'number' }, testWeightKgHl: 54.9 });
  await bench.looked(26, 'bin 2', { cut: { filled: 4, of: 20 }, pure: { part: 310, of: 1000, by: 'number' } });
  await bench.write(25, {
    what: 'priced',
    pass: bench.id('screens'),
    by: 'pure',
    prices: [
      { fromPercent: 0, perKg: 0.28 },
      { fromPercent: 97, perKg: 0.46 },
      { fromPercent: 99, perKg: 0.52 },
    ],
    rejectedPerKg: 0.08,
    wagePerHour: 16,
    feePerKg: 0.02,
  });
  await bench.pass(3, 'table', ['bin 1'], {
    method: 'gravity',
    machine: machines.get('Gravity table') ?? '',
    settings: { sideSlope: 3.5, endSlope: 2, air: 60, stroke: 480, feedKgH: 900 },
  });
  await bench.off(1, 'table', 'middlings', ['bin 4', 'bin'], mass('310', 'kg'));
}

/** Winnowed before a fan, from a bowl: clean enough to sow at home. */
async function demoPhacelia({ start }: Stage): Promise<void> {
  const bench = await start(9 * DAY, ['phacelia', 'Phacelia tanacetifolia'], {
    name: 'phacelia by the hives',
    purpose: 'home',
    goal: 'recovery',
  });
  const from = { ripe: ['seed-colour', 'head-brown'], dries: 'cover' } as const;
  await bench.picked(9 * DAY, 'paper bag', 'bag', mass('1.8', 'kg'), { ...from, note: 'hung head down' });
  await bench.picked(7 * DAY, 'paper bag', 'bag', mass('0.9', 'kg'), {
    ...from,
    by: ['Anselm Thorne', 'Perrin Lark'],
    unripe: ['white-seed'],
    keptUnripe: true,
  });
  await bench.pass(5 * DAY, 'stomp', ['paper bag'], { method: 'stomp', settings: { on: 'tarpaulin', minutes: 20 } });
  await bench.off(5 * DAY - 1, 'stomp', 'clean', ['bowl', 'bowl'], mass('980', 'g'));
  await bench.off(5 * DAY - 1, 'stomp', 'large', null, mass('1.66', 'kg'));
  await bench.end(5 * DAY - 1, 'stomp', 20, 1);
  await bench.pass(4 * DAY, 'fan', ['bowl'], {
    method: 'winnow',
    settings: { air: 'fan', on: 'bowl', fanStep: 2, heightCm: 60 },
  });
  await bench.off(4 * DAY - 1, 'fan', 'clean', ['jar', 'jar'], mass('640', 'g'));
  await bench.off(4 * DAY - 1, 'fan', 'blown', null, null);
  await bench.end(4 * DAY - 1, 'fan', 25, 1);
  await bench.pass(3 * DAY, 'strain', ['jar'], {
    method: 'hand-screen',
    settings: { screens: '2.0 round', reverse: false },
  });
  await bench.off(3 * DAY - 1, 'strain', 'clean', ['jar 2', 'jar'], mass('610', 'g'));
  await bench.off(3 * DAY - 1, 'strain', 'large', ['tin', 'bowl'], mass('28', 'g'));
  await bench.end(3 * DAY - 1, 'strain', 10, 1);
  await bench.write(2 * DAY, {
    what: 'gone',
    vessel: bench.id('tin'),
    part: false,
    weighed: null,
    to: 'hot-compost',
    whom: '',
    answers: { viableWeeds: 'yes', ergot: 'no', mould: 'no', poisonous: 'no' },
  });
  await bench.looked(3 * DAY - 2, 'jar 2', { pure: { part: 186, of: 200, by: 'number' }, cut: { filled: 19, of: 20 } });
}

/** Sorted by hand: spotted and bored seed goes; one pair of plots, which says nothing yet. */
async function demoChickpea({ start }: Stage): Promise<void> {
  const bench = await start(20 * DAY, ['chickpea', 'Cicer arietinum', 'Quill Brown'], {
    name: 'chickpea of the walled garden',
  });
  await bench.picked(20 * DAY, 'sack', 'bag', mass('14.2', 'kg', 11.5), {
    ripe: ['pod-dry', 'pod-cracks', 'seed-hard'],
    plants: 120,
    claimPerPlant: 400,
  });
  await bench.pass(18 * DAY, 'sort', ['sack'], {
    method: 'hand-sort',
    settings: { people: 2, minutesADay: 75, looksFor: 'spotted, bored, green' },
  });
  await bench.looked(18 * DAY, 'sack', { defects: { spotted: 34, bored: 9, of: 400 }, hundredSeedsG: 31.2 });
  for (const [days, by, minutes, massG] of [
    [17, 'Anselm Thorne', 65, 1450],
    [16, 'Perrin Lark', 65, 1210],
    [15, 'Anselm Thorne', 65, 1520],
  ] as const)
    await bench.write(days * DAY, { what: 'sorted', pass: bench.id('sort'), by, minutes, massG });
  await bench.write(14 * DAY, { what: 'plots', pass: bench.id('sort'), sorted: 6.4, unsorted: 5.7 });
}

/** Three tomatoes and a chilli: one vessel each, each with its own clock. */
async function demoJars({ start }: Stage): Promise<void> {
  for (const [i, [variety, hours, school]] of (
    [
      ['Marl Heart', 70, 'still'],
      ['Small Lantern', 30, 'waters'],
      ['Vale Plum', 50, 'waters'],
    ] as const
  ).entries()) {
    const bench = await start(hours + 2, ['tomato', 'Solanum lycopersicum', variety], {
      name: `jar ${String.fromCharCode(65 + i)}`,
    });
    await bench.picked(hours + 2, 'fruit', 'bowl', mass(['2.4', '1.1', '3.0'][i] ?? '1', 'kg'), {
      ripe: ['fruit-coloured', 'fruit-past'],
    });
    await bench.pass(hours + 1, 'free', ['fruit'], { method: 'free', settings: { how: 'scoop', blunt: true } });
    await bench.off(
      hours + 1,
      'free',
      'clean',
      [`jar ${String.fromCharCode(65 + i)}`, 'jar'],
      mass(['310', '140', '420'][i] ?? '1', 'g'),
    );
    await bench.off(hours + 1, 'free', 'flesh', null, null);
    await bench.end(hours + 1, 'free', 15, 1);
    await bench.pass(hours, 'soak', [`jar ${String.fromCharCode(65 + i)}`], {
      method: 'ferment',
      settings: { school, warmthC: 23, in: 'jar' },
    });
    await bench.write(hours - 12, {
      what: 'soak',
      pass: bench.id('soak'),
      did: 'looked',
      sinkers: 60 + i,
      floaters: 22,
      note: '',
    });
    if (school === 'waters' && hours > 48)
      await bench.write(hours - 48, {
        what: 'soak',
        pass: bench.id('soak'),
        did: 'water',
        sinkers: null,
        floaters: null,
        note: '',
      });
  }
  const bench = await start(5 * DAY, ['chilli', 'Capsicum spp.', 'Ember'], { name: 'chilli of the glasshouse' });
  await bench.picked(5 * DAY, 'pods', 'bowl', mass('900', 'g'), { ripe: ['fruit-coloured', 'seed-colour'] });
  await bench.pass(5 * DAY - 1, 'free', ['pods'], { method: 'free', settings: { how: 'scoop', blunt: true } });
  await bench.off(5 * DAY - 2, 'free', 'clean', ['tray 7', 'tray'], mass('96', 'g', 44));
  await bench.off(5 * DAY - 2, 'free', 'flesh', null, null);
  await bench.end(5 * DAY - 2, 'free', 40, 1);
  await bench.pass(5 * DAY - 3, 'dry', ['tray 7'], {
    method: 'dry',
    settings: { in: 'tray', placeId: null, depthCm: 1, targetPercent: 8, airC: 24 },
  });
  for (const [hours, text] of [
    [5 * DAY - 15, '84.1'],
    [4 * DAY - 3, '75.8'],
    [3 * DAY - 3, '67.2'],
    [2 * DAY - 3, '62.9'],
  ] as const)
    await bench.write(hours, {
      what: 'drying',
      pass: bench.id('dry'),
      weighed: mass(text, 'g'),
      airC: 24,
      airPercent: 38,
      seedC: null,
    });
}

/** Treated vetch: what it was treated with goes with it, into its bags and its screenings. */
async function demoVetch({ ago, start, machines }: Stage): Promise<void> {
  const bench = await start(40 * DAY, ['common vetch', 'Vicia sativa', 'Vale Early'], {
    name: 'vetch of the Marlpit',
    purpose: 'store',
    rights: 'certified',
  });
  await bench.picked(40 * DAY, 'heap', 'heap', mass('212', 'kg', 13.2), { ripe: ['pod-dry'], dries: 'cover' });
  await bench.pass(38 * DAY, 'screens', ['heap'], {
    method: 'air-screen',
    machine: machines.get('Screen machine') ?? '',
    settings: { screens: '16/64 round; 9/64 round', airTop: 4, airBottom: 7, wipers: 'balls', feedKgH: 600 },
  });
  await bench.off(38 * DAY - 2, 'screens', 'clean', ['bin', 'bin'], mass('193.5', 'kg'));
  await bench.off(38 * DAY - 2, 'screens', 'screenings', ['sack', 'bag'], mass('17.2', 'kg'));
  await bench.end(38 * DAY - 2, 'screens', 40, 2);
  await bench.write(37 * DAY, {
    what: 'gone',
    vessel: bench.id('sack'),
    part: false,
    weighed: null,
    to: 'ground',
    whom: 'the mill in the yard',
    answers: { viableWeeds: 'yes', ergot: 'no', mould: 'no', poisonous: 'yes' },
  });
  await bench.looked(37 * DAY, 'bin', { towel: { sprouted: 92, of: 100 } });
  await bench.pass(36 * DAY, 'treat', ['bin'], {
    method: 'treat',
    machine: machines.get('Drum treater') ?? '',
    settings: { rateSetMl: 200, usedMl: 372, by: 'Oda Fennimore', licence: 'QV-118', stage: 'plant', remainderKg: 0 },
    treatment: { product: 'Vergil FS', class: 'poison' },
  });
  await bench.off(36 * DAY - 1, 'treat', 'clean', ['tote', 'tote'], mass('193.9', 'kg'));
  await bench.end(36 * DAY - 1, 'treat', 35, 1);
  await bench.looked(28 * DAY, 'tote', { towel: { sprouted: 89, of: 100 } });
  await bagBatch(ago(35 * DAY), bench.batch, {
    vessel: bench.id('tote'),
    part: true,
    weighed: mass('5', 'kg'),
    into: 'packets',
    bags: 2,
    eachG: 2500,
    reference: '',
    book: 'ista',
    placeId: null,
    spilled: false,
    note: '',
  });
}
