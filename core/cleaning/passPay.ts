import type { PassBalance } from './balance.ts';
import type { PassState, Seed } from './bookState.ts';
import type { PricedBy, QuickSample } from './entries.ts';
import { didItPay, germinationBefore, highestGermination, type Looked, type Pay } from './pay.ts';

/** What is missing before it can be said whether a pass paid. */
export type PayMissing = 'prices' | 'masses' | 'sample-before' | 'sample-after';
const KG = 1000;

/** Seeds that were looked at for a grade; by mass, as many as it holds by the weight of a hundred or of the kind. */
export function lookedOf(sample: QuickSample, by: PricedBy, tswG: number | null): Looked | null {
  switch (by) {
    case 'pure': {
      if (!sample.pure) return null;
      const { part, of } = sample.pure;
      if (sample.pure.by === 'number') return { good: part, of };
      const each = sample.hundredSeedsG !== null ? sample.hundredSeedsG / 100 : tswG === null ? null : tswG / 1000;
      return each === null ? null : { good: part / each, of: of / each };
    }
    case 'defects': {
      const { defects } = sample;
      return defects && { good: Math.max(0, defects.of - defects.spotted - defects.bored), of: defects.of };
    }
    case 'cut':
      return sample.cut && { good: sample.cut.filled, of: sample.cut.of };
    case 'towel':
      return sample.towel && { good: sample.towel.sprouted, of: sample.towel.of };
  }
}

/** Masses and looks of a pass; of what went in, by itself or from all that came off. */
export function passFigures(pass: PassState, balance: PassBalance) {
  const streams = pass.streams.map((one) => ({
    outlet: one.outlet,
    g: one.weighed?.massG?.toNumber() ?? null,
    seed: one.seed,
  }));
  const sum = (clean: boolean) =>
    streams.filter((one) => (one.outlet === 'clean') === clean).reduce((all, one) => all + (one.g ?? 0), 0);
  return {
    inG: balance.inG?.toNumber() ?? null,
    cleanG: sum(true),
    rejectedG: sum(false),
    clean: streams.find((one) => one.outlet === 'clean')?.seed ?? null,
    rejected: streams.filter((one) => one.outlet !== 'clean' && one.outlet !== 'blown'),
    before: pass.inflows[0]?.seed ?? null,
  };
}

/** Of what went in, from both streams that came off, as many seeds as the smaller look. */
function mixedLook(clean: Looked, cleanG: number, rejected: Looked, rejectedG: number): Looked {
  const all = cleanG + rejectedG;
  const share = (clean.good / clean.of) * (cleanG / all) + (rejected.good / rejected.of) * (rejectedG / all);
  const of = Math.min(clean.of, rejected.of);
  return { good: share * of, of };
}

/** Hours of work: of the sittings, where it was sorted by hand. */
const hoursOf = (pass: PassState): number =>
  (pass.sorted.length > 0
    ? pass.sorted.reduce((sum, { entry }) => sum + entry.minutes, 0)
    : (pass.ended?.minutes ?? 0) * (pass.ended?.people ?? 1)) / 60;

/**
 * Whether a pass paid, or what is missing before that can be said.
 *
 * @param kindTswG  thousand-seed weight of the kind, g, by which weighed samples are counted where no hundred was
 *                  weighed; null = not known
 */
export function payOrMissing(
  pass: PassState,
  balance: PassBalance,
  kindTswG: number | null,
): { readonly pay: Pay } | { readonly missing: PayMissing } {
  const { priced } = pass;
  if (!priced) return { missing: 'prices' };
  const { inG, cleanG, rejectedG, clean, rejected, before } = passFigures(pass, balance);
  if (inG === null || !(inG > 0) || !(cleanG > 0)) return { missing: 'masses' };
  const look = (seed: Seed | null) => seed && lookedOf(seed.sample, priced.by, kindTswG);
  const after = look(clean);
  if (!after) return { missing: 'sample-after' };
  const [first] = rejected.flatMap((one) => {
    const looked = look(one.seed);
    return looked ? [looked] : [];
  });
  const came = look(before) ?? (first ? mixedLook(after, cleanG, first, rejectedG) : null);
  if (!came) return { missing: 'sample-before' };
  return {
    pay: didItPay({
      inKg: inG / KG,
      cleanKg: cleanG / KG,
      rejectedKg: rejectedG / KG,
      rejectedPerKg: priced.rejectedPerKg,
      before: came,
      after,
      prices: priced.prices,
      hours: hoursOf(pass),
      wagePerHour: priced.wagePerHour,
      feePerKg: priced.feePerKg,
    }),
  };
}

/** What sprouted of what went into a pass, as both its streams tell, and the most that any pass can lift it to, percent. */
export interface SproutedBefore {
  readonly beforePercent: number;
  readonly highestPercent: number;
}

/**
 * What sprouted before a pass, from towels of the clean seed and of what was rejected.
 *
 * @returns null while one of the towels, a mass, or a hundred-seed weight on one side is not known
 * Source: as in `germinationBefore`.
 */
export function sproutedBefore(pass: PassState, balance: PassBalance): SproutedBefore | null {
  const { inG, cleanG, rejectedG, clean, rejected, before } = passFigures(pass, balance);
  const percent = (seed: Seed | null | undefined) =>
    seed?.sample.towel ? (100 * seed.sample.towel.sprouted) / seed.sample.towel.of : null;
  const other = rejected.find((one) => one.seed.sample.towel !== null)?.seed;
  const [sprouts, lost] = [percent(clean), percent(other)];
  const [light, heavy] = [before?.sample.hundredSeedsG ?? null, clean?.sample.hundredSeedsG ?? null];
  if (sprouts === null || lost === null || light === null || heavy === null) return null;
  if (inG === null || !(inG > 0) || !(cleanG > 0) || (cleanG / inG) * (light / heavy) > 1) return null;
  const beforePercent = germinationBefore(cleanG / inG, light, heavy, sprouts, lost);
  return { beforePercent, highestPercent: highestGermination(beforePercent, Math.min(0.999, rejectedG / inG)) };
}
