import type { DocumentLine } from '../verdict/documentLine.ts';

/** What a search for other seeds found, as a document tells it. */
export interface FoundSeeds {
  readonly examinedG: number;
  /** As it was written, and the species it is bound to; null = none. */
  readonly species: readonly { name: string; taxon: string | null; count: number; perLb: number }[];
  readonly perKgUpper: number;
  /** How far the search went, in words. */
  readonly search: string;
  /** Species that a noxious list names where it is sold: each is named with its rate. */
  readonly noxious: readonly string[];
  /** What nobody can judge: bound to no species, or to a genus of which a list names some. */
  readonly unclear: readonly string[];
  /** Where the lot is to be sold; empty = nobody said. */
  readonly soldIn: readonly string[];
}

/** What was found of other species, for a tag. */
export function foundPerPound(found: FoundSeeds | null): string {
  if (!found) return '—';
  if (found.species.length === 0) return `none found in ${found.examinedG} g`;
  return found.species.map((one) => `${one.name} ${atLeastOne(one.perLb)} per lb`).join('; ');
}

/** What noxious lists say of it: what must be named, and what nobody can judge. */
export function noxiousPerPound(found: FoundSeeds | null): string {
  if (!found) return '—';
  const named = found.species.filter((one) => one.taxon !== null && found.noxious.includes(one.taxon));
  const told = [
    ...named.map((one) => `${one.name} ${atLeastOne(one.perLb)} per lb`),
    ...found.unclear.map((one) => `${one} not judged`),
  ];
  if (told.length > 0) return told.join('; ');
  return found.soldIn.length === 0
    ? 'not examined against a list: nobody said where it is sold'
    : `none found in ${found.examinedG} g`;
}

/** A rate is rounded to the nearest whole, but never to zero when something was found. */
const atLeastOne = (rate: number) => Math.max(1, Math.round(rate));

/** What was found, for a report. */
function listFound(found: FoundSeeds): string {
  if (found.species.length === 0)
    return `${found.search}: 0 in ${found.examinedG} g (at most ${found.perKgUpper.toFixed(1)} per kg, 95 %)`;
  return `${found.search}: in ${found.examinedG} g: ${found.species.map((one) => `${one.count} ${one.name}${one.taxon === null ? ' (bound to no species)' : ''}`).join(', ')}`;
}

export const otherSeedsReport = (found: FoundSeeds | null): DocumentLine[] => [
  { label: 'Other seeds by number', value: found ? listFound(found) : 'N', key: 'otherSeedsByNumber' },
];
