import type { FieldTable } from '../http/fieldWords.ts';

/** What the fields of this feature are called. */
export const MOISTURE_FIELDS = {
  ovenWork: {
    sealed: { label: 'the sample came sealed', choices: { yes: 'yes', no: 'no' } },
    oven: 'which oven',
    diameterCm: { label: 'container, across', unit: 'cm' },
    groundMinutes: { label: 'ground for', unit: 'min' },
    exposedSeconds: { label: 'open to the air while drawn', unit: 's' },
    ovenC: { label: 'oven shows', unit: '°C' },
    backAt: 'back at its temperature',
    outAt: 'taken out',
    cooledMinutes: { label: 'cooled for', unit: 'min' },
    predried: 'dried whole first',
    reason: { label: 'why it is corrected', hint: 'the old figure stays visible, crossed out' },
  },
  ovenLoad: {
    oven: 'which oven',
  },
  moistureWeighings: {
    reason: { label: 'why it is corrected', hint: 'the old figure stays visible, crossed out' },
  },
  newMeter: { name: 'name of the meter' },
  newCalibration: {
    species: 'kind, by its Latin name',
    degree: { label: 'curve' },
    validUntil: { label: 'holds until', hint: 'then it only guides' },
    pairs: { label: 'pairs', hint: 'each line: what the meter shows, what the oven says' },
  },
  newMeterCheck: {
    species: 'kind, by its Latin name',
    seenOn: 'day',
    meterPercent: { label: 'meter, by its calibration', unit: '%' },
    ovenPercent: { label: 'oven', unit: '%' },
  },
  meterReadings: {
    first: { label: 'first reading', unit: '%' },
    second: { label: 'second reading', unit: '%', hint: 'of seed poured anew' },
    seedC: { label: 'seed temperature', unit: '°C' },
    reason: { label: 'why it is corrected', hint: 'the old figure stays visible, crossed out' },
  },
} as const satisfies FieldTable;
