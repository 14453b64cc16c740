import { Exact } from '../units/mass.ts';
import type { BatchBook, Measures } from './bookState.ts';
import { settle, type Settlement } from './trade.ts';

/** What one load of a batch is paid for; null = it was not weighed as a mass. */
export interface LoadPay {
  readonly line: number;
  readonly ticket: string;
  readonly settlement: Settlement | null;
}

/**
 * What the loads of a batch are paid for, by their tickets and the terms that were agreed.
 *
 * @returns  nothing while no terms were written; one for each load, in the order in which they came
 * Source: as in `settle`.
 */
export function loadPays(book: BatchBook, { poundsPerBushel }: Measures): readonly LoadPay[] {
  const { settled } = book;
  if (settled === null) return [];
  const { price, baseMoisturePercent, feePerKg } = settled;
  return book.arrivals.map(({ line, entry }) => {
    const weighed = book.cameIn.get(line)?.weighed;
    const grossKg = new Exact(weighed?.massG ?? 0).div(1000).toNumber();
    return {
      line,
      ticket: entry.ticket,
      settlement:
        grossKg > 0
          ? settle({
              grossKg,
              dockagePercent: entry.dockagePercent ?? 0,
              moisturePercent: weighed?.moisturePercent ?? null,
              baseMoisturePercent,
              poundsPerBushel,
              pricePerBushel: price?.per === 'bushel' ? price.each : null,
              pricePerKg: price?.per === 'kg' ? price.each : null,
              feePerKg,
            })
          : null,
    };
  });
}
