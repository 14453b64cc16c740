import { percentIn, wholeIn } from '../units/argument.ts';
import { DRIEST_ENOUGH, type DryKind } from './dryEnough.ts';

/** What is done with seed for a set time. */
export const BATCHES = ['drying', 'freezing', 'warming'] as const;
export type Batch = (typeof BATCHES)[number];

/**
 * How long it usually takes. drying: in a closed chamber over desiccant, common practice, no source. freezing: has no
 * end of its own. warming: closed, until it has the warmth of the room; a night and a day, common practice, no source.
 */
export const USUAL_HOURS: Readonly<Record<Batch, number | null>> = { drying: 30 * 24, freezing: null, warming: 24 };

export interface Warning {
  /** stop: it kills the seed, or will; care: it may. */
  readonly weight: 'stop' | 'care';
  readonly words: string;
}

/** Warnings before seed of a kind is dried. Source: domain practice; which kinds are sensitive, as the list of kinds says. */
export function beforeDrying(kind: string, { desiccation }: Pick<DryKind, 'desiccation'>): Warning[] {
  if (desiccation === 'sensitive') return [{ weight: 'stop', words: `${kind}: seed of this kind dies when it dries` }];
  return desiccation === 'unknown'
    ? [{ weight: 'care', words: `${kind}: whether it bears drying is not known here; dry a few first and test them` }]
    : [];
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
  if (desiccation === 'sensitive')
    found.push({ weight: 'stop', words: `${kind}: seed of this kind dies when it freezes` });
  if (desiccation === 'unknown')
    found.push({
      weight: 'care',
      words: `${kind}: whether it bears frost is not known here; freeze a few first and test them`,
    });
  if (balancePercent === null)
    found.push({ weight: 'stop', words: 'how dry it is was not measured: wet seed dies when it freezes' });
  else if (balancePercent > limit)
    found.push({
      weight: 'stop',
      words: `it is in balance with air of ${balancePercent} %; dry it to ${limit} % first: wet seed dies when it freezes`,
    });
  if (bags < 2) found.push({ weight: 'care', words: 'put it into two bags: a pinhole in one lets water in for years' });
  return found;
}
