/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const CATALOGUE_FAULTS = {
  'catalogue.no-calculation-get-api': ({ id }: { id: string }) =>
    `There is no calculation "${id}"; GET /api/calc lists them all.`,
  'catalogue.body-json-object-or': 'The body must be a JSON object, or an array of them.',
  'catalogue.too-many-questions': 'Too many questions at once. Wait a minute, then ask again.',
};
