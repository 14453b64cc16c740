import { and, eq, isNull } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { v7 as uuid } from 'uuid';
import { ownFigureSchema, type KindList, type KindView } from '@mercato/contract/register/kinds';
import { methodsFor, searchKinds } from '@mercato/core/rule-books/findKind';
import type { Api } from '../http/api.ts';
import { fault } from '../http/fault.ts';
import { allKinds, currentEdition, editionById, kindOf, methodsWithOwn } from './editions.ts';
import { shippedBooks, shippedOtherSpecies } from './shipped.ts';
import { kindFigure } from './tables.ts';

export function ruleBookRoutes(api: Api): void {
  api.read('/kinds', ({ query }) => {
    const typed = typeof query.q === 'string' ? query.q.slice(0, 100) : '';
    const books = shippedBooks();
    const kinds: KindList['kinds'] = searchKinds(allKinds(), typed).map((kind) => {
      const names = {
        ista: methodsFor(books.ista, kind.species).map((one) => one.bookKind),
        aosa: methodsFor(books.aosa, kind.species).map((one) => one.bookKind),
      };
      return { ...kind, bookKinds: names, books: (['ista', 'aosa'] as const).filter((book) => names[book].length > 0) };
    });
    return Promise.resolve({ kinds });
  });

  api.read('/other-species', () => Promise.resolve({ species: shippedOtherSpecies() }));

  api.read('/kinds/:species', async ({ tx, params }) => {
    const kind = kindOf(params.species ?? '');
    if (!kind) throw fault('not-found', 'No such kind is in the list of species.');
    const methods = { ista: await methodsOf('ista'), aosa: await methodsOf('aosa') };
    return { ...kind, methods } satisfies KindView;

    async function methodsOf(book: 'ista' | 'aosa') {
      return methodsWithOwn(tx, await editionById(tx, (await currentEdition(tx, book)).id), kind?.species ?? '');
    }
  });

  api.write({
    method: 'post',
    path: '/kinds/:species/figures',
    permission: 'figure.write',
    schema: ownFigureSchema,
    status: 201,
    handle: async ({ tx, params, body, person, now, audit }) => {
      const kind = kindOf(params.species ?? '');
      if (!kind) throw fault('not-found', 'No such kind is in the list of species.');
      const edition = await editionById(tx, (await currentEdition(tx, body.book)).id);
      if (methodsFor(edition, kind.species).some((method) => method[body.field] !== undefined))
        throw fault('conflict', 'The rule book has this figure: an own figure only fills a gap.', [
          { path: 'field', message: 'the book has it' },
        ]);
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
        action: 'entered an own figure',
        subject: `kind ${kind.species}`,
        after: body,
        reason: body.source,
      });
      return { methods: await methodsWithOwn(tx, edition, kind.species) };
    },
  });
}
