/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const QUICK_TESTS_FAULTS = {
  'quick-tests.no-such-round': 'There is no such round.',
  'quick-tests.no-such-bag': 'There is no such bag.',
  'quick-tests.round-starts-today-or': 'A round starts today or has started.',
  'quick-tests.lies-future-start-day': 'A round cannot start in the future: start it on the day.',
  'quick-tests.packet-holds-fewer-seeds': 'A packet holds fewer seeds than that.',
  'quick-tests.more-than-packet-holds': ({ left, all }: { left: string; all: number }) =>
    `The packet holds fewer seeds: ${left} are left, and ${all} are asked of it in this round.`,
  'quick-tests.look-written-down-another': 'This check was entered at another bag.',
  'quick-tests.look-cannot': 'This check cannot be.',
  'quick-tests.lies': ({ figure }: { figure: string }) => `lies ${figure}`,
  'quick-tests.bag-ended-open-again': ({ on }: { on: string }) => `this bag ended on ${on}: open it again first`,
  'quick-tests.more-sprouted-than-laid': ({ seeds, before }: { seeds: number; before: number }) =>
    `more sprouted than were laid out: ${seeds} seeds, of which ${before} had sprouted before`,
  'quick-tests.no-such-look': 'There is no such check.',
  'quick-tests.look-settled-already': 'This check is settled already.',
  'quick-tests.look-cannot-added': 'This check cannot be added.',
  'quick-tests.bag-ended': ({ on }: { on: string }) => `this bag ended on ${on}`,
  'quick-tests.bag-ended-looks-stand': 'This bag has ended: its checks stand.',
  'quick-tests.bag-ended-result-rests': 'This bag has ended, and its result rests on this check.',
  'quick-tests.look-struck-already': 'This check is crossed out already.',
  'quick-tests.more-seeds-floated-than': 'More seeds floated than the bag holds.',
  'quick-tests.more-than-seeds-bag': ({ seeds }: { seeds: number }) =>
    `More seeds floated than the ${seeds} of this bag.`,
  'quick-tests.float-test-noted-already': 'A float test is noted already.',
  'quick-tests.say-why-what-noted': 'A float test is noted already: say why it is corrected.',
  'quick-tests.bag-ended-already': 'This bag has ended already.',
  'quick-tests.bag-cannot-end-day': 'The bag cannot end on that day.',
  'quick-tests.look-came-late-take': 'a check of it came late: take it or set it aside first',
  'quick-tests.looked-yet-write-look': 'it was not checked yet: enter a check first',
  'quick-tests.lies-before-start-round': ({ startedOn }: { startedOn: string }) =>
    `lies before the start: the round began on ${startedOn}`,
  'quick-tests.lies-before-last-look': ({ on }: { on: string }) => `lies before the last check, of ${on}`,
  'quick-tests.bag-open': 'This bag is open: it has not ended.',
  'quick-tests.not-ended': 'it has not ended',
};
