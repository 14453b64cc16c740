import { randomUUID } from 'node:crypto';
import type { BatchView } from '@mercato/contract/cleaning/batches';
import { UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import type { Visitor } from './visitor.ts';

/** A weight as it is sent. */
export const kg = (text: string, more: object = {}) => ({
  amount: { by: 'mass', text, unit: 'kg' },
  moisturePercent: null,
  scale: null,
  ...more,
});
export const intoNew = (id: string, name: string, kind = 'bin') => ({ made: { id, name, kind } });
export const picked = (id: string, weighed: object | null, name = 'heap') => ({
  what: 'picked',
  into: intoNew(id, name),
  weighed,
  by: [],
  ripe: [],
  unripe: [],
  keptUnripe: false,
  dries: 'plant',
  plants: null,
  note: '',
});
export const startedPass = (id: string, from: string, more: object = {}) => ({
  what: 'pass',
  pass: id,
  method: 'hand-screen',
  machine: null,
  goal: 'purity',
  settings: { screens: '5.5 round; 2.0 slot', reverse: false },
  from: [{ vessel: from, part: false, weighed: null }],
  treatment: null,
  ...more,
});
export const cameOff = (pass: string, outlet: string, into: object | null, weighed: object | null) => ({
  what: 'came-off',
  pass,
  outlet,
  into,
  weighed,
});
export const passEnded = (pass: string, good: boolean | null = null) => ({
  what: 'ended',
  pass,
  minutes: null,
  people: null,
  good,
  note: '',
});

/** Somebody at work in the shed. */
export const shedHand = (visitor: Visitor) => ({
  batch: (kind: string, species: string, change: object = {}) =>
    visitor.post<BatchView>('/shed/batches', {
      name: `${kind} of the Long Acre`,
      goal: 'purity',
      purpose: 'store',
      rights: 'saleable',
      note: '',
      accession: { ...UNKNOWN_HEADER, kind, species, harvestYear: 2026, harvestMonth: 8 },
      ...change,
    }),
  write: (batch: Pick<BatchView, 'id'>, entry: object, id = randomUUID()) =>
    visitor.send<BatchView>('PUT', `/shed/batches/${batch.id}/lines/${id}`, entry),
});
