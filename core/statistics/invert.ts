import { between } from '../units/argument.ts';
/**
 * Where a continuous distribution reaches a chance: Newton's steps on the tail that is smaller, kept inside a bracket.
 *
 * @param tail     one of both chances, 0 < chance < 1
 * @param tails    lower and upper chance at a value
 * @param density  its density there
 * @param within   a start, and between what the value lies
 * @throws {RangeError} if the chance leaves its range
 */
export function invert(
  tail: { readonly lower: number } | { readonly upper: number },
  tails: (x: number) => { readonly lower: number; readonly upper: number },
  density: (x: number) => number,
  within: { readonly start: number; readonly low: number; readonly high: number },
): number {
  const wanted = 'lower' in tail ? tail.lower : tail.upper;
  between('wanted', wanted, 0, 1);
  // How far the lower chance at x is above what is wanted, without cancellation.
  const over = (x: number) => {
    const at = tails(x);
    return 'lower' in tail ? at.lower - wanted : wanted - at.upper;
  };
  let { low, high, start: x } = within;
  for (let tries = 0; tries < 400; tries += 1) {
    const miss = over(x);
    if (miss === 0) return x;
    if (miss > 0) high = x;
    else low = x;
    const slope = density(x);
    const next = slope > 0 ? x - miss / slope : Number.NaN;
    const better = next > low && next < high ? next : halfway(low, high, x);
    if (better === x || Math.abs(better - x) <= Number.EPSILON * Math.abs(x) || better === low || better === high)
      return better;
    x = better;
  }
  return x;
}

/** The middle of a bracket: in size where it spans several, and outwards where it has no end yet. */
function halfway(low: number, high: number, x: number): number {
  if (high === Infinity) return Math.max(2 * x, 1);
  if (low <= 0 && high < 1e-3) return low === 0 ? high / 1024 : low / 2 + high / 2;
  return low > 0 && high / low > 4 ? Math.sqrt(low * high) : low / 2 + high / 2;
}
