import type { EnteredMass } from '../units/mass.ts';
import type { Treatment } from '../register/treatment.ts';
import type { RipeSign, UnripeSign } from './figures.ts';

/** So much of something: weighed, or measured by its room; a trade bushel is pounds, not room. */
export type ShedAmount =
  | ({ readonly by: 'mass' } & EnteredMass)
  | { readonly by: 'bushels'; readonly text: string }
  | { readonly by: 'litres'; readonly text: string };

/** One weighing, with what belongs to it. */
export interface Weighing {
  readonly amount: ShedAmount;
  /** Wet basis, where it was measured with it. */
  readonly moisturePercent: number | null;
  /** The scale, with the smallest step that it shows, g; null = not said. */
  readonly scale: { readonly name: string; readonly stepG: number } | null;
}

export const METHODS = [
  'rub',
  'crush',
  'stomp',
  'beat',
  'thresher',
  'debeard',
  'hull',
  'hand-screen',
  'roll',
  'spiral',
  'belt',
  'shake',
  'jar',
  'winnow',
  'aspirator',
  'air-screen',
  'indent',
  'velvet',
  'magnetic',
  'destone',
  'gravity',
  'hand-sort',
  'colour-sort',
  'free',
  'wash',
  'float',
  'ferment',
  'dry',
  'treat',
  'line',
] as const;
export type Method = (typeof METHODS)[number];
/** Methods in which seed takes up or gives off water, so that masses say nothing without moisture. */
export const WET_METHODS: readonly Method[] = ['free', 'wash', 'float', 'ferment'];
export const GOALS = ['purity', 'recovery', 'speed'] as const;
export type Goal = (typeof GOALS)[number];

/** What comes off a pass. `blown`: blown off and not kept; it is what is missing at the end. */
export const OUTLETS = [
  'clean',
  'middlings',
  'unthreshed',
  'light',
  'small',
  'large',
  'screenings',
  'dust',
  'stones',
  'floaters',
  'flesh',
  'blown',
] as const;
export type Outlet = (typeof OUTLETS)[number];

export const VESSELS = [
  'heap',
  'bag',
  'bowl',
  'bucket',
  'jar',
  'sheet',
  'tray',
  'bin',
  'tank',
  'tote',
  'bunch',
] as const;
export type VesselKind = (typeof VESSELS)[number];
/** A vessel of the batch: the id is made where it is written, so that a phone needs no network for it. */
export interface NewVessel {
  readonly id: string;
  readonly name: string;
  readonly kind: VesselKind;
}
/** Into a vessel that is there, or a new one. */
export type Into = { readonly vessel: string } | { readonly made: NewVessel };

export const FATES = [
  'feed',
  'food',
  'oil',
  'compost',
  'hot-compost',
  'ground',
  'burnt',
  'returned',
  'buried',
] as const;
/** Where screenings go. `ground`: milled so that nothing in it sprouts. */
export type ScreeningsFate = (typeof FATES)[number];
export const ANSWERS = ['yes', 'no', 'unknown'] as const;
export type Answer = (typeof ANSWERS)[number];
/** What is asked before screenings go. */
export const SCREENINGS_QUESTIONS = ['viableWeeds', 'ergot', 'mould', 'poisonous'] as const;
export type ScreeningsAnswers = Readonly<Record<(typeof SCREENINGS_QUESTIONS)[number], Answer>>;

export const SOAK_ACTS = ['stirred', 'water', 'looked', 'mould', 'decanted', 'rinsed', 'spread'] as const;
export type SoakAct = (typeof SOAK_ACTS)[number];
export const STOPS = ['plugged', 'bearing', 'belt', 'power', 'other'] as const;
export const MISHAPS = ['spill', 'damp-bench', 'uncovered', 'other'] as const;
export const WAYS_OUT = ['lot', 'packets', 'own-sowing', 'given'] as const;
export type WayOut = (typeof WAYS_OUT)[number];

/** A quick sample of what lies in a vessel; what was not looked at is null. */
export interface QuickSample {
  /** Pure seed of the sample, by mass or by number. */
  readonly pure: { readonly part: number; readonly of: number; readonly by: 'mass' | 'number' } | null;
  readonly hundredSeedsG: number | null;
  /** kg/hl of a measured litre. */
  readonly testWeightKgHl: number | null;
  /** Seeds cut open: filled ones. */
  readonly cut: { readonly filled: number; readonly of: number } | null;
  /** Spotted, discoloured or bored. */
  readonly defects: { readonly spotted: number; readonly bored: number; readonly of: number } | null;
  /** Of a towel, days later. */
  readonly towel: { readonly sprouted: number; readonly of: number } | null;
}

/** What a grade goes by: pure seed, seed without defects, filled seed, or seed that sprouts. */
export const PRICED_BY = ['pure', 'defects', 'cut', 'towel'] as const;
export type PricedBy = (typeof PRICED_BY)[number];
/** What a load's price is of. */
export const PRICE_PER = ['bushel', 'kg'] as const;
export type PricePer = (typeof PRICE_PER)[number];

