import type { Edition, KindMethod } from './edition.ts';

/** How a kind is tested in a towel or tray; null = not known for this kind. */
export interface SmallTestMethod {
  readonly temperatureC: readonly [low: number, high: number] | null;
  /** helps: light brings more of them; dark: light keeps some from sprouting; null = not known. */
  readonly light: 'helps' | 'dark' | 'indifferent' | null;
  /** Days from the start: when to look first, and the last day. */
  readonly firstDay: number | null;
  readonly lastDay: number | null;
}

/** How seed of a kind keeps. */
export interface Keeping {
  readonly longevity: 'short' | 'medium' | 'long' | null;
  /** sensitive: dies when it dries, or freezes. */
  readonly desiccation: 'orthodox' | 'sensitive' | 'unknown';
  /** Oil in the dry seed, as a fraction; null = not known. */
  readonly oilFraction: number | null;
  /** Constants of the viability equation, where they are published. */
  readonly ageing?: {
    readonly KE: number;
    readonly CW: number;
    readonly CH: number;
    readonly CQ: number;
    readonly source: string;
    readonly confidence: string;
  };
}

/** A crop kind of the names list, the ground on which both books are found. */
export interface Kind {
  readonly species: string;
  readonly family: string;
  readonly commonNames: readonly string[];
  readonly synonyms: readonly string[];
  readonly chaffy: boolean;
  readonly hardSeeded: boolean;
  readonly thousandSeedWeightG: { readonly low: number; readonly high: number } | null;
  /** For the seed store; left out for kinds that the laboratory added itself. */
  readonly smallTest?: SmallTestMethod;
  readonly keeping?: Keeping;
  /** How sure the writer of the shipped row was. */
  readonly confidence?: 'high' | 'medium' | 'low';
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
