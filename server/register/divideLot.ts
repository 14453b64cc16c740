import { eq } from 'drizzle-orm';
import type { LotDivision } from '@mercato/contract/register/lots';
import type { Book } from '@mercato/core/rule-books/edition';
import { balanceMasses } from '@mercato/core/units/massBalance';
import { Exact, toGrams, type MassUnit } from '@mercato/core/units/mass';
import type { WriteContext } from '../http/api.ts';
import { fault } from '../http/fault.ts';
import { requestOf } from './lotFile.ts';
import { headerOf, openLot, type Lot } from './lots.ts';
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
    throw fault('conflict', `The lot was divided already, into ${lot.parts.join(', ')}.`, [
      { path: 'parts', message: 'divided already' },
    ]);
  if (lot.state === 'released')
    throw fault('conflict', 'A released lot is not divided: its label speaks for the whole.', [
      { path: 'parts', message: 'the lot is released' },
    ]);
  const containers = body.parts.reduce((sum, one) => sum + one.containers, 0);
  if (containers !== lot.containers)
    throw fault('invalid', 'The containers do not add up.', [
      {
        path: `parts.${body.parts.length - 1}.containers`,
        message: `the parts have ${containers} containers together, the lot has ${lot.containers}`,
      },
    ]);
  body.parts.forEach((one, i) => {
    if (!toGrams(one.mass).gt(0))
      throw fault('invalid', 'A part weighs more than nothing.', [
        { path: `parts.${i}.mass.text`, message: 'must be above 0' },
      ]);
    if (lot.containers > 0 && one.containers === 0)
      throw fault('invalid', 'A part has containers.', [
        { path: `parts.${i}.containers`, message: 'must be above 0: the lot stands in containers' },
      ]);
  });
  const balance = balanceMasses(
    { text: lot.massText, unit: lot.massUnit as MassUnit },
    body.parts.map((one) => one.mass),
    new Exact(0),
  );
  if (balance.outcome !== 'balanced')
    throw fault('invalid', 'The masses do not balance.', [
      {
        path: `parts.${body.parts.length - 1}.mass.text`,
        message: `the parts weigh ${balance.differenceG.abs().div(1000).toString()} kg ${balance.outcome === 'missing' ? 'less' : 'more'} than the lot’s ${lot.massText} ${lot.massUnit}`,
      },
    ]);
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
