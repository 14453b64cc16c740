import { expect, it } from 'vitest';
import type { PlanReason } from '@mercato/core/sampling/primarySamples';
import { planReasonWords } from './words.ts';

it('says by which rule so many primary samples are asked for', () => {
  const said: [PlanReason, string][] = [
    [{ is: 'from-each', units: 6, of: 'containers', each: 2 }, '6 containers: 2 from each.'],
    [{ is: 'in-all', units: 25, of: 'units', samples: 15 }, '25 sampling units: 15 in all, each from a different one.'],
    [
      { is: 'by-mass', overKg: 100, massKg: 2250, onePerKg: 300, atLeast: 5 },
      'Containers over 100 kg, 2250 kg: one per 300 kg, at least 5.',
    ],
    [
      { is: 'by-mass', overKg: null, massKg: 400, onePerKg: null, atLeast: 5 },
      'Heap or seed stream, 400 kg: at least 5.',
    ],
    [{ is: 'every-bag', upTo: 6, atLeast: 5 }, 'Up to 6 bags: every bag, at least 5 cores in all.'],
  ];
  for (const [why, words] of said) expect(planReasonWords(why)).toBe(words);
});
