import { ISOLATIONS } from '@mercato/core/store/comesTrue';
import { MONTHS } from '@mercato/core/units/monthNames';
import type { FieldTable } from '../http/fieldWords.ts';

const NO_YES = { false: 'no', true: 'yes' };

/** What the fields of this feature are called. */
export const STORE_FIELDS = {
  packedSeed: {
    'packet.placeId': 'where it lies',
    'packet.packedOn': { label: 'packed on', hint: 'as exactly as you know: 2024, 2024-09, 2024-09-30' },
    'packet.wrapping': 'in what',
    'packet.supplier': 'supplier',
    'packet.note': 'note on the packet',
  },
  packetAct: {
    placeId: 'into',
    use: 'for',
    to: 'to whom, or where',
    anyway: 'why it is opened now',
  },
  accession: {
    kind: {
      label: 'what it is',
      hint: 'as you call it; a kind of the list brings its own test and keeping',
    },
    variety: 'variety',
    harvestYear: 'year of harvest',
    harvestMonth: {
      label: 'month of harvest',
      choices: { '': 'not known', ...Object.fromEntries(MONTHS.map((name, i) => [String(i + 1), name])) },
    },
    source: 'where it comes from',
    from: 'from whom',
    parentsKnown: { label: 'are its parents known?', choices: NO_YES },
    breeding: {
      label: 'how the kind is pollinated',
      choices: { unknown: 'not known', self: 'by itself', cross: 'from plant to plant', hybrid: 'it is a hybrid' },
    },
    sameSpeciesNear: {
      label: 'others of its species in flower near by',
      choices: { unknown: 'not known', no: 'no', yes: 'yes' },
    },
    isolation: {
      label: 'kept apart by',
      choices: { unknown: 'not known', ...Object.fromEntries(ISOLATIONS.map((one) => [one, one])) },
    },
    bagged: { label: 'were the flowers shut before and after?', choices: NO_YES },
    marked: { label: 'were they marked?', choices: NO_YES },
    hour: 'at what hour',
    neighbours: 'what grew beside it',
    plants: 'plants that gave seed',
    kept: 'which plants',
    generations: 'generations grown here',
    maturity: 'when cut',
    treated: { label: 'treated with', hint: 'empty: not treated, as far as is known' },
    owner: 'whose it is',
    terms: 'terms',
    'site.name': 'site',
    'site.district': 'district',
    'site.elevationM': { label: 'elevation', unit: 'm' },
    'site.exposure': 'exposure',
    'site.rainfallMm': { label: 'rain in a year', unit: 'mm' },
    note: 'note',
    reason: 'why it is changed',
  },
  newTest: {
    what: 'tried in',
    on: 'day of the result',
    minutes: 'after minutes',
    note: 'note',
    reason: 'why it is corrected',
  },
  place: {
    name: 'name',
    kind: 'what it is',
    parentId: 'lies in',
    dishPlaces: { label: 'places for dishes', hint: 'of germination tests; nothing where none stand' },
  },
} as const satisfies FieldTable;
