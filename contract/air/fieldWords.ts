import type { FieldTable } from '../http/fieldWords.ts';

/** What the fields of this feature are called. */
export const AIR_FIELDS = {
  placeEntry: {
    minutes: { label: 'open for', unit: 'minutes' },
    at: 'how many minutes ago',
    why: 'why',
    stuff: 'what',
    massG: 'grams',
    lookEveryDays: 'check it every … days',
  },
  newReading: {
    'temperature.text': 'temperature on the dial',
    'temperature.unit': { label: 'the dial shows', choices: { '': '°C or °F?', C: '°C', F: '°F' } },
    sure: { label: 'is it right?', choices: { '': 'I look again', true: 'yes, the dial shows that' } },
    humidityPercent: { label: 'humidity', unit: '%', hint: 'empty where there is no hygrometer' },
  },
  climateSettings: {
    'band.leastC': { label: 'at least', unit: '°C' },
    'band.mostC': { label: 'at most', unit: '°C' },
    'band.leastPercent': { label: 'at least', unit: '% humidity' },
    'band.mostPercent': { label: 'at most', unit: '% humidity' },
    'band.graceMinutes': {
      label: 'no alarm before',
      unit: 'minutes',
      hint: 'a door that is opened warms the air for a while',
    },
    'band.silentMinutes': { label: 'silence is an alarm after', unit: 'minutes' },
    logger: { label: 'its logger', hint: 'tcp://address:port, or nothing' },
  },
} as const satisfies FieldTable;
