import type { TriedBag } from '../quick-tests/tried.ts';
import { bagTimeWords, reasonsWords } from '../quick-tests/words.ts';

export type { TriedBag, TriedBags } from '../quick-tests/tried.ts';

const SAID = {
  sprouted: 'the count stands',
  dead: 'it was the seed',
  dormant: 'it is alive, and waits',
  invalid: 'it was the test: it does not show whether the seed is good',
  unclear: 'nobody can tell seed from test',
} as const;

/** What a bag of a round says of the packet that its seed is of. */
export function triedWords({ sprouted, seeds, treatment, how, time, ended, untreated }: TriedBag): string {
  const arm = treatment === 'other' ? how : treatment;
  return [
    `${sprouted} of ${seeds} sprouted`,
    ended === null ? ' so far' : '',
    treatment === 'untreated' ? '' : `, ${arm}`,
    `: ${ended === null ? bagTimeWords(time) : SAID[ended.verdict]}`,
    ended?.verdict === 'invalid' ? ` (${reasonsWords(ended.reasons)})` : '',
    untreated
      ? `; ${
          untreated.p >= 0.05
            ? 'it may be chance that it differs from'
            : sprouted / seeds > untreated.sprouted / untreated.seeds
              ? 'more than'
              : 'fewer than'
        } the untreated beside it, ${untreated.sprouted} of ${untreated.seeds}`
      : '',
  ].join('');
}
