import Joi from 'joi';
import { eitherOf, form, oneOf, type ValueOf } from '../http/body.ts';
import { text, why } from '../http/fields.ts';

export const STATION_KINDS = ['bench', 'machine'] as const;
export type StationKind = (typeof STATION_KINDS)[number];

export const newStationSchema = form('newStation', {
  name: text(60).required().messages({ 'string.empty': 'give it a name' }),
  /** A machine or pit keeps seed of what ran through it, and is cleaned before another variety. */
  kind: oneOf(STATION_KINDS),
});

/** What is done at a station: a vessel is put on it, a lot opened or closed, the machine cleaned down. */
export type StationAct = ValueOf<typeof stationActSchema>;

export const stationActSchema = eitherOf('what', {
  take: { code: Joi.string().max(20).required() },
  open: { lotId: Joi.string().guid().required() },
  close: {},
  clean: { note: why('say how it was cleaned') },
});

/** A lot as a station names it. */
export interface StationLot {
  id: string;
  reference: string;
  species: string;
  variety: string;
}

export interface StationView {
  id: string;
  name: string;
  kind: StationKind;
  /** The lot that is open here. */
  lot: StationLot | null;
  /** Vessels of it that are not put away yet. */
  vessels: { id: string; code: string; kind: string; purpose: string | null }[];
  /** The lot that ran here before. */
  last: StationLot | null;
  /** Whether it was cleaned since. */
  clean: boolean;
  events: { what: string; reference: string | null; note: string; by: string; at: string }[];
}

export interface StationList {
  stations: StationView[];
}
