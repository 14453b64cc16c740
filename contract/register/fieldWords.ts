import type { FieldTable } from '../http/fieldWords.ts';

/** What the fields of this feature are called. */
export const REGISTER_FIELDS = {
  ownFigure: {
    source: { label: 'where it comes from', hint: 'book, supplier, own trial' },
  },
  lotHeader: {
    book: { label: 'rule book', choices: { ista: 'ISTA', aosa: 'AOSA/FSA' } },
    mass: 'mass of the lot',
    containerMass: 'mass in each',
    reference: 'reference',
    variety: 'variety',
    harvestYear: { label: 'harvest', hint: 'year and month, such as 2026-08' },
    containers: { label: 'containers', hint: '0 for a heap, bin or stream' },
    origin: { label: 'origin', hint: 'field, site or supplier' },
    reason: 'why it is corrected',
    'asked.client': { label: 'for', hint: 'who asks; may be said later' },
  },
  reading: {
    mark: { label: 'figures', choices: { '': 'I never said', '.': '6,300.5', ',': '6 300,5' } },
    order: {
      label: 'days',
      choices: {
        '': 'I never said',
        'day first': '24 Nov 2026, 24/11/2026',
        'month first': 'Nov 24, 2026, 11/24/2026',
        'year first': '2026-11-24',
      },
      hint: '6,300 and 10/5 are read as you say here; until you do, 6,300 is a little more than six, and 10/5 is asked about. What can be read in one way only is always understood.',
    },
    degrees: {
      label: 'temperatures',
      choices: { '': 'as usual where I am', C: '°C', F: '°F' },
      hint: '68 F and 20 C are always understood. At the bench they stay in °C, as in both rule books.',
    },
    heavy: {
      label: 'masses of lots',
      choices: { '': 'as usual where I am', kg: 'kg', lb: 'lb' },
      hint: 'What was entered in the other unit is converted where it is shown. Small masses stay in grams.',
    },
  },
  passwordChange: {
    current: 'your password of now',
    next: { label: 'the new one', hint: 'at least 12 characters; four words do well' },
  },
  kind: {
    species: 'scientific name',
    commonNames: { label: 'common names', hint: 'the usual one first, parted by ;' },
    synonyms: 'synonyms',
    family: 'family',
    'thousandSeedWeightG.low': { label: 'a thousand seeds weigh from', unit: 'g', hint: 'if known' },
    'thousandSeedWeightG.high': { label: 'to', unit: 'g' },
    source: { label: 'where it is known from', hint: 'flora, supplier, own trial' },
    reason: 'why it is corrected',
  },
  laboratory: {
    name: 'name of the laboratory',
    address: 'address',
    zone: { label: 'time zone', hint: 'such as Europe/Dublin' },
    paper: { label: 'paper', hint: 'for reports and sheets of labels', choices: { A4: 'A4', LETTER: 'US Letter' } },
    closedWeek: {
      label: 'closed on',
      hint: 'counts are moved to open days as far as the rule book permits',
      choices: {
        none: 'no day of the week',
        sun: 'Sundays',
        'sat-sun': 'Saturdays and Sundays',
        'fri-sat': 'Fridays and Saturdays',
      },
    },
    closedDays: { label: 'other closed days', hint: 'such as 2026-12-25 2026-12-26' },
    countDepth: {
      label: 'germination is counted',
      hint: 'what is not told apart is not known, and never printed as 0',
      choices: {
        classes: 'by the five classes',
        abnormal: 'with kinds of abnormal seedlings',
        dead: 'with empty and insect-damaged seed',
        both: 'with both',
      },
    },
    photoDays: { label: 'photographs are kept', unit: 'days', hint: 'nothing: for good' },
  },
  newPerson: {
    name: 'name',
    username: { label: 'signs in as', hint: 'small letters and digits' },
    password: { label: 'password', hint: 'at least 12 characters; hand it over in person' },
  },
  request: {
    client: 'for',
    theirReference: 'their reference',
    dueOn: 'due on',
    sampledBy: {
      label: 'the sample',
      choices: { us: 'is drawn by us, from the lot', client: 'is sent in by the client' },
    },
    'fee.text': 'fee',
    'fee.currency': 'currency',
    reason: 'why it is changed',
  },
  lotWork: {
    what: {
      label: 'the lot was',
      choices: { dried: 'dried', dampened: 'dampened', blended: 'blended with other seed' },
    },
    on: 'on',
    sampled: {
      label: 'samples drawn on that day',
      choices: { before: 'were drawn before it', after: 'were drawn after it' },
    },
    note: { label: 'note', hint: 'how, how long; may stay empty' },
  },
  passwordReset: {
    password: { label: 'new password', hint: 'at least 12 characters; four words do well' },
  },
  firstPerson: {
    laboratory: 'laboratory',
    address: 'address',
    zone: 'time zone',
    name: 'your name',
    username: { label: 'sign-in name', hint: 'small letters and digits' },
    password: { label: 'password', hint: 'at least 12 characters' },
  },
  newStation: {
    name: 'name',
    kind: {
      label: 'it is',
      choices: { bench: 'a bench', machine: 'a machine or pit: cleaned down between varieties' },
    },
  },
  newWorkingSample: {
    mass: 'mass of the working sample',
    portion: 'drawn as',
    why: { label: 'why it is lighter', hint: 'the report says so' },
  },
  decision: {
    reason: 'because',
  },
  lotDivision: {
    reason: 'why it is divided',
  },
} as const satisfies FieldTable;
