import type { Router } from 'express';
import { calculate } from '@mercato/contract/catalogue/calculation';
import { CATALOGUE, findCalculation } from '@mercato/contract/catalogue/registry';
import { fault } from '../http/fault.ts';
import { shippedBooks } from '../rule-books/shipped.ts';

/** The catalogue over HTTP: pure answers, so nobody needs to be signed in beyond the session check of the app. */
export function catalogueRoutes(router: Router): void {
  router.get('/calc', (_request, response) => {
    response.json({
      calculations: CATALOGUE.map(({ id, title, description, source, example }) => ({
        id,
        title,
        description,
        source,
        example,
      })),
    });
  });
  router.post('/calc/:id', (request, response) => {
    const calculation = findCalculation(request.params.id);
    if (!calculation)
      throw fault('not-found', { is: 'catalogue.no-calculation-get-api', id: request.params.id.slice(0, 80) });
    const input: unknown = request.body;
    if (input === undefined) throw fault('malformed', { is: 'catalogue.body-json-object-or' });
    const books = shippedBooks();
    response.json(
      Array.isArray(input)
        ? input.map((one: unknown) => calculate(calculation, one, books))
        : calculate(calculation, input, books),
    );
  });
}
