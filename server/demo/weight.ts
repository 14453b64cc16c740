import { startTest } from '../register/tests.ts';
import { kindOf } from '../rule-books/editions.ts';
import { weighSeeds } from '../weight/weigh.ts';
import { drawFor, type Scene, type Scribe } from './scene.ts';

/** Lots of which a client asked for the weight: hundreds that agree, and eight that part too far with eight more. */
const AGREES = 'QM-0417';
const PARTS = 'QM-0412';
export const WEIGHED: ReadonlySet<string> = new Set([AGREES, PARTS]);

/** Counts and weighs hundreds of a lot's pure seed; invented, within the range of its kind. */
export async function demoWeight(hand: Scribe, { lot, demo, draw }: Scene): Promise<void> {
  const range = (await kindOf(hand.tx, demo.species))?.thousandSeedWeightG ?? { low: 2, high: 3 };
  const hundred = (range.low + range.high) / 20;
  const sample = await drawFor(hand, lot, 'weight', (hundred * 25).toFixed(2));
  const test = await startTest(hand, 'weight', sample.id, {});
  const parts = lot.reference === PARTS;
  const decimals = hundred < 1 ? 4 : hundred < 10 ? 3 : 2;
  const masses = Array.from({ length: parts ? 16 : 8 }, (_, i) => {
    // One hundred that was counted short, where they part.
    const short = parts && i === 2 ? 0.84 : 1;
    return (hundred * short * (1 + (draw() - 0.5) * 0.05)).toFixed(decimals);
  });
  for (const weighed of parts ? [masses.slice(0, 8), masses] : [masses])
    await weighSeeds(hand, { ...test }, { replicates: weighed, whole: null });
}
