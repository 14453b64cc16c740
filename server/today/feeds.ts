import { createHash, randomBytes } from 'node:crypto';
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { FeedList, NewFeed, NewFeedAnswer } from '@mercato/contract/today/today';
import type { Connection, Reader } from '../database/connect.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { person } from '../register/peopleTables.ts';
import { calendarFeed, stepDue } from '../register/tables.ts';
import { calendarOf } from './today.ts';

type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>;
/** As many as somebody's programs can need. */
const MOST_FEEDS = 20;
const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

/** The addresses of one person that still hold, and the places that they could be of. */
export async function feedsOf(tx: Reader, personId: string): Promise<FeedList> {
  const rows = await tx
    .select()
    .from(calendarFeed)
    .where(and(eq(calendarFeed.personId, personId), isNull(calendarFeed.revokedAt)))
    .orderBy(asc(calendarFeed.createdAt));
  return {
    feeds: rows.map((row) => ({
      id: row.id,
      place: row.place,
      createdAt: row.createdAt.toISOString(),
      usedAt: row.usedAt?.toISOString() ?? null,
    })),
    places: await roomsInUse(tx),
  };
}

/** Rooms, cabinets and shelves where dishes of open tests stand. */
export async function roomsInUse(tx: Reader): Promise<string[]> {
  const places = await tx
    .selectDistinct({ room: stepDue.room })
    .from(stepDue)
    .where(sql`${stepDue.room} <> ''`)
    .orderBy(asc(stepDue.room))
    .limit(200);
  return places.map((one) => one.room);
}

/** Makes a secret address; only its hash is kept, so that it is told this once. */
export async function addFeed({ tx, hand, audit }: Write, { place }: NewFeed): Promise<NewFeedAnswer> {
  const before = await feedsOf(tx, hand.personId);
  if (before.feeds.length >= MOST_FEEDS)
    throw fault('conflict', { is: 'today.calendars-most', most: MOST_FEEDS }, 'place');
  const token = randomBytes(24).toString('base64url');
  await tx
    .insert(calendarFeed)
    .values({ id: uuid(), tokenHash: hashOf(token), personId: hand.personId, place, createdAt: hand.at });
  await audit({ act: { is: 'calendar-made' }, subject: 'calendar', after: { place } });
  return { ...(await feedsOf(tx, hand.personId)), path: `/api/calendar/${token}` };
}

/** Ends an address for good. */
export async function endFeed({ tx, hand, audit }: Write, id: string): Promise<FeedList> {
  const [row] = await tx
    .update(calendarFeed)
    .set({ revokedAt: hand.at })
    .where(and(eq(calendarFeed.id, id), eq(calendarFeed.personId, hand.personId), isNull(calendarFeed.revokedAt)))
    .returning();
  if (!row) throw fault('not-found', 'today.no-such-calendar');
  await audit({ act: { is: 'calendar-ended' }, subject: 'calendar', before: { place: row.place } });
  return feedsOf(tx, hand.personId);
}

/**
 * The calendar behind a secret address: what waits for its person's hands, of one place where it says so.
 * @throws {Fault} 404 for an address that is none, was ended, or whose person does not sign in any more
 */
export async function feedBehind(tx: Reader, token: string, now: Date): Promise<{ id: string; body: string }> {
  const [row] = await tx
    .select({ feed: calendarFeed, roles: person.roles, active: person.active })
    .from(calendarFeed)
    .innerJoin(person, eq(person.id, calendarFeed.personId))
    .where(and(eq(calendarFeed.tokenHash, hashOf(token.replace(/[.]ics$/, ''))), isNull(calendarFeed.revokedAt)));
  if (!row?.active) throw fault('not-found', 'today.no-such-calendar');
  const { place } = row.feed;
  return {
    id: row.feed.id,
    body: await calendarOf(
      tx,
      now,
      (one) =>
        one.roles.some((role) => row.roles.includes(role)) &&
        (place === '' || (one.room !== null && (one.room === place || one.room.startsWith(`${place} › `)))),
      place === '',
    ),
  };
}

/** Remembers when an address was last read, once a day. */
export const usedFeed = ({ db }: Connection, id: string, now: Date): Promise<unknown> =>
  db
    .update(calendarFeed)
    .set({ usedAt: now })
    .where(
      and(
        eq(calendarFeed.id, id),
        sql`(${calendarFeed.usedAt} is null or ${calendarFeed.usedAt} < ${new Date(now.getTime() - 86_400_000).toISOString()})`,
      ),
    );
