import type { ShippedBooks } from '@mercato/contract/catalogue/calculation';
import { readShedFigures } from '@mercato/core/cleaning/figures';
import { shippedBooks, shippedContent, shippedDesiccants, shippedIsotherms } from '../rule-books/shipped.ts';

let books: ShippedBooks | undefined;

/** All shipped editions that the calculations go by, read once. */
export function calculatingBooks(): ShippedBooks {
  books ??= {
    ...shippedBooks(),
    shed: readShedFigures(shippedContent('shed')),
    isotherms: shippedIsotherms(),
    desiccants: shippedDesiccants(),
  };
  return books;
}
