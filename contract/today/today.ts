import type { BatchDue } from '@mercato/core/cleaning/standing';
import type { Role } from '@mercato/core/register/permissions';
import type { Batch } from '@mercato/core/storage/cold';
import type { CareCall } from '../air/care.ts';
import type { ShownStanding } from '../lot-sheet/standing.ts';
import type { SowingNext } from '../sowing/plans.ts';

/** Where a thing is done; what is done in one place stands together. */
export const DUE_PLACES = ['dishes', 'bench', 'sampling', 'desk', 'shed', 'store'] as const;
export type DuePlace = (typeof DUE_PLACES)[number];

/** One thing that a lot or the store asks of somebody: what it is, as codes with figures. */
export type DueThing =
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
export interface Today {
  today: string;
  due: Due[];
  /** What comes in the next four weeks. */
  soon: Due[];
  /** Nothing was ever opened or stored here: the first acts are shown. */
  empty: { lots: boolean; store: boolean };
  /** Lots that can go on and are not among them, because there are so many. */
  more: boolean;
}
