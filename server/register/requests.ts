import { eq } from 'drizzle-orm';
import type { RequestChange, RequestView } from '@mercato/contract/register/request';
import { checkVersion } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { requestOf } from './lotFile.ts';
import type { Lot } from './lots.ts';
import { lot as lotTable, lotRequest, vessel } from './tables.ts';

/**
 * Writes down what was asked for with a (locked) lot. A change is a new version with its reason.
 * @throws {Fault} 412 when somebody changed it since, 409 when a sample was recorded under the other origin
 */
export async function keepRequest(
  { tx, hand, person, audit, touch }: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'person' | 'audit' | 'touch'>,
  lot: Lot,
  { reason, ...body }: RequestChange,
  seenVersion: number | null,
): Promise<void> {
  const before = requestOf(lot);
  checkVersion(
    seenVersion,
    { version: before?.version ?? 0, updatedAt: before ? new Date(before.at) : hand.at },
    before?.by ?? 'somebody',
  );
  if (before && !reason) throw fault('invalid', 'register.say-why-request-changed', 'reason');
  if ((before?.sampledBy ?? 'us') !== body.sampledBy) {
    const drawn = await tx.select({ kind: vessel.kind }).from(vessel).where(eq(vessel.lotId, lot.id)).limit(1);
    if (drawn.length > 0) throw fault('conflict', 'register.samples-lot-exist-who', 'sampledBy');
  }
  const view: RequestView = {
    ...body,
    version: (before?.version ?? 0) + 1,
    by: person.name,
    at: hand.at.toISOString(),
  };
  await tx.insert(lotRequest).values({
    lotId: lot.id,
    version: view.version,
    request: body,
    by: hand.personId,
    at: hand.at,
    reason: before ? (reason ?? null) : null,
  });
  await tx.update(lotTable).set({ request: view }).where(eq(lotTable.id, lot.id));
  await audit({
    lotId: lot.id,
    act: { is: before ? 'request-changed' : 'request-taken' },
    subject: `lot ${lot.reference}`,
    before,
    after: view,
    reason,
  });
  touch(lot.id);
}
