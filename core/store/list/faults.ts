import type { AirFault } from '../../air/air.ts';
import type { DateFault } from '../../units/writtenDate.ts';
import type { DecimalMark } from '../../units/writtenFigure.ts';

/** Why a cell of somebody's list, or of a logger's file, cannot be. Cells stand as they are, of 40 characters at most. */
export type ListFault =
  | DateFault
  | AirFault
  | { readonly is: 'list.too-long'; readonly most: number }
  | { readonly is: 'list.notes-too-long'; readonly most: number }
  | {
      readonly is:
        | 'list.no-kind'
        | 'list.no-year'
        | 'list.no-date'
        | 'list.no-other-date'
        | 'list.no-amount'
        | 'list.holds-nothing';
    }
  | { readonly is: 'list.year-outside'; readonly date: string; readonly first: number; readonly last: number }
  | {
      readonly is: 'list.packed-before-harvest' | 'list.tested-before-harvest';
      readonly day: string;
      readonly harvest: string;
    }
  | { readonly is: 'list.test-of-too-many'; readonly seeds: number }
  | { readonly is: 'list.more-than-sown'; readonly hits: number; readonly seeds: number }
  | { readonly is: 'list.over-hundred'; readonly percent: number }
  | { readonly is: 'list.share-of-seed'; readonly percent: number; readonly seeds: number }
  | {
      readonly is:
        'list.not-a-test' | 'list.not-an-amount' | 'list.not-a-unit' | 'list.too-many-digits' | 'list.part-of-seed';
      readonly text: string;
    }
  | {
      readonly is: 'list.not-a-figure';
      readonly text: string;
      /** null = it is none with either. */ readonly mark: DecimalMark | null;
    }
  | {
      readonly is: 'log.no-date-with-time' | 'log.no-day' | 'log.no-such-time' | 'log.never-was';
      readonly text: string;
    }
  | { readonly is: 'log.nothing-measured'; readonly of: 'temperature' | 'humidity' }
  /** Instants in ms since 1970. */
  | { readonly is: 'log.not-yet'; readonly at: number }
  | { readonly is: 'log.said-otherwise'; readonly at: number; readonly line: number }
  | { readonly is: 'log.goes-back'; readonly from: number; readonly to: number };

/** What is missing in a list as a whole; a sample of the question about its columns. */
export type ListGap =
  | { readonly is: 'list.column-unsaid'; /** From 1. */ readonly column: number }
  | {
      readonly is:
        | 'list.column-of-kind'
        | 'list.column-of-amount'
        | 'list.column-of-date'
        | 'log.column-of-time'
        | 'log.column-of-temperature';
    }
  | {
      readonly is: 'list.one-date';
      readonly line: number;
      readonly column: 'harvest' | 'packed';
      readonly text: string;
    }
  | { readonly is: 'list.test-undated'; readonly line: number; readonly text: string };
