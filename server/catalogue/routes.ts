import type { Router } from 'express';
import { askedFields, calculate } from '@mercato/contract/catalogue/calculation';
import { CATALOGUE, findCalculation } from '@mercato/contract/catalogue/registry';
import { catalogueRoutes } from '@mercato/contract/catalogue/routes';
import { fault } from '../http/fault.ts';
import { openRead, openWrite } from '../http/open.ts';
import { shippedBooks } from '../rule-books/shipped.ts';

/** The catalogue over HTTP: pure answers, so nobody needs to be signed in beyond the session check of the app. */
export function serveCatalogue(router: Router): void {
  openRead(router, catalogueRoutes.list, () => ({
    calculations: CATALOGUE.map(({ id, title, description, source, example, schema }) => ({
      id,
      title,
      description,
      source,
      example,
      fields: askedFields({ schema }),
    })),
  }));
  openWrite(router, catalogueRoutes.calculate, (_body, request) => {
    const id = String(request.params.id);
    const calculation = findCalculation(id);
    if (!calculation) throw fault('not-found', { is: 'catalogue.no-calculation-get-api', id: id.slice(0, 80) });
    const input: unknown = request.body;
    if (input === undefined) throw fault('malformed', 'catalogue.body-json-object-or');
    const books = shippedBooks();
    return Array.isArray(input)
      ? input.map((one: unknown) => calculate(calculation, one, books))
      : calculate(calculation, input, books);
  });
}
