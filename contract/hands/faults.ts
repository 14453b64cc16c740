/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const HANDS_FAULTS = {
  'hands.knows-page': 'Nobody knows which page this is.',
  'hands.header-id-page': 'a header with the id of the page',
  'hands.hand-take-over-first': ({ who, thing }: { who: string; thing: string }) =>
    `${who} has ${thing} in hand: take it over first.`,
  'hands.late-keys-not-what': 'These late keys are not what was shown.',
  'hands.now-look-again': ({ waiting }: { waiting: number }) => `are ${waiting} by now: look again`,
};
