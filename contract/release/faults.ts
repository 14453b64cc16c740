/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const RELEASE_FAULTS = {
  'release.no-such-release': 'There is no such release.',
  'release.cannot-released': ({ kind }: { kind: string }) => `The ${kind} cannot be released.`,
  'release.released-already-another-amended': ({ kind }: { kind: string }) =>
    `A ${kind} was released already: say why it is issued again.`,
};
