import type { PassState } from './bookState.ts';
import { CannotBe } from './cannotBe.ts';
import { type EntryOf, type Method, WET_METHODS } from './entries.ts';

/** Whether seed lies in water so, and is looked at by the clock. */
export const isSoak = (method: Method): boolean => SOAKS.includes(method);
const SOAKS: readonly Method[] = ['wash', 'float', 'ferment'];
/** What was written later may have been seen before what stands there. */
const inOrder = (a: { readonly at: number }, b: { readonly at: number }) => a.at - b.at;

type OfPass = EntryOf<'ended' | 'stopped' | 'soak' | 'drying' | 'sorted' | 'plots' | 'priced'>;

/** What is written of one pass; prices and plots may come after it has ended. */
export function addToPass(pass: PassState, entry: OfPass, at: number): void {
  if (pass.ended && entry.what !== 'plots' && entry.what !== 'priced') throw refuse('shed.pass-ended');
  switch (entry.what) {
    case 'ended':
      pass.ended = { ...entry, at };
      return;
    case 'stopped':
      pass.stops.push(entry);
      return;
    case 'soak':
      if (!isSoak(pass.method)) throw refuse('shed.not-a-soak');
      pass.soak.push({ at, entry });
      pass.soak.sort(inOrder);
      return;
    case 'drying':
      if (pass.method !== 'dry') throw refuse('shed.not-a-drying');
      pass.drying.push({ at, entry });
      pass.drying.sort(inOrder);
      return;
    case 'sorted':
      if (pass.method !== 'hand-sort') throw refuse('shed.not-a-sorting');
      pass.sorted.push({ at, entry });
      return;
    case 'plots':
      if (pass.method !== 'hand-sort') throw refuse('shed.not-a-sorting');
      pass.plots.push(entry);
      return;
    case 'priced':
      pass.priced = entry;
  }
}

type Plain = 'shed.pass-ended' | 'shed.not-a-soak' | 'shed.not-a-drying' | 'shed.not-a-sorting';
const refuse = (is: Plain) => new CannotBe('pass', { is });

/** Whether seed takes up or gives off water in it, so that masses say nothing without moisture. */
export const changesWaterOf = ({ method, treatment }: PassState): boolean =>
  method === 'dry' ||
  WET_METHODS.includes(method) ||
  (method === 'treat' && (treatment?.class === 'hot-water' || treatment?.class === 'primed'));

/** Heaviest that a millilitre of a product for seed is, g. From memory: suspensions of 1.0 to 1.3. */
const HEAVIEST_PRODUCT = 1.3;
/** What came onto seed with a treatment, g at most; whatever came, where nobody wrote how much was used. */
export function productG({ method, settings }: PassState): number {
  if (method !== 'treat') return 0;
  const { usedMl } = settings as { usedMl?: number | null };
  return usedMl == null ? Infinity : usedMl * HEAVIEST_PRODUCT;
}
