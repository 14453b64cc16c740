import type { PlaceEntry } from '@mercato/core/air/placeBook';
import { ALIKE, type CandidateReason } from '@mercato/core/store/candidates';
import type { Expectation, TrueReason } from '@mercato/core/store/comesTrue';
import type { Amount, PacketEntry } from '@mercato/core/store/packetBook';
import type { TemperatureUnit } from '@mercato/core/units/degrees';
import type { Reader } from '@mercato/core/units/typed';
import type { AlarmView, CareCall } from '../air/care.ts';
import { wholeDayOf } from '../words/days.ts';
import { degreesText } from '../words/degrees.ts';

export const COMES_TRUE: Readonly<Record<Expectation['answer'], string>> = {
  yes: 'will come true',
  mostly: 'will mostly come true',
  no: 'will not come true',
  unknown: 'may or may not come true',
};

type Plain = Exclude<TrueReason, { is: 'kept-apart' } | { is: 'few-plants' }>['is'];
const TRUE_REASONS: Readonly<Record<Plain, string>> = {
  hybrid: 'seed of a hybrid parts into many forms',
  'bought-fruit': 'bought fruit is often a hybrid, and what stood near it is not known',
  'sold-under-name': 'it was sold under this name: the seller answers for it',
  'parents-unknown': 'its parents are not known',
  'breeding-unknown': 'whether this kind pollinates itself or crosses is not known here',
  selfing: 'the kind pollinates itself',
  'selfing-beside-others': 'the kind pollinates itself, but others of the species flowered near by: look for strays',
  'by-hand': 'pollinated by hand; the flowers were shut and marked',
  'by-hand-unmarked': 'pollinated by hand, but the flowers were not marked: others may have been picked with them',
  'by-hand-left-open':
    'pollinated by hand, but the flowers were not shut: foreign pollen may have come before or after',
  caged: 'grown in a cage: no foreign pollen came in',
  'none-near': 'no other of its species flowered near by',
  'crossing-beside-others': 'the kind crosses, and others of its species flowered near by',
  'neighbours-unknown': 'the kind crosses, and what flowered near by is not known',
};

/** Why seed will come true, or will not. */
export function trueReasonWords(why: TrueReason): string {
  if (why.is === 'kept-apart') return `kept apart by ${why.by}, which keeps most foreign pollen out, not all`;
  if (why.is === 'few-plants')
    return `it comes from ${why.plants} ${why.plants === 1 ? 'plant' : 'plants'}: true, perhaps, but narrow`;
  return TRUE_REASONS[why.is];
}

const UNKNOWN = { height: 'how high it lies', rain: 'how much rain falls there', exposure: 'which way it faces' };

/** Why seed can be planted at a site, or cannot. */
export function candidateReasonWords(why: CandidateReason): string {
  switch (why.is) {
    case 'kept-for-own-site':
      return `${why.owner || 'its owner'} keeps it for its own site${why.site ? `, ${why.site}` : ''}`;
    case 'grew-here':
      return `it grew at ${why.site}`;
    case 'grew-in-district':
      return `it grew in ${why.district} too`;
    case 'height':
      return why.m === 0
        ? 'as high'
        : `${Math.abs(why.m)} m ${why.m > 0 ? 'higher' : 'lower'}${why.tooFar ? `: more than ${ALIKE.elevationM} m` : ''}`;
    case 'rain':
      return Math.abs(why.share) < 0.005
        ? 'as wet'
        : `${Math.round(Math.abs(why.share) * 100)} % ${why.share > 0 ? 'wetter' : 'drier'}${why.tooFar ? ': wet side and dry side are not exchanged' : ''}`;
    case 'exposure':
      return why.same ? `faces ${why.wanted} too` : `faces ${why.faces}, not ${why.wanted}`;
    case 'not-known':
      return `not known of where it grew: ${why.what.map((one) => UNKNOWN[one]).join(', ')}`;
    case 'nothing-to-compare':
      return 'nothing of the two sites can be compared';
  }
}

const amountWords = (amount: Amount) =>
  amount.by === 'count' ? `${amount.seeds} ${amount.seeds === 1 ? 'seed' : 'seeds'}` : `${amount.text} ${amount.unit}`;

/** A line of a packet's book. */
export function packetLineWords({ entry, place }: { entry: PacketEntry; place: readonly string[] }): string {
  switch (entry.what) {
    case 'packed':
      return `packed ${amountWords(entry.amount)}`;
    case 'count':
      return `found ${amountWords(entry.amount)} in it`;
    case 'take':
      return `took ${amountWords(entry.amount)}: ${entry.use}${entry.to === undefined ? '' : `, ${entry.to}`}${
        entry.anyway === undefined ? '' : `; opened although it was not to be: ${entry.anyway}`
      }`;
    case 'move':
      return entry.placeId === null ? 'taken out of its place' : `put into ${place.join(', ') || 'a place'}`;
    case 'note':
      return entry.words;
    case 'unweighed':
      return `${entry.seeds} seeds taken, ${entry.to}: what they weighed is not known here, so weigh it again`;
    case 'undone':
      return `withdrawn with its list: ${entry.reason}`;
    case 'strike':
      return `crossed out line ${entry.line + 1}: ${entry.reason}`;
  }
}

/** A line of a place's book. */
export function placeLineWords(entry: PlaceEntry): string {
  switch (entry.what) {
    case 'door':
      return `door open for ${entry.minutes} min${entry.why === '' ? '' : `: ${entry.why}`}`;
    case 'desiccant':
      return `${entry.massG} g of ${entry.stuff} put in, to be checked every ${entry.lookEveryDays} days`;
    case 'seen':
      return `desiccant is ${entry.state}`;
    case 'no desiccant':
      return 'desiccant taken out';
    case 'alarm':
      return `seen, ${entry.alarm}: ${entry.words}`;
    case 'strike':
      return `crossed out line ${entry.line + 1}: ${entry.reason}`;
  }
}

const lasted = (minutes: number) => (minutes < 120 ? `${Math.round(minutes)} min` : `${Math.round(minutes / 60)} h`);
export function alarmWords({ alarm, minutes, worst, to }: AlarmView, unit: TemperatureUnit): string {
  if (alarm === 'silent') return `silent for ${lasted(minutes)}`;
  const warmth = alarm === 'too warm' || alarm === 'too cold';
  const figure = worst === null ? '–' : warmth ? degreesText(worst, unit, 1) : `${worst.toFixed(1)} %`;
  return `${alarm} for ${lasted(minutes)}, at worst ${figure}${to === null ? ', and it goes on' : ''}`;
}

/** What calls for somebody at a place. */
export function careCallWords(
  call: CareCall,
  { order, degrees }: Pick<Reader, 'order' | 'degrees'> = { order: null, degrees: 'C' },
): string {
  switch (call.what) {
    case 'alarm':
      return alarmWords(call.alarm, degrees);
    case 'climate-unknown':
      return `no reading in ${call.days} days`;
    case 'desiccant':
      return call.desiccant.state === 'spent'
        ? `${call.desiccant.massG} g of ${call.desiccant.stuff} are spent: dry them or put fresh in`
        : `check the ${call.desiccant.stuff}, last seen ${wholeDayOf(call.desiccant.seenAt, order)}`;
  }
}

/** The seed of a batch: "leek, dill"; of many kinds the first. */
export const kindsWords = (kinds: readonly string[]): string =>
  kinds.length > 4 ? `${kinds.slice(0, 4).join(', ')} and others` : kinds.join(', ');
