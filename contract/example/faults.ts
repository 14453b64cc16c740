/** Refusals of the example. */
export const EXAMPLE_FAULTS = {
  'example.no-right':
    'This PostgreSQL server gives Mercato no right to make another database, in which the example would lie.',
  'example.none': 'There is no example: a lead makes it under Tools.',
} as const;
