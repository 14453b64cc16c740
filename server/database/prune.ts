import { lt } from 'drizzle-orm';
import { idempotencyKey, passwordReset, rateLimit } from '../register/tables.ts';
import type { Connection } from './connect.ts';

const DAY_MS = 86_400_000;
const KEPT_DAYS = 30;

/** Clears away what is kept for a time only: answers of 30 days ago, limits and links whose time is over. */
export async function prune({ db }: Connection, now: Date): Promise<void> {
  await db.delete(idempotencyKey).where(lt(idempotencyKey.createdAt, new Date(now.getTime() - KEPT_DAYS * DAY_MS)));
  await db.delete(rateLimit).where(lt(rateLimit.resetAt, now));
  await db.delete(passwordReset).where(lt(passwordReset.expiresAt, new Date(now.getTime() - KEPT_DAYS * DAY_MS)));
}
