import type { Batch } from '@mercato/core/storage/cold';
import type { CareCall } from '../air/care.ts';
import type { SowingNext } from '../sowing/plans.ts';

/** One thing that the store asks of somebody: what it is, as codes with figures. */
export type DueThing =
  | { what: 'look'; bags: number; round: number; name: string }
  | { what: 'end'; seed: string; sprouted: number; seeds: number }
  | { what: 'batch'; batch: Batch; kinds: string[]; place: string[] }
  /** `times`: how often it was, where it is over. */
  | { what: 'alarm' | 'desiccant'; place: string[]; call: CareCall; times: number }
  | { what: 'sowing'; kind: string; next: SowingNext };
export type Due = DueThing & {
  /** yyyy-mm-dd, or an instant where the hour matters. */
  by: string;
  /** Where it is done. */
  open: string;
  overdue: boolean;
};
export interface StoreToday {
  today: string;
  due: Due[];
  /** What comes in the next four weeks. */
  soon: Due[];
}
