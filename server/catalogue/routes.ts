import type { Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import { askedFields, calculate } from '@mercato/contract/catalogue/calculation';
import { CATALOGUE, findCalculation } from '@mercato/contract/catalogue/registry';
import { catalogueRoutes } from '@mercato/contract/catalogue/routes';
import { kindRoutes } from '@mercato/contract/register/routes';
import { fault } from '../http/fault.ts';
import { openRead, openWrite } from '../http/open.ts';
import { shippedIsothermKinds, shippedKinds } from '../rule-books/shipped.ts';
import { calculatingBooks } from './shippedBooks.ts';

/** Of one address that is not signed in. */
export const QUESTIONS_A_MINUTE = 240;

/** The catalogue over HTTP: pure answers, so nobody needs to be signed in beyond the session check of the app. */
export function serveCatalogue(router: Router): void {
  // Whoever is not signed in asks as fast as people do.
  const limit = rateLimit({
    windowMs: 60_000,
    limit: QUESTIONS_A_MINUTE,
    skip: (request) => request.session.personId !== undefined,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: () => {
      throw fault('too-many-tries', 'catalogue.too-many-questions');
    },
  });
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
  openRead(router, catalogueRoutes.drying, () => {
    const { isotherms, desiccants, shed } = calculatingBooks();
    return { isotherms, desiccants, kindOf: shippedIsothermKinds(), dryingAir: shed.dryingAir };
  });
  openRead(router, kindRoutes.tested, () => ({
    kinds: shippedKinds().flatMap(({ commonNames, hardSeeded, smallTest }) =>
      smallTest ? commonNames.map((name) => ({ name: name.toLowerCase(), hardSeeded, method: smallTest })) : [],
    ),
  }));
  openWrite(
    router,
    catalogueRoutes.calculate,
    (_body, request) => {
      const id = String(request.params.id);
      const calculation = findCalculation(id);
      if (!calculation) throw fault('not-found', { is: 'catalogue.no-calculation-get-api', id: id.slice(0, 80) });
      const input: unknown = request.body;
      if (input === undefined) throw fault('malformed', 'catalogue.body-json-object-or');
      const books = calculatingBooks();
      return Array.isArray(input)
        ? input.map((one: unknown) => calculate(calculation, one, books))
        : calculate(calculation, input, books);
    },
    limit,
  );
}
