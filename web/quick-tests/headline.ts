import type { Cause } from '@mercato/core/quick-tests/badTest';
import type { QuickAnswer } from '@mercato/core/quick-tests/quickAnswer';

const WHY: Partial<Record<Cause, string>> = { 'too-early': 'early', 'too-hot': 'warm', 'too-cold': 'cold' };

/** What to do, in one line: wait, sow as usual, sow thicker, or sow other seed. */
export function headlineOf({ speaks, heldBack, sowTimes }: QuickAnswer): string {
  if (speaks !== 'all') {
    const why = heldBack.flatMap((one) => WHY[one] ?? []).map((one) => `too ${one}`);
    const said = why.length > 0 ? why.join(' and ') : 'too uncertain';
    return `${said.charAt(0).toUpperCase()}${said.slice(1)} to say.`;
  }
  if (sowTimes === null) return 'Nothing is left to sow.';
  if (sowTimes.best === null) return 'Sow other seed.';
  return sowTimes.best < 1.05 ? 'Good seed: sow as usual.' : `Sow about ${sowTimes.best.toFixed(1)} times as much.`;
}
