import { percentIn, wholeIn } from '../units/argument.ts';
import { DRIEST_ENOUGH, type DryKind } from '../drying/dryEnough.ts';

/** What is done with seed for a set time. */
export const BATCHES = ['drying', 'freezing', 'warming'] as const;
export type Batch = (typeof BATCHES)[number];

/**
 * How long it usually takes. drying: in a closed chamber over desiccant, common practice, no source. freezing: has no
 * end of its own. warming: closed, until it has the warmth of the room; a night and a day, common practice, no source.
 */
export const USUAL_HOURS: Readonly<Record<Batch, number | null>> = { drying: 30 * 24, freezing: null, warming: 24 };

/** stop: it kills the seed, or will; care: it may. `kind` is the name it was asked by, `percent` the humidity of the air. */
export type Warning =
  | { readonly weight: 'stop'; readonly is: 'dies-dry' | 'dies-frozen'; readonly kind: string }
  | { readonly weight: 'care'; readonly is: 'may-die-dry' | 'may-die-frozen'; readonly kind: string }
  | { readonly weight: 'stop'; readonly is: 'dryness-unknown' }
  | { readonly weight: 'stop'; readonly is: 'too-damp'; readonly percent: number; readonly limitPercent: number }
  | { readonly weight: 'care'; readonly is: 'one-bag' };

/** Warnings before seed of a kind is dried. Source: domain practice; which kinds are sensitive, as the list of kinds says. */
export function beforeDrying(kind: string, { desiccation }: Pick<DryKind, 'desiccation'>): Warning[] {
  if (desiccation === 'sensitive') return [{ weight: 'stop', is: 'dies-dry', kind }];
  return desiccation === 'unknown' ? [{ weight: 'care', is: 'may-die-dry', kind }] : [];
}

export interface BeforeFreezing {
  /** The air that the seed is in balance with, percent; null = nobody measured it. */
  readonly balancePercent: number | null;
  readonly bags: number;
}

/**
 * Warnings before seed is frozen: wet seed bursts, one bag has a pinhole, some kinds die of cold.
 *
 * @throws {RangeError} for a humidity outside 0..100 or fewer bags than none
 * Source: FAO Genebank Standards (2014) for how dry, from memory; two bags are common practice, no source.
 */
export function beforeFreezing(
  kind: string,
  { desiccation }: Pick<DryKind, 'desiccation'>,
  { balancePercent, bags }: BeforeFreezing,
): Warning[] {
  if (balancePercent !== null) percentIn('balancePercent', balancePercent);
  wholeIn('bags', bags, 0, 1e6);
  const limit = DRIEST_ENOUGH.freezer.humidityPercent;
  const found: Warning[] = [];
  if (desiccation === 'sensitive') found.push({ weight: 'stop', is: 'dies-frozen', kind });
  if (desiccation === 'unknown') found.push({ weight: 'care', is: 'may-die-frozen', kind });
  if (balancePercent === null) found.push({ weight: 'stop', is: 'dryness-unknown' });
  else if (balancePercent > limit)
    found.push({ weight: 'stop', is: 'too-damp', percent: balancePercent, limitPercent: limit });
  if (bags < 2) found.push({ weight: 'care', is: 'one-bag' });
  return found;
}
