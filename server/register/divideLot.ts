import { eq } from 'drizzle-orm';
import type { LotDivision } from '@mercato/contract/register/lots';
import type { Book } from '@mercato/core/rule-books/edition';
import type { MassUnit } from '@mercato/core/units/gramsPer';
import { Exact, toGrams } from '@mercato/core/units/mass';
import { balanceMasses } from '@mercato/core/units/massBalance';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { requestOf } from './lotFile.ts';
import { headerOf, type Lot, openLot } from './lots.ts';
import { lot as lotTable, lotRequest } from './tables.ts';

/**
 * Divides a (locked) lot into lots of their own: too large for one, or its parts do not look alike. Containers and
 * masses of the parts add up to the lot's.
 * @throws {Fault} 409 when it was divided or released already, 422 when containers or masses do not add up
 */
export async function divideLot(
  { tx, hand, audit, touch }: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch'>,
  lot: Lot,
  book: Book,
  body: LotDivision,
): Promise<void> {
  if (lot.parts.length > 0)
    throw fault('conflict', { is: 'register.lot-divided-already-into', parts: lot.parts.join(', ') }, 'parts');
  if (lot.state === 'released') throw fault('conflict', 'register.released-lot-not-divided', 'parts');
  const containers = body.parts.reduce((sum, one) => sum + one.containers, 0);
  if (containers !== lot.containers)
    throw fault(
      'invalid',
      {
        is: 'register.parts-have-containers-together',
        containers,
        containers2: lot.containers,
      },
      `parts.${body.parts.length - 1}.containers`,
    );
  body.parts.forEach((one, i) => {
    if (!toGrams(one.mass).gt(0)) throw fault('invalid', 'http.above-0', `parts.${i}.mass.text`);
    if (lot.containers > 0 && one.containers === 0)
      throw fault('invalid', 'register.above-0-lot-stands', `parts.${i}.containers`);
  });
  const balance = balanceMasses(
    { text: lot.massText, unit: lot.massUnit as MassUnit },
    body.parts.map((one) => one.mass),
    new Exact(0),
  );
  if (balance.outcome !== 'balanced')
    throw fault(
      'invalid',
      {
        is: 'register.parts-weigh-kg-than',
        figure: balance.differenceG.abs().div(1000).toString(),
        figure2: balance.outcome === 'missing' ? 'less' : 'more',
        massText: lot.massText,
        massUnit: lot.massUnit,
      },
      `parts.${body.parts.length - 1}.mass.text`,
    );
  const header = headerOf(lot, book);
  const request = requestOf(lot);
  for (const part of body.parts) {
    const row = await openLot(
      tx,
      {
        ...header,
        reference: part.reference,
        mass: part.mass,
        containers: part.containers,
        containerMass: part.containers === 0 ? null : header.containerMass,
      },
      hand,
      audit,
      { batchId: lot.batchId, treatments: lot.treatments },
    );
    await tx.update(lotTable).set({ parentLotId: lot.id, request: lot.request }).where(eq(lotTable.id, row.id));
    if (request)
      await tx.insert(lotRequest).values({
        lotId: row.id,
        version: request.version,
        request,
        by: hand.personId,
        at: hand.at,
        reason: `part of ${lot.reference}`,
      });
    touch(row.id);
  }
  await tx
    .update(lotTable)
    .set({ parts: body.parts.map((one) => one.reference) })
    .where(eq(lotTable.id, lot.id));
  await audit({
    lotId: lot.id,
    act: { is: 'lot-divided', into: body.parts.map((one) => one.reference) },
    subject: `lot ${lot.reference}`,
    after: body,
    reason: body.reason,
  });
  touch(lot.id);
}
