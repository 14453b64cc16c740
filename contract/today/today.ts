import Joi from 'joi';
import type { BatchDue } from '@mercato/core/cleaning/standing';
import type { Role } from '@mercato/core/register/permissions';
import type { Batch } from '@mercato/core/storage/cold';
import type { CareCall } from '../air/care.ts';
import type { ShownStanding } from '../lot-sheet/standing.ts';
import { form, objectOf, type ValueOf } from '../http/body.ts';
import { text } from '../http/fields.ts';
import type { SowingNext } from '../sowing/plans.ts';

/** Where a thing is done; what is done in one place stands together. */
export const DUE_PLACES = ['dishes', 'bench', 'sampling', 'desk', 'shed', 'store'] as const;
export type DuePlace = (typeof DUE_PLACES)[number];

/** What dishes of a germination test ask for. */
export type DishAct =
  { is: 'to-warmth' } | { is: 'moisten'; day: number } | { is: 'count'; day: number; final: boolean };

/** One thing that a lot or the store asks of somebody: what it is, as codes with figures. */
export type DueThing =
  /** Dishes of one test that stand together; `dishes` are those that it is about, of so many. */
  | {
      what: 'dishes';
      reference: string;
      species: string;
      commonName: string;
      test: number;
      act: DishAct;
      dishes: number[];
      of: number;
    }
  /** A client was promised results by that day. */
  | { what: 'request'; reference: string; client: string }
  | { what: 'lot'; reference: string; species: string; commonName: string; standing: ShownStanding }
  | { what: 'shed'; number: string; seed: string; act: BatchDue['act'] }
  | { what: 'oven'; reference: string; act: 'take-out' | 'weigh' }
  | { what: 'load'; seed: string; supplier: string; time: string }
  | { what: 'look'; bags: number; round: number; name: string }
  | { what: 'end'; seed: string; sprouted: number; seeds: number }
  | { what: 'batch'; batch: Batch; kinds: string[]; place: string[] }
  /** `times`: how often it was, where it is over. */
  | { what: 'alarm' | 'desiccant'; place: string[]; call: CareCall; times: number }
  | { what: 'sowing'; kind: string; next: SowingNext };
export type Due = DueThing & {
  /** yyyy-mm-dd, or an instant where the hour matters; null = it has no day, and can be done now. */
  by: string | null;
  /** Where it is done. */
  open: string;
  overdue: boolean;
  at: DuePlace;
  /** The room, cabinet or shelf, where it is known. */
  room: string | null;
  /** Whose hands it waits for. */
  roles: Role[];
};
/** A due thing on the list of today. */
export type DueLine = Due & {
  /** Names it from one look to the next, for whoever claims it. */
  key: string;
  /** Who said that they see to it. */
  claimed: { id: string; name: string } | null;
};

/** Says that somebody sees to a thing, or does not after all. */
export type Claim = ValueOf<typeof claimSchema>;
export const claimSchema = objectOf({ key: text(300).required(), mine: Joi.boolean().required() });

/** What comes on one day, by the place where it stands. */
export interface DayLoad {
  day: string;
  /** Nobody is at the bench. */
  closed: boolean;
  rooms: { room: string; tests: number; dishes: number; counts: number; finals: number }[];
  /** Other things with that day. */
  others: { what: DueThing['what']; says: DueThing; open: string }[];
}
export interface Days {
  today: string;
  days: DayLoad[];
}

/** An address under which a calendar program reads what is due. */
export type NewFeed = ValueOf<typeof newFeedSchema>;
export const newFeedSchema = form('calendarFeed', { place: text(200, 0).required() });
export interface FeedView {
  id: string;
  place: string;
  createdAt: string;
  usedAt: string | null;
}
export interface FeedList {
  feeds: FeedView[];
  /** Rooms, cabinets and shelves that things stand in. */
  places: string[];
}
/** Its secret address, told once. */
export interface NewFeedAnswer extends FeedList {
  path: string;
}

export interface Today {
  today: string;
  due: DueLine[];
  /** What comes in the next four weeks. */
  soon: DueLine[];
  /** Nothing was ever opened or stored here: the first acts are shown. */
  empty: { lots: boolean; store: boolean };
  /** Lots that can go on and are not among them, because there are so many. */
  more: boolean;
}
