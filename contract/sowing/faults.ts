/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const SOWING_FAULTS = {
  'sowing.no-such-packet': 'There is no such packet.',
  'sowing.no-packet-store': 'is no packet of this store',
  'sowing.kind-not-list': 'This kind is not in the list.',
  'sowing.not-list-kinds': ({ species }: { species: string }) => `"${species}" is not in the list of kinds`,
  'sowing.no-such-sowing': 'There is no such sowing.',
};
