import { and, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
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
import { INVENTED } from './invented.ts';
import { inGrams, type Scene } from './scene.ts';

/** The lot whose chain stands whole in the demo, and the one whose containers were compared. */
export const CHAINED = 'QM-0436';
const COMPARED = 'QM-0434';

export const sampledByClient = (reference: string): boolean => INVENTED.requests[reference]?.sampledBy === 'client';

export async function addStations(tx: Transaction, now: Date): Promise<void> {
  for (const [name, kind] of [
    ['Bench 1', 'bench'],
    ['Bench 2', 'bench'],
    ['Air-screen cleaner', 'machine'],
  ] as const)
    await tx.insert(station).values({ id: uuid(), name, kind, createdAt: now });
}

/** Writes down what the client asked, where there is one. */
export async function demoRequest({ tx, lot, demo, cast, today }: Scene, at: Date): Promise<void> {
  const asked = INVENTED.requests[lot.reference] ?? (demo.book === 'aosa' ? INVENTED.ownSale : undefined);
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
export async function demoPrimaries({ tx, lot, cast, draw }: Scene, at: Date): Promise<void> {
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
      mass: inGrams(text),
      look: i === 4 ? 'damaged' : 'even',
      note: i === 4 ? 'seam open, retied' : '',
      takenAt: takenAt.toISOString(),
    });
  });
  await pourComposite(scribe(tx, cast.sampler, new Date(at.getTime() + 3_600_000)), lot, {
    mass: inGrams(total.minus('0.4').toFixed(1)),
    loss: inGrams('0.5'),
  });
}

/** Hands the submitted sample in, and keeps a reserve of the composite. */
export async function demoCustody({ tx, lot, cast, today }: Scene, at: Date): Promise<void> {
  const composite = await theSample(tx, lot, 'composite');
  await keepReserve(scribe(tx, cast.sampler, at), await lockLot(tx, lot.id), {
    from: composite.id,
    mass: inGrams('60.0'),
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
export async function demoHeterogeneity({ tx, lot, cast, draw }: Scene, at: Date): Promise<void> {
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
