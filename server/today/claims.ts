import { eq, gte, lt } from 'drizzle-orm';
import type { Claim, Due, DueLine } from '@mercato/contract/today/today';
import type { Reader } from '../database/connect.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { namesOf } from '../register/people.ts';
import { dueClaim } from '../register/tables.ts';

/** A claim that nobody kept lapses after so long. */
const LASTS_MS = 3 * 86_400_000;

/** What a thing is called from one look to the next: what it is, where it is done, and its day. */
export function keyOf(one: Due): string {
  const part =
    one.what === 'dishes'
      ? `${one.act.is} ${one.act.is === 'to-warmth' ? '' : one.act.day} ${one.room ?? ''}`
      : one.what === 'lot'
        ? one.standing.step
        : one.what === 'alarm' || one.what === 'desiccant'
          ? one.call.what
          : '';
  return [one.what, one.open, one.by ?? '', part].join(' ').trim().slice(0, 300);
}

/** Puts to each thing who sees to it. */
export async function claimsOn(tx: Reader, now: Date): Promise<(one: Due) => DueLine> {
  const rows = await tx
    .select()
    .from(dueClaim)
    .where(gte(dueClaim.at, new Date(now.getTime() - LASTS_MS)));
  const names = await namesOf(tx);
  const claims = new Map(rows.map((row) => [row.key, { id: row.by, name: names.get(row.by) ?? '' }]));
  return (one) => {
    const key = keyOf(one);
    return { ...one, key, claimed: claims.get(key) ?? null };
  };
}

/**
 * Says that whoever writes sees to a thing, or does not after all; the lead may give back what another claimed.
 * @throws {Fault} 409 when somebody else sees to it already
 */
export async function claim(
  { tx, hand }: Pick<WriteContext<unknown>, 'tx' | 'hand'>,
  { key, mine }: Claim,
): Promise<void> {
  await tx.delete(dueClaim).where(lt(dueClaim.at, new Date(hand.at.getTime() - LASTS_MS)));
  if (mine) await tx.insert(dueClaim).values({ key, by: hand.personId, at: hand.at }).onConflictDoNothing();
  const [there] = await tx.select().from(dueClaim).where(eq(dueClaim.key, key));
  if (!there) return;
  if (there.by !== hand.personId && (mine || !hand.mayCorrectOthers)) {
    const who = (await namesOf(tx)).get(there.by) ?? 'Somebody';
    throw fault('conflict', { is: 'today.sees-to-it-already', who }, 'key');
  }
  if (!mine) await tx.delete(dueClaim).where(eq(dueClaim.key, key));
}
