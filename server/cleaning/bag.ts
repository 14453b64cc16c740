import { v7 as uuid } from 'uuid';
import type { BagAct } from '@mercato/contract/cleaning/batches';
import { readBook } from '@mercato/core/cleaning/batchBook';
import { gramsOf } from '@mercato/core/cleaning/weighings';
import type { Treatment } from '@mercato/core/register/treatment';
import { isPoisoned } from '@mercato/core/cleaning/screenings';
import { Exact, type ExactNumber, shownGrams } from '@mercato/core/units/mass';
import { fault } from '../http/fault.ts';
import { openLot } from '../register/lots.ts';
import { instantSeen } from '../register/seen.ts';
import { addPacket } from '../store/packets.ts';
import { append, lockedBook, type Write } from './batches.ts';
import { bookLines, type OpenBook } from './views.ts';

/**
 * Fills bags: what lay in a vessel becomes a lot of the laboratory or packets of the store, and its book says of which.
 * @throws {Fault} 422 for bags that hold more than there is, a lot without a reference
 */
export async function bagBatch(context: Write, id: string, body: BagAct): Promise<void> {
  const open = await lockedBook(context.tx, id);
  const book = readBook(bookLines(open.lines), open.measures);
  const vessel = book.vessels.get(body.vessel);
  if (!vessel) throw fault('invalid', 'shed.no-such-vessel', 'vessel');
  const weighed =
    body.weighed === null
      ? (vessel.now?.massG ?? null)
      : gramsOf(body.weighed.amount, open.measures, vessel.seed.sample.testWeightKgHl);
  const bagsG = body.eachG === null ? null : new Exact(body.eachG).times(body.bags);
  // A balance that shows a gram less than the bags is no reason to refuse them.
  if (bagsG && weighed && bagsG.gt(weighed.times(1.01)))
    throw fault(
      'invalid',
      {
        is: 'shed.bags-hold-more',
        bagsKg: bagsG.div(1000).toString(),
        thereKg: shownGrams(weighed.div(1000)),
      },
      'bags',
    );
  const became = await becomes(context, open, body, { massG: bagsG ?? weighed, treatments: vessel.treatments });
  const { part, weighed: typed, into, bags, spilled, note } = body;
  await append(context, open, {
    id: uuid(),
    entry: { what: 'bagged', vessel: body.vessel, part, weighed: typed, into, became, bags, spilled, note },
    corrects: null,
    lateReason: body.lateReason ?? null,
    seenAt: instantSeen(context.hand, body),
  });
}

async function becomes(
  context: Write,
  { batch: row, of }: OpenBook,
  body: BagAct,
  { massG, treatments }: { readonly massG: ExactNumber | null; readonly treatments: readonly Treatment[] },
): Promise<string[]> {
  const { tx, hand, audit } = context;
  if (body.into === 'given' && isPoisoned(treatments)) throw fault('invalid', 'shed.not-for-eating-treated', 'into');
  if (body.into === 'own-sowing' || body.into === 'given') return [];
  if (body.into === 'lot') {
    if (body.reference === '') throw fault('invalid', 'shed.say-reference', 'reference');
    if (massG === null) throw fault('invalid', 'shed.say-each', 'eachG');
    const kg = (grams: ExactNumber) => ({
      text: grams.div(1000).toDecimalPlaces(6).toString(),
      unit: 'kg' as const,
    });
    const { header } = of;
    const made = await openLot(
      tx,
      {
        reference: body.reference,
        species: of.species,
        bookKind: null,
        variety: of.variety,
        harvestYear: of.harvestYear,
        harvestMonth: header.harvestMonth,
        mass: kg(massG),
        containers: body.bags,
        containerMass: kg(body.eachG === null ? massG.div(body.bags) : new Exact(body.eachG)),
        origin: [header.site.name, header.site.district, header.from].filter(Boolean).join(', '),
        book: body.book,
      },
      { personId: hand.personId, at: hand.at },
      audit,
      { batchId: row.id, treatments: [...treatments] },
    );
    return [made.id];
  }
  if (body.eachG === null) throw fault('invalid', 'shed.say-each', 'eachG');
  const packets: string[] = [];
  for (let i = 0; i < body.bags; i += 1)
    packets.push(
      await addPacket(context, {
        accessionId: of.id,
        packet: {
          amount: { by: 'mass', text: String(body.eachG), unit: 'g' },
          packedOn: hand.today,
          supplier: '',
          wrapping: 'not known',
          placeId: body.placeId,
          note: `batch ${row.number}`,
        },
        // What the harvest was treated with stands there.
        treated: treatments
          .map((one) => one.product)
          .filter((one) => one !== of.header.treated)
          .join(', '),
      }),
    );
  return packets;
}
