import type { FieldTable } from '../http/fieldWords.ts';

/** What the fields of this feature are called. */
export const DEVICES_FIELDS = {
  newCheck: {
    nominal: { label: 'check weight', unit: 'g' },
    shown: { label: 'the balance showed', unit: 'g' },
  },
  balance: {
    name: 'name',
    resolution: { label: 'smallest step', unit: 'g' },
    tolerance: { label: 'a check weight may differ by', unit: 'g' },
    checkHours: { label: 'a check holds', unit: 'h' },
    address: {
      label: 'where it is read',
      hint: 'tcp://address:port by the server, serial by the browser, nothing by eye',
    },
    pattern: {
      label: 'line pattern',
      hint: '{value} {unit} {state:steady word|moving word} {any}; the rest stands for itself',
    },
    overload: 'line when overloaded',
    tare: 'command for the tare',
    baudRate: 'serial speed, baud',
    reason: 'why it is changed',
  },
  device: {
    name: 'name',
    kind: {
      label: 'what it is',
      choices: { oven: 'a drying oven', meter: 'a moisture meter', counter: 'a seed counter' },
    },
    address: { label: 'where it is heard', hint: 'tcp://address:port, by the server' },
    reason: 'why it is changed',
  },
} as const satisfies FieldTable;
