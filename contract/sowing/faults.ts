/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const SOWING_FAULTS = {
  'sowing.not-list-kinds': ({ species }: { species: string }) => `“${species}” is not in the list of kinds.`,
  'sowing.no-such-sowing': 'There is no such sowing.',
};
