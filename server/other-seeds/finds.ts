import type { FoundName } from '@mercato/contract/names/names';
import type { Find } from '@mercato/core/other-seeds/noxious';
import { genusOf, isGenus, type Resolver, taxonOf } from '@mercato/core/rule-books/resolveName';

export const findsOf = (counts: ReadonlyMap<string, number>, names: readonly FoundName[]): Find[] =>
  [...counts].map(([written, seeds]) => {
    const name = names.find((one) => one.written === written);
    return { written, seeds, taxon: name?.taxon ?? null, noneListed: name?.noneListed ?? false };
  });

/** Whether a name stands for a species that a limited search looks for, by itself or by its genus. */
export function isAmong(named: readonly string[], written: string, resolve: Resolver): boolean {
  const taxon = taxonOf(resolve(written)) ?? written;
  return named.some((one) => {
    const asked = taxonOf(resolve(one)) ?? one;
    return asked === taxon || (isGenus(asked) && genusOf(asked) === genusOf(taxon));
  });
}
