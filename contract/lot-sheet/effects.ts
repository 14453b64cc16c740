import Joi from 'joi';
import { form, listOf, type ValueOf } from '../http/body.ts';
import { why } from '../http/fields.ts';
import type { LotState } from '../register/lots.ts';
import type { StepLine } from './standing.ts';

/** A lot of which something would be evaluated otherwise by another edition. */
export interface Effect {
  lot: { id: string; reference: string; species: string; commonName: string; state: LotState };
  /** The edition that it is evaluated by. */
  by: string;
  lines: { before: StepLine; after: StepLine }[];
}

/** What an edition would change, of so many lots at a time. */
export interface Effects {
  edition: { id: string; name: string; book: string };
  /** Lots that are evaluated by other editions of the same book. */
  total: number;
  /** How many of them were looked at for this answer. */
  looked: number;
  /** The last of them; null when there are no more. */
  after: string | null;
  changed: Effect[];
}

/** Most lots that are evaluated anew by one act. */
export const MOST_TOGETHER = 100;

/** Evaluates lots by another edition of their book, together. */
export type Together = ValueOf<typeof togetherSchema>;
export const togetherSchema = form('together', {
  lots: listOf(Joi.string().guid(), 1, MOST_TOGETHER).unique().messages({ 'array.min': 'choose at least one lot' }),
  reason: why('say why they are re-evaluated', 500),
});
