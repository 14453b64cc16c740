/** The way of a root, pixels. */
export interface Root {
  readonly points: readonly (readonly [number, number])[];
  readonly lengthPx: number;
}

/** What of a drawn seed says where its root sets out. */
interface RootedSeed {
  readonly x: number;
  readonly y: number;
  readonly a: number;
  readonly turn: number;
  readonly bend: number;
  readonly widthPx: number;
}

/** A root from one end of a seed on: it sets out along the seed and bends as it goes. */
export function rootOf(seed: RootedSeed, times: number, bend: number): Root {
  const lengthPx = times * seed.widthPx;
  const step = 0.5;
  let way = seed.turn;
  // The end of a bent seed lies beside its axis.
  const sideways = seed.bend * (seed.a ** 2 - seed.a ** 2 / 3);
  let [x, y] = [
    seed.x + seed.a * 0.9 * Math.cos(way) - sideways * Math.sin(way),
    seed.y + seed.a * 0.9 * Math.sin(way) + sideways * Math.cos(way),
  ];
  const points: [number, number][] = [];
  for (let far = 0; far < lengthPx + seed.a * 0.1; far += step) {
    points.push([x, y]);
    way += (bend * step) / lengthPx;
    x += step * Math.cos(way);
    y += step * Math.sin(way);
  }
  return { points, lengthPx };
}
