import { createHash } from 'node:crypto';
import { and, asc, eq, isNull, lt, isNotNull, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import {
  type NewPhoto,
  PHOTO_BYTES,
  PHOTO_SIDE,
  type PhotoList,
  THUMBNAIL_BYTES,
  THUMBNAIL_SIDE,
} from '@mercato/contract/germination/dishes';
import type { GerminationPlan } from '@mercato/contract/germination/germination';
import { dayZero } from '@mercato/core/germination/planTest';
import { addDays, daysBetween } from '@mercato/core/units/days';
import type { Connection, Reader } from '../database/connect.ts';
import { fault } from '../http/fault.ts';
import type { Lot } from '../register/lots.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { namesOf } from '../register/people.ts';
import { seenOf } from '../register/seen.ts';
import { benchTest, vessel } from '../register/tables.ts';
import type { Vessel } from '../register/vessels.ts';
import type { Write } from './count.ts';
import { type PlainJpeg, plainJpeg } from './jpeg.ts';
import { dishPhoto } from './tables.ts';

/** Bytes of one slice in which a picture leaves the database. */
const SLICE = 65_536;
/** More photographs of one dish than anybody looks at. */
const MOST_OF_DISH = 200;

/** @throws {Fault} 422 for what is no JPEG, too large in the file or in the picture: before anything is decoded */
function pictureIn(base64: string, side: number, most: number, field: string): PlainJpeg {
  const file = Buffer.from(base64, 'base64');
  const picture = plainJpeg(file);
  if (!picture) throw fault('invalid', 'germination.photo-no-jpeg', field);
  const { width, height } = picture;
  if (width > side || height > side)
    throw fault('invalid', { is: 'germination.photo-too-wide', width, height, side }, field);
  if (picture.bytes.length > most)
    throw fault('invalid', { is: 'germination.photo-too-heavy', bytes: picture.bytes.length, most }, field);
  return picture;
}

/** Keeps a photograph of a dish, without what its camera wrote into it. */
export async function keepPhoto(
  { tx, hand, audit, touch }: Write,
  lot: Lot,
  dish: Vessel,
  body: NewPhoto,
): Promise<void> {
  const picture = pictureIn(body.picture, PHOTO_SIDE, PHOTO_BYTES, 'picture');
  const small = pictureIn(body.thumbnail, THUMBNAIL_SIDE, THUMBNAIL_BYTES, 'thumbnail');
  const sha256 = createHash('sha256').update(picture.bytes).digest('hex');
  const there = await tx
    .select({ sha256: dishPhoto.sha256 })
    .from(dishPhoto)
    .where(and(eq(dishPhoto.dishId, dish.id), isNull(dishPhoto.struck)));
  if (there.some((one) => one.sha256 === sha256)) throw fault('conflict', 'germination.photo-there-already', 'picture');
  if (there.length >= MOST_OF_DISH)
    throw fault('conflict', { is: 'germination.photos-most', most: MOST_OF_DISH }, 'picture');
  const seen = seenOf(hand, body, dish.drawnOn ? { on: dish.drawnOn, what: { is: 'dishes-set' } } : null);
  const id = uuid();
  await tx.insert(dishPhoto).values({
    id,
    lotId: lot.id,
    dishId: dish.id,
    seenOn: seen.on,
    note: body.note,
    width: picture.width,
    height: picture.height,
    bytes: picture.bytes.length,
    sha256,
    picture: picture.bytes,
    thumbnail: small.bytes,
    by: hand.personId,
    at: hand.at,
  });
  await audit({
    lotId: lot.id,
    act: { is: 'dish-photographed', dish: dish.number },
    subject: `vessel ${dish.code}`,
    after: { photo: id, seenOn: seen.on, bytes: picture.bytes.length, sha256, note: body.note },
  });
  touch(lot.id);
}

/** Crosses a photograph out: it stays on file, and counts no more. */
export async function strikePhoto(
  { tx, hand, audit, touch }: Write,
  id: string,
  reason: string,
): Promise<{ readonly dishId: string; readonly lotId: string }> {
  const [row] = await tx
    .select({
      dishId: dishPhoto.dishId,
      lotId: dishPhoto.lotId,
      number: vessel.number,
      code: vessel.code,
      struck: dishPhoto.struck,
    })
    .from(dishPhoto)
    .innerJoin(vessel, eq(vessel.id, dishPhoto.dishId))
    .where(eq(dishPhoto.id, id));
  if (!row) throw fault('not-found', 'germination.no-such-photo');
  if (row.struck !== null) throw fault('conflict', 'germination.photo-struck-already');
  await tx
    .update(dishPhoto)
    .set({ struck: reason, struckBy: hand.personId, struckAt: hand.at })
    .where(eq(dishPhoto.id, id));
  await audit({
    lotId: row.lotId,
    act: { is: 'photo-struck', dish: row.number },
    subject: `vessel ${row.code}`,
    before: { photo: id },
    reason,
  });
  touch(row.lotId);
  return row;
}

/** Photographs of all dishes of the test that a dish belongs to, oldest first; no picture is read. */
export async function photosBeside(tx: Reader, dishId: string): Promise<PhotoList> {
  const names = await namesOf(tx);
  const rows = await tx
    .select({
      id: dishPhoto.id,
      dish: vessel.number,
      plan: benchTest.plan,
      seenOn: dishPhoto.seenOn,
      note: dishPhoto.note,
      width: dishPhoto.width,
      height: dishPhoto.height,
      bytes: dishPhoto.bytes,
      by: dishPhoto.by,
      at: dishPhoto.at,
      gone: sql<boolean>`${dishPhoto.thumbnail} is null`,
      struck: dishPhoto.struck,
    })
    .from(dishPhoto)
    .innerJoin(vessel, eq(vessel.id, dishPhoto.dishId))
    .innerJoin(benchTest, eq(benchTest.vesselId, vessel.parentId))
    .where(sql`${vessel.parentId} = (select parent_id from vessel where id = ${dishId})`)
    .orderBy(asc(dishPhoto.seenOn), asc(vessel.number), asc(dishPhoto.at), asc(dishPhoto.id));
  return {
    photos: rows.map(({ plan, by, at, ...row }) => ({
      ...row,
      day: daysBetween(dayZero(plan as GerminationPlan), row.seenOn),
      by: names.get(by) ?? '',
      at: at.toISOString(),
    })),
  };
}

/** @throws {Fault} 404 when there is none, or its time is over */
export async function thumbnailOf(tx: Reader, id: string): Promise<Buffer> {
  const [row] = await tx.select({ thumbnail: dishPhoto.thumbnail }).from(dishPhoto).where(eq(dishPhoto.id, id));
  if (!row?.thumbnail) throw fault('not-found', 'germination.no-such-photo');
  return row.thumbnail;
}

/** A picture slice by slice, as it lies: never the whole of it in one row. */
export async function* pictureSlices(tx: Reader, id: string, bytes: number): AsyncGenerator<Buffer> {
  for (let from = 1; from <= bytes; from += SLICE) {
    const [row] = await tx
      .select({ slice: sql<Buffer | null>`substring(${dishPhoto.picture} from ${from} for ${SLICE})` })
      .from(dishPhoto)
      .where(eq(dishPhoto.id, id));
    if (!row?.slice) throw fault('not-found', 'germination.no-such-photo');
    yield row.slice;
  }
}

/** How large a kept picture is. @throws {Fault} 404 when there is none, or its time is over */
export async function pictureBytes(tx: Reader, id: string): Promise<number> {
  const [row] = await tx
    .select({ bytes: dishPhoto.bytes, kept: sql<boolean>`${dishPhoto.picture} is not null` })
    .from(dishPhoto)
    .where(eq(dishPhoto.id, id));
  if (!row?.kept) throw fault('not-found', 'germination.no-such-photo');
  return row.bytes;
}

/** Takes away the pictures whose time is over, as long as the laboratory keeps them; their lines stay. */
export async function prunePhotos({ db }: Pick<Connection, 'db'>, now: Date): Promise<void> {
  const { photoDays } = await laboratoryOf(db);
  if (photoDays === null) return;
  const before = new Date(`${addDays(now.toISOString().slice(0, 10), -photoDays)}T00:00:00Z`);
  await db
    .update(dishPhoto)
    .set({ picture: null, thumbnail: null })
    .where(and(lt(dishPhoto.at, before), isNotNull(dishPhoto.picture)));
}
