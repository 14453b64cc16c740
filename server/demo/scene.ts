import type { KindMethod } from '@mercato/core/rule-books/edition';
import type { Transaction } from '../database/connect.ts';
import type { SignedIn } from '../http/context.ts';
import { lockLot, type Lot } from '../register/lots.ts';
import { drawWorkingSample } from '../sampling/receive.ts';
import type { scribe } from '../scribe.ts';
import type { DemoLot } from './lots.ts';

export type Cast = Readonly<Record<'lead' | 'analyst' | 'sampler', SignedIn>>;
export type Scribe = ReturnType<typeof scribe>;

/** A lot of the demo, and when things were done to it. */
export interface Scene {
  readonly tx: Transaction;
  readonly lot: Lot;
  readonly demo: DemoLot;
  readonly cast: Cast;
  readonly method: KindMethod | undefined;
  /** The day on which its germination was set up. */
  readonly setUp: string;
  readonly today: string;
  readonly firstDay: number;
  readonly finalDay: number;
  readonly at: (day: string, hour: number) => Date;
  readonly draw: () => number;
}

export const inGrams = (text: string) => ({ text, unit: 'g' as const });

/** Draws a working sample for a test. */
export const drawFor = async (
  hand: Scribe,
  lot: Lot,
  purpose: Parameters<typeof drawWorkingSample>[2]['purpose'],
  grams: string,
  more: { readonly portion?: 'half' } = {},
) => drawWorkingSample(hand, await lockLot(hand.tx, lot.id), { purpose, mass: inGrams(grams), ...more });

/** The seed store of the demo, and when things were done in it. */
export interface StoreScene {
  readonly tx: Transaction;
  readonly now: Date;
  readonly today: string;
  /** Ids of the packets, in the order of `invented.json`. */
  readonly packets: readonly string[];
  /** A hand, so many days ago. */
  readonly ago: (who: keyof Cast, days: number) => Scribe;
}
