import type { Treatment } from '../register/treatment.ts';
import type { VesselState } from './bookState.ts';
import type { NewVessel, Outlet, QuickSample } from './entries.ts';

export const NOTHING_LOOKED_AT: QuickSample = {
  pure: null,
  hundredSeedsG: null,
  testWeightKgHl: null,
  cut: null,
  defects: null,
  towel: null,
};

/** A vessel before anything fell into it. */
export const newVessel = ({ id, name, kind }: NewVessel, outlet: Outlet | null): VesselState => ({
  id,
  name,
  kind,
  outlet,
  streams: [],
  now: null,
  empty: true,
  treatments: [],
  openAt: null,
  seed: { sample: NOTHING_LOOKED_AT },
});

/** Nothing lies in it any more. */
export function emptied(vessel: VesselState): void {
  vessel.empty = true;
  vessel.now = null;
  vessel.openAt = null;
}

/** Treatments of what is mixed, each once. */
export const joined = (a: readonly Treatment[], b: readonly Treatment[]): readonly Treatment[] => [
  ...a,
  ...b.filter((one) => !a.some((other) => other.product === one.product && other.class === one.class)),
];
