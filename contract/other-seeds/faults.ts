/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const OTHER_SEEDS_FAULTS = {
  'other-seeds.something-have-been-searched': 'Something must have been searched.',
  'other-seeds.above-0': 'must be above 0',
  'other-seeds.search-limited-named-species': 'The search is limited to named species.',
  'other-seeds.not-searched-test': ({ name }: { name: string }) => `${name} is not searched for in this test`,
  'other-seeds.more-searched-than-working': 'More was searched than the working sample holds.',
  'other-seeds.working-sample-holds-g': ({ shownGrams }: { shownGrams: string }) =>
    `the working sample holds ${shownGrams} g`,
  'other-seeds.working-sample-holds-g-2': ({ shownGrams, elsewhere }: { shownGrams: string; elsewhere: string }) =>
    `the working sample holds ${shownGrams} g, and the other trays hold ${elsewhere} g of it`,
  'other-seeds.keys-reached-server-say': 'The keys that reached the server say otherwise: nothing was closed.',
  'other-seeds.server-holds-wait-until': ({ figure }: { figure: string }) =>
    `the server holds ${figure}; wait until all keys are sent, or type the figures`,
  'other-seeds.not-searched-test-2': ({ species }: { species: string }) =>
    `${species} is not searched for in this test`,
  'other-seeds.key-cannot-kept-none': 'A key cannot be kept, and none of these was.',
  'other-seeds.press-came-before-something': 'this press came before as something else',
  'other-seeds.keys-cannot-added': 'These keys cannot be added.',
  'other-seeds.tray-closed-correct-figures': ({ tray }: { tray: number }) =>
    `tray ${tray} is closed: correct its figures instead`,
  'other-seeds.takes-back-more-than': ({ name }: { name: string }) => `takes back more ${name} than were counted`,
  'other-seeds.no-such-tray-numbered': 'There is no such tray: they are numbered from 1 to 1000.',
};
