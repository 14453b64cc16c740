/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const MOISTURE_FAULTS = {
  'moisture.weigh-more-than-empty': ({ container }: { container: string }) =>
    `must weigh more than the empty container's ${container} g`,
  'moisture.cannot-weigh-more-than': ({ withSeed }: { withSeed: string }) =>
    `cannot weigh more than the ${withSeed} g that went in`,
  'moisture.out-before-back': 'They cannot have been taken out before the oven was back at its temperature.',
  'moisture.cannot-weigh-little-empty': ({ container }: { container: string }) =>
    `cannot weigh as little as the empty container's ${container} g`,
};
