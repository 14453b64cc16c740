import type { DrawnPicture, DrawnSeed } from './seedPicture.ts';

/**
 * How outlines hold against what was drawn: a seed is right when its outline covers it, the shared part above half of
 * both together; each seed is found once.
 */
export function held(
  { picture: { width, height }, seeds, truth }: DrawnPicture,
  outlines: readonly (readonly (readonly [number, number])[])[],
): { readonly f1: number; readonly pairs: readonly { readonly found: number; readonly drawn: DrawnSeed }[] } {
  const areas = new Uint32Array(seeds.length + 1);
  for (const seed of truth) areas[seed] = (areas[seed] ?? 0) + 1;
  const right = new Map<number, number>();
  outlines.forEach((outline, found) => {
    const shared = new Map<number, number>();
    let area = 0;
    eachWithin(outline, width, height, (at) => {
      area += 1;
      const seed = truth[at] ?? 0;
      if (seed > 0) shared.set(seed, (shared.get(seed) ?? 0) + 1);
    });
    for (const [seed, both] of shared)
      if (both / (area + (areas[seed] ?? 0) - both) > 0.5 && !right.has(seed)) right.set(seed, found);
  });
  return {
    f1: (2 * right.size) / (outlines.length + seeds.length),
    pairs: [...right].flatMap(([seed, found]) => {
      const drawn = seeds[seed - 1];
      return drawn ? [{ found, drawn }] : [];
    }),
  };
}

/** Pixels whose middle lies within an outline. */
function eachWithin(
  outline: readonly (readonly [number, number])[],
  width: number,
  height: number,
  each: (at: number) => void,
): void {
  const ys = outline.map(([, y]) => y);
  for (let y = Math.max(0, Math.floor(Math.min(...ys))); y < Math.min(height, Math.max(...ys)); y += 1) {
    const middle = y + 0.5;
    const crossings = outline
      .flatMap(([xa, ya], i) => {
        const [xb, yb] = outline[(i + 1) % outline.length] ?? [xa, ya];
        return ya <= middle === yb <= middle ? [] : [xa + ((middle - ya) / (yb - ya)) * (xb - xa)];
      })
      .sort((a, b) => a - b);
    for (let i = 0; i + 1 < crossings.length; i += 2)
      for (
        let x = Math.max(0, Math.ceil((crossings[i] ?? 0) - 0.5));
        x + 0.5 <= (crossings[i + 1] ?? 0) && x < width;
        x += 1
      )
        each(y * width + x);
  }
}
