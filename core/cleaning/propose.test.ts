import { expect, it } from 'vitest';
import { contentOf } from '../testing/books.ts';
import { readShedFigures } from './figures.ts';
import { type Proposal, proposeSettings } from './propose.ts';
import type { FeedPart } from './trialTask.ts';

const { screens, particles } = readShedFigures(contentOf('shed'));
const feed = (...parts: readonly (readonly [string, number, boolean])[]): FeedPart[] =>
  parts.map(([name, massPercent, wanted]) => {
    const particle = particles.find((one) => one.name === name);
    if (!particle) throw new Error(name);
    return { particle, massPercent, wanted };
  });
function propose(of: readonly FeedPart[], wanted: number): { best: Proposal | null; steps: number[] } {
  const steps: number[] = [];
  const running = proposeSettings(of, screens, wanted);
  for (;;) {
    const step = running.next();
    if (step.done) return { best: step.value, steps };
    steps.push(step.value);
  }
}

// Source: none outside; the proposal is held against the trial that it is made of (simulate.test.ts has its sources), and
// against what must hold of any: it reaches what is wanted, and a purer wish never keeps more.
it('finds screens and air that reach what is wanted, losing little', () => {
  const wheat = feed(['wheat', 85, true], ['cereal chaff', 8, false], ['wild mustard', 7, false]);
  const { best, steps } = propose(wheat, 99);
  expect(best?.result.purityPercent.estimate).toBeGreaterThanOrEqual(99);
  expect(best?.result.recoveryPercent.estimate).toBeGreaterThan(98);
  expect(steps.at(-1)).toBeCloseTo(1, 12);
  expect(steps).toEqual([...steps].sort((a, b) => a - b));
  // More is wanted: it loses as much or more.
  const more = propose(feed(['red clover', 97, true], ['field dodder', 3, false]), 99.5).best;
  const less = propose(feed(['red clover', 97, true], ['field dodder', 3, false]), 98.5).best;
  expect(more?.result.recoveryPercent.estimate).toBeLessThanOrEqual(less?.result.recoveryPercent.estimate ?? 0);
});

it('says that nothing reaches what cannot be parted so', () => {
  // The same seed under another name.
  const twin = feed(['red clover', 60, true], ['red clover', 40, false]);
  expect(propose(twin, 99).best).toBeNull();
  expect(() => propose(twin, 101)).toThrow('wantedPercent');
});
