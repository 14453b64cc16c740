/** Counting from a picture of 12 megapixels, against the same job in native code where that is installed. */
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { countSeeds } from '@mercato/core/optics/countSeeds';
import { held } from '@mercato/core/testing/heldSeeds';
import { drawSeeds, LOOSE } from '@mercato/core/testing/seedPicture';

const say = (line: string) => process.stdout.write(`${line}\n`);
const drawn = drawSeeds({ ...LOOSE, seed: 6001, width: 4000, height: 3000, seeds: 700, halfLength: 34, touching: 0.4 });
const { width, height, data } = drawn.picture;

const times: number[] = [];
let most = 0;
let found = countSeeds(drawn.picture);
for (let i = 0; i < 5; i += 1) {
  const from = performance.now();
  found = countSeeds(drawn.picture, () => {
    most = Math.max(most, process.memoryUsage().rss);
  });
  times.push(performance.now() - from);
}
const best = Math.min(...times);
const counted = found.seeds.filter((one) => one.counted);
const { f1 } = held(
  drawn,
  counted.map((one) => one.outline),
);
say(
  `count of 12 megapixels: ${(best / 1000).toFixed(2)} s (best of ${times.length}), ${(best / 12).toFixed(0)} ms a megapixel; ${counted.length} of ${drawn.seeds.length} seeds, F1 ${f1.toFixed(4)}; at most ${(most / 1e6).toFixed(0)} MB held`,
);

const raw = path.join(os.tmpdir(), `mercato-picture-${process.pid}.raw`);
fs.writeFileSync(raw, data);
try {
  const script = path.join(import.meta.dirname, 'native_count.py');
  const native = spawnSync('/usr/bin/python3', [script, raw, String(width), String(height), '8'], { encoding: 'utf8' });
  if (native.status === 0) {
    const { seconds, count } = JSON.parse(native.stdout) as { seconds: number; count: number };
    say(
      `the same by python3-skimage: ${seconds.toFixed(2)} s (best of 3), ${count} seeds; ours takes ${(best / 1000 / seconds).toFixed(2)} × its time (budget 3 ×)`,
    );
  } else say('the native reference is not here: apt-get install python3-skimage');
} finally {
  fs.rmSync(raw, { force: true });
}
