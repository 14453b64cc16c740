/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const NAMES_FAULTS = {
  'names.not-among-what-found': ({ written }: { written: string }) => `Nothing was found under the name “${written}”.`,
  'names.several-species-called': ({ candidates }: { candidates: string }) =>
    `several species are called so: ${candidates}`,
  'names.not-list-species-choose': 'is not in the list of species: choose one, or add it to the list first',
  'names.species': ({ taxon }: { taxon: string }) =>
    `Only a genus can be none of its listed species: ${taxon} is a species.`,
};
