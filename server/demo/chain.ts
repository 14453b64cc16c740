import { and, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Request } from '@mercato/contract/register/request';
import type { Book } from '@mercato/core/rule-books/edition';
import { addDays } from '@mercato/core/units/days';
import { Exact } from '@mercato/core/units/mass';
import type { Reader, Transaction } from '../database/connect.ts';
import { inOrder } from '../database/inOrder.ts';
import { openFile } from '../register/lotFile.ts';
import { lockLot, type Lot } from '../register/lots.ts';
import { keepRequest } from '../register/requests.ts';
import { station, vessel } from '../register/tables.ts';
import { editionById } from '../rule-books/editions.ts';
import { recordEvent } from '../sampling/custody.ts';
import { drawLot, drawsOf, readDraw, takePrimary } from '../sampling/draw.ts';
import { startHeterogeneityTest } from '../sampling/heterogeneity.ts';
import { planOf } from '../sampling/result.ts';
import { keepReserve, pourComposite } from '../sampling/samples.ts';
import { scribe } from '../scribe.ts';
import type { Cast } from './germinate.ts';

type Asked = Pick<Request, 'client' | 'theirReference' | 'tests' | 'sampledBy' | 'soldIn'> & {
  fee?: string;
  days?: number;
};

/** What the station itself asks of a lot that gets a tag: the tag says against whose list its weeds were held. */
const OWN_SALE: Asked = {
  client: 'the station’s own shop',
  theirReference: '',
  soldIn: ['Quillmere Vale'],
  tests: ['purity', 'other-seeds', 'moisture', 'germination'],
  sampledBy: 'us',
};

/** Invented clients and what they asked; a lot without an entry is the station's own. */
const REQUESTS: Readonly<Record<string, Asked>> = {
  'QM-0440': {
    client: 'Plumtree Market Garden',
    theirReference: 'parsley 3',
    tests: ['purity', 'germination'],
    sampledBy: 'client',
    fee: '62.00',
    days: 16,
  },
  'QM-0434': {
    client: 'Marlpit Growers',
    theirReference: 'MG 26/11',
    tests: ['purity', 'other-seeds', 'moisture', 'germination'],
    sampledBy: 'us',
    fee: '148.50',
    days: 12,
  },
  'QM-0412': {
    client: 'Marlpit Growers',
    theirReference: 'MG 26/02',
    tests: ['purity', 'other-seeds', 'weight', 'germination'],
    sampledBy: 'us',
    fee: '131.00',
    days: 9,
  },
  'QM-0380': {
    client: 'Plumtree Market Garden',
    theirReference: 'clover 7',
    soldIn: ['Quillmere Vale'],
    tests: ['purity', 'other-seeds', 'moisture', 'germination'],
    sampledBy: 'us',
    fee: '148.50',
    days: 20,
  },
  'QM-0417': {
    client: 'Marlpit Growers',
    theirReference: 'MG 26/04',
    soldIn: ['Quillmere Vale', 'Harrow Fens'],
    tests: ['purity', 'other-seeds', 'moisture', 'weight', 'germination'],
    sampledBy: 'us',
    fee: '148.50',
    days: 2,
  },
};
/** The lot whose chain stands whole in the demo, and the one whose containers were compared. */
export const CHAINED = 'QM-0436';
const COMPARED = 'QM-0434';

export const sampledByClient = (reference: string): boolean => REQUESTS[reference]?.sampledBy === 'client';

export async function addStations(tx: Transaction, now: Date): Promise<void> {
  for (const [name, kind] of [
    ['Bench 1', 'bench'],
    ['Bench 2', 'bench'],
    ['Air-screen cleaner', 'machine'],
  ] as const)
    await tx.insert(station).values({ id: uuid(), name, kind, createdAt: now });
}

