import type { CalculationWords } from './calculation.ts';

const KIND = { label: 'kind', hint: 'wheat, hard; maize, yellow dent; soybean; oats …' };
const ROOM_AIR = {
  temperatureC: { label: 'temperature of the air', unit: '°C' },
  airPercent: { label: 'humidity of the air', unit: '%' },
};
const RATE = { label: 'leaves in an hour, of what is still to go', hint: '0.15 to 0.2 for small grain at 20 °C' };
const SHUT_UP = {
  kind: KIND,
  desiccant: { label: 'desiccant', hint: 'silica gel; molecular sieve; dried rice' },
  massG: { label: 'seed', unit: 'g' },
  moisturePercent: { label: 'its moisture', unit: '%' },
  holdsPercent: { label: 'the desiccant holds already', unit: '%', hint: 'of its dry mass; 0 where it was just baked' },
  temperatureC: { label: 'temperature', unit: '°C' },
};

/** What drying is asked and answered, by the id of its calculation. */
export const DRYING_WORDS: Readonly<Record<string, CalculationWords>> = {
  'moisture.of-kind-in-air': {
    asked: {
      kind: KIND,
      humidityPercent: { label: 'humidity of the air', unit: '%' },
      temperatureC: { label: 'temperature', unit: '°C' },
    },
    answered: {
      'best.wetBasisPercent': { label: 'moisture, wet basis', unit: '%' },
      'best.source': 'by',
      'best.confidence': 'how well it is remembered',
      'best.equation': 'equation',
      lowestPercent: { label: 'of all sets, lowest', unit: '%' },
      highestPercent: { label: 'of all sets, highest', unit: '%' },
      'sets.source': 'set',
      'sets.equation': 'its equation',
      'sets.confidence': 'remembered',
      'sets.wetBasisPercent': { label: 'says', unit: '%' },
    },
  },
  'moisture.air-of-kind': {
    asked: {
      kind: KIND,
      wetBasisPercent: { label: 'moisture wanted', unit: '%' },
      temperatureC: { label: 'temperature', unit: '°C' },
    },
    answered: {
      humidityPercent: { label: 'humidity to hold', unit: '%' },
      lowestPercent: { label: 'of all sets, lowest', unit: '%' },
      highestPercent: { label: 'of all sets, highest', unit: '%' },
    },
  },
  'moisture.gel-needed': {
    asked: { ...SHUT_UP, targetPercent: { label: 'moisture wanted', unit: '%' } },
    answered: {
      gelG: { label: 'desiccant, dry', unit: 'g' },
      waterG: { label: 'water that leaves the seed', unit: 'g' },
      massAfterG: { label: 'the seed weighs then', unit: 'g' },
      humidityPercent: { label: 'air between them at the end', unit: '%' },
      holdsPercent: { label: 'the desiccant holds then', unit: '%' },
    },
  },
  'moisture.over-gel': {
    asked: { ...SHUT_UP, gelG: { label: 'desiccant, dry', unit: 'g' } },
    answered: {
      moisturePercent: { label: 'the seed comes to', unit: '%' },
      humidityPercent: { label: 'air between them at the end', unit: '%' },
      holdsPercent: { label: 'the desiccant holds then', unit: '%' },
      waterG: { label: 'water that leaves the seed', unit: 'g' },
      massAfterG: { label: 'the seed weighs then', unit: 'g' },
    },
  },
  'moisture.thin-layer': {
    asked: {
      kind: KIND,
      fromPercent: { label: 'its moisture', unit: '%' },
      toPercent: { label: 'moisture wanted', unit: '%' },
      ...ROOM_AIR,
      rate: RATE,
    },
    answered: {
      hours: { label: 'until then', unit: 'h' },
      restsAtPercent: { label: 'in this air it comes to', unit: '%' },
    },
  },
  'moisture.deep-bin': {
    asked: {
      kind: KIND,
      massKg: { label: 'seed', unit: 'kg' },
      moisturePercent: { label: 'its moisture', unit: '%' },
      targetPercent: { label: 'moisture wanted', unit: '%' },
      ...ROOM_AIR,
      airM3h: { label: 'air through all of it', unit: 'm³/h' },
      rate: RATE,
    },
    answered: {
      hoursToMean: { label: 'its mean is there after', unit: 'h' },
      hoursToTop: { label: 'its top is there after', unit: 'h' },
      restsAtPercent: { label: 'in this air all of it would come to', unit: '%' },
      waterKg: { label: 'water that leaves', unit: 'kg' },
      leavesC: { label: 'air that leaves it at first', unit: '°C' },
      leavesPercent: { label: 'humidity of that air', unit: '%' },
    },
  },
};
