import { numberIn } from '../units/argument.ts';
import type { ListedScreen } from './figures.ts';
import { triedPasses } from './simulate.ts';
import type { FeedPart, TrialResult, TriedPass } from './trialTask.ts';

export interface Proposal {
  readonly passes: readonly TriedPass[];
  /** Names of its screens, from the top; null = without. */
  readonly top: string | null;
  readonly bottom: string | null;
  /** m/s; null = without. */
  readonly airMS: number | null;
  readonly result: TrialResult;
}

const FEEDING = { tries: 100, openArea: 0.4, load: 0 };
const ROUGH = 200;
const FINE = 2000;
/** As many as are tried in earnest, and as many as have to reach it, of all that look good roughly. */
const TRIED = 60;
const ENOUGH = 5;
const SEED = 20_26;

/**
 * Screens and air that bring seed to a wanted purity, the one that loses least first: each alone is tried roughly, then
 * the best together in earnest. Yields how far it is (0..1).
 *
 * @param wantedPercent  0..100
 * @returns  null where none of them comes so far
 * Source: search over the list; each trial as `triedPasses`.
 */
export function* proposeSettings(
  feed: readonly FeedPart[],
  screens: readonly ListedScreen[],
  wantedPercent: number,
): Generator<number, Proposal | null> {
  numberIn('wantedPercent', wantedPercent, 0, 100);
  const alone = (pass: TriedPass) =>
    triedPasses({ feed, passes: [pass], each: ROUGH, seed: SEED, rounds: 0 }).passes[0]?.keptShares ?? [];
  const none = { name: null, pass: null, shares: feed.map(() => 1) };
  const tops: Tried[] = [none];
  const bottoms: Tried[] = [none];
  for (const [i, { name, screen }] of screens.entries()) {
    for (const [keep, list] of [
      ['through', tops],
      ['over', bottoms],
    ] as const) {
      const pass: TriedPass = { by: 'screen', screen, feeding: FEEDING, keep };
      const shares = alone(pass);
      // Whatever holds or lets go nearly all of the seed is worth a try.
      if (feed.some((one, k) => one.wanted && (shares[k] ?? 0) > 0.5)) list.push({ name, pass, shares });
    }
    yield (0.6 * (i + 1)) / screens.length;
  }
  const fastest = Math.max(...feed.map((one) => one.particle.velocity?.mS ?? 8));
  const airs: (Tried & { speed: number | null })[] = [{ ...none, speed: null }];
  for (let i = 1; i <= 20; i += 1) {
    // To a tenth of a metre in a second: nobody sets air finer.
    const speed = Math.round((10 * fastest * i) / 20) / 10;
    if (speed === 0) continue;
    const pass: TriedPass = { by: 'air', speedMS: speed, where: 'column', factor: 1 };
    airs.push({ name: null, pass, shares: alone(pass), speed });
  }
  const found: { top: Tried; bottom: Tried; air: (typeof airs)[number]; recovery: number; purity: number }[] = [];
  for (const top of tops)
    for (const bottom of bottoms)
      for (const air of airs) {
        let [wanted, all, first] = [0, 0, 0];
        feed.forEach((one, k) => {
          const kept = one.massPercent * (top.shares[k] ?? 0) * (bottom.shares[k] ?? 0) * (air.shares[k] ?? 0);
          all += kept;
          if (!one.wanted) return;
          wanted += kept;
          first += one.massPercent;
        });
        const purity = all > 0 ? (100 * wanted) / all : 0;
        // Roughly reckoned, a little short of it may come so far in earnest.
        if (purity >= wantedPercent - 0.3) found.push({ top, bottom, air, recovery: wanted / first, purity });
      }
  found.sort((a, b) => b.recovery - a.recovery || b.purity - a.purity);
  let best: Proposal | null = null;
  let [tried, reached] = [0, 0];
  // How far a trial in earnest came beyond the rough reckoning, at the most: what falls short by more is passed over.
  let beyond: number | null = null;
  for (const { top, bottom, air, purity } of found) {
    const passes = [top.pass, bottom.pass, air.pass].flatMap((one) => one ?? []);
    if (passes.length === 0 || (beyond !== null && purity + beyond < wantedPercent)) continue;
    if (tried >= TRIED || reached >= ENOUGH) break;
    tried += 1;
    const result = triedPasses({ feed, passes, each: FINE, seed: SEED, rounds: 0 });
    const { estimate } = result.purityPercent;
    beyond = Math.max(beyond ?? -Infinity, estimate - purity);
    if (estimate >= wantedPercent) {
      reached += 1;
      if (result.recoveryPercent.estimate > (best?.result.recoveryPercent.estimate ?? -1))
        best = { passes, top: top.name, bottom: bottom.name, airMS: air.speed, result };
    }
    yield 0.6 + (0.4 * tried) / TRIED;
  }
  yield 1;
  return best;
}

interface Tried {
  readonly name: string | null;
  readonly pass: TriedPass | null;
  readonly shares: readonly number[];
}
