/** A part of a picture, 1 where something is. */
export interface Masked {
  readonly width: number;
  readonly height: number;
  readonly mask: Uint8Array;
}

const FAR = 1e10;

/**
 * Squared distance of every pixel of a mask to the nearest pixel outside, exact.
 * Source: Felzenszwalb & Huttenlocher, Distance transforms of sampled functions (2012): lower envelope of parabolas.
 */
export function squaredDistance({ width, height, mask }: Masked): Float32Array {
  const out = new Float32Array(mask.length);
  const most = Math.max(width, height);
  const line = new Float64Array(most);
  const at = new Int32Array(most);
  const from = new Float64Array(most + 1);
  const pass = (length: number, read: (i: number) => number, write: (i: number, value: number) => void) => {
    for (let i = 0; i < length; i += 1) line[i] = read(i);
    let k = 0;
    at[0] = 0;
    from[0] = -FAR;
    from[1] = FAR;
    const cross = (q: number, p: number) => ((line[q] ?? 0) + q * q - (line[p] ?? 0) - p * p) / (2 * q - 2 * p);
    for (let q = 1; q < length; q += 1) {
      let s = cross(q, at[k] ?? 0);
      while (s <= (from[k] ?? 0)) {
        k -= 1;
        s = cross(q, at[k] ?? 0);
      }
      k += 1;
      at[k] = q;
      from[k] = s;
      from[k + 1] = FAR;
    }
    k = 0;
    for (let q = 0; q < length; q += 1) {
      while ((from[k + 1] ?? 0) < q) k += 1;
      const p = at[k] ?? 0;
      write(q, (q - p) ** 2 + (line[p] ?? 0));
    }
  };
  for (let x = 0; x < width; x += 1)
    pass(
      height,
      (y) => (mask[y * width + x] ? FAR : 0),
      (y, value) => (out[y * width + x] = value),
    );
  for (let y = 0; y < height; y += 1)
    pass(
      width,
      (x) => out[y * width + x] ?? 0,
      (x, value) => (out[y * width + x] = value),
    );
  return out;
}

/** Two heights whose saddle is this near to the lower one are one summit. */
const ONE_SUMMIT = 0.93;

export interface Flooded {
  /** By pixel, from 1. */
  labels: Int32Array;
  /** By pair of labels, the lower one first: the height at which they meet. */
  saddles: Map<number, Map<number, number>>;
}

/** Pixels from the highest down; those of one height in their order. Squared distances are whole: they are counted out. */
function fromTheTop(squared: Float32Array): Uint32Array {
  let most = 0;
  for (let at = 0; at < squared.length; at += 1) most = Math.max(most, squared[at] ?? 0);
  const starts = new Uint32Array(most + 2);
  let many = 0;
  for (let at = 0; at < squared.length; at += 1) {
    const height = squared[at] ?? 0;
    if (height === 0) continue;
    many += 1;
    starts[most - height + 1] = (starts[most - height + 1] ?? 0) + 1;
  }
  for (let i = 1; i < starts.length; i += 1) starts[i] = (starts[i] ?? 0) + (starts[i - 1] ?? 0);
  const order = new Uint32Array(many);
  for (let at = 0; at < squared.length; at += 1) {
    const height = squared[at] ?? 0;
    if (height === 0) continue;
    const place = starts[most - height] ?? 0;
    order[place] = at;
    starts[most - height] = place + 1;
  }
  return order;
}

/** Each pixel to its neighbour's label, from the highest down; summits that are hardly two are one. */
export function flooded(squared: Float32Array, width: number, oneSummit = ONE_SUMMIT): Flooded {
  const order = fromTheTop(squared);
  const distance = squared.map(Math.sqrt);
  const labels = new Int32Array(distance.length);
  const peaks = [0];
  const one = [0];
  const found = (label: number): number => {
    let at = label;
    while (one[at] !== at) at = one[at] ?? 0;
    return at;
  };
  const steps = [-1, 1, -width, width, -width - 1, -width + 1, width - 1, width + 1];
  /** To the label of its steepest neighbour. */
  const joins = (at: number): void => {
    const height = distance[at] ?? 0;
    let mine = 0;
    let steepest = -1;
    for (const step of steps) {
      const near = labels[at + step] ?? 0;
      const up = distance[at + step] ?? 0;
      if (near === 0 || up <= steepest) continue;
      steepest = up;
      mine = found(near);
    }
    for (const step of steps) {
      const near = labels[at + step] ?? 0;
      const root = near === 0 ? mine : found(near);
      if (root === mine || height < oneSummit * Math.min(peaks[root] ?? 0, peaks[mine] ?? 0)) continue;
      const [higher, lower] = (peaks[root] ?? 0) > (peaks[mine] ?? 0) ? [root, mine] : [mine, root];
      one[lower] = higher;
      mine = higher;
    }
    labels[at] = mine;
  };
  // Within one height from what is flooded already outwards: nothing runs along a row because rows are read so.
  const queue: number[] = [];
  const spread = (height: number) => {
    for (const at of queue)
      for (const step of steps)
        if (labels[at + step] === 0 && squared[at + step] === height) {
          joins(at + step);
          queue.push(at + step);
        }
  };
  for (let from = 0; from < order.length;) {
    const height = squared[order[from] ?? 0] ?? 0;
    let to = from;
    while (to < order.length && squared[order[to] ?? 0] === height) to += 1;
    queue.length = 0;
    for (let i = from; i < to; i += 1) {
      const at = order[i] ?? 0;
      if (steps.some((step) => labels[at + step] !== 0)) queue.push(at);
    }
    queue.forEach(joins);
    spread(height);
    for (let i = from; i < to; i += 1) {
      const at = order[i] ?? 0;
      if (labels[at] !== 0) continue;
      labels[at] = peaks.length;
      one.push(peaks.length);
      peaks.push(Math.sqrt(height));
      queue.length = 0;
      queue.push(at);
      spread(height);
    }
    from = to;
  }
  for (const at of order) labels[at] = found(labels[at] ?? 0);
  const saddles = new Map<number, Map<number, number>>();
  const onwards = [1, width, width + 1, width - 1];
  for (const at of order)
    for (const step of onwards) {
      const [a, b] = [labels[at] ?? 0, labels[at + step] ?? 0];
      if (a === b || a === 0 || b === 0) continue;
      const [low, high] = a < b ? [a, b] : [b, a];
      const height = Math.min(distance[at] ?? 0, distance[at + step] ?? 0);
      const row = saddles.get(low) ?? new Map<number, number>();
      saddles.set(low, row);
      row.set(high, Math.max(row.get(high) ?? 0, height));
    }
  return { labels, saddles };
}
