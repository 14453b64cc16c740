import type { Edition, KindMethod } from './edition.ts';

/** A crop kind of the names list, the ground on which both books are found. */
export interface Kind {
  readonly species: string;
  readonly family: string;
  readonly commonNames: readonly string[];
  readonly synonyms: readonly string[];
  readonly chaffy: boolean;
  readonly hardSeeded: boolean;
  readonly thousandSeedWeightG: { readonly low: number; readonly high: number } | null;
  /** Where a kind comes from that the laboratory added itself. */
  readonly source?: string;
}

/** Rows of a book that speak of a species: the species itself or one of its varieties; genus rows ("Capsicum spp."). */
export function methodsFor(edition: Pick<Edition, 'kinds'>, species: string): readonly KindMethod[] {
  const genus = species.split(' ')[0] ?? '';
  return edition.kinds.filter(
    (one) => one.species === species || one.species.startsWith(`${species} `) || one.species === `${genus} spp.`,
  );
}

/**
 * Kinds whose scientific name, common name or synonym holds every typed word; names that begin
 * with the typing come first. Letter case and accents do not matter.
 */
export function searchKinds(kinds: readonly Kind[], typed: string): readonly Kind[] {
  const words = fold(typed).split(/\s+/).filter(Boolean);
  if (words.length === 0) return kinds;
  const ranked = kinds.flatMap((kind) => {
    const names = [kind.species, ...kind.commonNames, ...kind.synonyms].map(fold);
    const hits = names.filter((name) => words.every((word) => name.includes(word)));
    if (hits.length === 0) return [];
    const start = fold(typed.trim());
    const rank = hits.some((name) => name === start) ? 0 : hits.some((name) => name.startsWith(start)) ? 1 : 2;
    return [{ kind, rank }];
  });
  return ranked.sort((a, b) => a.rank - b.rank).map((one) => one.kind);
}

function fold(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
}
