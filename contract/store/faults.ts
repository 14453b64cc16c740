import type { Unlikely } from '@mercato/core/air/dial';
import type { ClimateQuestion } from '@mercato/core/store/list/readClimateLog';
import type { ListQuestion } from '@mercato/core/store/list/readList';
import { listFaultWords, questionWords } from './listWords.ts';
import type { FileAsk } from './lists.ts';

/** Why a logger was not heard, in words. */
const LOGGER_FAULTS = {
  'logger.no-address': 'the logger has no address that can be asked',
  'logger.no-answer': 'the logger does not answer',
  'logger.not-reached': 'the logger cannot be reached',
  'logger.broke-off': 'the logger broke off',
  'logger.other-lines': 'the logger sends no lines of its own kind',
} as const;
export type LoggerFault = keyof typeof LOGGER_FAULTS;

/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const STORE_FAULTS = {
  'store.numbers-being-given':
    'Running numbers are being given at this moment, perhaps to a list that is coming in. Nothing was stored: wait until it is in, and send it again.',
  'store.places-being-changed':
    'Somebody is adding or changing places at this moment. Nothing was stored: send it again in a moment.',
  'store.no-such-harvest-store': 'There is no such harvest in the store.',
  'store.say-why-changed': ({ changed, figure }: { changed: string; figure: string }) =>
    `Say why ${changed} ${figure} changed.`,
  'store.not-list-kinds-leave': ({ species }: { species: string }) =>
    `“${species}” is not in the list of kinds: leave it empty, or add it there.`,
  'store.lies-future-harvest-have': 'This lies in the future: a harvest must have been.',
  'store.no-such-place-store': 'There is no such place in the store.',
  'store.itself-or-lies': ({ name }: { name: string }) =>
    `A place cannot lie in itself: this is ${name}, or lies in it.`,
  'store.holds-move-first': ({ name, holds }: { name: string; holds: string }) =>
    `${name} holds ${holds}: move it first.`,
  'store.no-such-packet': 'There is no such packet.',
  'store.lies-before-harvest': ({ harvestYear }: { harvestYear: number }) =>
    `lies before the harvest of ${harvestYear}`,
  'store.no-standing-test-packet': 'is no standing test of this packet and kind',
  'store.result-bag-stands-looks': 'is the result of a bag, and stands as its looks say',
  'store.packet-withdrawn-list-came':
    'This packet was withdrawn with the list it came in with: nothing more is written into its book.',
  'store.say-why-or-wait': ({ figure }: { figure: string }) => `${figure}. Say why, or wait.`,
  'store.list-cannot-read': ({ why }: { why: 'list.empty-file' | 'list.workbook' | 'list.no-text' }) =>
    `This list cannot be read: ${listFaultWords({ is: why })}.`,
  'store.list-more-than-lines': ({ listLines }: { listLines: number }) =>
    `This list has more than ${listLines} lines: part it into several.`,
  'store.file-larger-than-mb': ({ figure }: { figure: number }) =>
    `The file is larger than ${figure} MB: part it into several lists.`,
  'store.no-such-list': 'There is no such list.',
  'store.list-came-already-undo': 'This list came in already: undo it first, then read it another way.',
  'store.where-logger-heard-lead': 'Where a logger is heard is for the lead to set.',
  'store.hardly-so-cold-or-warm': ({ text, unit, place, perhaps }: Unlikely) =>
    `${text} °${unit} can hardly be in a ${place}: is it right${perhaps === null ? '' : `, or was it ${text} °${perhaps}`}?`,
  'store.no-such-reading-dial': 'There is no such reading of a dial.',
  'store.reading-struck-already': 'This reading is crossed out already.',
  'store.place-no-logger': 'This place has no logger.',
  'store.logger-silent': ({ why }: { why: LoggerFault }) => `The ${LOGGER_FAULTS[why].slice(4)}.`,
  'store.name-packets-id-or': 'Name packets by id or code, with commas between.',
  'store.list-came-already': 'This list came in already.',
  'store.list-cannot-come-yet': 'This list cannot come in yet.',
  'store.said-first': (ask: { question: ListQuestion | ClimateQuestion | FileAsk['question']; mixed?: boolean }) =>
    `to be said first: ${questionWords(ask)}`,
  'store.no-line-list-left': 'No line of this list is left to import.',
  'store.list-not-store-nothing': 'This list is not in the store: there is nothing to undo.',
  'store.whole-number': ({ least, most }: { least: number; most: number }) =>
    `This must be a whole number ${least}..${most}.`,
  'store.no-such-seed-lot': 'There is no such seed lot.',
  'book.not-struckable': 'line is none that can be crossed out',
  'book.packed-not-struckable': 'line is none that can be crossed out: what was packed is corrected by counting again',
  'book.struck-already': 'line is crossed out already',
  'book.seeds-wanted': 'amount must be a number of seeds: this packet is counted',
  'book.mass-wanted': 'amount must be a mass: this packet is weighed',
  'book.nothing-packed': 'amount is missing: nothing was packed',
  'book.more-than-held': ({ left, by }: { left: number; by: 'count' | 'mass' }) =>
    `amount is more than the packet holds: ${left} ${by === 'mass' ? 'g are' : left === 1 ? 'seed is' : 'seeds are'} left`,
  'book.no-desiccant': 'state is of no desiccant: none lies here',
};
