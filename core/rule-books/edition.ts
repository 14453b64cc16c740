import type { Provenance, Rule } from '../verdict/verdict.ts';

export const BOOKS = ['ista', 'aosa'] as const;
export type Book = (typeof BOOKS)[number];

/** Books of rows: those that judge a lot, and the market's minimum standards. */
export const RULE_BOOKS = [...BOOKS, 'market'] as const;
export type RuleBook = (typeof RULE_BOOKS)[number];

export const BOOK_NAMES: Readonly<Record<RuleBook, string>> = {
  ista: 'ISTA',
  aosa: 'AOSA/FSA',
  market: 'market standards',
};

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
  readonly rule: Rule;
}

/** An edition as the judges take it. */
export interface Edition {
  readonly book: Book;
  readonly name: string;
  readonly kinds: readonly KindMethod[];
  readonly purityDecimals: readonly StepRow[];
  readonly replicateRanges: readonly StepRow[];
  readonly twoTests: readonly StepRow[];
  /** AOSA/FSA only. */
  readonly labelTolerances: readonly StepRow[];
  /** ISTA only. */
  readonly intensities: readonly IntensityRow[];
  readonly moistureMethods: readonly MoistureMethod[];
  /** Container samples of a heterogeneity test by the containers of the lot; ISTA only. */
  readonly heterogeneitySamples: readonly StepRow[];
  /** ISTA only. */
  readonly containerRanges: {
    readonly purity: readonly ContainerRange[];
    readonly germination: readonly ContainerRange[];
  };
  readonly parameter: (name: string) => Figure<number>;
}

export type { Provenance, Rule };
