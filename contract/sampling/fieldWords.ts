import type { FieldTable } from '../http/fieldWords.ts';
import type { End } from './vesselEvents.ts';

/** How a vessel ends. */
export const ENDS: Readonly<Record<End, string>> = {
  'used up': 'used up',
  discarded: 'discarded',
  returned: 'returned to the client',
  'put back': 'put back into the sample that it was drawn from',
};

/** What the fields of this feature are called. */
export const SAMPLING_FIELDS = {
  newComposite: {
    mass: 'mass of the composite sample',
    loss: { label: 'lost in pouring', unit: 'g', hint: 'dust and spilled seed' },
  },
  primarySample: {
    look: 'look',
    note: 'note',
    reason: 'why it is corrected',
  },
  newDraw: {
    method: 'chosen',
    columns: { label: 'in a row', hint: 'containers side by side' },
    rows: 'rows in a layer',
    seed: { label: 'seed', hint: 'only to repeat a draw; else one is chosen' },
    reason: 'why containers are selected again',
  },
  vesselEvent: {
    what: 'what',
    to: 'to',
    seal: 'seal',
    intact: { label: 'the seal was', choices: { true: 'whole', false: 'broken' } },
    divider: 'divider',
    first: { label: 'first half', unit: 'g' },
    second: { label: 'second half', unit: 'g' },
    how: { label: 'it was', choices: ENDS },
    rest: { label: 'still in it', unit: 'g' },
    loss: { label: 'lost', unit: 'g' },
    note: 'note',
  },
  heterogeneityCorrection: {
    reason: 'why it is corrected',
  },
  newHeterogeneityTest: {
    attribute: 'what was compared',
    part: { label: 'which', hint: 'component, class or species' },
    seedsEach: 'seeds in each sample',
  },
  vesselMass: {
    mass: 'mass',
    reason: 'why it is corrected',
  },
  newReserve: {
    mass: 'mass of the reserve sample',
    from: 'of',
    place: { label: 'kept at', hint: 'cool and dry' },
    discardOn: { label: 'kept to', hint: 'a year or more, by custom' },
  },
  submittedSample: {
    mass: 'mass of the submitted sample',
    primarySamples: 'primary samples taken',
    drawnOn: 'drawn on',
    drawnBy: 'drawn by',
    seal: 'seal',
    reason: 'why it is corrected',
  },
} as const satisfies FieldTable;
