import { describe, expect, it } from 'vitest';
import { saidWords } from '../words/faults.ts';
import type { WeightStands } from './stands.ts';
import { usualWords, weightBlocks, weightStands } from './words.ts';

const weighed: Extract<WeightStands, { is: 'weighed' }> = {
  is: 'weighed',
  thousandSeedG: '1.900',
  cv: 1.87,
  limit: 4,
  dropped: 0,
  usual: 'usual',
  then: 'report',
};
const words = (how: WeightStands) => {
  const { figure, note } = weightStands(how);
  return [figure, note].filter(Boolean).join(', ');
};

describe('weight in words', () => {
  it.each([
    [{ is: 'waits-for-sample' }, 'waits for the sample'],
    [{ is: 'not-asked' }, 'not asked for'],
    [{ is: 'to-draw' }, 'sample to be drawn'],
    [{ is: 'drawn' }, 'sample drawn'],
    [{ is: 'to-weigh' }, 'to be counted and weighed'],
    [{ is: 'weighing', weighed: 5, left: 3 }, '5 replicates weighed, 3 to go'],
    [weighed, '1.900 g, for 1000 seeds, CV 1.9 %, 4 allowed'],
    [{ ...weighed, limit: null }, '1.900 g, for 1000 seeds, sixteen replicates, none left out'],
    [{ ...weighed, limit: null, dropped: 2 }, '1.900 g, for 1000 seeds, sixteen replicates, 2 left out'],
    [{ ...weighed, cv: null, limit: null }, '1.900 g, for 1000 seeds, whole fraction counted'],
    [{ ...weighed, then: 'accepted' }, '1.900 g, for 1000 seeds, CV 1.9 %, 4 allowed, accepted by the lead'],
    [{ ...weighed, usual: 'light' }, '1.900 g, for 1000 seeds, CV 1.9 %, 4 allowed, light for the kind'],
    [{ ...weighed, usual: 'unknown' }, '1.900 g, for 1000 seeds, CV 1.9 %, 4 allowed'],
  ] as const)('%j', (how, line) => {
    expect(words(how)).toBe(line);
  });

  it('says what holds a lot, and what is unusual, with the figures', () => {
    expect(weightBlocks([{ is: 'replicates-apart', cv: 5.34, limit: 4 }])).toBe(
      'Weight: the replicates spread by 5.3 %, 4 % is allowed, and nobody has weighed more or decided.',
    );
    const range = { low: 1.4, high: 3.2 };
    expect(usualWords({ is: 'light', range })).toMatch(/^Lighter than the kind usually is \(1\.4 to 3\.2 g\)/);
    expect(usualWords({ is: 'heavy', range })).toMatch(/^Heavier/);
    expect([usualWords({ is: 'usual', range }), usualWords({ is: 'unknown', range: null })]).toEqual(['', '']);
  });

  it('names the replicate that a file leaves out', () => {
    expect(saidWords({ is: 'weight.replicate-missing', before: 4 })).toBe(
      'replicate 3 is missing before it: they are numbered from 1 without a gap',
    );
  });
});
