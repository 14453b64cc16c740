/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const MOISTURE_FAULTS = {
  'moisture.weigh-more-than-empty': ({ container }: { container: string }) =>
    `must weigh more than the empty container's ${container} g`,
  'moisture.cannot-weigh-more-than': ({ withSeed }: { withSeed: string }) =>
    `cannot weigh more than the ${withSeed} g that went in`,
  'moisture.out-before-back': 'They cannot have been taken out before the oven was back at its temperature.',
  'moisture.cannot-weigh-little-empty': ({ container }: { container: string }) =>
    `cannot weigh as little as the empty container's ${container} g`,
  'moisture.no-such-meter': 'There is no such meter.',
  'moisture.meter-not-heard': 'This meter is heard nowhere: its readings are typed.',
  'moisture.no-such-calibration': 'There is no such calibration.',
  'moisture.meter-name': 'another meter has this name',
  'moisture.calibration-crossed-out': 'It is crossed out already.',
  'moisture.calibration-passed': 'It would have ended before today.',
  'moisture.no-such-kind': ({ species }: { species: string }) => `${species} is no kind of the rule book`,
  'moisture.by-meter': 'This test is read by a meter: it has no containers.',
  'moisture.by-oven': 'This test is dried in an oven: it has no readings.',
};
