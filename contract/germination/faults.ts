import type { RetestLacks } from '@mercato/core/germination/retest';

const RETEST_LACKS: Readonly<Record<RetestLacks, string>> = {
  'same-method': 'Dishes too far apart are tested again by the same method: keep substrate, temperature and treatment.',
  treatment: 'Against dormancy the seed is treated: choose a treatment that was not tried yet.',
  'other-substrate': 'Test again on another substrate, such as sand or soil.',
};

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
  'germination.dish-is-spoiled': ({ number }: { number: number }) =>
    `Dish ${number} is set aside as spoiled. Take that back first, then it can be counted.`,
  'germination.kinds-over-class': ({ over, seeds }: { over: string; seeds: number }) =>
    `the kinds of ${over} seed hold more than the ${seeds} that were called so`,
  'germination.part-of-other-class': ({ part, seedClass }: { part: string; seedClass: string }) =>
    `${part} is no kind of ${seedClass}`,
  'germination.dish-is-sound': ({ number }: { number: number }) => `Dish ${number} was never set aside.`,
  'germination.recount-after-close': ({ number }: { number: number }) =>
    `Close this count of dish ${number} first: a second hand counts the same seedlings again.`,
  'germination.recount-by-other-hand': ({ number }: { number: number }) =>
    `You made this count of dish ${number} yourself: somebody else counts it again.`,
  'germination.recount-of-same-seeds': ({ total, seeds, final }: { total: number; seeds: number; final: boolean }) =>
    final
      ? `These are the same ${seeds} seeds as at the first count, and ${total} were called.`
      : `At most ${seeds} seeds were in the dish, and ${total} were called.`,
  'germination.no-place-for-dishes': ({ name }: { name: string }) => `${name} is no shelf for dishes`,
  'germination.no-such-shelf': 'not a shelf for dishes',
  'germination.deals-whole-hundreds': ({ dishes }: { dishes: number }) =>
    `only whole hundreds are dealt to shelves: a multiple of ${dishes}`,
  'germination.no-room': ({ needed, free }: { needed: number; free: number }) =>
    `${needed} dishes need a place, and ${free} are free on all days of the test`,
  'germination.arms-of-one-lot': 'all arms are of one lot',
  'germination.retest-lacks': ({ lacks }: { lacks: RetestLacks }) => RETEST_LACKS[lacks],
  'germination.photo-no-jpeg': 'not a whole JPEG picture',
  'germination.photo-too-wide': ({ width, height, side }: { width: number; height: number; side: number }) =>
    `${width} × ${height} pixels; at most ${side} × ${side}`,
  'germination.photo-too-heavy': ({ bytes, most }: { bytes: number; most: number }) =>
    `${Math.ceil(bytes / 1000)} kB; at most ${most / 1000} kB`,
  'germination.photo-there-already': 'This photograph is there already.',
  'germination.photos-most': ({ most }: { most: number }) => `A dish has room for ${most} photographs.`,
  'germination.no-such-photo': 'There is no such photograph, or its time is over.',
  'germination.photo-struck-already': 'This photograph is crossed out already.',
};
