import { readBook } from '../cleaning/batchBook.ts';
import type { BookLine } from '../cleaning/bookState.ts';
import type { EntryOf, Into, Outlet, QuickSample, ShedEntry, VesselKind, Weighing } from '../cleaning/entries.ts';
import { NOTHING_LOOKED_AT } from '../cleaning/vessels.ts';
import type { Figure } from '../rule-books/edition.ts';

/** Lines of a batch's book; all that a test does not speak of stands as somebody in a hurry leaves it. */
export const SHARE: Figure<number> = {
  value: 3,
  rule: { book: 'shed', edition: 'test', section: '', provenance: { origin: 'own', verification: 'from memory' } },
};
export const kg = (text: string, more: Partial<Weighing> = {}): Weighing => ({
  amount: { by: 'mass', text, unit: 'kg' },
  moisturePercent: null,
  scale: null,
  ...more,
});
export const intoNew = (id: string, name = id, kind: VesselKind = 'bin') => ({ made: { id, name, kind } });
export const picked = (id: string, weighed: Weighing | null, name = 'heap'): EntryOf<'picked'> => ({
  what: 'picked',
  into: intoNew(id, name),
  weighed,
  by: [],
  ripe: [],
  unripe: [],
  keptUnripe: false,
  dries: 'plant',
  plants: null,
  claimPerPlant: null,
  note: '',
});
export const pass = (
  id: string,
  from: readonly (string | readonly [string, Weighing])[],
  more: Partial<EntryOf<'pass'>> = {},
): EntryOf<'pass'> => ({
  what: 'pass',
  pass: id,
  method: 'hand-screen',
  machine: null,
  goal: 'purity',
  settings: {},
  from: from.map((one) =>
    typeof one === 'string'
      ? { vessel: one, part: false, weighed: null }
      : { vessel: one[0], part: true, weighed: one[1] },
  ),
  treatment: null,
  ...more,
});
/** Into a new vessel of that name, into one that is there, or not kept. */
export const cameOff = (
  id: string,
  outlet: Outlet,
  into: string | Into | null,
  weighed: Weighing | null,
): EntryOf<'came-off'> => ({
  what: 'came-off',
  pass: id,
  outlet,
  into: typeof into === 'string' ? intoNew(into) : into,
  weighed,
});
export const ended = (id: string, good: boolean | null = null): EntryOf<'ended'> => ({
  what: 'ended',
  pass: id,
  minutes: null,
  people: null,
  good,
  note: '',
});
export const looked = (vessel: string, change: Partial<QuickSample>): EntryOf<'looked'> => ({
  what: 'looked',
  vessel,
  sample: { ...NOTHING_LOOKED_AT, ...change },
  note: '',
});
export const lines = (...entries: ShedEntry[]): BookLine[] => entries.map((entry, i) => ({ entry, at: i }));
/** Of a kind that has no trade bushel. */
export const NO_BUSHEL = { poundsPerBushel: null, treatments: [] };
export const book = (...entries: ShedEntry[]) => readBook(lines(...entries), NO_BUSHEL);