/** One line in the book of a batch; lines are never changed, only crossed out by a later one. */
export type ShedEntry =
  | {
      readonly what: 'picked';
      readonly into: Into;
      readonly weighed: Weighing | null;
      readonly by: readonly string[];
      readonly ripe: readonly RipeSign[];
      readonly unripe: readonly UnripeSign[];
      /** Unripe heads that were kept knowingly. */
      readonly keptUnripe: boolean;
      /** Dry on the plant, or cut to finish under cover. */
      readonly dries: 'plant' | 'cover';
      readonly plants: number | null;
      /** Seeds that a plant gives, as the grower has it. */
      readonly claimPerPlant: number | null;
      readonly note: string;
    }
  | {
      readonly what: 'arrived';
      readonly into: Into;
      readonly weighed: Weighing;
      readonly ticket: string;
      readonly dockagePercent: number | null;
      readonly testWeightKgHl: number | null;
      readonly note: string;
    }
  | {
      readonly what: 'pass';
      readonly pass: string;
      readonly method: Method;
      readonly machine: string | null;
      readonly goal: Goal;
      /** As its method has it; the form of each method is shaped in `contract/cleaning`. */
      readonly settings: Readonly<Record<string, unknown>>;
      /** Weighed where a part is taken, or all of it is weighed again; null = all of it, as it was weighed last. */
      readonly from: readonly { readonly vessel: string; readonly part: boolean; readonly weighed: Weighing | null }[];
      readonly treatment: Treatment | null;
    }
  | {
      readonly what: 'came-off';
      readonly pass: string;
      readonly outlet: Outlet;
      /** null = not kept. */
      readonly into: Into | null;
      /** null = to be weighed later, or never. */
      readonly weighed: Weighing | null;
    }
  | {
      readonly what: 'ended';
      readonly pass: string;
      readonly minutes: number | null;
      readonly people: number | null;
      /** Whether these settings are to be proposed again. */
      readonly good: boolean | null;
      readonly note: string;
    }
  | { readonly what: 'weighed'; readonly vessel: string; readonly weighed: Weighing }
  | {
      readonly what: 'stopped';
      readonly pass: string;
      readonly why: (typeof STOPS)[number];
      readonly minutes: number | null;
      readonly note: string;
    }
  | { readonly what: 'looked'; readonly vessel: string; readonly sample: QuickSample; readonly note: string }
  | {
      readonly what: 'soak';
      readonly pass: string;
      readonly did: SoakAct;
      readonly sinkers: number | null;
      readonly floaters: number | null;
      readonly note: string;
    }
  | {
      readonly what: 'drying';
      readonly pass: string;
      readonly weighed: Weighing | null;
      readonly airC: number | null;
      readonly airPercent: number | null;
      readonly seedC: number | null;
    }
  | {
      readonly what: 'sorted';
      readonly pass: string;
      readonly by: string;
      readonly minutes: number;
      readonly massG: number;
    }
  /** Sorted and unsorted seed of it, sown beside each other: a pair of plots. */
  | { readonly what: 'plots'; readonly pass: string; readonly sorted: number; readonly unsorted: number }
  /** What seed is worth by grade, so that the pass can be said to have paid. */
  | {
      readonly what: 'priced';
      readonly pass: string;
      readonly by: PricedBy;
      readonly prices: readonly { readonly fromPercent: number; readonly perKg: number }[];
      readonly rejectedPerKg: number;
      readonly wagePerHour: number;
      readonly feePerKg: number;
    }
  /** What its loads are paid for, beside what their tickets say. */
  | {
      readonly what: 'settled';
      /** Moisture that is paid for in full. */
      readonly baseMoisturePercent: number | null;
      readonly price: { readonly per: PricePer; readonly each: number } | null;
      readonly feePerKg: number;
    }
  | { readonly what: 'opened'; readonly vessel: string; readonly bench: string }
  | { readonly what: 'covered'; readonly vessel: string }
  | {
      readonly what: 'mishap';
      readonly is: (typeof MISHAPS)[number];
      readonly vessel: string | null;
      readonly note: string;
    }
  | {
      readonly what: 'gone';
      readonly vessel: string;
      readonly part: boolean;
      readonly weighed: Weighing | null;
      readonly to: ScreeningsFate;
      readonly whom: string;
      readonly answers: ScreeningsAnswers;
    }
  | {
      readonly what: 'bagged';
      readonly vessel: string;
      readonly part: boolean;
      readonly weighed: Weighing | null;
      readonly into: WayOut;
      /** Ids of the lot or the packets that it became. */
      readonly became: readonly string[];
      readonly bags: number;
      /** Some was spilled while they were filled. */
      readonly spilled: boolean;
      readonly note: string;
    }
  | { readonly what: 'closed'; readonly note: string }
  | { readonly what: 'strike'; readonly line: number; readonly reason: string };

export type EntryOf<W extends ShedEntry['what']> = Extract<ShedEntry, { readonly what: W }>;
