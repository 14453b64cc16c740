/** Components of a purity analysis by book, in the order in which they are reported. */
export const COMPONENTS = {
  ista: ['pureSeed', 'otherSeeds', 'inertMatter'],
  aosa: ['pureSeed', 'otherCropSeed', 'weedSeed', 'inertMatter'],
} as const satisfies Record<string, readonly string[]>;
export type Component = (typeof COMPONENTS)[keyof typeof COMPONENTS][number];

export const COMPONENT_NAMES: Readonly<Record<Component, string>> = {
  pureSeed: 'pure seed',
  otherSeeds: 'other seeds',
  otherCropSeed: 'other crop seed',
  weedSeed: 'weed seed',
  inertMatter: 'inert matter',
};