/** Writes down what the client asked, where there is one. */
export async function demoRequest(
  tx: Transaction,
  lot: Lot,
  book: Book,
  cast: Cast,
  today: string,
  at: Date,
): Promise<void> {
  const asked = REQUESTS[lot.reference] ?? (book === 'aosa' ? OWN_SALE : undefined);
  if (!asked) return;
  const { fee, days, ...rest } = asked;
  await keepRequest(
    scribe(tx, cast.sampler, at),
    lot,
    {
      ...rest,
      tests: [...rest.tests],
      dueOn: days === undefined ? null : addDays(today, days),
      fee: fee === undefined ? null : { text: fee, currency: 'EUR' },
    },
    0,
  );
}

/** Draws the containers, takes each sample, and pours them together. */
export async function demoPrimaries(
  tx: Transaction,
  lot: Lot,
  cast: Cast,
  at: Date,
  draw: () => number,
): Promise<void> {
  const { plan } = planOf(await editionById(tx, lot.editionId), lot);
  const hand = scribe(tx, cast.sampler, at);
  await drawLot(hand, lot, plan, { method: 'random', seed: 4711, columns: 6, rows: 3 });
  const [row] = await drawsOf(tx, lot.id);
  const drawn = await readDraw(tx, await openFile(tx, lot.id, at));
  if (!row) return;
  let total = new Exact(0);
  await inOrder(drawn?.primaries ?? [], async (one, i) => {
    const text = (7.4 + draw() * 1.2).toFixed(1);
    total = total.plus(text);
    const takenAt = new Date(at.getTime() + (i + 1) * 70_000);
    await takePrimary(scribe(tx, cast.sampler, takenAt), row, one.container, one.core, {
      mass: { text, unit: 'g' },
      look: i === 4 ? 'damaged' : 'even',
      note: i === 4 ? 'seam open, retied' : '',
      takenAt: takenAt.toISOString(),
    });
  });
  await pourComposite(scribe(tx, cast.sampler, new Date(at.getTime() + 3_600_000)), lot, {
    mass: { text: total.minus('0.4').toFixed(1), unit: 'g' },
    loss: { text: '0.5', unit: 'g' },
  });
}

/** Hands the submitted sample in, and keeps a reserve of the composite. */
export async function demoCustody(tx: Transaction, lot: Lot, cast: Cast, today: string, at: Date): Promise<void> {
  const composite = await theSample(tx, lot, 'composite');
  await keepReserve(scribe(tx, cast.sampler, at), await lockLot(tx, lot.id), {
    from: composite.id,
    mass: { text: '60.0', unit: 'g' },
    place: 'cold store, box 7',
    discardOn: addDays(today, 360),
  });
  const submitted = await theSample(tx, lot, 'submitted');
  for (const [minutes, person, body] of [
    [20, cast.sampler, { what: 'hand-over', to: cast.analyst.name, place: 'reception', note: '' }],
    [50, cast.analyst, { what: 'open', intact: true, note: '' }],
  ] as const) {
    const { vessels } = await openFile(tx, lot.id, at);
    await recordEvent(
      scribe(tx, person, new Date(at.getTime() + minutes * 60_000)),
      vessels.find((one) => one.id === submitted.id) ?? submitted,
      vessels,
      body,
    );
  }
}

/** Compares twenty containers of the lot that somebody doubted. */
export async function demoHeterogeneity(
  tx: Transaction,
  lot: Lot,
  cast: Cast,
  at: Date,
  draw: () => number,
): Promise<void> {
  if (lot.reference !== COMPARED) return;
  await startHeterogeneityTest(scribe(tx, cast.analyst, at), await lockLot(tx, lot.id), {
    attribute: 'germination',
    part: 'normal seedlings',
    seedsEach: 100,
    results: Array.from({ length: 20 }, (_, i) => ({
      container: 3 + i * 8,
      text: String(Math.round(91 + (draw() + draw() + draw() - 1.5) * 7)),
    })),
  });
}

async function theSample(tx: Reader, lot: Lot, kind: string) {
  const [row] = await tx
    .select()
    .from(vessel)
    .where(and(eq(vessel.lotId, lot.id), eq(vessel.kind, kind)));
  if (!row) throw new Error(`the demo lot has no ${kind} sample`);
  return row;
}
