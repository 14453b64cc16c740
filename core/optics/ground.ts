import { Matrix, solve } from 'ml-matrix';
import type { Picture } from './picture.ts';

/** The colour of the ground as the light lets it look, at points of a grid; between them it is straight. */
export interface Ground {
  readonly columns: number;
  readonly rows: number;
  /** Pixels between two points. */
  readonly step: number;
  /** Red, green and blue, each point by point. */
  readonly channels: readonly [Float32Array, Float32Array, Float32Array];
}

const SAMPLES_ACROSS = 96;
const BLOCKS_ACROSS = 14;
const ROUNDS = 5;
/** Points beyond so many deviations of the middle ones are no ground. */
const BEYOND = 3;

interface Sample {
  readonly x: number;
  readonly y: number;
  readonly colour: readonly [number, number, number];
}

const middle = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[sorted.length >> 1] ?? 0;
};
const CHANNELS = [0, 1, 2] as const;

/**
 * What the ground would look like without the seed: a smooth surface through the points that belong to none, found by
 * fitting, leaving out what lies far from the fit, and fitting again.
 *
 * @throws nothing; where less than half of a part of the picture is ground, that part is wrong
 */
export function groundOf(picture: Picture): Ground {
  const { width, height } = picture;
  const samples = samplesOf(picture);
  // The middle colour of each block is that of the ground wherever seed covers less than half of it.
  const blocks = new Map<string, Sample[]>();
  const size = Math.max(width, height) / BLOCKS_ACROSS;
  for (const one of samples) {
    const key = `${Math.floor(one.x / size)} ${Math.floor(one.y / size)}`;
    const block = blocks.get(key);
    if (block) block.push(one);
    else blocks.set(key, [one]);
  }
  const start = [...blocks.values()].map((block): Sample => ({
    x: middle(block.map((one) => one.x)),
    y: middle(block.map((one) => one.y)),
    colour: CHANNELS.map((c) => middle(block.map((one) => one.colour[c]))) as [number, number, number],
  }));
  let fit = fitted(start, 2, width, height);
  for (let round = 0; round < ROUNDS; round += 1) {
    const among = round === 0 ? start : samples;
    const away = among.map((one) => {
      const at = fit(one.x, one.y);
      return Math.max(...CHANNELS.map((c) => Math.abs(one.colour[c] - at[c])));
    });
    // 1.4826: the deviation of a normal spread by its middle distance; half a step at the least.
    const limit = BEYOND * Math.max(0.5, 1.4826 * middle(away));
    const kept = among.filter((_, i) => (away[i] ?? 0) <= limit);
    fit = fitted(kept, round < 2 ? 2 : 4, width, height);
  }
  const step = Math.max(8, Math.round(Math.max(width, height) / 64));
  const columns = Math.ceil(width / step) + 2;
  const rows = Math.ceil(height / step) + 2;
  const channels = CHANNELS.map(() => new Float32Array(columns * rows)) as [Float32Array, Float32Array, Float32Array];
  for (let row = 0; row < rows; row += 1)
    for (let column = 0; column < columns; column += 1) {
      const at = fit(Math.min(width, column * step), Math.min(height, row * step));
      for (const c of CHANNELS) channels[c][row * columns + column] = at[c];
    }
  return { columns, rows, step, channels };
}

/** Points all over the picture, each the mean of its nine pixels. */
function samplesOf({ width, height, data }: Picture): Sample[] {
  const step = Math.max(3, Math.floor(Math.max(width, height) / SAMPLES_ACROSS));
  const samples: Sample[] = [];
  for (let y = 1 + (step >> 2); y < height - 1; y += step)
    for (let x = 1 + (step >> 2); x < width - 1; x += step) {
      const colour: [number, number, number] = [0, 0, 0];
      for (let dy = -1; dy <= 1; dy += 1)
        for (let dx = -1; dx <= 1; dx += 1)
          for (const c of CHANNELS) colour[c] += (data[((y + dy) * width + x + dx) * 4 + c] ?? 0) / 9;
      samples.push({ x, y, colour });
    }
  return samples;
}

/** A polynomial of both sides for each colour, by least squares; sides run from −1 to 1, so that powers stay small. */
function fitted(
  samples: readonly Sample[],
  order: number,
  width: number,
  height: number,
): (x: number, y: number) => [number, number, number] {
  const powers: [number, number][] = [];
  for (let i = 0; i <= order; i += 1) for (let j = 0; j <= order - i; j += 1) powers.push([i, j]);
  const many = powers.length;
  // Fewer points than the surface has terms: a flatter one.
  if (samples.length < many * 2) return order > 0 ? fitted(samples, order - 1, width, height) : () => [0, 0, 0];
  const terms = (x: number, y: number) => {
    const [u, v] = [(2 * x) / width - 1, (2 * y) / height - 1];
    return powers.map(([i, j]) => u ** i * v ** j);
  };
  const normal = Matrix.zeros(many, many);
  const right = Matrix.zeros(many, 3);
  for (const { x, y, colour } of samples) {
    const row = terms(x, y);
    for (let i = 0; i < many; i += 1) {
      const one = row[i] ?? 0;
      for (let j = 0; j < many; j += 1) normal.set(i, j, normal.get(i, j) + one * (row[j] ?? 0));
      for (const c of CHANNELS) right.set(i, c, right.get(i, c) + one * colour[c]);
    }
  }
  const solution = solve(normal, right, true);
  return (x, y) => {
    const row = terms(x, y);
    return CHANNELS.map((c) => row.reduce((sum, one, i) => sum + one * solution.get(i, c), 0)) as [
      number,
      number,
      number,
    ];
  };
}
