import type { Divider } from '@mercato/core/sampling/dividers';
import type { EnteredMass } from '@mercato/core/units/mass';
import type { Verdict } from '@mercato/core/verdict/verdict';
import type { SeenOn } from '../http/seen.ts';

/** `put back`: into the sample that it was drawn from, in whose balance it then stands again. */
export const ENDS = ['used up', 'discarded', 'returned', 'put back'] as const;
export type End = (typeof ENDS)[number];

/** What happened to a vessel, and on which day where that is not today. */
export type NewVesselEvent = SeenOn & VesselAct;
type VesselAct =
  | { what: 'hand-over'; to: string; place: string; note: string }
  | { what: 'move'; place: string; note: string }
  | { what: 'seal'; seal: string; note: string }
  | { what: 'open'; intact: boolean; note: string }
  | { what: 'divide'; divider: Divider; first: EnteredMass; second: EnteredMass; note: string }
  | {
      what: 'finish';
      how: End;
      /** What was still in it, weighed; null when it was empty. */
      rest: EnteredMass | null;
      loss: EnteredMass;
      note: string;
    };

export interface VesselEventView {
  /** As it was written; or its seed came onto the bench of a station, or its seal went because it was drawn from. */
  event: NewVesselEvent | { what: 'take'; place: string } | { what: 'open'; drawnFrom: string };
  /** Of a division: how its halves were judged. */
  verdict: Verdict | null;
  by: string;
  at: string;
  /** The day on which it happened, where that is not the day of writing. */
  seenOn: string | null;
}
