import type { Provenance, Rule } from '../verdict/verdict.ts';

export const BOOKS = ['ista', 'aosa'] as const;
export type Book = (typeof BOOKS)[number];

/** Books of rows: those that judge a lot, the market's minimum standards, noxious lists, and the figures of the shed. */
export const RULE_BOOKS = [...BOOKS, 'market', 'noxious', 'shed'] as const;
export type RuleBook = (typeof RULE_BOOKS)[number];

export const BOOK_NAMES: Readonly<Record<RuleBook, string>> = {
  ista: 'ISTA',
  aosa: 'AOSA/FSA',
  market: 'market standards',
  noxious: 'noxious lists',
  shed: 'shed figures',
};

/** Whether a book judges lots; the others are lists to look names up in. */
export const isBook = (book: RuleBook): book is Book => (BOOKS as readonly string[]).includes(book);

/** A table as it is stored, exported and compared: cells are text, exactly as written. */
export interface RuleTable {
  readonly section: string;
  readonly origin: string;
  readonly rows: readonly Readonly<Record<string, string>>[];
}

/** One edition of a rule book: immutable, named by the hash of its content. */
export interface EditionContent {
  readonly book: RuleBook;
  readonly name: string;
  readonly year: number;
  readonly tables: Readonly<Record<string, RuleTable>>;
}

/** A class of a stepped table: `from` and `to` are both inside; null = open end. */
export interface StepRow {
  readonly from: number;
  readonly to: number | null;
  readonly limit: number;
  readonly rule: Rule;
}

export interface Figure<T> {
  readonly value: T;
  readonly rule: Rule;
}

/** What a book says about one kind. A figure that the book lacks is undefined. */
export interface KindMethod {
  /** The kind under the book's own name; AOSA/FSA knows several kinds of one species. */
  readonly bookKind: string;
  readonly species: string;
  readonly chaffy?: Figure<boolean>;
  readonly maxLotKg?: Figure<number>;
  readonly submittedG?: Figure<number>;
  readonly purityG?: Figure<number>;
  readonly otherSeedsG?: Figure<number>;
  readonly substrates?: Figure<readonly string[]>;
  readonly temperatures?: Figure<readonly string[]>;
  readonly firstCountDay?: Figure<number>;
  readonly finalCountDay?: Figure<number>;
  readonly treatments?: Figure<readonly string[]>;
}

export interface IntensityRow {
  readonly case: 'containers' | 'mass-kg';
  readonly from: number;
  readonly to: number | null;
  readonly samplesEach: number | null;
  readonly samplesTotal: number | null;
  readonly onePerKg: number | null;
  readonly rule: Rule;
}

/** Largest range between container samples at one average; a group of sample numbers has its own limit. */
export interface ContainerRange {
  readonly averagePercent: number;
  /** For 5 to 9 containers, 10 to 19, and 20 or more. */
  readonly limits: readonly [number, number, number];
  readonly rule: Rule;
}

export interface MoistureMethod {
  readonly kinds: string;
  readonly grinding: string;
  readonly temperatureC: string;
  readonly hours: number | null;
  /** Ground seed that is damper than this is dried whole first; null = never. */
  readonly predryAbovePercent: number | null;
  /** A tree or a shrub: its two containers may lie further apart. */
  readonly tree: boolean;
  readonly rule: Rule;
}

/** How far two containers of a tree or shrub may lie apart, points of percent, by the moisture of its seed. */
export interface TreeDuplicates {
  readonly seeds: 'small' | 'large';
  readonly below12: number;
  readonly from12To25: number;
  readonly above25: number;
  readonly rule: Rule;
}

/** What goes into a container of the oven, by its diameter. */
export interface MoistureCharge {
  readonly fromCm: number;
  readonly belowCm: number;
  readonly leastG: number;
  readonly mostG: number;
  readonly rule: Rule;
}

/** Limits that are wider for chaffy kinds. */
export interface ByChaff {
  readonly nonchaffy: readonly StepRow[];
  readonly chaffy: readonly StepRow[];
}

/** What a book says of the pure seed unit of a kind, a genus or a family. */
export interface UnitRule {
  /** Species, genera or families that it holds for. */
  readonly taxa: readonly string[];
  readonly topic: 'pure seed' | 'multiple units' | 'blowing' | 'inert matter';
  readonly says: string;
  /** Working sample for uniform blowing, g, and how long it is blown, min. */
  readonly blowing: { readonly sampleG: number; readonly minutes: number } | null;
  /** Share of the mass of multiple units that counts as pure seed, percent. */
  readonly pureSharePercent: number | null;
  readonly rule: Rule;
}

/** An edition as the judges take it. Tables that an edition lacks are empty: then nothing is judged by them. */
export interface Edition {
  readonly book: Book;
  readonly name: string;
  readonly kinds: readonly KindMethod[];
  readonly purityDecimals: readonly StepRow[];
  readonly replicateRanges: readonly StepRow[];
  readonly twoTests: readonly StepRow[];
  /** Two laboratories, one-way; ISTA only. */
  readonly secondLaboratory: readonly StepRow[];
  /** AOSA/FSA only. */
  readonly labelTolerances: readonly StepRow[];
  /** ISTA only. */
  readonly intensities: readonly IntensityRow[];
  readonly moistureMethods: readonly MoistureMethod[];
  /** ISTA only; editions of before have none. */
  readonly moistureCharges: readonly MoistureCharge[];
  /** ISTA only; editions of before have none. */
  readonly treeDuplicates: readonly TreeDuplicates[];
  /** Container samples of a heterogeneity test by the containers of the lot; ISTA only. */
  readonly heterogeneitySamples: readonly StepRow[];
  /** ISTA only. */
  readonly containerRanges: {
    readonly purity: readonly ContainerRange[];
    readonly germination: readonly ContainerRange[];
  };
  /** Two purity tests of one submitted sample, by half or whole working samples; ISTA only. */
  readonly purityDuplicates: { readonly half: ByChaff; readonly whole: ByChaff };
  /** Purity tests of two submitted samples or in two laboratories; ISTA only. */
  readonly puritySamples: { readonly oneWay: ByChaff; readonly twoWay: ByChaff };
  /** Purity found against a label; AOSA/FSA only. */
  readonly purityLabel: ByChaff;
  /** Two counts of other seeds in equal masses; ISTA only. */
  readonly otherSeedsCounts: { readonly twoWay: readonly StepRow[]; readonly oneWay: readonly StepRow[] };
  /** Most noxious-weed seeds within tolerance of a label, at points of the labelled number; AOSA/FSA only. */
  readonly noxiousTolerances: readonly StepRow[];
  readonly unitRules: readonly UnitRule[];
  /** @throws {RangeError} when the edition lacks it */
  readonly parameter: (name: string) => Figure<number>;
  /** A parameter that came with a later edition: absent from older ones. */
  readonly parameterIfAny: (name: string) => Figure<number> | undefined;
}

export type { Provenance, Rule };
