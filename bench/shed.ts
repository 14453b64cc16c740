/** The shed's computation: trials of passes as the page's worker runs them, and the book of a long batch. */
import { passBalance } from '@mercato/core/cleaning/balance';
import { type BookLine } from '@mercato/core/cleaning/bookState';
import { readBook } from '@mercato/core/cleaning/batchBook';
import type { ShedEntry, Weighing } from '@mercato/core/cleaning/entries';
import { proposeSettings } from '@mercato/core/cleaning/propose';
import { triedPasses } from '@mercato/core/cleaning/simulate';
import type { FeedPart, TriedPass } from '@mercato/core/cleaning/trialTask';
import { SHIPPED } from '@mercato/core/testing/books';

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
/** What a run holds at its end beyond what was there before, MB. */
function held(work: () => void): number {
  globalThis.gc?.();
  const before = process.memoryUsage().arrayBuffers;
  work();
  return (process.memoryUsage().arrayBuffers - before) / 1e6;
}
const trial = (of: readonly TriedPass[], rounds: number) =>
  triedPasses({ feed, passes: of, each: EACH, seed: 1, rounds });
const long = Array.from({ length: 10 }, () => passes).flat();
say(
  `a trial of ${feed.length} classes × ${EACH} particles in ${passes.length} passes: ${clock(() => trial(passes, 0)).toFixed(0)} ms, with its range ${clock(() => trial(passes, ROUNDS)).toFixed(0)} ms (budget 3000)`,
);
say(
  `arrays held: ${held(() => trial(passes, 0)).toFixed(1)} MB for ${passes.length} passes, ${held(() => trial(long, 0)).toFixed(1)} MB for ${long.length}`,
);
say(
  `settings proposed out of ${screens.length} screens: ${clock(() => {
    const steps = proposeSettings(feed.slice(0, 4), screens, 97);
    while (!steps.next().done);
  }, 3).toFixed(0)} ms`,
);

const grams = (value: number): Weighing => ({
  amount: { by: 'mass', text: value.toFixed(1), unit: 'g' },
  moisturePercent: null,
  scale: null,
});
function longBatch(): BookLine[] {
  const entries: ShedEntry[] = [
    {
      what: 'picked',
      into: { made: { id: 'v0', name: 'heap', kind: 'heap' } },
      weighed: grams(1e6),
      by: [],
      ripe: [],
      unripe: [],
      keptUnripe: false,
      dries: 'plant',
      plants: null,
      claimPerPlant: null,
      note: '',
    },
  ];
  for (let i = 0; i < PASSES; i += 1) {
    const mass = 1e6 * 0.97 ** i;
    const pass = `p${i}`;
    const off = (outlet: 'clean' | 'small' | 'dust', into: string, value: number): ShedEntry => ({
      what: 'came-off',
      pass,
      outlet,
      into: { made: { id: into, name: into, kind: 'bin' } },
      weighed: grams(value),
    });
    entries.push(
      {
        what: 'pass',
        pass,
        method: 'hand-screen',
        machine: null,
        goal: 'purity',
        settings: {},
        from: [{ vessel: `v${i}`, part: false, weighed: null }],
        treatment: null,
      },
      off('clean', `v${i + 1}`, mass * 0.97),
      off('small', `s${i}`, mass * 0.02),
      off('dust', `d${i}`, mass * 0.01),
      { what: 'ended', pass, minutes: 20, people: 1, good: null, note: '' },
    );
  }
  return entries.map((entry, at) => ({ entry, at }));
}
const lines = longBatch();
const opened = clock(() => {
  const book = readBook(lines, { poundsPerBushel: null, treatments: [] });
  const share = SHIPPED.shed.parameter('unaccounted_percent');
  for (const pass of book.passes.values()) passBalance(pass, share);
}, 20);
say(
  `the book of a batch of ${PASSES} passes (${lines.length} lines) with its balances: ${opened.toFixed(1)} ms (budget 100 for the page)`,
);
