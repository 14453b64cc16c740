import type { DocumentLine } from '../verdict/documentLine.ts';
import { atMostOf, threeFigures } from './noneFound.ts';

/** What a search for other seeds found, as a document tells it. */
export interface FoundSeeds {
  readonly examinedG: number;
  /** As it was written, and the species it is bound to; null = none. */
  readonly species: readonly { name: string; taxon: string | null; count: number; perLb: number }[];
  /** How far the search went, in words. */
  readonly search: string;
  /** Species that a noxious list names where it is sold: each is named with its rate. */
  readonly noxious: readonly string[];
  /** What nobody can judge: bound to no species, or to a genus of which a list names some. */
  readonly unclear: readonly string[];
  /** Where the lot is to be sold; empty = nobody said. */
  readonly soldIn: readonly string[];
}

type Told = Pick<DocumentLine, 'value' | 'beneath'>;

/** None found is not none present: beneath it stands how many may be there. */
function noneIn(examinedG: number): Told {
  const { perKg, perLb } = atMostOf(examinedG);
  return {
    value: `none found in ${examinedG} g`,
    beneath: `at most ${threeFigures(perKg)} per kg, ${threeFigures(perLb)} per lb (95 % confidence)`,
  };
}

/** What was found of other species, for a tag. */
export function foundPerPound(found: FoundSeeds | null): Told {
  if (!found) return { value: '—' };
  if (found.species.length === 0) return noneIn(found.examinedG);
  return { value: found.species.map((one) => `${one.name} ${atLeastOne(one.perLb)} per lb`).join('; ') };
}

/** What noxious lists say of it: what must be named, and what nobody can judge. */
export function noxiousPerPound(found: FoundSeeds | null): Told {
  if (!found) return { value: '—' };
  const named = found.species.filter((one) => one.taxon !== null && found.noxious.includes(one.taxon));
  const told = [
    ...named.map((one) => `${one.name} ${atLeastOne(one.perLb)} per lb`),
    ...found.unclear.map((one) => `${one} not evaluated`),
  ];
  if (told.length > 0) return { value: told.join('; ') };
  return found.soldIn.length === 0
    ? { value: 'not examined against a list: nobody said where it is sold' }
    : noneIn(found.examinedG);
}

/** A rate is rounded to the nearest whole, but never to zero when something was found. */
const atLeastOne = (rate: number) => Math.max(1, Math.round(rate));

/** What was found, for a report. */
function listFound(found: FoundSeeds): Told {
  if (found.species.length === 0) {
    const { value, ...beneath } = noneIn(found.examinedG);
    return { value: `${found.search}: ${value}`, ...beneath };
  }
  const value = `${found.search}: in ${found.examinedG} g: ${found.species.map((one) => `${one.count} ${one.name}${one.taxon === null ? ' (bound to no species)' : ''}`).join(', ')}`;
  return { value };
}

export const otherSeedsReport = (found: FoundSeeds | null): DocumentLine[] => [
  { label: 'Other seeds by number', ...(found ? listFound(found) : { value: 'N' }), key: 'otherSeedsByNumber' },
];
