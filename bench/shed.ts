/** The shed's computation: trials of passes as the page's worker runs them, and the book of a long batch. */
import { passBalance } from '@mercato/core/cleaning/balance';
import { readBook } from '@mercato/core/cleaning/batchBook';
import { proposeSettings } from '@mercato/core/cleaning/propose';
import { triedPasses, tryPasses } from '@mercato/core/cleaning/simulate';
import type { FeedPart, TriedPass } from '@mercato/core/cleaning/trialTask';
import { SHIPPED } from '@mercato/core/testing/books';
import { longBatch } from './longBatch.ts';

const EACH = 5000;
const ROUNDS = 60;
const PASSES = 60;
const RUNS = 5;

const middle = (times: number[]) => times.sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? 0;
const clock = (work: () => void, runs = RUNS): number =>
  middle(
    Array.from({ length: runs }, () => {
      const from = performance.now();
      work();
      return performance.now() - from;
    }),
  );
const say = (line: string) => process.stdout.write(`${line}\n`);

const { particles, screens } = SHIPPED.shed;
const feed: FeedPart[] = particles.map((particle, i) => ({ particle, massPercent: i === 0 ? 83 : 1, wanted: i === 0 }));
const feeding = { tries: 100, openArea: 0.4, load: 0 };
const passes: TriedPass[] = [
  { by: 'screen', screen: { shape: 'round', holeMm: 5.5 }, feeding, keep: 'through' },
  { by: 'screen', screen: { shape: 'slot', holeMm: 2, lengthMm: 20 }, feeding, keep: 'over' },
  { by: 'air', speedMS: 6, where: 'column', factor: 1 },
  { by: 'indent', pocketMm: 5, keep: 'left' },
  { by: 'table', lightGate: 0.35, heavyGate: 0.6 },
];
/** The most that a trial holds while it runs, beyond what was there before, MB. */
function most(of: readonly TriedPass[]): number {
  const now = () => {
    globalThis.gc?.();
    const { heapUsed, arrayBuffers } = process.memoryUsage();
    return heapUsed + arrayBuffers;
  };
  const before = now();
  let peak = before;
  const steps = tryPasses({ feed, passes: of, each: EACH, seed: 1, rounds: 0 });
  while (!steps.next().done) peak = Math.max(peak, now());
  return (peak - before) / 1e6;
}
const trial = (of: readonly TriedPass[], rounds: number) =>
  triedPasses({ feed, passes: of, each: EACH, seed: 1, rounds });
const long = Array.from({ length: 10 }, () => passes).flat();
say(
  `a trial of ${feed.length} classes × ${EACH} particles in ${passes.length} passes: ${clock(() => trial(passes, 0)).toFixed(0)} ms, with its range ${clock(() => trial(passes, ROUNDS)).toFixed(0)} ms (budget 3000)`,
);
say(
  `a trial holds at most: ${most(passes).toFixed(1)} MB for ${passes.length} passes, ${most(long).toFixed(1)} MB for ${long.length}`,
);
say(
  `settings proposed out of ${screens.length} screens: ${clock(() => {
    const steps = proposeSettings(feed.slice(0, 4), screens, 97);
    while (!steps.next().done);
  }, 3).toFixed(0)} ms`,
);

const lines = longBatch(PASSES);
const opened = clock(() => {
  const book = readBook(lines, { poundsPerBushel: null, treatments: [] });
  const share = SHIPPED.shed.parameter('unaccounted_percent');
  for (const pass of book.passes.values()) passBalance(pass, share);
}, 20);
say(
  `the book of a batch of ${PASSES} passes (${lines.length} lines) with its balances: ${opened.toFixed(1)} ms (budget 100 for the page)`,
);
