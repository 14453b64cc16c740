import type { BookLine } from '@mercato/core/cleaning/bookState';
import type { ShedEntry, Weighing } from '@mercato/core/cleaning/entries';
import { picked } from '@mercato/core/testing/shedBook';

const grams = (value: number): Weighing => ({
  amount: { by: 'mass', text: value.toFixed(1), unit: 'g' },
  moisturePercent: null,
  scale: null,
});
/** A batch that runs through so many passes, three streams off each. */
export function longBatch(passes: number): BookLine[] {
  const entries: ShedEntry[] = [
    { ...picked('v0', grams(1e6), 'heap'), into: { made: { id: 'v0', name: 'heap', kind: 'heap' } } },
  ];
  for (let i = 0; i < passes; i += 1) {
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
        settings: { screens: '2.0 slot', reverse: false },
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
