/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const OTHER_SEEDS_FAULTS = {
  'other-seeds.above-0': 'What was searched must be above 0.',
  'other-seeds.working-sample-holds-g': ({ shownGrams }: { shownGrams: string }) =>
    `the working sample holds ${shownGrams} g`,
  'other-seeds.working-sample-holds-g-2': ({ shownGrams, elsewhere }: { shownGrams: string; elsewhere: string }) =>
    `the working sample holds ${shownGrams} g, and the other trays hold ${elsewhere} g of it`,
  'other-seeds.server-holds-wait-until': ({ figure }: { figure: string }) =>
    `The keys that reached the server say otherwise: it holds ${figure}. Nothing was closed: wait until all keys are sent, or type the figures.`,
  'other-seeds.not-searched-test': ({ species }: { species: string }) =>
    `${species} is not searched for in this test: the search is limited to named species.`,
  'other-seeds.press-came-before-something': 'This press came before as something else: none of these keys was saved.',
  'other-seeds.tray-closed-correct-figures': ({ tray }: { tray: number }) =>
    `tray ${tray} is closed: correct its figures instead`,
  'other-seeds.takes-back-more-than': ({ name }: { name: string }) => `takes back more ${name} than were counted`,
  'other-seeds.no-such-tray-numbered': 'There is no such tray: they are numbered from 1 to 1000.',
};
