/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const HANDS_FAULTS = {
  'hands.knows-page': 'Nobody knows which page this is: send a header with its id.',
  'hands.hand-take-over-first': ({ who, thing }: { who: string; thing: string }) =>
    `${who} has ${thing} in hand: take it over first.`,
  'hands.now-look-again': ({ waiting }: { waiting: number }) =>
    `These late keys are not what was shown: by now their number is ${waiting}. Look again.`,
};
