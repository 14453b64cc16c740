import { genusOf, isGenus } from '../rule-books/resolveName.ts';
import type { Component } from '../units/components.ts';
import { compareCounts } from './compareCounts.ts';

/** What purity found, as percent of the components, and seeds of species where they were counted. */
export interface PurityFinds {
  /** Mass of the working samples together, g. */
  readonly examinedG: number;
  /** Components of seed other than the kind's own; `trace` where it is below what is reported. */
  readonly components: readonly { readonly component: Component; readonly percent: number; readonly trace: boolean }[];
  readonly parts: readonly {
    readonly component: Component;
    /** A species, or a genus followed by `spp.`; null = nobody knows which it is. */
    readonly taxon: string | null;
    readonly percent: number | null;
    readonly seeds: number | null;
  }[];
}

/** What a search by number found. */
export interface SearchFinds {
  readonly examinedG: number;
  /** Whether all species were looked for. */
  readonly complete: boolean;
  readonly species: readonly {
    /** As in `PurityFinds`. */
    readonly taxon: string | null;
    readonly seeds: number;
    /** Components of purity under which it can stand. */
    readonly components: readonly Component[];
  }[];
}

export type Contradiction = (
  | {
      /** The search found nothing of a component. */
      readonly what: 'component';
      readonly of: Component;
    }
  | {
      /** The search found nothing of a `species`; or two counts of it are not of one rate. */
      readonly what: 'species' | 'rates';
      readonly of: string;
    }
) & {
  readonly purity: { readonly percent: number | null; readonly seeds: number | null; readonly examinedG: number };
  readonly search: { readonly seeds: number; readonly examinedG: number };
  /** Chance of such a split if both had one rate; null where purity only weighed it. */
  readonly chance: number | null;
};

/** Below this chance two counts are not of one rate. Our own judgement. */
export const CONTRADICTS_BELOW = 0.01;

/**
 * Where purity and the search for other seeds cannot both be right: weed or other seed above trace of which a complete
 * search of a larger mass found none, as a whole or by species; and counts of one species that are too far apart.
 *
 * Source: plain reasoning; two counts by the exact conditional test of `compareCounts`.
 */
export function contradictions(purity: PurityFinds, search: SearchFinds): readonly Contradiction[] {
  const larger = search.complete && search.examinedG > purity.examinedG;
  const ofSearch = (seeds: number) => ({ seeds, examinedG: search.examinedG });
  const whole = purity.components.flatMap(({ component, percent, trace }): Contradiction[] => {
    const seeds = search.species
      .filter((one) => one.components.includes(component))
      .reduce((sum, one) => sum + one.seeds, 0);
    if (!larger || trace || percent <= 0 || seeds > 0) return [];
    const { examinedG } = purity;
    return [
      {
        what: 'component',
        of: component,
        purity: { percent, seeds: null, examinedG },
        search: ofSearch(0),
        chance: null,
      },
    ];
  });
  const single = byTaxon(purity.parts).flatMap(({ taxon, percent, seeds }): Contradiction[] => {
    const there = { percent, seeds, examinedG: purity.examinedG };
    // What is known to the genus alone, or to nobody, may be of this species: whatever agrees, does not contradict.
    const sure = search.species.filter((one) => holds(taxon, one.taxon)).reduce((sum, one) => sum + one.seeds, 0);
    const most = search.species.filter((one) => mayBe(taxon, one.taxon)).reduce((sum, one) => sum + one.seeds, 0);
    if (seeds !== null) {
      if (!search.complete && most === 0) return [];
      const chance = Math.max(
        ...between(sure, most, (seeds * search.examinedG) / purity.examinedG).map(
          (here) => compareCounts(seeds, purity.examinedG, here, search.examinedG).pExactTwoSided,
        ),
      );
      return chance < CONTRADICTS_BELOW
        ? [{ what: 'rates', of: taxon, purity: there, search: ofSearch(sure), chance }]
        : [];
    }
    const weighed = percent !== null && percent > 0;
    return larger && weighed && most === 0
      ? [{ what: 'species', of: taxon, purity: there, search: ofSearch(0), chance: null }]
      : [];
  });
  // A component that is told species by species is not told twice.
  const told = purity.parts.filter((part) => single.some((one) => one.of === part.taxon)).map((one) => one.component);
  return [...whole.filter(({ of }) => !told.some((one) => one === of)), ...single];
}

/** Both ends of what was found, and what agrees best between them. */
const between = (sure: number, most: number, best: number): readonly number[] => [
  ...new Set([sure, most, Math.min(most, Math.max(sure, Math.round(best)))]),
];

/** Whether seed of `found` is certainly of `taxon`: of a genus, each of its species is. */
const holds = (taxon: string, found: string | null): boolean =>
  found !== null && (found === taxon || (isGenus(taxon) && genusOf(found) === genusOf(taxon)));

/** Whether seed of `found` may be of `taxon`. */
const mayBe = (taxon: string, found: string | null): boolean =>
  found === null || holds(taxon, found) || (isGenus(found) && genusOf(found) === genusOf(taxon));

interface Together {
  readonly taxon: string;
  readonly percent: number | null;
  readonly seeds: number | null;
}

/** Parts of one species as one, whatever they were written as: counted where all were counted, else by their weight. */
function byTaxon(parts: PurityFinds['parts']): readonly Together[] {
  const taxa = [...new Set(parts.flatMap((one) => one.taxon ?? []))];
  return taxa.map((taxon) => {
    const own = parts.filter((one) => one.taxon === taxon);
    const percents = own.flatMap((one) => one.percent ?? []);
    return {
      taxon,
      percent: percents.length === 0 ? null : percents.reduce((sum, one) => sum + one, 0),
      seeds: own.some((one) => one.seeds === null) ? null : own.reduce((sum, one) => sum + (one.seeds ?? 0), 0),
    };
  });
}
