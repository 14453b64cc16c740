import type { SpeciesName } from '@mercato/contract/register/kinds';
import { type Resolver, resolverOf } from '@mercato/core/rule-books/resolveName';
import type { Reader } from '../database/connect.ts';
import { allKinds, ownKinds } from './editions.ts';
import { shippedOtherSpecies } from './shipped.ts';

/** The list of species as it now stands: the shipped one, and what the laboratory added. */
export interface SpeciesList {
  readonly resolve: Resolver;
  /** As a species usually stands; a genus and what is not known stand either way. */
  readonly usually: (taxon: string) => SpeciesName['usually'];
  /** When the laboratory added a species, or corrected it last; null for one of the shipped list. */
  readonly since: (taxon: string) => string | null;
}

let known: { readonly key: string; readonly list: SpeciesList } | undefined;

/** Made anew only when the laboratory has added a kind, or corrected one. */
export async function speciesList(tx: Reader): Promise<SpeciesList> {
  const own = await ownKinds(tx);
  const key = own.map((one) => one.id).join(' ');
  if (known?.key === key) return known.list;
  const others = shippedOtherSpecies();
  const crops = await allKinds(tx);
  const usually = new Map<string, SpeciesName['usually']>([
    ...crops.map((one) => [one.species, 'crop'] as const),
    ...others.map((one) => [one.species, one.usually] as const),
  ]);
  const added = new Map(own.map((one) => [one.species, one.at.toISOString()]));
  const list: SpeciesList = {
    resolve: resolverOf([...others, ...crops]),
    usually: (taxon) => usually.get(taxon) ?? 'either',
    since: (taxon) => added.get(taxon) ?? null,
  };
  known = { key, list };
  return list;
}
