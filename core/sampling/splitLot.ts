import { Exact, type ExactNumber } from '../units/mass.ts';

export interface Split {
  readonly parts: number;
  /** Containers in each part, whole ones; null for a heap or stream. */
  readonly containers: readonly number[] | null;
  /** Mass of the largest part, kg. */
  readonly largestKg: number;
}

/**
 * The fewest lots that a lot over the largest mass can be divided into, as even as whole containers allow.
 *
 * @param massKg, limitKg   > 0; the limit with its allowance
 * @param containers        whole number ≥ 0; 0 = a heap or stream
 * @param containerMassKg   mass of one, or null
 * @returns null when even one container is heavier than the limit
 */
export function splitThatFits(
  massKg: ExactNumber,
  limitKg: ExactNumber,
  containers: number,
  containerMassKg: ExactNumber | null,
): Split | null {
  if (containers === 0 || containerMassKg === null) {
    const parts = massKg.div(limitKg).ceil().toNumber();
    return { parts, containers: null, largestKg: massKg.div(parts).toNumber() };
  }
  const most = limitKg.divToInt(containerMassKg).toNumber();
  if (most < 1) return null;
  const parts = Math.ceil(containers / most);
  const each = Array.from(
    { length: parts },
    (_, i) => Math.floor(containers / parts) + (i < containers % parts ? 1 : 0),
  );
  return { parts, containers: each, largestKg: new Exact(each[0] ?? 0).times(containerMassKg).toNumber() };
}
