/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const GERMINATION_FAULTS = {
  'germination.not-dish-test': 'not a dish of this test',
  'germination.press-came-before-something': 'this press came before as something else',
  'germination.test-not-come-warmth': 'the test has not come to warmth yet',
  'germination.most-today': ({ today }: { today: number }) => `at most ${today}, which is today`,
  'germination.no-such-dish': 'There is no such dish.',
  'germination.count-closed-correct-figures': 'this count is closed: correct its figures instead',
  'germination.takes-back-more-seeds': ({ below }: { below: string }) =>
    `takes back more ${below} seeds than were counted`,
  'germination.seeds-dish-would-called': ({ total, number, seeds }: { total: number; number: number; seeds: number }) =>
    `${total} seeds of dish ${number} would be called, and ${seeds} were set`,
  'germination.dishes-being-counted':
    'Its dishes are being counted: close all of them first, then the days of the plan can be corrected.',
  'germination.day-0-would-after': ({ zero, first }: { zero: string; first: string }) =>
    `Seed cannot be counted before it comes to warmth: day 0 would be ${zero}, after the count of ${first}.`,
  'germination.dish-belongs-no-test': 'This dish belongs to no test.',
  'germination.counts-begin': ({ zero }: { zero: string }) =>
    `Counts begin on ${zero}: before that the test has not come to warmth.`,
  'germination.closed-count-stays-closed': 'A closed count stays closed; correct its figures instead.',
  'germination.adds-over-all-days': ({ total, seeds }: { total: number; seeds: number }) =>
    `More seeds were called than set: ${total} over all days, of ${seeds}.`,
  'germination.hard-fresh-seed-called': 'Record hard and fresh seeds at the final count.',
  'germination.final-count-made': ({ seenOn }: { seenOn: string }) =>
    `The final count of this dish was made on ${seenOn}.`,
  'germination.dish-ended': ({ number, seenOn }: { number: number; seenOn: string }) =>
    `Dish ${number} ended on ${seenOn}: nothing is counted after its final count.`,
  'germination.count-lies-after': ({ seenOn }: { seenOn: string }) =>
    `The final count is the last, and a count of ${seenOn} lies after it.`,
  'germination.seeds-dish-still-call': ({ figure, number }: { figure: number; number: number }) =>
    `${figure} seeds of dish ${number} are still to call.`,
  'germination.server-holds-wait-until': ({ keyed }: { keyed: string }) =>
    `The keys that reached the server say otherwise: it holds ${keyed}. Nothing was closed: wait until all keys are sent, or type the figures.`,
};
