import Joi from 'joi';
import { objectOf, oneOf, type ValueOf } from '../http/body.ts';
import { wholeNumber } from '../http/fields.ts';
import { type Fate, FATES } from './fates.ts';

/** Who has a dish, a tray or a bag in hand. */
export interface Held {
  /** What a key or look carries as the turn under which it was made. */
  turn: number;
  holder: { name: string; page: string; since: string } | null;
  /** Late keys that were taken so far: what a page shows on top of what it knew is to be read anew when it changes. */
  taken: number;
}

/** Takes a place in hand, from somebody else too, or puts it down. */
export type HandAct = ValueOf<typeof handActSchema>;
const turn = () => wholeNumber(0, 2_000_000_000);
export const handActSchema = objectOf({
  act: oneOf(['take', 'leave']),
  /** The turn that the page knows. */
  turn: turn(),
});

/** The turn under which a key was pressed; one of a page that knew none was pressed before anybody held its place. */
export const keyTurn = () => turn().optional().default(0);
/** The page on which keys were pressed: not always the one that sends them. */
export const keyPage = () => Joi.string().guid().optional();

/** Keys of one hand that came after somebody else had the place: kept, and not counted until somebody says so. */
export interface LateKeys {
  session: string;
  by: string;
  /** When the first and the last of them arrived. */
  from: string;
  to: string;
  keys: number;
  /** Seeds by class or species. */
  counts: Record<string, number>;
}

/** What became of keys that were sent, by their sequence. */
export interface KeptKeys {
  kept: number[];
  /** Those of them that came late. */
  late: number[];
}

export const fate = () => oneOf(FATES);

/** What becomes of late keys of one hand: `keys` is how many were shown. */
export interface LateAct {
  session: string;
  keys: number;
  fate: Fate;
}
export const lateActKeys = {
  session: Joi.string().guid().required(),
  keys: wholeNumber(1, 1_000_000),
  fate: fate(),
};
