import Joi from 'joi';
import { type Counts, perClass } from '@mercato/core/units/seedCounts';
import { type Parts, SEED_PARTS } from '@mercato/core/units/seedParts';
import { form, objectOf, oneOf, optional, orNull, type ValueOf } from '../http/body.ts';
import { text, why, wholeNumber } from '../http/fields.ts';
import { seenKeys } from '../http/seen.ts';

/** Kinds within a class, where they were told apart. */
export const partsSchema = () =>
  Joi.object<Parts>(Object.fromEntries(SEED_PARTS.map((one) => [one, wholeNumber(0, 100).optional()])));
export const countsSchema = () => Joi.object<Counts, true>(perClass(() => wholeNumber(0, 100))).required();

/** Why a dish says nothing of its seed any more. */
export const SPOIL_CAUSES = ['dropped', 'dried-out', 'flooded', 'overrun', 'mixed-up', 'too-warm', 'other'] as const;
export type SpoilCause = (typeof SPOIL_CAUSES)[number];

/** Sets a dish aside that was spoiled, or takes that back. */
export type NewSpoiled = ValueOf<typeof spoiledSchema>;
export const spoiledSchema = form('spoiled', {
  /** null = it is sound after all. */
  cause: orNull(oneOf(SPOIL_CAUSES)),
  note: why('say what happened, or why it is sound after all'),
  ...seenKeys,
});
export interface SpoiledView {
  cause: SpoilCause;
  note: string;
  seenOn: string;
  by: string;
  at: string;
}

/** What a second hand calls the seedlings of one count, without the figures of the first. */
export type NewRecount = ValueOf<typeof recountSchema>;
export const recountSchema = form('recount', {
  counts: countsSchema(),
  parts: optional(partsSchema()),
  reason: optional(text(500)),
});
export interface RecountView {
  /** Address of the count whose seedlings they are. */
  key: number;
  counts: Counts;
  by: string;
  at: string;
  seenOn: string;
}

/** The most of a photograph, px and bytes; its thumbnail, bytes. */
export const PHOTO_SIDE = 1600;
export const PHOTO_BYTES = 400_000;
export const THUMBNAIL_SIDE = 240;
export const THUMBNAIL_BYTES = 40_000;

const base64 = (most: number) =>
  Joi.string()
    .base64()
    .max(Math.ceil(most / 3) * 4)
    .required()
    .messages({ 'string.max': `the picture must be ${most / 1000} kB at most`, 'string.base64': 'no picture' });
export type NewPhoto = ValueOf<typeof newPhotoSchema>;
export const newPhotoSchema = form('photo', {
  /** A JPEG, upright. */
  picture: base64(PHOTO_BYTES),
  thumbnail: base64(THUMBNAIL_BYTES),
  note: text(300, 0).required(),
  ...seenKeys,
});
export const photoStrikeSchema = objectOf({ reason: why('say why it is crossed out') });
export interface PhotoView {
  id: string;
  dish: number;
  /** Day of the test. */
  day: number;
  seenOn: string;
  note: string;
  width: number;
  height: number;
  bytes: number;
  by: string;
  at: string;
  /** Its time is over: the line stays, the picture is gone. */
  gone: boolean;
  struck: string | null;
}
export interface PhotoList {
  photos: PhotoView[];
}

/** Air outside what a plan allows, around dishes that stood there. */
export interface DeviationView {
  from: string;
  to: string;
  minutes: number;
  side: 'cold' | 'warm';
  worstC: number;
  place: string[];
  dishes: number[];
}

/** Puts a dish on a shelf. */
export type DishMove = ValueOf<typeof dishMoveSchema>;
export const dishMoveSchema = form('dishMove', { placeId: Joi.string().guid().required() });

/** One shelf or cabinet for dishes, on the days that were asked for. */
export interface ShelfRoom {
  id: string;
  code: string;
  /** From the room to the shelf. */
  path: string[];
  places: number;
  /** The most that stands there at once on these days. */
  taken: number;
  dishes: { code: string; lot: string; lotId: string; dish: number; until: string }[];
}
export interface RoomView {
  from: string;
  to: string;
  shelves: ShelfRoom[];
}
