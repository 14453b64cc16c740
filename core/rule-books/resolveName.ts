/** A species of the shipped or the laboratory's list, with every name that it goes by. */
export interface ListedSpecies {
  readonly species: string;
  readonly commonNames: readonly string[];
  readonly synonyms?: readonly string[];
}

/** What a written name stands for. */
export type Resolution =
  | { readonly rank: 'species'; readonly species: string }
  | { readonly rank: 'genus'; readonly genus: string }
  /** A common name that several species share. */
  | { readonly rank: 'ambiguous'; readonly candidates: readonly string[] }
  | { readonly rank: 'unknown' };

export type Resolver = (written: string) => Resolution;

/** Letters alone decide: case, accents, hyphens, the hybrid sign and the space around it do not. */
export function foldName(text: string): string {
  return text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/(^|\s)[×x](?=\s)|×/gu, ' ')
    .replace(/[-_‐‑]/gu, ' ')
    .replace(/\s+/gu, ' ')
    .trim();
}

const RANKS: Readonly<Record<string, string>> = {
  'subsp.': 'subsp.',
  subsp: 'subsp.',
  'ssp.': 'subsp.',
  ssp: 'subsp.',
  'var.': 'var.',
  var: 'var.',
  'convar.': 'convar.',
};
const CONNECTORS = new Set([
  'et',
  'ex',
  '&',
  'f.',
  'fil.',
  'in',
  'de',
  'von',
  'van',
  'non',
  'emend.',
  'auct.',
  'hort.',
]);

/** Whether what follows a name can be its authors: "L.", "(L.) Mill.", "Roth ex Steud.". */
function isAuthors(tokens: readonly string[], oneCase: boolean): boolean {
  return tokens.every(
    (token) =>
      CONNECTORS.has(token.toLowerCase()) ||
      (oneCase ? /^\(?\p{L}{1,12}\.\)?,?$/u.test(token) : /^\(?\p{Lu}[\p{L}.'’-]*\)?,?$/u.test(token)),
  );
}

/** A scientific name without its authors, folded; null where it is none. */
function scientific(
  written: string,
): { readonly key: string; readonly genus: string; readonly genusOnly: boolean } | null {
  const tokens = written
    .replace(/×/gu, ' ')
    .split(/\s+/u)
    .filter((one) => one !== '' && one !== 'x' && one !== 'X');
  const [genus, epithet, ...rest] = tokens;
  if (!genus || !/^\p{L}[\p{L}-]+$/u.test(genus)) return null;
  const folded = foldName(genus);
  if (epithet === undefined || /^(spp?\.?|species)$/iu.test(epithet))
    return rest.length === 0 ? { key: folded, genus: folded, genusOnly: true } : null;
  const oneCase = written === written.toLowerCase() || written === written.toUpperCase();
  let key = `${folded} ${foldName(epithet)}`;
  for (let at = 0; at < rest.length; at += 1) {
    const rank = RANKS[(rest[at] ?? '').toLowerCase()];
    const below = rest[at + 1];
    if (rank && below) {
      if (!isAuthors(rest.slice(0, at), oneCase)) return null;
      key += ` ${rank} ${foldName(below)}`;
      return isAuthors(rest.slice(at + 2), oneCase) ? { key, genus: folded, genusOnly: false } : null;
    }
  }
  return isAuthors(rest, oneCase) ? { key, genus: folded, genusOnly: false } : null;
}

/**
 * Finds written names in a list of species: by accepted name, synonym or common name, whatever the letter case, with
 * authors behind it, with or without the hybrid sign; a genus alone, or followed by sp. or spp., is a genus.
 *
 * An accepted name goes before a synonym, and both before a common name. What is in the list under none of these is
 * unknown: nothing is guessed from a likeness.
 *
 * Source: our own judgement; the form of names after the International Code of Nomenclature (from memory).
 */
export function resolverOf(list: readonly ListedSpecies[]): Resolver {
  const accepted = new Map<string, string>();
  const synonyms = new Map<string, string>();
  const common = new Map<string, Set<string>>();
  const genera = new Map<string, string>();
  for (const { species } of list) {
    const name = scientific(species);
    if (!name) continue;
    accepted.set(name.key, species);
    // A hybrid genus that is listed as a whole is no genus of listed species.
    if (!name.genusOnly) genera.set(name.genus, species.replace(/^[×x]\s*/u, '').split(' ')[0] ?? species);
  }
  for (const { species, synonyms: others = [], commonNames } of list) {
    for (const one of others) {
      const name = scientific(one);
      if (name && !accepted.has(name.key)) synonyms.set(name.key, species);
    }
    for (const one of commonNames) {
      const key = foldName(one);
      common.set(key, (common.get(key) ?? new Set()).add(species));
    }
  }
  return (written) => {
    const name = scientific(written.trim());
    const found = name ? (accepted.get(name.key) ?? synonyms.get(name.key)) : undefined;
    if (found !== undefined) return { rank: 'species', species: found };
    const folded = foldName(written);
    const shared = common.get(folded) ?? common.get(folded.replace(/s$/u, '')) ?? common.get(`${folded}s`);
    if (shared) {
      const candidates = [...shared].sort();
      const [only] = candidates;
      return candidates.length === 1 && only !== undefined
        ? { rank: 'species', species: only }
        : { rank: 'ambiguous', candidates };
    }
    const genus = name?.genusOnly ? genera.get(name.genus) : undefined;
    return genus === undefined ? { rank: 'unknown' } : { rank: 'genus', genus };
  };
}

/** The taxon in one word, as lists write it: a species, or a genus followed by `spp.`; null where it is not known. */
export function taxonOf(resolution: Resolution): string | null {
  if (resolution.rank === 'species') return resolution.species;
  return resolution.rank === 'genus' ? `${resolution.genus} spp.` : null;
}

/** Whether a written name has the form of a genus: one word alone, or followed by sp. or spp. */
export const isGenusName = (written: string): boolean => scientific(written.trim())?.genusOnly ?? false;

export const genusOf = (taxon: string): string => taxon.split(' ')[0] ?? taxon;
export const isGenus = (taxon: string): boolean => taxon.endsWith(' spp.');
