/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const GERMINATION_FAULTS = {
  'germination.key-cannot-kept-none': 'A key cannot be kept, and none of these was.',
  'germination.not-dish-test': 'not a dish of this test',
  'germination.press-came-before-something': 'this press came before as something else',
  'germination.test-not-come-warmth': 'the test has not come to warmth yet',
  'germination.most-today': ({ today }: { today: number }) => `at most ${today}, which is today`,
  'germination.no-such-dish': 'There is no such dish.',
  'germination.keys-cannot-added': 'These keys cannot be added.',
  'germination.count-closed-correct-figures': 'this count is closed: correct its figures instead',
  'germination.takes-back-more-seeds': ({ below }: { below: string }) =>
    `takes back more ${below} seeds than were counted`,
  'germination.seeds-dish-would-called': ({ total, number, seeds }: { total: number; number: number; seeds: number }) =>
    `${total} seeds of dish ${number} would be called, and ${seeds} were set`,
  'germination.dishes-being-counted': 'Its dishes are being counted.',
  'germination.close-all-dishes-first': 'close all dishes first: then the days of the plan can be corrected',
  'germination.seed-cannot-counted-before': 'Seed cannot be counted before it comes into germination conditions.',
  'germination.day-0-would-after': ({ zero, first }: { zero: string; first: string }) =>
    `day 0 would be ${zero}, after the count of ${first}`,
  'germination.dish-belongs-no-test': 'This dish belongs to no test.',
  'germination.test-not-come-warmth-2': 'The test has not come to warmth yet.',
  'germination.counts-begin': ({ zero }: { zero: string }) => `counts begin on ${zero}`,
  'germination.closed-count-stays-closed': 'A closed count stays closed; correct its figures instead.',
  'germination.closed-already': 'was closed already',
  'germination.more-seeds-called-than': 'More seeds were called than set.',
  'germination.adds-over-all-days': ({ total, seeds }: { total: number; seeds: number }) =>
    `adds to ${total} over all days, but ${seeds} seeds were set`,
  'germination.hard-fresh-seed-called': 'Hard and fresh seed is called at the final count.',
  'germination.waits-final-count': 'waits for the final count',
  'germination.dish-final-count-already': ({ number }: { number: number }) =>
    `Dish ${number} has its final count already.`,
  'germination.final-count-made': ({ seenOn }: { seenOn: string }) => `the final count was made on ${seenOn}`,
  'germination.dish-ended': ({ number, seenOn }: { number: number; seenOn: string }) =>
    `Dish ${number} ended on ${seenOn}.`,
  'germination.lies-after-final-count': ({ seenOn }: { seenOn: string }) => `lies after its final count, of ${seenOn}`,
  'germination.final-count-last': 'The final count is the last.',
  'germination.count-lies-after': ({ seenOn }: { seenOn: string }) => `a count of ${seenOn} lies after it`,
  'germination.seeds-dish-still-call': ({ figure, number }: { figure: number; number: number }) =>
    `${figure} seeds of dish ${number} are still to call.`,
  'germination.adds-seeds-set': ({ total, seeds }: { total: number; seeds: number }) =>
    `adds to ${total}, ${seeds} seeds were set`,
  'germination.keys-reached-server-say': 'The keys that reached the server say otherwise: nothing was closed.',
  'germination.server-holds-wait-until': ({ keyed }: { keyed: string }) =>
    `the server holds ${keyed}; wait until all keys are sent, or type the figures`,
};
