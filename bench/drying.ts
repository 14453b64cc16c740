/** Moisture in balance with air, and a bin that dries, against the same in SciPy where that is installed. */
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { binDrying } from '@mercato/core/drying/binDrying';
import { type Isotherm, isothermMoisture } from '@mercato/core/drying/equilibrium';
import { waterOfKind } from '@mercato/core/drying/seedWater';

const say = (line: string) => process.stdout.write(`${line}\n`);
const HARD_WHEAT: Isotherm = { equation: 'modified Henderson', A: 2.3007e-5, B: 2.2857, C: 55.815 };
const COUNT = 20_000;
const RUNS = 5;

const best = (work: () => void): number =>
  Math.min(
    ...Array.from({ length: RUNS }, () => {
      const from = performance.now();
      work();
      return (performance.now() - from) / 1000;
    }),
  );

let total = 0;
const inversions = best(() => {
  total = 0;
  for (let i = 0; i < COUNT; i += 1)
    total += isothermMoisture(HARD_WHEAT, 0.2 + (0.6 * i) / COUNT, 5 + (40 * i) / COUNT);
});
let hours = Number.NaN;
const bin = best(() => {
  hours =
    binDrying(waterOfKind(HARD_WHEAT), {
      massKg: 1000,
      moisturePercent: 18,
      targetPercent: 13,
      airC: 25,
      airPercent: 50,
      airM3h: 500,
      rate: 0.3,
    }).hoursToTop ?? Number.NaN;
});
say(`moisture in balance with air: ${((inversions / COUNT) * 1e6).toFixed(2)} µs each (best of ${RUNS})`);
say(`a bin of 24 layers until its top is dry: ${(bin * 1000).toFixed(0)} ms (best of ${RUNS})`);

const script = path.join(import.meta.dirname, 'native_drying.py');
const native = spawnSync('/usr/bin/python3', [script, String(COUNT)], { encoding: 'utf8' });
if (native.status === 0) {
  const theirs = JSON.parse(native.stdout) as Record<'inversions' | 'total' | 'bin' | 'hoursToTop', number>;
  say(
    `the same by SciPy: ours takes ${(inversions / theirs.inversions).toFixed(3)} × its time for moistures (sum apart by ${Math.abs(total - theirs.total).toExponential(1)}), ${(bin / theirs.bin).toFixed(2)} × for the bin (${hours} h against ${theirs.hoursToTop} h)`,
  );
} else say('the native reference is not here: apt-get install python3-scipy');
