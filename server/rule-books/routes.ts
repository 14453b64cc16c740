import { and, eq, isNull, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { v7 as uuid } from 'uuid';
import type { KindList, KindView, NameLists } from '@mercato/contract/register/kinds';
import { kindRoutes } from '@mercato/contract/register/routes';
import { BOOKS } from '@mercato/core/rule-books/edition';
import { type Kind, methodsFor, searchKinds } from '@mercato/core/rule-books/findKind';
import { askedText } from '../http/asked.ts';
import { brokeConstraint, type Transaction } from '../database/connect.ts';
import type { Api } from '../http/api.ts';
import { fault } from '../http/fault.ts';
import { lot } from '../register/tables.ts';
import { allKinds, currentEdition, editionById, kindOf, methodsWithOwn, ownKinds } from './editions.ts';
import { shippedInertKinds, shippedOtherSpecies } from './shipped.ts';
import { kindFigure, ownKind } from './tables.ts';

/** The list of species knows more now: what stands of lots that were searched is derived anew; no document changes. */
async function markSearched(tx: Transaction): Promise<void> {
  await tx
    .update(lot)
    .set({ standingVersion: null })
    .where(
      // Locked in the order of their ids, as everywhere.
      sql`${lot.id} in (select l.id from lot l where exists (select from bench_test t where t.lot_id = l.id and t.step = 'other-seeds') order by l.id for update)`,
    );
}

export function serveRuleBooks(api: Api): void {
  api.read(kindRoutes.list, async ({ tx, query }) => {
    const typed = askedText(query.q, 100);
    const books = {
      ista: await editionById(tx, (await currentEdition(tx, 'ista')).id),
      aosa: await editionById(tx, (await currentEdition(tx, 'aosa')).id),
    };
    const kinds: KindList['kinds'] = searchKinds(await allKinds(tx), typed).map((kind) => {
      const names = {
        ista: methodsFor(books.ista, kind.species).map((one) => one.bookKind),
        aosa: methodsFor(books.aosa, kind.species).map((one) => one.bookKind),
      };
      return { ...kind, bookKinds: names, books: BOOKS.filter((book) => names[book].length > 0) };
    });
    return { kinds };
  });

  api.write(kindRoutes.add, async ({ tx, body, person, now, audit }) => {
    const taken = () => fault('conflict', { is: 'rule-books.search', species: body.species }, 'species');
    if (await kindOf(tx, body.species)) throw taken();
    const kind: Kind = body;
    await tx
      .insert(ownKind)
      .values({ id: uuid(), species: body.species, kind, source: body.source, by: person.id, at: now })
      .catch((error: unknown) => {
        throw brokeConstraint(error) ? taken() : error;
      });
    await markSearched(tx);
    await audit({ act: { is: 'kind-added' }, subject: `kind ${body.species}`, after: body, reason: body.source });
    return kind;
  });

  api.write(kindRoutes.correct, async ({ tx, params, body: { reason, ...kind }, person, now, audit }) => {
    const [before] = await ownKinds(tx, eq(ownKind.species, params.species));
    if (!before) throw fault('not-found', 'rule-books.laboratory-added-no-such');
    if (kind.species !== before.species)
      throw fault('invalid', { is: 'rule-books.lots-stand-under-add', species: before.species }, 'species');
    await tx
      .insert(ownKind)
      .values({
        id: uuid(),
        species: kind.species,
        kind,
        source: kind.source,
        by: person.id,
        at: now,
        supersedes: before.id,
      })
      .catch((error: unknown) => {
        throw brokeConstraint(error) ? fault('conflict', 'rule-books.somebody-else-corrected-kind') : error;
      });
    await markSearched(tx);
    await audit({
      act: { is: 'kind-corrected' },
      subject: `kind ${kind.species}`,
      before: before.kind,
      after: kind,
      reason,
    });
    return kind satisfies Kind;
  });

  api.read(kindRoutes.names, async ({ tx }): Promise<NameLists> => {
    const others = shippedOtherSpecies();
    const known = new Set(others.map((one) => one.species));
    const crops = (await allKinds(tx)).filter((one) => !known.has(one.species));
    return {
      species: [
        ...others,
        ...crops.map(({ species, family, commonNames }) => ({
          species,
          family,
          commonNames,
          usually: 'crop' as const,
        })),
      ].sort((a, b) => a.species.localeCompare(b.species)),
      inertKinds: shippedInertKinds(),
    };
  });

  api.read(kindRoutes.view, async ({ tx, params }) => {
    const kind = await kindOf(tx, params.species);
    if (!kind) throw fault('not-found', 'rule-books.no-such-kind-list');
    const methods = { ista: await methodsOf('ista'), aosa: await methodsOf('aosa') };
    return { ...kind, methods } satisfies KindView;

    async function methodsOf(book: 'ista' | 'aosa') {
      return methodsWithOwn(tx, await editionById(tx, (await currentEdition(tx, book)).id), kind?.species ?? '');
    }
  });
  serveFigures(api);
}

/** What the laboratory enters for a kind where its rule book has nothing. */
function serveFigures(api: Api): void {
  api.write(kindRoutes.addFigure, async ({ tx, params, body, person, now, audit }) => {
    const kind = await kindOf(tx, params.species);
    if (!kind) throw fault('not-found', 'rule-books.no-such-kind-list');
    const edition = await editionById(tx, (await currentEdition(tx, body.book)).id);
    if (methodsFor(edition, kind.species).some((method) => method[body.field] !== undefined))
      throw fault('conflict', 'rule-books.rule-book-figure-own', 'field');
    const later = alias(kindFigure, 'later');
    const [before] = await tx
      .select({ id: kindFigure.id })
      .from(kindFigure)
      .leftJoin(later, eq(later.supersedes, kindFigure.id))
      .where(
        and(
          eq(kindFigure.book, body.book),
          eq(kindFigure.species, kind.species),
          eq(kindFigure.field, body.field),
          isNull(later.id),
        ),
      );
    await tx
      .insert(kindFigure)
      .values({ id: uuid(), ...body, species: kind.species, by: person.id, at: now, supersedes: before?.id ?? null });
    await audit({
      act: { is: 'own-figure-entered' },
      subject: `kind ${kind.species}`,
      after: body,
      reason: body.source,
    });
    return { methods: await methodsWithOwn(tx, edition, kind.species) };
  });
}
