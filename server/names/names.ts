import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { v7 as uuid } from 'uuid';
import type { FoundName, NameBinding } from '@mercato/contract/names/names';
import { isGenus, taxonOf } from '@mercato/core/rule-books/resolveName';
import type { Reader } from '../database/connect.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { type BenchTest, bumpTest } from '../register/tests.ts';
import { speciesList, type SpeciesList } from '../rule-books/names.ts';
import { nameBinding } from './tables.ts';

type BindingRow = typeof nameBinding.$inferSelect;

/** The bindings of tests that nothing supersedes. */
export async function bindingsOf(tx: Reader, tests: readonly string[]): Promise<BindingRow[]> {
  if (tests.length === 0) return [];
  const later = alias(nameBinding, 'later');
  const rows = await tx
    .select({ row: nameBinding })
    .from(nameBinding)
    .leftJoin(later, eq(later.supersedes, nameBinding.id))
    .where(and(inArray(nameBinding.testId, [...tests]), isNull(later.id)))
    .orderBy(asc(nameBinding.at), asc(nameBinding.id));
  return rows.map((one) => one.row);
}

/** What a name of a test stands for: as somebody bound it, else as the list knows it. */
export function nameIn(
  written: string,
  { resolve, since }: Pick<SpeciesList, 'resolve' | 'since'>,
  bindings: readonly BindingRow[],
  people: ReadonlyMap<string, string>,
): FoundName {
  const bound = bindings.find((one) => one.written === written);
  const found = resolve(written);
  const listed = taxonOf(found);
  return {
    written,
    taxon: bound?.taxon ?? listed,
    candidates: found.rank === 'ambiguous' ? [...found.candidates] : [],
    noneListed: bound?.noneListed ?? false,
    knownSince: bound || listed === null ? null : since(listed),
    bound: bound ? { by: people.get(bound.by) ?? '', at: bound.at.toISOString(), reason: bound.reason } : null,
  };
}

/** When it was last said, or became known, what names stand for. */
export const namesSaid = (names: readonly FoundName[]): string[] =>
  names.flatMap((one) => one.bound?.at ?? one.knownSince ?? []);

/**
 * Binds a name of a (locked) test; what was written stays as it was written, and an earlier binding stays on file.
 * @throws {Fault} 422 for a name that nothing was found under, or a taxon that the list does not know
 */
export async function bindName(
  { tx, hand, audit, touch }: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch'>,
  test: BenchTest,
  names: readonly FoundName[],
  body: NameBinding,
): Promise<void> {
  if (!names.some((one) => one.written === body.written))
    throw fault('invalid', { is: 'names.not-among-what-found', written: body.written }, 'written');
  const { resolve } = await speciesList(tx);
  const resolved = resolve(body.taxon);
  const taxon = taxonOf(resolved);
  if (taxon === null)
    throw fault(
      'invalid',
      resolved.rank === 'ambiguous'
        ? { is: 'names.several-species-called', candidates: resolved.candidates.join(', ') }
        : { is: 'names.not-list-species-choose' },
      'taxon',
    );
  if (body.noneListed && !isGenus(taxon)) throw fault('invalid', { is: 'names.species', taxon }, 'noneListed');
  const before = (await bindingsOf(tx, [test.id])).find((one) => one.written === body.written);
  if (before?.taxon === taxon && before.noneListed === body.noneListed) return;
  await tx.insert(nameBinding).values({
    id: uuid(),
    lotId: test.lotId,
    testId: test.id,
    written: body.written,
    taxon,
    noneListed: body.noneListed,
    reason: body.reason,
    by: hand.personId,
    at: hand.at,
    supersedes: before?.id ?? null,
  });
  await bumpTest(tx, test, hand);
  await audit({
    lotId: test.lotId,
    act: { is: 'name-bound', written: body.written },
    subject: `test ${test.id}`,
    before: before ? { taxon: before.taxon, noneListed: before.noneListed } : null,
    after: { taxon, noneListed: body.noneListed },
    reason: body.reason,
  });
  touch(test.lotId);
}
