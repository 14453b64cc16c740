/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const NAMES_FAULTS = {
  'names.nothing-found-under-name': 'Nothing was found under this name.',
  'names.not-among-what-found': ({ written }: { written: string }) => `“${written}” is not among what was found`,
  'names.list-does-not-know': 'The list does not know this species.',
  'names.several-species-called': ({ candidates }: { candidates: string }) =>
    `several species are called so: ${candidates}`,
  'names.not-list-species-choose': 'is not in the list of species: choose one, or add it to the list first',
  'names.only-genus-can-none': 'Only a genus can be none of its listed species.',
  'names.species': ({ taxon }: { taxon: string }) => `${taxon} is a species`,
};
