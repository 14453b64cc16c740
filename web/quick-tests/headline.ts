import { capital } from '@mercato/contract/words/text';
import type { Cause } from '@mercato/core/quick-tests/badTest';
import type { QuickAnswer } from '@mercato/core/quick-tests/quickAnswer';

const WHY: Partial<Record<Cause, string>> = { 'too-early': 'early', 'too-hot': 'warm', 'too-cold': 'cold' };
/** Seed that may have to be sown no thicker than this is good (common practice, no source). */
const AS_USUAL = 1.3;

/**
 * What to do, in one line: wait, sow as usual, sow thicker, or test more. It speaks of the range, never of its middle
 * alone: three of three say little.
 */
export function headlineOf({
  test,
  speaks,
  heldBack,
  sowTimes,
}: Pick<QuickAnswer, 'test' | 'speaks' | 'heldBack' | 'sowTimes'>): string {
  if (speaks !== 'all') {
    const why = heldBack.flatMap((one) => WHY[one] ?? []).map((one) => `too ${one}`);
    return `${capital(why.length > 0 ? why.join(' and ') : 'too uncertain')} to say.`;
  }
  if (sowTimes === null) return 'Nothing is left to sow.';
  const { least, most } = sowTimes;
  if (least === null) return 'Nothing alive is left: sow other seed.';
  if (test.sprouted === 0) return 'None sprouted: sow other seed, or test more of it first.';
  if (most === null) return 'Too few seeds to say: test more.';
  if (most < AS_USUAL) return 'Good seed: sow as usual.';
  return `Sow ${least.toFixed(1)} to ${most.toFixed(1)} times as much.`;
}
