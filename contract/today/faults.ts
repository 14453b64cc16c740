/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const TODAY_FAULTS = {
  'today.sees-to-it-already': ({ who }: { who: string }) => `${who} sees to it already.`,
  'today.calendars-most': ({ most }: { most: number }) => `At most ${most} calendars: end one that you no longer read.`,
  'today.no-such-calendar': 'There is no such calendar, or it was ended.',
};
